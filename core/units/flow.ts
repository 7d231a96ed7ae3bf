import { accept, type Outcome, refuse } from '../outcome.ts';
import { parseNumber } from './parseNumber.ts';
import { UNIT_UL, type UnitSystem } from './units.ts';

const ML: Record<string, number> = {
  ml: 1,
  l: 1_000,
  lpm: 1_000,
  'us gal': UNIT_UL.usGal / UNIT_UL.ml,
  'imp gal': UNIT_UL.impGal / UNIT_UL.ml,
};

/** In which a flow is read and shown where nobody says otherwise. */
const USUAL: Record<UnitSystem, string> = { metric: 'l', us: 'us gal', imperial: 'imp gal' };

/**
 * The flow a person typed, in ml to the minute: `6.4`, `6.4 l/min`, `6400 ml/min`, `1.7 us gal/min`.
 *
 * @param system what a bare number is in: litres, US gallons or imperial gallons a minute
 * @example parseFlow('6.4', 'Flow', 'metric') // { ok: true, value: 6400 }
 */
export function parseFlow(text: string, field: string, system: UnitSystem): Outcome<number> {
  const typed = text.slice(0, 40).trim().toLowerCase();
  const [amountText = '', unitText = ''] = splitUnit(typed);
  if (amountText === '' && typed !== '') {
    return refuse('flow.unreadable', { field, typed: text.trim() });
  }
  const amount = parseNumber(amountText, field, 'flow');
  if (!amount.ok) return amount;
  const word = unitText
    .replace(/\s*(?:\/|per|a)\s*min(?:ute)?$/, '')
    .replace(/^gal$/, USUAL[system] === 'l' ? 'gal' : USUAL[system]);
  const ml = ML[word === '' ? USUAL[system] : word];
  if (ml === undefined) {
    return refuse('flow.unit', { field, typed: unitText });
  }
  const mlPerMin = amount.value * ml;
  if (mlPerMin >= 50 && mlPerMin <= 100_000) return accept(mlPerMin);
  return refuse('flow.range', { field });
}

function splitUnit(typed: string): string[] {
  const at = typed.search(/[a-z]/);
  return at < 0 ? [typed, ''] : [typed.slice(0, at), typed.slice(at).trim()];
}

/**
 * A flow as people read it, to three figures.
 *
 * @example formatFlow(6400, 'metric') // '6.4 L/min'
 */
export function formatFlow(mlPerMin: number, system: UnitSystem): string {
  const unit = USUAL[system];
  const figure = Number((mlPerMin / (ML[unit] as number)).toPrecision(3));
  return `${figure} ${unit === 'l' ? 'L' : unit.replace('us', 'US')}/min`;
}

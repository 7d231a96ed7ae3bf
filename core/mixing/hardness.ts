import { accept, type Outcome, refuse } from '../outcome.ts';
import type { Strength } from '../strength/notation.ts';
import { type Fraction, fractionOf } from '../strength/strength.ts';
import { parseNumber } from '../units/parseNumber.ts';

/** Water hardness in one unit of each kind, in ppm of calcium carbonate. */
export const HARDNESS_PPM = { ppm: 1, dH: 17.85, fH: 10, gpg: 17.12 } as const;
export type HardnessUnit = keyof typeof HARDNESS_PPM;

/** From here on hardness begins to cost product, and so much later a label's high dose is reached. */
const SOFT_PPM = 50;
const SPAN_PPM = 250;

/**
 * Hardness in ppm of calcium carbonate.
 *
 * @param amount 0 to 2000 ppm in any unit
 * @example hardnessPpm(12, 'dH') // { ok: true, value: 214.2 }
 */
export function hardnessPpm(amount: number, unit: HardnessUnit): Outcome<number> {
  const ppm = amount * HARDNESS_PPM[unit];
  if (ppm >= 0 && ppm <= 2_000) return accept(ppm);
  return refuse('hardness.range', {});
}

/**
 * The dose of a shampoo or soap between a label's low and high: `d = low + (high - low) clamp((H - 50) / 250, 0, 1)`.
 * Rinseless products soften their own water and take none of this.
 *
 * @param low the label's dose for soft water, in any unit of dose
 * @param high the label's dose for hard water, in the same unit
 * @param ppm hardness in ppm of calcium carbonate
 * @example hardnessDose(20, 40, 210) // 32.8
 */
export function hardnessDose(low: number, high: number, ppm: number): number {
  return low + (high - low) * Math.min(1, Math.max(0, (ppm - SOFT_PPM) / SPAN_PPM));
}

/** What a mix is made with. Only the tap's water is as hard as the town's. */
export const WATER_KINDS = ['tap', 'softened', 'deionised'] as const;
export type WaterKind = (typeof WATER_KINDS)[number];

/** Hardness of a kind of water, in ppm, where the tap runs at `tapPpm`. */
export const hardnessIn = (kind: WaterKind, tapPpm: number): number => (kind === 'tap' ? tapPpm : 0);

/**
 * The strength between a label's dose for soft water and that for hard water, see {@link hardnessDose}. Two doses in
 * the same units stay a dose, so that it reads like the label; else it is a percentage.
 *
 * @example 20 ml and 40 ml per 20 L at 210 ppm: 32.8 ml per 20 L
 */
export function hardnessStrength(soft: Strength, hard: Strength, ppm: number): Outcome<Strength> {
  if (soft.notation === 'dose' && hard.notation === 'dose') {
    const same =
      soft.reading === hard.reading &&
      soft.dose.unit === hard.dose.unit &&
      soft.per.unit === hard.per.unit &&
      soft.per.amount === hard.per.amount;
    if (same) {
      const amount = Number(hardnessDose(soft.dose.amount, hard.dose.amount, ppm).toPrecision(12));
      return accept({ ...soft, dose: { ...soft.dose, amount } });
    }
  }
  const low = fractionOf(soft);
  const high = fractionOf(hard);
  if (!low.ok) return low;
  if (!high.ok) return high;
  const fraction = hardnessDose(low.value, high.value, ppm) as Fraction;
  return accept({ notation: 'percent', percent: Number((fraction * 100).toPrecision(12)) });
}

const UNIT_WORDS: Record<string, HardnessUnit> = {
  '': 'ppm',
  ppm: 'ppm',
  'mg/l': 'ppm',
  dh: 'dH',
  fh: 'fH',
  gpg: 'gpg',
};

/**
 * Hardness as people read it off a strip or a water bill, in ppm: `210`, `210 ppm`, `12 dH`, `15 gpg`.
 *
 * @example parseHardness('12 dH') // { ok: true, value: 214.2 }
 */
export function parseHardness(text: string, field = 'Hardness'): Outcome<number> {
  const typed = text.slice(0, 40).trim();
  const split = typed.search(/[a-z°]/i);
  const amount = parseNumber(split <= 0 ? typed : typed.slice(0, split), field, 'hardness');
  if (!amount.ok) return amount;
  const word = split < 0 ? '' : typed.slice(split).replace('°', '').trim().toLowerCase();
  const unit = Object.hasOwn(UNIT_WORDS, word) ? UNIT_WORDS[word] : undefined;
  if (!unit) {
    return refuse('hardness.unit', { field, typed: word });
  }
  return hardnessPpm(amount.value, unit);
}

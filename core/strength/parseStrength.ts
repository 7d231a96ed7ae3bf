import { accept, type Outcome, refuse } from '../outcome.ts';
import { parseNumber } from '../units/parseNumber.ts';
import { type NamedVolumes, parseQuantity } from '../units/parseVolume.ts';
import type { UnitSystem } from '../units/volume.ts';
import { type DoseReading, fractionOf, type Strength } from './strength.ts';

/** How a ratio without words is read, where the shop has decided. */
export type RatioReading = 'parts' | 'inTotal';

type Options = {
  system?: UnitSystem;
  ratio?: RatioReading;
  field?: string;
  gPerMl?: number | undefined;
  words?: NamedVolumes;
};
type Settled = Required<Omit<Options, 'gPerMl'>> & { gPerMl: number | undefined };

const EXAMPLES = 'Type it like 1:12, 1 in 12, 4% or 30 ml/l.';

/**
 * The strength a person typed: `1:12`, `12:1`, `1/12`, `1 in 12`, `4%`, `30 ml/l`, `2 us oz per us gal`,
 * `8 ml on top of 1 l`, `3 caps/bucket`, `30 g/l`, `neat`.
 *
 * A bare ratio is read in parts unless the shop reads it in-total; a dose without words is made up to its volume.
 * Never throws and never takes long, whatever is typed.
 *
 * @param options.system settles a bare "oz" or "gal"
 * @param options.ratio how this shop reads a bare ratio (default parts)
 * @param options.gPerMl the product's density, for grams per litre
 * @param options.words volumes with names of their own here: the product's cap, a pump stroke, the bucket being filled
 * @returns the strength as entered, or a refusal that names the field and what would work
 * @example parseStrength('1:12') // { ok: true, value: { notation: 'parts', water: 12 } }
 */
export function parseStrength(text: string, options: Options = {}): Outcome<Strength> {
  const { field = 'Strength' } = options;
  const typed = text.slice(0, 80).normalize('NFKC').trim().toLowerCase();
  if (typed === '') return refuse('strength.missing', field, `${field} is empty.`, EXAMPLES);
  const read = readNotation(typed, {
    field,
    system: options.system ?? 'metric',
    ratio: options.ratio ?? 'parts',
    gPerMl: options.gPerMl,
    words: options.words ?? {},
  });
  if (!read.ok) return read;
  const checked = fractionOf(read.value, field);
  return checked.ok ? read : checked;
}

function readNotation(typed: string, options: Settled): Outcome<Strength> {
  const { field } = options;
  if (typed === 'neat') return accept({ notation: 'percent', percent: 100 });

  const percent = /^([^%]*?)\s*(?:%|per ?cent)$/.exec(typed);
  if (percent) {
    const share = number(percent[1], field);
    return share.ok ? accept({ notation: 'percent', percent: share.value }) : share;
  }

  const inTotal = /^1 ?in ?([^a-z]+)$/.exec(typed);
  if (inTotal) {
    const total = number(inTotal[1], field);
    return total.ok ? accept({ notation: 'inTotal', total: total.value }) : total;
  }

  const sides = typed.split(/ ?[:/] ?/);
  const bare = !/[a-z]/.test(typed);
  if (bare && sides.length > 2) {
    return refuse(
      'strength.threeNumbers',
      field,
      `${field} has ${sides.length} numbers; a ratio has two.`,
      'Type one part product and the parts of water, such as 1:12.',
    );
  }
  if (bare && sides.length === 2) return readRatio(sides[0], sides[1], options);
  if (bare) {
    return refuse(
      'strength.noNotation',
      field,
      `${field}: "${typed.slice(0, 20)}" alone could be parts, percent or millilitres.`,
      typed.length <= 8 ? `Type 1:${typed}, 1 in ${typed}, ${typed}% or ${typed} ml/l.` : EXAMPLES,
    );
  }
  return readDose(typed, options);
}

function readRatio(left: string | undefined, right: string | undefined, options: Settled): Outcome<Strength> {
  const { field, ratio } = options;
  const a = number(left, field);
  if (!a.ok) return a;
  const b = number(right, field);
  if (!b.ok) return b;
  if (a.value !== 1 && b.value !== 1) {
    const larger = Math.max(a.value, b.value);
    const smaller = Math.min(a.value, b.value);
    const meant = smaller > 0 ? `1:${Number((larger / smaller).toPrecision(4))}` : '1:12';
    return refuse(
      'strength.noOne',
      field,
      `${field}: one side of a ratio is the 1 part of product.`,
      `Type ${meant}.`,
    );
  }
  const n = a.value === 1 ? b.value : a.value;
  if (n === 0) {
    return refuse(
      'strength.noWater',
      field,
      `${field} has no water in it.`,
      'Type "neat" if that is what you mean, or a ratio such as 1:12.',
    );
  }
  return accept(ratio === 'parts' ? { notation: 'parts', water: n } : { notation: 'inTotal', total: n });
}

const DOSE_WORDS: [RegExp, DoseReading][] = [
  [/ ?made up to ?/, 'madeUp'],
  [/ ?on top of ?/, 'onTop'],
  [/ ?added to ?/, 'onTop'],
  [/ ?\/ ?/, 'madeUp'],
  [/ per /, 'madeUp'],
  [/ in /, 'madeUp'],
  [/ to /, 'madeUp'],
];

function readDose(typed: string, options: Settled): Outcome<Strength> {
  const { field, system, words } = options;
  for (const [word, reading] of DOSE_WORDS) {
    const at = typed.search(word);
    if (at < 1) continue;
    const left = typed.slice(0, at);
    const right = typed.slice(at).replace(word, '');
    if (/^[\d.,/ ]*\d ?(?:g|grams?|mg|kg)$/.test(left)) return readGrams(left, right, options);
    const dose = parseQuantity(left, { system, field, words });
    if (!dose.ok) return dose;
    const per = parseQuantity(/^\d|^[.,]/.test(right) ? right : `1 ${right}`, { system, field, words });
    if (!per.ok) return per;
    return accept({ notation: 'dose', dose: dose.value, per: per.value, reading });
  }
  return refuse(
    'strength.unreadable',
    field,
    `${field}: "${typed.slice(0, 30)}" is not a strength.`,
    EXAMPLES,
  );
}

function readGrams(left: string, right: string, { field, gPerMl }: Settled): Outcome<Strength> {
  if (!gPerMl) {
    return refuse(
      'strength.grams',
      field,
      `${field} is given in grams, and the product's density is not known here.`,
      'Type it as a volume, such as 30 ml/l, or enter the density on the product page.',
    );
  }
  const unit = /[a-z]+$/.exec(left)?.[0] ?? 'g';
  const amount = number(left.replace(/ ?[a-z]+$/, ''), field);
  if (!amount.ok) return amount;
  if (!/^(?:1 ?)?(?:l|lt|ltr|litre|liter)$/.test(right)) {
    return refuse(
      'strength.unreadable',
      field,
      `${field}: grams are given for a litre.`,
      'Type it like 30 g/l.',
    );
  }
  const grams = amount.value * (unit === 'mg' ? 0.001 : unit === 'kg' ? 1000 : 1);
  return accept({ notation: 'grams', gramsPerL: grams, gPerMl });
}

function number(text: string | undefined, field: string): Outcome<number> {
  const read = parseNumber(text ?? '', field);
  return read.ok || read.code === 'number.ambiguous' || read.code === 'number.negative'
    ? read
    : { ...read, code: 'strength.unreadable', remedy: EXAMPLES };
}

import { accept, type Outcome, refuse } from '../outcome.ts';
import { parseNumber } from './parseNumber.ts';
import { type Quantity, UNIT_UL, type UnitSystem, type VolumeUnit } from './units.ts';
import { type Microlitres, volumeOf } from './volume.ts';

const METRIC_WORDS: [VolumeUnit, string][] = [
  ['ml', 'ml mls mil mils cc ccs millilitre millilitres milliliter milliliters'],
  ['cl', 'cl centilitre centilitres centiliter centiliters'],
  ['dl', 'dl decilitre decilitres deciliter deciliters'],
  ['l', 'l lt lts ltr ltrs litre litres liter liters'],
];
const UNIT_WORDS: ReadonlyMap<string, VolumeUnit> = new Map(
  METRIC_WORDS.flatMap(([unit, words]) => words.split(' ').map((word) => [word, unit] as const)),
);

type Measure = 'ounce' | 'pint' | 'quart' | 'gallon';
/** Words that name a different amount on each side of the ocean. */
const BARE_WORDS: [Measure, string][] = [
  ['ounce', 'oz ozs floz flozs fluidoz ounce ounces flounce flounces fluidounce fluidounces'],
  ['pint', 'pt pts pint pints'],
  ['quart', 'qt qts quart quarts'],
  ['gallon', 'gal gals gallon gallons'],
];
const MEASURES: ReadonlyMap<string, Measure> = new Map(
  BARE_WORDS.flatMap(([measure, words]) => words.split(' ').map((word) => [word, measure] as const)),
);
const UNITS: Record<Measure, { us: VolumeUnit; imperial: VolumeUnit; word: string }> = {
  ounce: { us: 'usFlOz', imperial: 'impFlOz', word: 'oz' },
  pint: { us: 'usPint', imperial: 'impPint', word: 'pint' },
  quart: { us: 'usQuart', imperial: 'impQuart', word: 'qt' },
  gallon: { us: 'usGal', imperial: 'impGal', word: 'gal' },
};
const WHOSE = /^(?:(us|american)|(imperial|imp|uk|british))(?=[a-z])/;

/**
 * The unit a person wrote. A bare "oz", "pint" or "gal" is settled by `system` where the thing being measured has one,
 * and refused where it has none.
 *
 * @example parseUnit('US fl. oz', 'metric', 'Amount') // { ok: true, value: 'usFlOz' }
 */
export function parseUnit(text: string, system: UnitSystem, field: string): Outcome<VolumeUnit> {
  const word = text
    .slice(0, 30)
    .toLowerCase()
    .replace(/[\s.]+/g, '');
  const metric = UNIT_WORDS.get(word);
  if (metric) return accept(metric);
  const whose = WHOSE.exec(word);
  const measure = MEASURES.get(whose ? word.slice(whose[0].length) : word);
  if (measure) {
    const units = UNITS[measure];
    const side = whose ? (whose[1] ? 'us' : 'imperial') : system;
    if (side !== 'metric') return accept(units[side]);
    return refuse('unit.ambiguous', { field, typed: text.trim(), word: units.word });
  }
  return refuse('unit.unknown', { field, typed: text.trim().slice(0, 20) });
}

/** Volumes with names of their own where something is typed, in microlitres: `{ cap: 7_500, bucket: 18_000_000 }`. */
export type NamedVolumes = Readonly<Record<string, number>>;

/** The volume that stands so deep in the vessel being filled, in microlitres. */
export type AtDepth = (cm: number) => number;

type Options = {
  unit?: VolumeUnit;
  system?: UnitSystem;
  field?: string;
  words?: NamedVolumes;
  atDepth?: AtDepth | undefined;
  /** A bare number is refused with what it could be: for sizes, where 5 is as likely litres. */
  askUnit?: boolean;
};

/**
 * The amount and unit a person typed, kept apart so that nothing is rounded yet: `750`, `750ml`, `1 1/2 us gal`.
 * Anything at all may be typed.
 *
 * @param options.unit the unit of a bare number (default ml)
 * @param options.system settles a bare "oz" or "gal" (default metric: neither is settled)
 * @param options.field the field's name, for the sentence of a refusal
 * @param options.words volumes with names of their own, such as the product's cap
 * @param options.askUnit refuses a number without a unit, with what it could be
 * @param options.atDepth lets a depth stand for the volume that stands so deep: `19.5 cm`, `3 in`
 */
export function parseQuantity(text: string, options: Options = {}): Outcome<Quantity> {
  const { unit = 'ml', system = 'metric', field = 'Amount' } = options;
  const typed = text.slice(0, 60).normalize('NFKC').trim();
  const both = GALLONS_AND_OUNCES.exec(typed);
  if (both) return gallonsAndOunces(both[1] ?? '', both[2] ?? '', both[3] ?? '', options);
  const split = typed.search(/[a-z]/i);
  if (split === 0) {
    return refuse('volume.noNumber', { field, typed: typed.slice(0, 20) });
  }
  const amount = parseNumber(split < 0 ? typed : typed.slice(0, split), field, 'volume');
  if (!amount.ok) return amount;
  if (split < 0 && options.askUnit && amount.value > 0) {
    return refuse('volume.noUnit', { field, typed, system });
  }
  const word = split < 0 ? '' : typed.slice(split).trim().toLowerCase();
  const perUnitCm = Object.hasOwn(CM, word) ? CM[word] : undefined;
  if (perUnitCm) return quantityAtDepth(amount.value * perUnitCm, options.atDepth, field);
  const ownWord = split < 0 ? undefined : namedVolume(typed.slice(split), options.words);
  if (ownWord !== undefined) {
    const sized = volumeOf((amount.value * ownWord) / UNIT_UL.ml, 'ml', field);
    return sized.ok ? accept({ amount: (amount.value * ownWord) / UNIT_UL.ml, unit: 'ml' }) : sized;
  }
  const named = split < 0 ? accept(unit) : parseUnit(typed.slice(split), system, field);
  if (!named.ok) return named;
  const sized = volumeOf(amount.value, named.value, field);
  return sized.ok ? accept({ amount: amount.value, unit: named.value }) : sized;
}

/** As amounts are shown: `1 gal 42 US fl oz`. */
const GALLONS_AND_OUNCES =
  /^([\d./, ]+)(?:us |imp )?gal(?:lon)?s?,?(?: and)? +([\d./, ]+)((?:us|imp)?[ .]*(?:fl\.? ?)?oz|(?:fluid )?ounces?)$/i;

/** The ounces say whose both are. */
function gallonsAndOunces(gallons: string, ounces: string, of: string, options: Options): Outcome<Quantity> {
  const rest = parseQuantity(`${ounces} ${of}`, options);
  if (!rest.ok) return rest;
  const whole = parseQuantity(`${gallons} ${rest.value.unit === 'usFlOz' ? 'us gal' : 'imp gal'}`, options);
  if (!whole.ok) return whole;
  const ml = [whole.value, rest.value].reduce((sum, q) => sum + (q.amount * UNIT_UL[q.unit]) / UNIT_UL.ml, 0);
  const sized = volumeOf(ml, 'ml', options.field);
  return sized.ok ? accept({ amount: ml, unit: 'ml' }) : sized;
}

const CM: Record<string, number> = { cm: 1, mm: 0.1, in: 2.54, inch: 2.54, inches: 2.54 };

function quantityAtDepth(cm: number, atDepth: AtDepth | undefined, field: string): Outcome<Quantity> {
  if (!atDepth) {
    return refuse('depth.unknown', { field });
  }
  const ml = atDepth(cm) / UNIT_UL.ml;
  const sized = volumeOf(ml, 'ml', field);
  return sized.ok ? accept({ amount: ml, unit: 'ml' }) : sized;
}

function namedVolume(word: string, words: NamedVolumes = {}): number | undefined {
  const one = word.trim().toLowerCase().replace(/s$/, '');
  return Object.hasOwn(words, one) ? words[one] : undefined;
}

/**
 * The volume a person typed: `750`, `750ml`, `0.75 l`, `1 1/2 us gal`. Options as for {@link parseQuantity}.
 *
 * @returns whole microlitres, or a refusal that names the field and what would work
 * @example parseVolume('0.75 l') // { ok: true, value: 750_000 }
 */
export function parseVolume(text: string, options: Options = {}): Outcome<Microlitres> {
  const read = parseQuantity(text, options);
  return read.ok ? volumeOf(read.value.amount, read.value.unit, options.field) : read;
}

import { accept, type Outcome, refuse } from '../outcome.ts';
import { parseNumber } from '../units/parseNumber.ts';
import { type AtDepth, type NamedVolumes, parseQuantity } from '../units/parseVolume.ts';
import type { UnitSystem } from '../units/units.ts';
import type { Strength } from './notation.ts';
import { inFigures } from './saidNumbers.ts';
import { fractionOf } from './strength.ts';

/** How a ratio without words is read, where the shop has decided. */
export type RatioReading = 'parts' | 'inTotal';

/** What settles a strength that alone could be read in several ways. */
export type StrengthOptions = {
  system?: UnitSystem;
  ratio?: RatioReading;
  field?: string;
  gPerMl?: number | undefined;
  words?: NamedVolumes;
  atDepth?: AtDepth | undefined;
};
type Settled = Required<Omit<StrengthOptions, 'gPerMl' | 'atDepth'>> & {
  gPerMl: number | undefined;
  atDepth: AtDepth | undefined;
};

/**
 * The strength a person typed: `1:12`, `12:1`, `10 to 1`, `250 to 750`, `1 in 12`, `4%`, `30 ml/l`, `half an ounce to a
 * gallon`, `8 ml on top of 1 l`, `3 caps/bucket`, `30 g/l`, `neat`.
 *
 * Of two bare numbers the smaller is the product. A bare ratio is read in parts unless the shop reads it in-total; a dose
 * without words is made up to its volume; a bare number beside a volume is refused, never taken for millilitres.
 * Never throws and never takes long, whatever is typed.
 *
 * @param options.system settles a bare "oz" or "gal"
 * @param options.ratio how this shop reads a bare ratio (default parts)
 * @param options.gPerMl the product's density, for grams per litre
 * @param options.atDepth the volume that stands so deep in the vessel being filled
 * @param options.words volumes with names of their own here: the product's cap, a pump stroke, the bucket being filled
 * @returns the strength as entered, or a refusal that names the field and what would work
 * @example parseStrength('1:12') // { ok: true, value: { notation: 'parts', water: 12 } }
 */
export function parseStrength(text: string, options: StrengthOptions = {}): Outcome<Strength> {
  const { field = 'Strength' } = options;
  const typed = text.slice(0, 80).trim();
  if (typed === '') return refuse('strength.missing', { field });
  const read = readNotation(typed, {
    field,
    system: options.system ?? 'metric',
    ratio: options.ratio ?? 'parts',
    gPerMl: options.gPerMl,
    words: options.words ?? {},
    atDepth: options.atDepth,
  });
  if (!read.ok) return read;
  const checked = fractionOf(read.value, field);
  return checked.ok ? read : checked;
}

/** What is poured with it, which says nothing of how strong it is. */
const FILLERS = /\b(?:of )?(?:product|concentrate|water|solution|mix|soap|shampoo)\b/g;
const NUM = String.raw`(\d[\d.,]*(?: \d+\/\d+)?|\d+\/\d+|[.,]\d+)`;
const PARTS = '( ?parts?)?';
const RATIO = new RegExp(`^${NUM}${PARTS} ?(:|/|to|\\+|plus|and) ?${NUM}${PARTS}$`);
const IN_TOTAL = new RegExp(`^${NUM}${PARTS} ?in ?${NUM}${PARTS}(?: altogether| in all| total)?$`);
const RANGE = new RegExp(`^${NUM} ?(?:-|\u2013|to) ?${NUM} ?(?:%|[a-z])|\\d ?(?:-|\u2013) ?\\d`);

function readNotation(typed: string, options: Settled): Outcome<Strength> {
  const { field } = options;
  const said = inFigures(typed).replace(FILLERS, '').replace(/\s+/g, ' ').trim();
  if (/^(?:neat|undiluted|straight|puro)$/.test(said)) return accept({ notation: 'percent', percent: 100 });
  if (/^[-\u2212\u2013]|[:/ ][-\u2212] ?\d/.test(said) && !RANGE.test(said)) {
    return refuse('number.negative', { field });
  }
  const percent = /^([^%]*?) ?(?:%|per ?cent|pct)$/.exec(said);
  if (RANGE.test(said) && !/^\d+ ?to ?\d+ parts?$/.test(said)) {
    return refuse('strength.range', { field, typed: typed.slice(0, 30), part: false });
  }
  if (percent) {
    const share = number(percent[1], field);
    return share.ok ? accept({ notation: 'percent', percent: share.value }) : share;
  }
  const whole = IN_TOTAL.exec(said);
  if (whole) return readInTotal(whole[1], whole[3], field);
  const ratio = RATIO.exec(said);
  if (ratio) {
    const [, left, partsLeft, word, right, partsRight] = ratio;
    const spoken =
      partsLeft !== undefined ||
      partsRight !== undefined ||
      word === '+' ||
      word === 'plus' ||
      word === 'and';
    return readRatio(left, right, { ...options, ratio: spoken ? 'parts' : options.ratio });
  }
  const half = HALF.exec(said);
  if (half) return refuseHalf(half, options);
  if (!/[a-z]/.test(said)) return refuseBare(said, field);
  return readDose(said, options);
}

/** Somebody has typed what goes in, and not what it goes into. */
const HALF = /^(\d[\d.,/ ]*?)( ?[a-z ]+?)??( ?[:/+]| (?:to|in|into|per|for|plus|and|on top of))$/;
const WHOLE: Record<UnitSystem, readonly [one: string, some: string]> = {
  metric: ['l', '10 l'],
  us: ['us gal', '1 us gal'],
  imperial: ['imp gal', '1 imp gal'],
};

/** It is gone on with as it would be read: parts of parts, an amount of a volume. */
function refuseHalf(
  [typed, n, unit, join = '']: RegExpExecArray,
  { field, system }: Settled,
): Outcome<never> {
  const [one, some] = WHOLE[system];
  const word = join.trim();
  const parts = unit === undefined || / ?parts?$/.test(unit);
  const each = word === 'per' || word === 'for';
  const such = !parts
    ? word === '/'
      ? `${typed}${one}`
      : `${typed} ${each ? `1 ${one}` : some}`
    : each || word === 'into' || word === 'on top of'
      ? `${n} ml ${word} ${each ? `1 ${one}` : some}`
      : `${typed}${/[a-z]/.test(word) ? ' ' : ''}10`;
  return refuse('strength.half', { field, typed, such });
}

function refuseBare(said: string, field: string): Outcome<Strength> {
  const numbers = said.match(/\d[\d.,]*/g)?.length ?? 0;
  if (numbers > 2 || /[:+].*[:+]/.test(said)) {
    return refuse('strength.threeNumbers', { field, numbers });
  }
  // What it could be is offered with the number itself.
  return refuse(/^\d[\d.,]*$/.test(said) ? 'strength.noNotation' : 'strength.unreadable', {
    field,
    typed: said.slice(0, 20),
  });
}

/** So many parts in so many altogether. */
function readInTotal(part: string | undefined, all: string | undefined, field: string): Outcome<Strength> {
  const product = number(part, field);
  if (!product.ok) return product;
  const total = number(all, field);
  if (!total.ok) return total;
  return accept({ notation: 'inTotal', total: total.value / product.value });
}

/** Two bare numbers: the smaller is the product, whichever comes first. */
function readRatio(
  left: string | undefined,
  right: string | undefined,
  { field, ratio }: Pick<Settled, 'field' | 'ratio'>,
): Outcome<Strength> {
  const a = number(left, field);
  if (!a.ok) return a;
  const b = number(right, field);
  if (!b.ok) return b;
  const one = a.value === 1 || b.value === 1;
  // Stronger than one to one is written with its 1 first: 1:0.5.
  const [product, water] =
    a.value === 1 && b.value < 1 ? [1, b.value] : [Math.min(a.value, b.value), Math.max(a.value, b.value)];
  if (product === 0 && water > 0 && a.value === 0) {
    return refuse('strength.noProduct', { field });
  }
  if (product === 0 || water === 0) {
    return refuse('strength.noWater', { field });
  }
  const n = Number((water / product).toPrecision(12));
  // Two amounts are parts, however the shop reads a ratio with a 1 in it.
  return accept(
    ratio === 'parts' || !one ? { notation: 'parts', water: n } : { notation: 'inTotal', total: n },
  );
}

const ON_TOP = ['added to', 'on top of', 'into', 'plus', '\\+', 'with'];
const MADE_UP = ['made up to', 'for every', 'for', 'to the', 'to', 'per', 'in the', 'in', 'for the', ':'];
/** Words that join a dose to the volume it is given for; the longest first. A slash counts only behind a unit. */
const JOIN = new RegExp(
  `(?<=[a-z]) ?(?:(${ON_TOP.join('|')})|(${MADE_UP.join('|')}|/)) ?(?=[\\d.,a-z])`,
  'g',
);

function readDose(said: string, options: Settled): Outcome<Strength> {
  const { field } = options;
  for (const match of said.matchAll(JOIN)) {
    const left = said.slice(0, match.index).trim();
    const right = said.slice(match.index + match[0].length).trim();
    const joined = match[0].trim();
    // Inside a word it joins nothing: the "in" of "inch".
    const isWord = /^[a-z]/.test(joined);
    if (isWord && (!/ $/.test(said.slice(0, match.index + 1)) || !/ $/.test(match[0]))) continue;
    if (left === '' || right === '') continue;
    if (/^[\d.,/ ]*\d ?(?:g|grams?|mg|kg)$/.test(left)) return readGrams(left, right, options);
    const dose = side(left, options);
    if (!dose.ok) return dose;
    const per = side(right, options);
    if (!per.ok) return per;
    return accept({
      notation: 'dose',
      dose: dose.value,
      per: per.value,
      reading: match[1] ? 'onTop' : 'madeUp',
    });
  }
  const beside =
    /^(\d[\d.,/ ]*?) ?(?:in|per|to|for|\/|:|\+) ?(\d[\d.,/ ]* ?[a-z].*|\d[\d.,]*)$/.exec(said) ??
    BARE_RIGHT.exec(said);
  if (beside && [beside[1], beside[2]].some((text) => isVolume(text ?? '', options)))
    return refuseBeside(said, beside, field);
  if (beside && !/[a-z]/.test(`${beside[1]}${beside[2]}`)) return refuseBeside(said, beside, field);
  return refuse('strength.unreadable', { field, typed: said.slice(0, 30) });
}

const BARE_RIGHT = /^(\d[\d.,/ ]* ?[a-z]+) ?(?:in|per|to|for|\/|:|\+) ?(\d[\d.,]*)$/;

const isVolume = (text: string, { system, words }: Settled): boolean => {
  const read = /[a-z]/.test(text) ? parseQuantity(text, { system, words }) : null;
  return read !== null && (read.ok || read.code === 'unit.ambiguous');
};

/** One side of a dose: a number with its unit, or a unit alone, which is one of it. */
function side(text: string, { field, system, words, atDepth }: Settled) {
  const full = /^[\d.,]/.test(text) ? text : `1 ${text}`;
  return /[a-z]/.test(full)
    ? parseQuantity(sizedWords(full), { system, field, words, atDepth })
    : refuseBeside(text, null, field);
}

/** A capful is a cap, a stroke a pump: each by the one name it is kept under. */
const sizedWords = (text: string): string =>
  text.replace(/\bcapfuls?\b/, 'cap').replace(/\b(?:strokes?|pumps? of the head)\b/, 'pump');

/** A bare number beside a volume could be either of two things, and is never silently millilitres. */
function refuseBeside(said: string, sides: RegExpExecArray | null, field: string): Outcome<never> {
  const [, left = '', right = ''] = sides ?? [];
  const bare = /[a-z]/.test(left) ? right : left;
  const mixed = /[a-z]/.test(`${left}${right}`);
  const way = (text: string, parts = false) => ({ text, parts });
  const meant = !sides
    ? []
    : !mixed
      ? [way(`${left} in ${right}`, true), way(`${left} ml per ${right} l`)]
      : /[a-z]/.test(left)
        ? [way(`${left} in ${right} l`), way(`${left} in ${right} ml`)]
        : [way(`${left} ml in ${right}`), way(`1 in ${right.replace(/[^\d.,].*$/, '')}`, true)];
  return refuse('strength.bareBeside', { field, typed: said.slice(0, 30), bare: bare || said, meant });
}

function readGrams(left: string, right: string, { field, gPerMl }: Settled): Outcome<Strength> {
  if (!gPerMl) {
    return refuse('strength.grams', { field });
  }
  const unit = /[a-z]+$/.exec(left)?.[0] ?? 'g';
  const amount = number(left.replace(/ ?[a-z]+$/, ''), field);
  if (!amount.ok) return amount;
  if (!/^(?:1 ?)?(?:l|lt|ltr|litre|liter)$/.test(right)) {
    return refuse('strength.gramsPer', { field });
  }
  const grams = amount.value * (unit === 'mg' ? 0.001 : unit === 'kg' ? 1000 : 1);
  return accept({ notation: 'grams', gramsPerL: grams, gPerMl });
}

function number(text: string | undefined, field: string): Outcome<number> {
  const read = parseNumber(text ?? '', field, 'strength');
  return read.ok || read.code === 'number.ambiguous' || read.code === 'number.negative'
    ? read
    : refuse('strength.unreadable', { field, typed: text ?? '' });
}

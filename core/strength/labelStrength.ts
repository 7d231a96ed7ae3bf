import { accept, type Outcome, type Refusal, refuse } from '../outcome.ts';
import { parseNumber } from '../units/parseNumber.ts';
import { formatStrength } from './formatStrength.ts';
import type { Strength } from './notation.ts';
import { parseStrength, type StrengthOptions } from './parseStrength.ts';
import { inFigures } from './saidNumbers.ts';
import { fractionOf, sameStrength } from './strength.ts';

/** A label's strength: one, or from a weaker end up to a stronger one. */
export type LabelStrength = { readonly strength: Strength; readonly upTo: Strength | null };

/**
 * What a label says, one strength or a range: `1:12`, `25-45 ml per 25 l`, `2 to 3 oz per 4 gal`, `8 to 10 to 1`,
 * `1:10-1:20`, `between 4 and 6 %`. The ends may come in either order. What is one strength for {@link parseStrength}
 * is never taken for a range. Never throws and never takes long, whatever is typed.
 *
 * @returns both ends, or a refusal that names the field and what would work
 */
export function parseLabelStrength(text: string, options: StrengthOptions = {}): Outcome<LabelStrength> {
  const one = parseStrength(text, options);
  if (one.ok) return accept({ strength: one.value, upTo: null });
  const { field = 'Strength' } = options;
  const said = withoutFrame(inFigures(text.slice(0, 80).trim()));
  let telling: Refusal | null = null;
  for (const [left, right] of pairsIn(said)) {
    const a = parseStrength(left, options);
    const b = parseStrength(right, options);
    if (a.ok && b.ok) return inOrder(a.value, b.value, field);
    telling ??= [a, b].find((read): read is Refusal => !read.ok && TELLING.has(read.code)) ?? null;
  }
  if (telling || one.code !== 'strength.range') return telling ?? one;
  const shown = text.trim().slice(0, 30);
  return refuse('strength.range', { field, typed: shown, part: true });
}

/** Why an end cannot be read, where the text was a range for certain. */
const TELLING = new Set([
  'unit.ambiguous',
  'number.ambiguous',
  'strength.overNeat',
  'strength.nothing',
  'strength.grams',
  'depth.unknown',
]);

const withoutFrame = (said: string): string =>
  /^between /.test(said) ? said.slice(8).replace(/ and /, ' to ') : said.replace(/^from /, '');

function inOrder(a: Strength, b: Strength, field: string): Outcome<LabelStrength> {
  const [f, g] = [fractionOf(a, field), fractionOf(b, field)];
  if (!f.ok) return f;
  if (!g.ok) return g;
  if (sameStrength(f.value, g.value)) {
    return refuse('strength.sameEnds', { field });
  }
  return accept(f.value < g.value ? { strength: a, upTo: b } : { strength: b, upTo: a });
}

const NUM = String.raw`(?:\d[\d.,]*(?: \d+\/\d+)?|\d+\/\d+|[.,]\d+)`;
const DASH = /\s?(?:[-\u2013\u2014]|\bto\b)\s?/g;
const LAST_NUMBER = new RegExp(`^(.*?)(?<![\\d.,/])(${NUM})$`);
const FIRST_NUMBER = new RegExp(`^(${NUM})(?![\\d.,/])(.*)$`);
const AMOUNT = new RegExp(`^${NUM} ?([a-z][a-z ]*)$`);
const AMOUNT_OF = new RegExp(
  `^${NUM} ?([a-z][a-z ]*?)( ?[/+:].*| (?:per|in|to|for|into|plus|made|on|with|added)\\b.*)$`,
);

/** The two texts a range could stand for, at each place where it could be divided. */
function* pairsIn(said: string): Generator<[string, string]> {
  for (const dash of said.matchAll(DASH)) {
    const left = said.slice(0, dash.index);
    const right = said.slice(dash.index + dash[0].length);
    if (left === '' || right === '') continue;
    const shared = twoNumbers(left, right);
    if (shared) yield shared;
    const rest = AMOUNT_OF.exec(right);
    if (rest && AMOUNT.exec(left)?.[1] === rest[1]) yield [`${left}${rest[2]}`, right];
    yield [left, right];
  }
}

/** `25-45 ml per 25 l`: two numbers, from the smaller to the larger, in one and the same text. */
function twoNumbers(left: string, right: string): [string, string] | null {
  const [, head, a] = LAST_NUMBER.exec(left) ?? [];
  const [, b, tail] = FIRST_NUMBER.exec(right) ?? [];
  if (head === undefined || a === undefined || b === undefined || tail === undefined) return null;
  const [low, high] = [parseNumber(a, ''), parseNumber(b, '')];
  if (!low.ok || !high.ok || low.value > high.value) return null;
  // Beside two bare numbers only a 1 says which of three belong together: 8 to 10 to 1.
  const beside = `${head}${tail}`;
  const bare = !/%|[a-z]/.test(beside.replace(/\b(?:to|in|parts?)\b/g, ''));
  if (bare && !/(?<![\d.,])1(?![\d.,])/.test(beside)) return null;
  return [`${head}${a}${tail}`, `${head}${b}${tail}`];
}

/** An entry of a label, with one strength or two ends. */
type Entry = {
  readonly strength: Strength;
  readonly fraction: number;
  readonly upTo: Strength | null;
  readonly upToFraction: number | null;
};

/** One end of a label's entry, or its only strength. */
export type LabelEnd<E> = E & { readonly end: 'only' | 'weaker' | 'stronger' };

/** Every strength a label names, each by itself: of an entry with two ends first the weaker, then the stronger. */
export const labelEnds = <E extends Entry>(entries: readonly E[]): LabelEnd<E>[] =>
  entries.flatMap((e): LabelEnd<E>[] =>
    e.upTo === null || e.upToFraction === null
      ? [{ ...e, end: 'only' }]
      : [
          { ...e, end: 'weaker' },
          { ...e, strength: e.upTo, fraction: e.upToFraction, end: 'stronger' },
        ],
  );

/**
 * A label's strength as the trade writes it, the weaker end first.
 *
 * @example '1:20 to 1:10'
 */
export const formatLabelStrength = ({ strength, upTo }: LabelStrength): string =>
  upTo === null ? formatStrength(strength) : `${formatStrength(strength)} to ${formatStrength(upTo)}`;

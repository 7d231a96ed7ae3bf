import { normalFrom, uniformFrom } from '../mixing/random.ts';
import { type Gap, gapsOf, type SourceKey } from './gaps.ts';

// Years made up to hold the search for causes against: who pours what with what is drawn, what is wrong is planted.

export type Planted = { readonly source: SourceKey; readonly share: number };

const PRODUCTS = 9;
const PEOPLE = 5;
const MEASURES = 4;
const PLACES = 3;
const MONTHS = 12;
const MONTH_MS = 30 * 86_400_000;

/** Weights for some of many, a few of them most of it. */
const unequal = (n: number, uniform: () => number): number[] =>
  Array.from({ length: n }, () => uniform() ** 2 + 0.03);

function drawn(weights: readonly number[], uniform: () => number): number {
  let left = uniform() * weights.reduce((a, b) => a + b, 0);
  for (const [i, weight] of weights.entries()) {
    left -= weight;
    if (left <= 0) return i;
  }
  return weights.length - 1;
}

/**
 * The gaps of a year: nine products counted once a month, half of them on a scale, half with a dipstick; five people with
 * four measures in three places, each product mostly poured by a few of them.
 *
 * @param planted what gives more than is booked, and by which share; null: nothing
 */
export function simulatedYear(seed: number, planted: Planted | null): Gap[] {
  const uniform = uniformFrom(seed);
  const normal = normalFrom(uniform);
  return Array.from({ length: PRODUCTS }, (_, product) => {
    const [people, measures, places] = [PEOPLE, MEASURES, PLACES].map((n) => unequal(n, uniform)) as [
      number[],
      number[],
      number[],
    ];
    const poursAMonth = 12 + Math.floor(25 * uniform());
    const eachUl = 25_000 + 75_000 * uniform();
    const onAScale = uniform() < 0.5;
    const sizeUl = 2 * MONTHS * poursAMonth * eachUl;
    let really = sizeUl;
    const booked = [];
    const counts = [];
    for (let month = 0; month < MONTHS; month++) {
      const poured = [];
      for (let n = 0; n < poursAMonth; n++) {
        const ul = Math.round(eachUl * (0.7 + 0.6 * uniform()));
        const sources: SourceKey[] = [
          `person:${drawn(people, uniform)}`,
          `measure:${drawn(measures, uniform)}`,
          `place:${drawn(places, uniform)}`,
        ];
        const more = planted && sources.includes(planted.source) ? planted.share : 0;
        really -= ul * (1 + more + 0.06 * normal());
        poured.push({ ul, pours: 1, sources });
      }
      const withinUl = onAScale ? 12_000 : 80_000;
      counts.push({ atMs: (month + 1) * MONTH_MS, ul: really + (withinUl / 1.96) * normal(), withinUl });
      booked.push({
        part: month,
        otherUl: month === 0 ? sizeUl : 0,
        wastedUl: 0,
        byRecipe: { bookedUl: 0, recipeUl: 0, pours: 0 },
        poured,
      });
    }
    return gapsOf({ containerId: product, productId: product, cameMs: 0, counts, booked });
  }).flat();
}

/** What poured at least a twelfth of all that was, so that it can be found at all. */
export function sourcesThatCount(gaps: readonly Gap[]): SourceKey[] {
  const all = gaps.reduce((sum, g) => sum + g.poured.ul, 0);
  const of = new Map<SourceKey, number>();
  for (const { by } of gaps) for (const [source, { ul }] of by) of.set(source, (of.get(source) ?? 0) + ul);
  return [...of].filter(([, ul]) => ul >= all / 12).map(([source]) => source);
}

import { accept, type Outcome, refuse } from '../outcome.ts';
import type { Measure } from './chooseMeasure.ts';

/** An amount read off one measure: filled to the top so many times, then once more to `lastUl`. */
export type MeasuredPart<M extends Measure = Measure> = {
  readonly measure: M;
  readonly fullFills: number;
  readonly lastUl: number;
  readonly ul: number;
};

/** A way to measure an amount with what there is. */
export type PracticalPour<M extends Measure = Measure> = {
  readonly parts: readonly MeasuredPart<M>[];
  readonly ul: number;
  /** How far it is from the amount asked for, relative to it: 0.04 is 4 % too much. */
  readonly error: number;
  /** How many times something is filled. */
  readonly actions: number;
};

/** Off by more than this, a way of measuring is only offered where nothing better is left. */
const GOOD_ENOUGH = 0.02;

/**
 * The ways to measure an amount of product with at most two measures, each filled any number of times to any of its
 * graduations, best first. The first is the best there is.
 *
 * Those outside the band or over 2 % off are dropped; of the rest the fewest actions come first, then the least error.
 * Where none is within 2 %, the least error comes first.
 *
 * @param wantedUl microlitres, above 0
 * @param band the least and most product that keep the mix inside its band, if it has one
 * @example 57.692 ml with a 7.5 ml cap and a jug in steps of 5 ml: one cap and 50 ml, 0.33 % short
 * @example 145.9 ml with a 12.5 ml cap and a 1 L jug in steps of 10 ml: two caps and 120 ml, three fills, 0.6 % short
 */
export function practicalPours<M extends Measure>(
  wantedUl: number,
  measures: readonly M[],
  band?: { leastUl: number; mostUl: number },
): PracticalPour<M>[] {
  const inBand = ({ ul }: PracticalPour) => !band || (ul >= band.leastUl && ul <= band.mostUl);
  const better = (a: PracticalPour, b: PracticalPour) => compare(a, b, inBand);
  const slackUl = Math.max(0, Math.min(GOOD_ENOUGH * wantedUl, wantedUl - (band?.leastUl ?? 0)));
  const found = measures.flatMap((m) =>
    readings(wantedUl, m, slackUl).map((ul) => pourOf(wantedUl, [partOf(m, ul)])),
  );
  const good = found.filter((p) => isGoodEnough(p) && inBand(p));
  // With two measures nothing is looked for that takes more fills than one measure does already.
  const fewest = good.length > 0 ? Math.min(...good.map((p) => p.actions)) : Number.POSITIVE_INFINITY;
  for (const [i, one] of measures.entries()) {
    for (const other of measures.slice(i + 1)) {
      const pair = one.stepUl >= other.stepUl ? ([one, other] as const) : ([other, one] as const);
      const best = bestOfTwo(wantedUl, pair, fewest, slackUl, better);
      // Twice what was asked for is no way to measure it.
      if (best && best.ul <= 2 * wantedUl) found.push(best);
    }
  }
  return withoutRepeats(found.sort(better));
}

/** Inside the band before outside, good enough before not; then fewest actions, or, where neither is good, least error. */
function compare(a: PracticalPour, b: PracticalPour, inBand: (pour: PracticalPour) => boolean): number {
  const rank = (p: PracticalPour) => (inBand(p) ? 0 : 2) + (isGoodEnough(p) ? 0 : 1);
  const byError = Math.abs(a.error) - Math.abs(b.error);
  const byActions = a.actions - b.actions;
  return (
    rank(a) - rank(b) ||
    (rank(a) === 0 ? byActions || byError : byError || byActions) ||
    a.parts.length - b.parts.length
  );
}

/**
 * The best way with two measures, some in each: every amount the coarser one can be read to, and beside it the nearest
 * the finer one can add.
 */
function bestOfTwo<M extends Measure>(
  wantedUl: number,
  [coarse, fine]: readonly [M, M],
  mostActions: number,
  slackUl: number,
  better: (a: PracticalPour, b: PracticalPour) => number,
): PracticalPour<M> | null {
  let best: PracticalPour<M> | null = null;
  const most = Math.min(wantedUl + coarse.stepUl, mostActions * coarse.capacityUl);
  const least = Number.isFinite(mostActions) ? wantedUl - mostActions * fine.capacityUl : 0;
  const from = Math.max(1, Math.floor(least / coarse.stepUl));
  for (let i = from; i * coarse.stepUl <= most; i++) {
    const first = i * coarse.stepUl;
    const rest = wantedUl - first;
    for (const ul of rest > fine.stepUl ? readings(rest, fine, slackUl) : [fine.stepUl]) {
      const pour = pourOf(wantedUl, [partOf(coarse, first), partOf(fine, ul)]);
      if (best === null || better(pour, best) < 0) best = pour;
    }
  }
  return best;
}

/**
 * Whether what was said to be measured can be: each part at a graduation of its measure, and all of it as near the amount
 * asked for as a graduation of the coarsest or 2 %.
 *
 * @param parts what each measure gave, in microlitres
 */
export function isMeasuredSo(
  wantedUl: number,
  parts: readonly { readonly measure: Measure; readonly ul: number }[],
): boolean {
  const ul = parts.reduce((sum, p) => sum + p.ul, 0);
  const coarsest = Math.max(...parts.map((p) => p.measure.stepUl));
  return (
    parts.length > 0 &&
    parts.every((p) => p.ul > 0 && p.ul % p.measure.stepUl === 0) &&
    Math.abs(ul - wantedUl) <= Math.max(GOOD_ENOUGH * wantedUl, coarsest)
  );
}

/**
 * The graduation an amount is printed to so that it says what is poured: that of the finest measure it takes, to the
 * tenth where what is counted gives less than that.
 *
 * @returns microlitres; undefined where nothing is measured
 */
export function printedStep(
  parts: readonly { readonly measure: Measure; readonly ul: number }[],
): number | undefined {
  if (parts.length === 0) return undefined;
  return [1_000, 500, 100, 10].find((step) => parts.every((p) => p.ul % step === 0)) ?? 1;
}

/** Whether a way of measuring is within 2 % of what was asked for. */
export const isGoodEnough = (pour: PracticalPour): boolean => Math.abs(pour.error) <= GOOD_ENOUGH;

/**
 * The amount as one measure is read, however many times it has to be filled.
 *
 * @returns null where the measure's own step is more than twice the amount: it can't be read there
 */
export function pourWith<M extends Measure>(wantedUl: number, measure: M): PracticalPour<M> | null {
  const ways = aroundSteps(wantedUl, measure).map((ul) => pourOf(wantedUl, [partOf(measure, ul)]));
  return ways.sort((a, b) => Math.abs(a.error) - Math.abs(b.error))[0] ?? null;
}

/**
 * The readings next to an amount, and the whole fills that are near enough with the fewest of them.
 *
 * @param slackUl how much less is near enough
 */
function readings(ul: number, measure: Measure, slackUl: number): number[] {
  const { capacityUl } = measure;
  const fewest = Math.ceil((ul - slackUl) / capacityUl - 1e-9) * capacityUl;
  const last = Math.floor(ul / capacityUl) * capacityUl;
  const whole = [fewest, last].filter((n) => n > 0 && n <= ul);
  return [...new Set([...aroundSteps(ul, measure), ...whole])];
}

function aroundSteps(ul: number, { stepUl }: Measure): number[] {
  const below = Math.floor(ul / stepUl) * stepUl;
  return [below, below + stepUl].filter((n) => n > 0 && n <= 2 * ul);
}

function partOf<M extends Measure>(measure: M, ul: number): MeasuredPart<M> {
  const fullFills = Math.max(0, Math.ceil(ul / measure.capacityUl - 1e-9) - 1);
  return { measure, fullFills, lastUl: ul - fullFills * measure.capacityUl, ul };
}

function pourOf<M extends Measure>(wantedUl: number, parts: MeasuredPart<M>[]): PracticalPour<M> {
  const ul = parts.reduce((sum, p) => sum + p.ul, 0);
  return {
    parts: parts.sort((a, b) => b.ul - a.ul),
    ul,
    error: ul / wantedUl - 1,
    actions: parts.reduce((sum, p) => sum + p.fullFills + 1, 0),
  };
}

function withoutRepeats<M extends Measure>(pours: PracticalPour<M>[]): PracticalPour<M>[] {
  const seen = new Set<string>();
  return pours.filter((p) => {
    const key = p.parts
      .map((part) => `${part.measure.name} ${part.ul}`)
      .sort()
      .join();
    return seen.has(key) ? false : seen.add(key);
  });
}

/**
 * Whether an amount can be measured at all: with less than half the finest graduation there is, nobody can tell it from
 * nothing.
 *
 * @param measures those there are; with none, nothing is known and nothing refused
 * @example checkMeasurable(7_000, [{ stepUl: 500 }]) // { ok: true, value: null }
 */
export function checkMeasurable(
  productUl: number,
  measures: readonly { readonly stepUl: number }[],
): Outcome<null> {
  const finestUl = Math.min(...measures.map((m) => m.stepUl));
  if (measures.length === 0 || productUl === 0 || productUl >= finestUl / 2) return accept(null);
  return refuse('strength.notMeasurable', { productUl, finestUl });
}

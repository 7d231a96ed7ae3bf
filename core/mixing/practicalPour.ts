import { accept, type Outcome, refuse } from '../outcome.ts';
import { formatExactVolume, formatVolume } from '../units/formatVolume.ts';
import type { UnitSystem } from '../units/volume.ts';
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
 * The ways to measure an amount of product with at most two measures, best first.
 *
 * Those outside the band or over 2 % off are dropped; of the rest the fewest actions come first, then the least error.
 * Where none is within 2 %, the least error comes first.
 *
 * @param wantedUl microlitres, above 0
 * @param band the least and most product that keep the mix inside its band, if it has one
 * @example 57.692 ml with a 7.5 ml cap and a jug in steps of 5 ml: one cap and 50 ml, 0.33 % short
 */
export function practicalPours<M extends Measure>(
  wantedUl: number,
  measures: readonly M[],
  band?: { leastUl: number; mostUl: number },
): PracticalPour<M>[] {
  const found: PracticalPour<M>[] = [];
  for (const one of measures) {
    for (const ul of aroundSteps(wantedUl, one)) found.push(pourOf(wantedUl, [partOf(one, ul)]));
    for (const other of measures) {
      if (
        other === one ||
        other.stepUl > one.stepUl ||
        (other.stepUl === one.stepUl && other.capacityUl >= one.capacityUl)
      )
        continue;
      for (const first of startsBelow(wantedUl, one)) {
        const rest = wantedUl - first;
        for (const ul of aroundSteps(rest, other))
          found.push(pourOf(wantedUl, [partOf(one, first), partOf(other, ul)]));
      }
      // The coarse measure may also top up what the fine one started.
      for (let n = 1; n <= 2; n++) {
        const first = n * other.capacityUl;
        if (first >= wantedUl) break;
        for (const ul of aroundSteps(wantedUl - first, one))
          found.push(pourOf(wantedUl, [partOf(one, ul), partOf(other, first)]));
      }
    }
  }
  const usable = found.filter((p) => !band || (p.ul >= band.leastUl && p.ul <= band.mostUl));
  const pool = usable.length > 0 ? usable : found;
  const good = pool.filter((p) => Math.abs(p.error) <= GOOD_ENOUGH);
  const byError = (a: PracticalPour<M>, b: PracticalPour<M>) => Math.abs(a.error) - Math.abs(b.error);
  const ordered =
    good.length > 0
      ? good.sort((a, b) => a.actions - b.actions || byError(a, b) || a.parts.length - b.parts.length)
      : pool.sort((a, b) => byError(a, b) || a.actions - b.actions);
  return withoutRepeats(ordered);
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

function aroundSteps(ul: number, { stepUl }: Measure): number[] {
  const below = Math.floor(ul / stepUl) * stepUl;
  return [below, below + stepUl].filter((n) => n > 0 && n <= 2 * ul);
}

/** Where to stop with the first of two measures: after whole fills of it, or at its last graduation below the amount. */
function startsBelow(ul: number, { capacityUl, stepUl }: Measure): number[] {
  const fills = Math.floor(ul / capacityUl);
  const whole = [fills, fills - 1, 1].map((n) => n * capacityUl);
  const graduation = Math.floor(ul / stepUl) * stepUl;
  return [...new Set([...whole, graduation, graduation - stepUl])].filter((n) => n > 0 && n < ul);
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
  show: UnitSystem = 'metric',
): Outcome<null> {
  const finestUl = Math.min(...measures.map((m) => m.stepUl));
  if (measures.length === 0 || productUl === 0 || productUl >= finestUl / 2) return accept(null);
  return refuse(
    'strength.notMeasurable',
    'Strength',
    `That takes ${formatExactVolume(productUl)} of product, and the finest measure here reads ${formatVolume(finestUl, show)}.`,
    'Make more of it, type a stronger mix, or let it down in two stages.',
  );
}

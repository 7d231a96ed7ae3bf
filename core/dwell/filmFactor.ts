import { halving } from '../halving.ts';
import { type WindowAsked, workingWindow } from './workingWindow.ts';

// What is learned from films that were seen to dry: how much more or less of them stays than the model says.

/** How far a factor goes either way: beyond that something else was wrong. */
export const FACTOR_RANGE = [0.5, 2] as const;
/** So many notes weigh as much as the trade's own figure. */
const PRIOR = 3;

/**
 * The film factor at which a film would have begun to dry just when it was seen to, in the weather it had.
 *
 * @param asked what the window was worked out from, with a factor on its films
 * @param seenS when it began to dry at its edges, in seconds from the first layer
 * @returns 0.5 to 2; the nearer end where even that does not reach
 */
export function factorSeen(asked: (factor: number) => WindowAsked, seenS: number): number {
  const begins = (factor: number): number => {
    const found = workingWindow(asked(factor));
    return found.ok ? (found.value.beginsS ?? Number.POSITIVE_INFINITY) : 0;
  };
  const [less, more] = FACTOR_RANGE.map(Math.log) as [number, number];
  if (begins(Math.exp(less)) >= seenS) return FACTOR_RANGE[0];
  if (begins(Math.exp(more)) <= seenS) return FACTOR_RANGE[1];
  return Math.exp(halving((ln) => begins(Math.exp(ln)) < seenS, less, more, 1e-7));
}

/**
 * One factor from all that was seen, drawn towards 1 while that is little: `k = exp(n/(n+3) mean ln s_i)`, clamped to
 * 0.5 to 2.
 *
 * @example combinedFactor([0.8]) // 0.946
 */
export function combinedFactor(seen: readonly number[]): number {
  if (seen.length === 0) return 1;
  const mean = seen.reduce((sum, s) => sum + Math.log(s), 0) / seen.length;
  const k = Math.exp((seen.length / (seen.length + PRIOR)) * mean);
  return Math.min(FACTOR_RANGE[1], Math.max(FACTOR_RANGE[0], k));
}

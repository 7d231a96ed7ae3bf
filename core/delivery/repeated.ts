import { studentT } from './studentT.ts';

/** The same thing measured several times. */
export type Repeated = {
  readonly mean: number;
  /** Relative standard uncertainty of the mean. */
  readonly u: number;
  /** The 95 % interval; null after one run, which says nothing about how runs differ. */
  readonly interval: { readonly from: number; readonly to: number } | null;
  readonly runs: number;
  /** Which runs are unlike the others, by their place in the list. They count until a person leaves them out. */
  readonly unlike: readonly number[];
};

/** Relative standard uncertainty of a single run. */
export const ONE_RUN = 0.1;

/**
 * The mean of runs with its interval: `u^2 = s^2 / n + u_1^2 + u_2^2 ...` relative, 95 % with Student's t at n - 1.
 * Errors that are the same in every run (of the flow, of the bottle's volume) don't average out.
 *
 * @param values one reading a run, each over 0; at least one
 * @param common relative standard uncertainties shared by all runs
 */
export function repeatedMean(values: readonly number[], common: readonly number[]): Repeated {
  const runs = values.length;
  const mean = meanOf(values);
  if (runs < 2) return { mean, u: ONE_RUN, interval: null, runs, unlike: [] };
  const u = Math.hypot(deviationOf(values) / mean / Math.sqrt(runs), ...common);
  const half = studentT(runs - 1) * u * mean;
  return {
    mean,
    u,
    interval: { from: Math.max(0, mean - half), to: mean + half },
    runs,
    unlike: unlikeOthers(values),
  };
}

/** Two runs this far apart, or one this far from the others, are looked at again. */
const UNLIKE = 0.12;
const TWO_APART = 0.2;

/** A run is unlike the others where it is over 12 % and three of their own deviations from their mean; of two, neither can be told. */
function unlikeOthers(values: readonly number[]): number[] {
  if (values.length === 2) {
    const [a = 0, b = 0] = values;
    return Math.abs(a - b) > TWO_APART * meanOf(values) ? [0, 1] : [];
  }
  return values.flatMap((value, i) => {
    const others = values.filter((_, j) => j !== i);
    const off = Math.abs(value - meanOf(others));
    return off > UNLIKE * meanOf(others) && off > 3 * deviationOf(others) ? [i] : [];
  });
}

const meanOf = (values: readonly number[]): number => values.reduce((sum, v) => sum + v, 0) / values.length;

/** The sample standard deviation, n - 1. */
export function deviationOf(values: readonly number[]): number {
  const mean = meanOf(values);
  return Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / (values.length - 1));
}

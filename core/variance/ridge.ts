/** A row of a regression: how much of each cause was in it, what came of it, and how much it says (1 over its variance). */
export type Row = { readonly x: readonly number[]; readonly y: number; readonly weight: number };

/**
 * What each cause adds for each unit of it, shrunk towards nothing: minimises the weighted squared misses plus each effect
 * squared times its penalty.
 *
 * @param penalties one for each cause, more than 0: 1 over how far from nothing an effect usually is, squared
 * @example one cause with rows (1, 2) and (2, 4) and next to no penalty: 2
 * Source: Hoerl and Kennard, Ridge Regression, 1970.
 */
export function ridge(rows: readonly Row[], penalties: readonly number[]): number[] {
  const { gram, moment } = normalEquations(rows, penalties.length);
  return solveRidge(gram, moment, penalties);
}

type NormalEquations = { gram: number[][]; moment: number[] };

function normalEquations(rows: readonly Row[], causes: number): NormalEquations {
  const gram = Array.from({ length: causes }, () => new Array<number>(causes).fill(0));
  const moment = new Array<number>(causes).fill(0);
  for (const { x, y, weight } of rows) {
    if (weight === 0) continue;
    for (let i = 0; i < causes; i++) {
      const xi = (x[i] as number) * weight;
      if (xi === 0) continue;
      moment[i] = (moment[i] as number) + xi * y;
      const row = gram[i] as number[];
      for (let j = 0; j < causes; j++) row[j] = (row[j] as number) + xi * (x[j] as number);
    }
  }
  return { gram, moment };
}

/** Solves by Cholesky's factors: with penalties over nothing the matrix is always positive definite. */
function solveRidge(gram: number[][], moment: number[], penalties: readonly number[]): number[] {
  const n = penalties.length;
  const lower = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  const solved: number[] = [];
  for (let i = 0; i < n; i++) {
    const row = lower[i] as number[];
    for (let j = 0; j <= i; j++) {
      const other = lower[j] as number[];
      let rest = ((gram[i] as number[])[j] as number) + (i === j ? (penalties[i] as number) : 0);
      for (let k = 0; k < j; k++) rest -= (row[k] as number) * (other[k] as number);
      row[j] = i === j ? Math.sqrt(rest) : rest / (other[j] as number);
    }
    let rest = moment[i] as number;
    for (let k = 0; k < i; k++) rest -= (row[k] as number) * (solved[k] as number);
    solved.push(rest / (row[i] as number));
  }
  for (let i = n - 1; i >= 0; i--) {
    let rest = solved[i] as number;
    for (let k = i + 1; k < n; k++) rest -= ((lower[k] as number[])[i] as number) * (solved[k] as number);
    solved[i] = rest / ((lower[i] as number[])[i] as number);
  }
  return solved;
}

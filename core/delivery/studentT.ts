// biome-ignore format: a printed table, ten to a line
const TWO_SIDED_95 = [
  12.7062, 4.3027, 3.1824, 2.7764, 2.5706, 2.4469, 2.3646, 2.306, 2.2622, 2.2281,
  2.201, 2.1788, 2.1604, 2.1448, 2.1314, 2.1199, 2.1098, 2.1009, 2.093, 2.086,
  2.0796, 2.0739, 2.0687, 2.0639, 2.0595, 2.0555, 2.0518, 2.0484, 2.0452, 2.0423,
];
export const NORMAL_95 = 1.959964;

/**
 * Student's t for a two-sided 95 % interval.
 *
 * From the usual printed table up to 30 degrees of freedom; beyond, by the first terms of the Cornish-Fisher expansion,
 * which is right to four decimals there.
 *
 * @param freedom degrees of freedom, whole, 1 or more
 * @throws RangeError below 1
 * @example studentT(4) // 2.7764
 */
export function studentT(freedom: number): number {
  if (!(freedom >= 1)) throw new RangeError(`no interval with ${freedom} degrees of freedom`);
  const printed = TWO_SIDED_95[Math.floor(freedom) - 1];
  if (printed !== undefined) return printed;
  const z = NORMAL_95;
  return z + (z ** 3 + z) / (4 * freedom) + (5 * z ** 5 + 16 * z ** 3 + 3 * z) / (96 * freedom ** 2);
}

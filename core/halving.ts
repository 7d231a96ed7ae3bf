/**
 * Where a rising condition turns from true to false, found by halving.
 *
 * @param below whether a value lies below the wanted one; true up to it, and false from there on
 * @param low, high the wanted value lies between them
 * @param within how near to it is near enough, in the units of both
 * @returns a value at most `within` from it
 * @example halving((x) => x * x < 2, 0, 2, 1e-9) // 1.4142135...
 */
export function halving(
  below: (value: number) => boolean,
  low: number,
  high: number,
  within: number,
): number {
  let [from, to] = [low, high];
  // Halved so often, nothing is left between them that a number could tell apart.
  for (let i = 0; i < 64 && to - from > within; i++) {
    const middle = (from + to) / 2;
    if (below(middle)) from = middle;
    else to = middle;
  }
  return (from + to) / 2;
}

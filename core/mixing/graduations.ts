/**
 * Round steps for a scale: the smallest of 1, 2 or 5 times a power of ten that leaves at most `most` of them.
 *
 * @param span the length of the scale in its own unit, above 0
 * @example graduationStep(750, 8) // 100
 */
export function graduationStep(span: number, most: number): number {
  const rough = span / most;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].find((m) => m * power >= rough * (1 - 1e-9)) ?? 10;
  return step * power;
}

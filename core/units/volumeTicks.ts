import { UNIT_UL, type UnitSystem } from './units.ts';

const STEPS: Record<UnitSystem, readonly number[]> = {
  metric: [1, 10, 100, 1_000, 10_000, 100_000].flatMap((ml) =>
    [ml, 2 * ml, 5 * ml].map((n) => n * UNIT_UL.ml),
  ),
  us: [
    ...[1, 2, 4, 8, 16, 32, 64].map((n) => n * UNIT_UL.usFlOz),
    ...[1, 2, 5, 10, 20, 50, 100].map((n) => n * UNIT_UL.usGal),
  ],
  imperial: [
    ...[1, 2, 5, 10, 20, 40, 80].map((n) => n * UNIT_UL.impFlOz),
    ...[1, 2, 5, 10, 20, 50, 100].map((n) => n * UNIT_UL.impGal),
  ],
};

/**
 * Where an axis of volumes is marked: whole steps of the system that people count in, from nothing up.
 *
 * @param uptoUl the most that is drawn, in microlitres, over 0
 * @param most so many marks at the most, besides nothing
 * @returns microlitres, the first 0
 * @example volumeTicks(18_000_000, 'metric', 5) // 0, 5, 10 and 15 L
 */
export function volumeTicks(uptoUl: number, system: UnitSystem, most: number): number[] {
  const steps = STEPS[system];
  const step = steps.find((s) => uptoUl / s <= most) ?? uptoUl / most;
  return Array.from({ length: Math.floor(uptoUl / step + 1e-9) + 1 }, (_, i) => i * step);
}

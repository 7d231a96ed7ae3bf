import { accept, type Outcome, refuse } from '../outcome.ts';

/** Water hardness in one unit of each kind, in ppm of calcium carbonate. */
export const HARDNESS_PPM = { ppm: 1, dH: 17.85, fH: 10, gpg: 17.12 } as const;
export type HardnessUnit = keyof typeof HARDNESS_PPM;

/** From here on hardness begins to cost product, and so much later a label's high dose is reached. */
const SOFT_PPM = 50;
const SPAN_PPM = 250;

/**
 * Hardness in ppm of calcium carbonate.
 *
 * @param amount 0 to 2000 ppm in any unit
 * @example hardnessPpm(12, 'dH') // { ok: true, value: 214.2 }
 */
export function hardnessPpm(amount: number, unit: HardnessUnit): Outcome<number> {
  const ppm = amount * HARDNESS_PPM[unit];
  if (ppm >= 0 && ppm <= 2_000) return accept(ppm);
  return refuse(
    'hardness.range',
    'Hardness',
    'Hardness is not between 0 and 2000 ppm.',
    'Type what the test strip or the water company says.',
  );
}

/**
 * The dose of a shampoo or soap between a label's low and high: `d = low + (high - low) clamp((H - 50) / 250, 0, 1)`.
 * Rinseless products soften their own water and take none of this.
 *
 * @param low the label's dose for soft water, in any unit of dose
 * @param high the label's dose for hard water, in the same unit
 * @param ppm hardness in ppm of calcium carbonate
 * @example hardnessDose(20, 40, 210) // 32.8
 */
export function hardnessDose(low: number, high: number, ppm: number): number {
  return low + (high - low) * Math.min(1, Math.max(0, (ppm - SOFT_PPM) / SPAN_PPM));
}

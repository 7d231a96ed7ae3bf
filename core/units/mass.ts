import { accept, type Outcome, refuse } from '../outcome.ts';
import type { Like } from '../refusals.ts';
import { parseWithUnit } from './parseNumber.ts';

/** Grams in each unit people weigh in. */
const UNIT_G: Record<string, number> = {
  g: 1,
  gram: 1,
  grams: 1,
  kg: 1_000,
  kilo: 1_000,
  kilos: 1_000,
  oz: 28.349523125,
  lb: 453.59237,
  lbs: 453.59237,
};

/**
 * A weight as a person types it, in grams. Without a unit it is grams.
 *
 * @param field its name on the screen, for the refusal
 * @returns 0 to 1,500,000 g; the international avoirdupois pound is 453.59237 g exactly
 * @example parseMass('10.1 kg', 'Weight') // { ok: true, value: 10100 }
 */
export function parseMass(text: string, field: string, like: Like = 'mass'): Outcome<number> {
  const unit = /([a-zµ]+)\.?\s*$/i.exec(text.trim())?.[1]?.toLowerCase();
  const per = unit === undefined ? 1 : UNIT_G[unit];
  if (per === undefined) return refuse('mass.unit', { field, like });
  const amount = parseWithUnit(text.trim(), /[a-zµ]+\.?\s*$/i, field, like);
  if (!amount.ok) return amount;
  const grams = amount.value * per;
  if (grams < 0 || grams > 1_500_000) return refuse('mass.range', { field, like });
  return accept(grams);
}

/** A weight as people read it: `850 g`, `10.10 kg`. */
export const formatMass = (grams: number): string =>
  grams < 1_000 ? `${Math.round(grams)} g` : `${(grams / 1_000).toFixed(2)} kg`;

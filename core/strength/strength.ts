import { accept, type Outcome, refuse } from '../outcome.ts';
import { type Quantity, UNIT_UL } from '../units/units.ts';
import type { DoseReading, Strength } from './notation.ts';

declare const ofTheWhole: unique symbol;

/** Product as a share of the whole mix: 0 < f <= 1. The one internal form of every strength. */
export type Fraction = number & { readonly [ofTheWhole]: true };

export const NEAT = 1 as Fraction;

/** Fractions closer than this, relatively, are the same strength. */
const SAME = 1e-9;

/** Whether two fractions are the same strength, within one part in a thousand million. */
export function sameStrength(a: Fraction, b: Fraction): boolean {
  return Math.abs(a - b) <= SAME * Math.max(a, b);
}

/**
 * The fraction a strength stands for.
 *
 * @returns a refusal where the strength is nothing, below zero, not a number, or over neat
 * @example fractionOf({ notation: 'parts', water: 12 }) // { ok: true, value: 1 / 13 }
 */
export function fractionOf(strength: Strength, field = 'Strength'): Outcome<Fraction> {
  const f = rawFraction(strength);
  if (!Number.isFinite(f) || f <= 0) {
    return refuse('strength.nothing', { field });
  }
  if (f > 1 + SAME) {
    return refuse('strength.overNeat', { field });
  }
  return accept(Math.min(1, f) as Fraction);
}

function rawFraction(strength: Strength): number {
  switch (strength.notation) {
    case 'parts':
      return strength.water < 0 ? Number.NaN : 1 / (strength.water + 1);
    case 'inTotal':
      return 1 / strength.total;
    case 'percent':
      return strength.percent / 100;
    case 'dose': {
      const dose = strength.dose.amount * UNIT_UL[strength.dose.unit];
      const per = strength.per.amount * UNIT_UL[strength.per.unit];
      return strength.reading === 'madeUp' ? dose / per : dose / (per + dose);
    }
    case 'grams':
      return strength.gramsPerL / (1000 * strength.gPerMl);
  }
}

/**
 * A fraction written in a notation, the way back from {@link fractionOf}.
 *
 * A dose is given in millilitres per litre; grams per litre at `gPerMl`, the product's density.
 *
 * @example inNotation(0.04 as Fraction, 'percent') // { notation: 'percent', percent: 4 }
 */
export function inNotation(
  f: Fraction,
  notation: 'parts' | 'inTotal' | 'percent' | 'grams' | DoseReading,
  gPerMl = 1,
): Strength {
  switch (notation) {
    case 'parts':
      return { notation, water: (1 - f) / f };
    case 'inTotal':
      return { notation, total: 1 / f };
    case 'percent':
      return { notation, percent: f * 100 };
    case 'grams':
      return { notation, gramsPerL: f * 1000 * gPerMl, gPerMl };
    case 'madeUp':
      return { notation: 'dose', dose: { amount: f * 1000, unit: 'ml' }, per: LITRE, reading: notation };
    case 'onTop':
      // Neat is on top of no water, however much of it there is.
      if (f >= 1) return { notation: 'percent', percent: 100 };
      return {
        notation: 'dose',
        dose: { amount: (f * 1000) / (1 - f), unit: 'ml' },
        per: LITRE,
        reading: notation,
      };
  }
}

const LITRE: Quantity = { amount: 1, unit: 'l' };

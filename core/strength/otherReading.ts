import type { Strength } from './notation.ts';
import { fractionOf } from './strength.ts';

/** A different amount of product by more than this share of the chosen one is worth showing. */
const WORTH_SHOWING = 0.05;

/**
 * The other way the same label could be read, where it would change the amount of product by more than 5 %.
 *
 * A ratio is read as parts or as in-total, a dose as made up to or on top of. A percentage has one reading.
 * A reading that would be stronger than neat is not offered.
 *
 * @example otherReading({ notation: 'parts', water: 12 }) // { notation: 'inTotal', total: 12 }, 8.3 % more product
 * @example otherReading({ notation: 'parts', water: 20 }) // null: 5 % more, and not over
 * @example otherReading({ notation: 'parts', water: 100 }) // null: the two differ by 1 %
 */
export function otherReading(strength: Strength): Strength | null {
  const other = counterpart(strength);
  if (!other) return null;
  const chosen = fractionOf(strength);
  const alternative = fractionOf(other);
  if (!chosen.ok || !alternative.ok) return null;
  // 1:20 is exactly 5 % off, and no rounding of it is more.
  const share = Math.abs(alternative.value / chosen.value - 1);
  return share > WORTH_SHOWING + 1e-9 ? other : null;
}

function counterpart(strength: Strength): Strength | null {
  switch (strength.notation) {
    case 'parts':
      return { notation: 'inTotal', total: strength.water };
    case 'inTotal':
      return { notation: 'parts', water: strength.total };
    case 'dose':
      return { ...strength, reading: strength.reading === 'madeUp' ? 'onTop' : 'madeUp' };
    case 'percent':
    case 'grams':
      return null;
  }
}

import type { Delivery } from '../products/record.ts';
import type { ProductUse } from '../products/uses.ts';

/** Seeds, in square metres: a hatchback's glass, roof, bonnet, uppers, lowers, front and rear. */
export const HATCHBACK_M2 = 3.0 + 1.8 + 1.6 + 3.2 + 2.6 + 1.2 + 1.3;

/** Seeds: bottle liquid in ml to the square metre by how it is put on. */
export const ML_PER_M2 = { trigger: 40, saturation: 55, pumpSprayer: 60, cannon: 35, gel: 90 } as const;

/**
 * What a hatchback takes of a mix all over, from the bottle: a rate measured for this product overrides the usual one
 * for how it is put on.
 *
 * @returns microlitres, or null where nobody knows how much it takes
 * @example from a cannon: 35 ml/m2 x 14.7 m2 = 514.5 ml
 */
export function hatchbackUl(
  delivery: Delivery | null,
  use: Pick<ProductUse, 'film' | 'rateMlPerM2'> | null,
): number | null {
  const rate = use?.rateMlPerM2 ?? usualRate(delivery, use?.film ?? null);
  return rate === null ? null : Math.round(rate * HATCHBACK_M2 * 1_000);
}

function usualRate(delivery: Delivery | null, film: ProductUse['film']): number | null {
  if (film === 'gel' || film === 'saturation') return ML_PER_M2[film];
  switch (delivery) {
    case 'trigger':
    case 'pumpSprayer':
    case 'cannon':
      return ML_PER_M2[delivery];
    case 'hoseGun':
      return ML_PER_M2.cannon;
    default:
      return null;
  }
}

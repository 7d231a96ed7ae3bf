import type { Delivery } from '../products/delivery.ts';
import type { ProductUse, UseKind } from '../products/uses.ts';
import { type Body, zonesM2 } from '../soil/bodies.ts';
import { BODY, type Zone } from '../soil/zones.ts';

/** Where a use is put on, where that is not all over. */
const USE_ZONES: Partial<Record<UseKind, readonly Zone[]>> = {
  wheel: ['wheels'],
  iron: ['wheels'],
  tyre: ['tyres'],
  arch: ['arches'],
  glass: ['glass'],
  interior: ['interior'],
};
export const zonesOfUse = (kind: UseKind | null): readonly Zone[] => (kind && USE_ZONES[kind]) ?? BODY;
/** Square metres of it on a vehicle; nobody has measured an interior, which counts as all over. */
const areaOfUse = (kind: UseKind | null, body: Body): number =>
  zonesM2(zonesOfUse(kind), body) || zonesM2(BODY, body);

/** Seeds: bottle liquid in ml to the square metre by how it is put on. */
export const ML_PER_M2 = { trigger: 40, saturation: 55, pumpSprayer: 60, cannon: 35, gel: 90 } as const;

/**
 * What a vehicle takes of a mix, from the bottle, all over or on its wheels, tyres, arches or glass: a rate measured
 * for this product overrides the usual one for how it is put on.
 *
 * @returns microlitres, or null where nobody knows how much it takes
 * @example a hatchback from a cannon: 35 ml/m2 x 14.7 m2 = 514.5 ml
 */
export function vehicleUl(
  body: Body,
  delivery: Delivery | null,
  use: (Pick<ProductUse, 'film' | 'rateMlPerM2'> & { readonly kind?: UseKind }) | null,
): number | null {
  const rate = use?.rateMlPerM2 ?? usualRate(delivery, use?.film ?? null);
  return rate === null ? null : Math.round(rate * areaOfUse(use?.kind ?? null, body) * 1_000);
}

/** The usual rate in ml to the square metre of how it is put on; null where nobody knows, as from a bucket. */
export function usualRate(delivery: Delivery | null, film: ProductUse['film']): number | null {
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

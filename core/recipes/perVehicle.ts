import { usualRate, zonesOfUse } from '../planning/vehicleLiquid.ts';
import type { Delivery } from '../products/delivery.ts';
import type { ProductUse } from '../products/uses.ts';
import { type Body, zonesM2 } from '../soil/bodies.ts';
import type { Recipe } from './recipe.ts';

/** How much of a mix a vehicle takes: by area and rate, or a bucket each. */
export type MixPerVehicle = { readonly ul: number; readonly by: 'area' | 'bucket' };

/**
 * What a vehicle takes of a recipe's mix, from the bottle: its zones at the recipe's rate, else at the rate measured for
 * the product, else at the usual one for how it is put on. A wash from a bucket takes one fill a vehicle.
 *
 * @param fillUl what the vessel is filled to
 * @returns null where nobody knows how much it takes
 * @example a hatchback's lower sides from a pump sprayer: 2.6 m2 x 60 ml/m2 = 156 ml
 */
export function mixPerVehicle(
  recipe: Pick<Recipe, 'use' | 'zones' | 'film' | 'rateMlPerM2'>,
  body: Body,
  delivery: Delivery | null,
  use: Pick<ProductUse, 'film' | 'rateMlPerM2'> | null,
  fillUl: number,
): MixPerVehicle | null {
  const rate =
    recipe.rateMlPerM2 ?? use?.rateMlPerM2 ?? usualRate(delivery, recipe.film ?? use?.film ?? null);
  const m2 = zonesM2(recipe.zones.length > 0 ? recipe.zones : zonesOfUse(recipe.use), body);
  if (rate !== null && m2 > 0) return { ul: Math.round(rate * m2 * 1_000), by: 'area' };
  return delivery === 'bucket' ? { ul: fillUl, by: 'bucket' } : null;
}

import type { Product } from '#contract/products.ts';
import type { Vessel } from '#contract/ware.ts';
import type { Outcome } from '#core/outcome.ts';
import { costOfFill } from '#core/planning/cost.ts';
import { deliveryOf } from '#core/products/record.ts';
import type { CompareGround } from '#core/recipes/compare.ts';
import { groundOf, type RecipeGround } from '#core/recipes/ground.ts';
import { type Judged, judgeCell } from '#core/recipes/judge.ts';
import { type MixPerVehicle, mixPerVehicle } from '#core/recipes/perVehicle.ts';
import type { MixCell, Recipe } from '#core/recipes/recipe.ts';
import { priceOf } from '../stock/product/priceOf.ts';
import type { BookGround } from './useBook.ts';

/** A recipe with what it names and stands on; null where a product or vessel is not there at all. */
export type Grounded = { product: Product; vessel: Vessel; ground: RecipeGround };

export function grounded(recipe: Recipe, { products, vessels }: BookGround): Grounded | null {
  const product = products.get(recipe.productId);
  const vessel = vessels.get(recipe.vesselId);
  return product && vessel ? { product, vessel, ground: groundOf(recipe, product, vessel) } : null;
}

export const judgedAt = (cell: MixCell, recipe: Recipe, { ground }: Grounded): Outcome<Judged> =>
  judgeCell(cell, recipe.onPanel, ground);

/** What a hatchback takes of a recipe's mix. */
export function takes(recipe: Recipe, { product, vessel }: Grounded): MixPerVehicle | null {
  const use = product.uses.find((u) => u.kind === recipe.use) ?? null;
  return mixPerVehicle(recipe, deliveryOf(vessel.kind), use, vessel.fillLimitUl - vessel.displacementUl);
}

/** What a vehicle costs in product at a cell, in minor units, not rounded; null where nobody knows. */
export function minorPerVehicle(recipe: Recipe, cell: MixCell, book: BookGround): number | null {
  const of = grounded(recipe, book);
  const price = of && priceOf(of.product.id, book.containers);
  const mix = of && takes(recipe, of);
  const judged = of && judgedAt(cell, recipe, of);
  if (!price || !mix || !judged?.ok) return null;
  return costOfFill(price, mix.ul * judged.value.bottle);
}

/** What two versions are compared by. */
export function compareGround(book: BookGround): CompareGround {
  const dials = [...book.vessels.values()].flatMap((v) => v.dials);
  return {
    productName: (id) => book.products.get(id)?.name ?? 'a product no longer there',
    vesselName: (id) => book.vessels.get(id)?.name ?? 'a vessel no longer there',
    dialName: (id) => dials.find((d) => d.id === id)?.name ?? 'a dial position no longer there',
    machineName: (id) => book.machines.get(id)?.name ?? 'a machine no longer there',
    minorPerVehicle: (recipe, cell) => minorPerVehicle(recipe, cell, book),
  };
}

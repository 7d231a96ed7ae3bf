import type { Outcome } from '../outcome.ts';
import { costOfFill, newestPrice, type Priced } from '../planning/cost.ts';
import { deliveryOf } from '../products/record.ts';
import { type Body, USUAL_BODY } from '../soil/bodies.ts';
import type { ComparedBy } from './compare.ts';
import { type Judged, judgeCell } from './judge.ts';
import { type MixPerVehicle, mixPerVehicle } from './perVehicle.ts';
import type { MixCell, Recipe } from './recipe.ts';
import { type RecipeProduct, type RecipeStandards, type RecipeVessel, standardsOf } from './standards.ts';

/** A product of the book: what recipes stand on, and what it took over from, where it did. */
export type BookProduct = RecipeProduct & {
  readonly id: number;
  readonly record: { readonly replaces: { readonly productId: number; readonly k: number } | null };
};

/** A vessel of the book, with what it is filled to, in microlitres. */
export type BookVessel = RecipeVessel & {
  readonly name: string;
  readonly fillLimitUl: number;
  readonly displacementUl: number;
};

/** What recipes name by number, whether in use or retired. */
export type RecipeBook<P extends BookProduct = BookProduct, V extends BookVessel = BookVessel> = {
  readonly products: ReadonlyMap<number, P>;
  readonly vessels: ReadonlyMap<number, V>;
  readonly machines: ReadonlyMap<number, { readonly name: string }>;
  readonly containers: readonly Priced[];
};

/** A recipe with what it names and stands on. */
export type InBook<P extends BookProduct = BookProduct, V extends BookVessel = BookVessel> = {
  readonly product: P;
  readonly vessel: V;
  readonly standards: RecipeStandards;
};

/** @returns null where a product or vessel is not there at all */
export function inBook<P extends BookProduct, V extends BookVessel>(
  recipe: Recipe,
  { products, vessels }: Pick<RecipeBook<P, V>, 'products' | 'vessels'>,
): InBook<P, V> | null {
  const product = products.get(recipe.productId);
  const vessel = vessels.get(recipe.vesselId);
  return product && vessel ? { product, vessel, standards: standardsOf(recipe, product, vessel) } : null;
}

export const judgedAt = (cell: MixCell, recipe: Recipe, { standards }: InBook): Outcome<Judged> =>
  judgeCell(cell, recipe.onPanel, standards);

/** What a vehicle takes of a recipe's mix; null where nobody knows. */
export function takes(recipe: Recipe, { product, vessel }: InBook, body: Body): MixPerVehicle | null {
  const use = product.uses.find((u) => u.kind === recipe.use) ?? null;
  const fillUl = vessel.fillLimitUl - vessel.displacementUl;
  return mixPerVehicle(recipe, body, deliveryOf(vessel.kind), use, fillUl);
}

/** What a vehicle costs in product at a cell, in minor units, not rounded; null where nobody knows. */
export function minorPerVehicle(recipe: Recipe, cell: MixCell, book: RecipeBook, body: Body): number | null {
  const of = inBook(recipe, book);
  const price = of && newestPrice(of.product.id, book.containers);
  const mix = of && takes(recipe, of, body);
  const judged = of && judgedAt(cell, recipe, of);
  if (!price || !mix || !judged?.ok) return null;
  return costOfFill(price, mix.ul * judged.value.bottle);
}

/** What two versions are compared by. */
export function comparedBy(book: RecipeBook): ComparedBy {
  const dials = [...book.vessels.values()].flatMap((v) => v.dials);
  return {
    productName: (id) => book.products.get(id)?.name ?? 'a product no longer there',
    vesselName: (id) => book.vessels.get(id)?.name ?? 'a vessel no longer there',
    dialName: (id) => dials.find((d) => d.id === id)?.name ?? 'a dial position no longer there',
    machineName: (id) => book.machines.get(id)?.name ?? 'a machine no longer there',
    minorPerVehicle: (recipe, cell) => minorPerVehicle(recipe, cell, book, USUAL_BODY),
  };
}

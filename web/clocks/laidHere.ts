import type { ClockLayer, Laid } from '#contract/clocks.ts';
import type { RecipeRow } from '#contract/recipes.ts';
import { type LaidFound, laidByProduct, laidByRecipe, WATER_LAID } from '#core/dwell/laidFound.ts';
import type { BookGround } from '../recipes/useBook.ts';

/** What is laid, as the shop's machine will find it too. */
export type LaidHere = LaidFound & { productId: number | null };

/** @returns null where something named is not there, or a recipe is not for the level */
export function laidHere(laid: Laid, recipes: readonly RecipeRow[], ground: BookGround): LaidHere | null {
  if (laid.kind === 'water') return { ...WATER_LAID, productId: null };
  const recipe =
    laid.kind === 'recipe'
      ? recipes.find((r) => r.published?.versionId === laid.versionId)?.published
      : undefined;
  if (laid.kind === 'recipe' && !recipe) return null;
  const product = ground.products.get(recipe?.productId ?? (laid.kind === 'product' ? laid.productId : 0));
  const vessel = ground.vessels.get(recipe?.vesselId ?? (laid.kind === 'product' ? laid.vesselId : 0));
  if (!product || !vessel) return null;
  const found =
    laid.kind === 'product'
      ? laidByProduct(laid, product, vessel)
      : recipe && laidByRecipe(recipe, laid.soil, product, vessel);
  return found ? { ...found, productId: product.id } : null;
}

/** A layer as it is shown until the shop's machine has answered. */
export function layerHere(
  found: LaidHere,
  kind: ClockLayer['kind'],
  at: Date,
  personName: string,
): ClockLayer {
  const { zones, ...layer } = found;
  return { ...layer, kind, at: at.toISOString(), personName };
}

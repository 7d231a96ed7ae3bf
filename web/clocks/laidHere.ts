import type { Laid } from '#contract/clocks.ts';
import type { RecipeRow } from '#contract/recipes.ts';
import { type LaidResolution, namedBy, resolveLaid } from '#core/dwell/resolveLaid.ts';
import type { BookFacts } from '../recipes/useBook.ts';

/** What is laid, as the shop's machine will find it too; null where something named is not there, or is not for the level. */
export function laidHere(
  laid: Laid,
  recipes: readonly RecipeRow[],
  { products, vessels }: BookFacts,
): LaidResolution | null {
  const version = (r: RecipeRow) => laid.kind === 'recipe' && r.published?.versionId === laid.versionId;
  const recipe = recipes.find(version)?.published ?? null;
  const named = namedBy(laid, recipe);
  const product = products.get(named?.productId ?? 0) ?? null;
  const vessel = vessels.get(named?.vesselId ?? 0) ?? null;
  const found = resolveLaid(laid, { recipe, product, vessel });
  return found.ok ? found.value : null;
}

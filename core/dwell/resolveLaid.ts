import { accept, at, type Outcome, refuse } from '../outcome.ts';
import type { UseKind } from '../products/uses.ts';
import { mixAt } from '../recipes/mayFollow.ts';
import type { Recipe } from '../recipes/recipe.ts';
import type { RecipeProduct, RecipeVessel } from '../recipes/standards.ts';
import type { SoilLevel } from '../soil/soil.ts';
import { type LaidFound, laidByProduct, laidByRecipe, WATER_LAID } from './laidFound.ts';

/** What is laid: by a recipe at a soil level, a product for a use from a vessel, or the water of the last rinse. */
export type Laid =
  | { readonly kind: 'recipe'; readonly versionId: number; readonly soil: SoilLevel }
  | {
      readonly kind: 'product';
      readonly productId: number;
      readonly use: UseKind;
      readonly vesselId: number;
      readonly dialId: number | null;
      readonly machineId: number | null;
    }
  | { readonly kind: 'water' };

/** What it names, as far as it is there; a recipe that was never published is not. */
export type LaidFacts = {
  readonly recipe: Recipe | null;
  readonly product: (RecipeProduct & { readonly id: number; readonly retired: boolean }) | null;
  readonly vessel: RecipeVessel | null;
};

export type LaidResolution = LaidFound & { readonly productId: number | null };

/** The product and the vessel it comes down to; null for water, and while the recipe is not known. */
export const namedBy = (laid: Laid, recipe: Recipe | null): { productId: number; vesselId: number } | null =>
  laid.kind === 'product' ? laid : laid.kind === 'recipe' ? recipe : null;

/** What is laid, as the recipe or the product says it: never as whoever asks does. */
export function resolveLaid(laid: Laid, { recipe, product, vessel }: LaidFacts): Outcome<LaidResolution> {
  const no = (what: 'recipe' | 'product' | 'vessel') =>
    at(`/laid/${what === 'recipe' ? 'version' : what}Id`, refuse('clock.laid', { what }));
  if (laid.kind === 'water') return accept({ ...WATER_LAID, productId: null });
  if (laid.kind === 'recipe' && !recipe) return no('recipe');
  if (!product || product.retired) return no('product');
  if (!vessel) return no('vessel');
  if (laid.kind === 'product')
    return accept({ ...laidByProduct(laid, product, vessel), productId: product.id });
  const mix = mixAt(recipe as Recipe, laid.soil);
  if (!mix.ok) return at('/laid/soil', mix);
  const found = laidByRecipe(recipe as Recipe, mix.value, product, vessel);
  return accept({ ...found, productId: product.id });
}

/** What is laid as a layer of a clock: the first, or over what lies there. */
export function layerOf<K extends string>(
  { zones: _, ...found }: LaidResolution,
  kind: K,
  laidAt: Date,
  personName: string,
) {
  return { ...found, kind, at: laidAt.toISOString(), personName };
}

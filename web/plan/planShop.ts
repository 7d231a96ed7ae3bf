import type { Container, Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import type { RecipeRow } from '#contract/recipes.ts';
import type { WeatherNow } from '#contract/weather.ts';
import type { Weather } from '#core/dwell/weather.ts';
import type { PlanShop } from '#core/planning/planWash.ts';
import { planRecipe } from '#core/planning/recipeFor.ts';
import { USUAL_SCHOOLS } from '#core/planning/schools.ts';

/** Where nobody has looked at the weather. */
export const MILD: Weather = { airC: 15, humidity: 0.7, windMs: 1, sky: 'overcast' };

/** The shop as a plan asks for it: what is published and in use, what there is, what it cost. */
export function planShop(of: {
  recipes: readonly RecipeRow[];
  products: readonly Product[];
  vessels: readonly Vessel[];
  containers: readonly Container[];
  weather: WeatherNow | undefined;
}): PlanShop {
  const stockUl = new Map<number, number>();
  for (const { productId, heldUl, onHold } of of.containers) {
    if (onHold === null) stockUl.set(productId, (stockUl.get(productId) ?? 0) + heldUl);
  }
  return {
    weather: of.weather?.reading ?? MILD,
    schools: USUAL_SCHOOLS,
    book: of.recipes.flatMap(({ id, published }) => {
      const product = of.products.find((p) => p.id === published?.productId);
      const vessel = of.vessels.find((v) => v.id === published?.vesselId);
      if (!published || !product || !vessel) return [];
      return [planRecipe({ id, versionId: published.versionId, recipe: published, product, vessel })];
    }),
    stockUl,
    prices: of.containers,
  };
}

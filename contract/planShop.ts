import type { PlanShop } from '#core/planning/planWash.ts';
import { planRecipe } from '#core/planning/recipeFor.ts';
import type { Schools } from '#core/planning/schools.ts';
import type { VesselHere } from '#core/planning/vesselsFor.ts';
import { ALL_UNKNOWN } from '#core/safety/traits.ts';
import { toSay } from '#core/say.ts';
import { fractionOf } from '#core/strength/strength.ts';
import type { Container, Vessel } from './equipment.ts';
import type { Product } from './products.ts';
import type { RecipeRow } from './recipes.ts';

/** The shop as a plan asks for it: what is published and in use, what there is, what it cost. */
export function planShop(of: {
  recipes: readonly RecipeRow[];
  products: readonly Product[];
  vessels: readonly Vessel[];
  today: string;
  edgeShare: number;
  schools: Schools;
  soilHere: PlanShop['soilHere'];
  filmFactors: PlanShop['filmFactors'];
  learned: PlanShop['learned'];
  containers: readonly Container[];
}): Omit<PlanShop, 'weather' | 'signedOff'> {
  const stockUl = new Map<number, number>();
  for (const { productId, heldUl, onHold } of of.containers) {
    if (onHold === null) stockUl.set(productId, (stockUl.get(productId) ?? 0) + heldUl);
  }
  return {
    schools: of.schools,
    soilHere: of.soilHere,
    book: of.recipes.flatMap(({ id, published }) => {
      const product = of.products.find((p) => p.id === published?.productId);
      const vessel = of.vessels.find((v) => v.id === published?.vesselId);
      if (!published || !product || !vessel) return [];
      return [planRecipe({ id, versionId: published.versionId, recipe: published, product, vessel })];
    }),
    outOfUse: of.recipes.flatMap(({ id, published }) =>
      published && !of.vessels.some((v) => v.id === published.vesselId)
        ? [
            {
              id,
              name: published.name,
              use: published.use,
              because: toSay('Its vessel is no longer in use.'),
            },
          ]
        : [],
    ),
    stockUl,
    prices: of.containers,
    vessels: of.vessels.map((v) => vesselHere(v, of.products)),
    today: of.today,
    edgeShare: of.edgeShare,
    filmFactors: of.filmFactors,
    learned: of.learned,
  };
}

function vesselHere(vessel: Vessel, products: readonly Product[]): VesselHere {
  const { holds, held } = vessel;
  const known = (id: number, name: string) =>
    products.find((p) => p.id === id) ?? { name, traits: ALL_UNKNOWN };
  const f = holds && fractionOf(holds.strength);
  return {
    ...vessel,
    held: held.map(({ productId, productName }) => known(productId, productName)),
    standing: holds && {
      batchId: holds.batchId,
      code: holds.code,
      productId: holds.productId,
      fraction: f?.ok ? f.value : 0,
      ul: holds.ul,
      useBy: holds.useBy,
      barred: holds.mixed || holds.onHold !== null,
    },
  };
}

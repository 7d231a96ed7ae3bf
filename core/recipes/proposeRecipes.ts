import { accept, type Outcome } from '../outcome.ts';
import type { Delivery } from '../products/delivery.ts';
import { deliveryOf, isSuction } from '../products/record.ts';
import type { UseKind } from '../products/uses.ts';
import { SOIL_LEVELS, type SoilLevel } from '../soil/soil.ts';
import { draftFromLabel, type LabelledProduct } from './draftFromLabel.ts';
import { mayPublish } from './judge.ts';
import type { MixCell, Recipe, RecipeCell } from './recipe.ts';
import { standardsOf } from './standards.ts';
import { type StartingVessel, startRecipe } from './startRecipe.ts';

export type ProposedProduct = LabelledProduct & {
  readonly id: number;
  readonly record: { readonly delivery: readonly Delivery[] };
};
export type ProposedVessel = StartingVessel & {
  readonly role: 'any' | 'wash' | 'rinse' | 'wheels' | 'towels' | 'stock';
};

/** Why no recipe is proposed for a use of a product. */
export type NotProposed = 'readyToUse' | 'noLabel' | 'noVessel';

export type Proposal =
  | {
      readonly productId: number;
      readonly use: UseKind;
      /** All of a recipe but what it is called. */
      readonly recipe: Omit<Recipe, 'name'>;
      /** What stands in the way of publishing it as it is, level by level. */
      readonly publishable: Outcome<null>;
    }
  | { readonly productId: number; readonly use: UseKind | null; readonly not: NotProposed };

/** A wash without running water wipes: from this soil level on it would grind dirt into the paint. */
const TOO_DIRTY_FROM: Partial<Record<UseKind, SoilLevel>> = { waterlessWash: 2, rinselessWash: 3 };

/** What a vessel has to be kept for, by use; everything else is mixed in whatever is kept for anything. */
const ROLES: Partial<Record<UseKind, ProposedVessel['role']>> = {
  shampoo: 'wash',
  rinselessWash: 'wash',
  wheel: 'wheels',
  tyre: 'wheels',
  arch: 'wheels',
};

/**
 * A recipe for each use of each product that has none yet: five levels from its label, in a vessel that suits it and, while
 * there are enough, in no other's. To be looked through, never published unseen.
 *
 * @param had uses of products that have a recipe already
 * @param instead what to do where it is too dirty for a wash without running water
 * @param reasonFor why a use of a product is mixed outside its label or the shop's limits, where somebody said so; it stands at
 *   each level that needs a reason
 */
export function proposeRecipes(
  products: readonly ProposedProduct[],
  vessels: readonly ProposedVessel[],
  had: readonly { readonly productId: number; readonly use: UseKind; readonly vesselId: number }[],
  instead: string,
  reasonFor: (productId: number, use: UseKind) => string = () => '',
): Proposal[] {
  const taken = new Map<number, number>();
  for (const { vesselId } of had) taken.set(vesselId, (taken.get(vesselId) ?? 0) + 1);
  return products.flatMap((product): Proposal[] => {
    const { id: productId } = product;
    if (product.state === 'readyToUse') return [{ productId, use: null, not: 'readyToUse' }];
    const uses = [...new Set(product.labelEntries.map((e) => e.use))].filter((use) => use !== 'stock');
    if (uses.length === 0) return [{ productId, use: null, not: 'noLabel' }];
    return uses
      .filter((use) => !had.some((h) => h.productId === productId && h.use === use))
      .map((use): Proposal => {
        const vessel = vesselFor(use, product.record.delivery, vessels, taken);
        const recipe = vessel && recipeIn(vessel, use, product, instead);
        if (!recipe) return { productId, use, not: 'noVessel' };
        taken.set(vessel.id, (taken.get(vessel.id) ?? 0) + 1);
        const standards = standardsOf(recipe, product, vessel);
        const may = (cell: RecipeCell): Outcome<null> =>
          cell.kind === 'mix' ? mayPublish(cell, recipe.onPanel, standards) : accept(null);
        const reason = reasonFor(productId, use);
        const cells = recipe.cells.map((cell): RecipeCell => {
          const judged = may(cell);
          return !judged.ok && judged.code === 'recipe.reason' ? ({ ...cell, reason } as MixCell) : cell;
        });
        const refused = cells.map(may).find((judged) => !judged.ok);
        return { productId, use, recipe: { ...recipe, cells }, publishable: refused ?? accept(null) };
      });
  });
}

/** The vessel that suits best: by how the product is put on, in its record's order, then by what it is kept for, then least used. */
function vesselFor(
  use: UseKind,
  delivery: readonly Delivery[],
  vessels: readonly ProposedVessel[],
  taken: ReadonlyMap<number, number>,
): ProposedVessel | null {
  const role = ROLES[use] ?? 'any';
  const suited = vessels.flatMap((vessel) => {
    const means = deliveryOf(vessel.kind);
    const at = means ? delivery.indexOf(means) : -1;
    const kept = vessel.role === role || vessel.role === 'any';
    const settable = !isSuction(vessel.kind) || vessel.dials.length > 0;
    if (at < 0 || !kept || !settable) return [];
    return [{ vessel, rank: [at, vessel.role === role ? 0 : 1, taken.get(vessel.id) ?? 0, vessel.id] }];
  });
  return suited.sort((a, b) => byRank(a.rank, b.rank))[0]?.vessel ?? null;
}

const byRank = (a: readonly number[], b: readonly number[]): number => {
  const at = a.findIndex((rank, i) => rank !== b[i]);
  return at < 0 ? 0 : (a[at] ?? 0) - (b[at] ?? 0);
};

function recipeIn(
  vessel: ProposedVessel,
  use: UseKind,
  product: ProposedProduct,
  instead: string,
): Omit<Recipe, 'name'> | null {
  const start = startRecipe(product, vessel, use);
  const mixes = draftFromLabel(start, product, vessel);
  if (!mixes) return null;
  const from = TOO_DIRTY_FROM[use] ?? SOIL_LEVELS.length;
  return {
    ...start,
    cells: mixes.map(
      (mix): RecipeCell => (mix.soil >= from ? { soil: mix.soil, kind: 'not', instead } : mix),
    ),
  };
}

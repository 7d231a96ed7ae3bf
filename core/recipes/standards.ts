import { type Draw, UNMEASURED_DRAW } from '../delivery/draw.ts';
import { labelFor } from '../mixing/labelFor.ts';
import type { VesselKind } from '../mixing/outlines.ts';
import type { ProductState } from '../mixing/solveMix.ts';
import { isSuction } from '../products/record.ts';
import type { ProductUse, UseKind } from '../products/uses.ts';
import type { Traits } from '../safety/traits.ts';
import type { Basis } from '../strength/band.ts';
import { bandsOf, type Standards } from './judge.ts';
import type { Recipe } from './recipe.ts';

/** What has to be known of a recipe's product. */
export type RecipeProduct = {
  readonly name: string;
  readonly state: ProductState;
  readonly traits: Traits;
  readonly uses: readonly ProductUse[];
  readonly labelEntries: readonly {
    readonly fraction: number;
    readonly basis: Basis;
    readonly use: UseKind;
  }[];
};

/** What has to be known of its vessel: how it delivers, and what a cannon draws at which dial on which machine. */
export type RecipeVessel = {
  readonly kind: VesselKind;
  readonly dials: readonly { readonly id: number; readonly name: string }[];
  readonly draws: readonly (Draw & { readonly dialId: number; readonly machineId: number | null })[];
};

/** A recipe's standards, and how well the draw behind it is known; null where nothing draws. */
export type RecipeStandards = Standards & { readonly draw: Draw | null };

/** What a recipe's strengths are held against: its product's label and use, and the draw of its cannon as it is set. */
export function standardsOf(
  { use, dialId, machineId }: Pick<Recipe, 'use' | 'dialId' | 'machineId'>,
  product: RecipeProduct,
  vessel: RecipeVessel,
): RecipeStandards {
  const here = isSuction(vessel.kind) ? vessel.draws.filter((d) => d.machineId === machineId) : [];
  const measured = here.find((d) => d.dialId === dialId);
  const draw: Draw | null = isSuction(vessel.kind) ? (measured ?? UNMEASURED_DRAW) : null;
  const others = here.flatMap((d) => {
    const dial = vessel.dials.find((o) => o.id === d.dialId);
    return dial && d !== measured ? [{ name: dial.name, q: d.q }] : [];
  });
  const { name, state, traits } = product;
  return {
    name,
    state,
    traits,
    bands: bandsOf(
      labelFor(
        product.labelEntries.filter((e) => e.use === use),
        vessel.kind,
      ),
      use,
    ),
    use: product.uses.find((u) => u.kind === use) ?? null,
    q: draw?.q ?? 1,
    others,
    draw,
  };
}

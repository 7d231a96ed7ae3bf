import { UNMEASURED_DRAW } from '../delivery/draw.ts';
import { zonesOfUse } from '../planning/vehicleLiquid.ts';
import { isSuction } from '../products/record.ts';
import type { UseKind } from '../products/uses.ts';
import { judgeCell } from '../recipes/judge.ts';
import type { MixCell, Recipe } from '../recipes/recipe.ts';
import { type RecipeProduct, type RecipeVessel, standardsOf } from '../recipes/standards.ts';
import { has } from '../safety/traits.ts';
import { SOIL_NAMES } from '../soil/soil.ts';
import { BODY, type Zone } from '../soil/zones.ts';
import { type LaidAs, laidAs, RINSE_WATER } from './laidProduct.ts';

/** What is laid: how, how strong, and where it is usually put. */
export type LaidFound = {
  readonly name: string;
  readonly as: LaidAs;
  /** Of product in the bottle; null where nobody says. */
  readonly bottle: number | null;
  /** Its sheet says never beyond its longest. */
  readonly neverLonger: boolean;
  readonly zones: readonly Zone[];
};

export const WATER_LAID: LaidFound = {
  name: 'Rinse water',
  as: RINSE_WATER,
  bottle: null,
  neverLonger: false,
  zones: BODY,
};

const ofKind = (product: RecipeProduct, kind: UseKind) => product.uses.find((u) => u.kind === kind) ?? null;
const neverLonger = (product: RecipeProduct): boolean => has(product.traits, 'neverExceedDwell');

/** What a recipe lays at a soil level. */
export function laidByRecipe(
  recipe: Recipe,
  cell: MixCell,
  product: RecipeProduct,
  vessel: RecipeVessel,
): LaidFound {
  const known = standardsOf(recipe, product, vessel);
  const judged = judgeCell(cell, recipe.onPanel, known);
  const { film, rateMlPerM2 } = recipe;
  return {
    name: `${recipe.name}, ${SOIL_NAMES[cell.soil]}`,
    as: laidAs({ film, rateMlPerM2, dwell: cell.dwell }, ofKind(product, recipe.use), vessel.kind, known.q),
    bottle: judged.ok ? judged.value.bottle : null,
    neverLonger: neverLonger(product),
    zones: recipe.zones.length > 0 ? recipe.zones : zonesOfUse(recipe.use),
  };
}

/** What a product lays for a use from a vessel, with nobody mixing by a recipe. */
export function laidByProduct(
  rig: { readonly use: UseKind; readonly dialId: number | null; readonly machineId: number | null },
  product: RecipeProduct,
  vessel: RecipeVessel,
): LaidFound {
  const drawn = vessel.draws.find((d) => d.dialId === rig.dialId && d.machineId === rig.machineId);
  const q = isSuction(vessel.kind) ? (drawn ?? UNMEASURED_DRAW).q : 1;
  return {
    name: product.name,
    as: laidAs(null, ofKind(product, rig.use), vessel.kind, q),
    bottle: null,
    neverLonger: neverLonger(product),
    zones: zonesOfUse(rig.use),
  };
}

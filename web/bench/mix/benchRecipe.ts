import type { RecipeVersion } from '#contract/recipes.ts';
import { refuse as refuseHere } from '#contract/refusals.ts';
import { type Refusal, refuse } from '#core/outcome.ts';
import { deliveryOf } from '#core/products/record.ts';
import { cellAt, type RecipeCell } from '#core/recipes/recipe.ts';
import { SOIL_LEVELS, type SoilLevel } from '#core/soil/soil.ts';
import type { Strength } from '#core/strength/notation.ts';
import { type Fraction, fractionOf } from '#core/strength/strength.ts';
import type { BenchDraft } from './benchDraft.ts';
import { HOSE } from './benchRig.ts';
import type { Equipment } from './equipment.ts';
import { offeredFor } from './offered.ts';
import { pick } from './pick.ts';

/** The recipe that is mixed by, or that was left on the way. */
export type BenchRecipe = {
  id: number;
  version: RecipeVersion;
  /** How dirty it is, and what the recipe says for that; null until somebody looked. */
  soil: SoilLevel | null;
  cell: RecipeCell | null;
  left: boolean;
};

/** A draft with what its recipe says filled in. */
export type Followed = { draft: BenchDraft; recipe: BenchRecipe | null; refusal: Refusal | null };

/**
 * What follows from use and soil: product, strength, vessel and how it is set. It is worked out anew each time, so that a
 * recipe published meanwhile is what is mixed. Another vessel that delivers the same way may stand in for the recipe's.
 */
export function followRecipe(
  draft: BenchDraft,
  equipment: Pick<Equipment, 'recipes' | 'vessels' | 'products'>,
): Followed {
  if (draft.recipeId === null) return { draft, recipe: null, refusal: null };
  const version = equipment.recipes.find((r) => r.id === draft.recipeId)?.published;
  const cell = version && draft.soil !== null ? cellAt(version, draft.soil) : null;
  if (!version || cell === undefined) {
    const refusal = refuseHere('recipe.gone', {});
    return { draft, recipe: null, refusal };
  }
  const recipe: BenchRecipe = { id: draft.recipeId, version, soil: draft.soil, cell, left: draft.recipeLeft };
  if (draft.recipeLeft) return { draft, recipe, refusal: null };
  const meant = equipment.vessels.find((v) => v.id === version.vesselId);
  const chosen = equipment.vessels.find((v) => v.id === draft.vesselId);
  const product = equipment.products.find((p) => p.id === version.productId);
  const standsIn = chosen && meant && deliveryOf(chosen.kind) === deliveryOf(meant.kind) ? chosen : null;
  const set: Partial<BenchDraft> = {
    productId: version.productId,
    vesselId: standsIn?.id ?? (meant && offeredFor(meant, product ?? null, equipment).id) ?? version.vesselId,
    onPanel: version.onPanel,
    ...((!standsIn || standsIn === meant) && {
      dialId: version.dialId,
      machineId: version.machineId ?? HOSE,
    }),
  };
  if (cell === null)
    return { draft: { ...draft, ...set, strengthText: '', picked: null }, recipe, refusal: null };
  if (cell.kind === 'mix') {
    return { draft: { ...draft, ...set, ...pick(cell.strength) }, recipe, refusal: null };
  }
  const refusal = refuse('recipe.notForThis', {
    recipe: version.name,
    soil: cell.soil,
    instead: cell.instead,
  });
  return { draft: { ...draft, ...set, strengthText: '', picked: null }, recipe, refusal };
}

const MIDDLE: SoilLevel = 2;

/** The soil level whose strength lies nearest; of levels equally near, the one nearest to where it stands now. */
export function soilFor(strength: Strength, { version, soil }: BenchRecipe): SoilLevel | null {
  const f = fractionOf(strength);
  if (!f.ok) return soil;
  let best: { soil: SoilLevel; off: number } | null = null;
  for (const level of SOIL_LEVELS) {
    const cell = cellAt(version, level);
    const g = cell?.kind === 'mix' ? fractionOf(cell.strength) : null;
    if (!g?.ok) continue;
    const off = Math.abs(Math.log(g.value / f.value)) + Math.abs(level - (soil ?? MIDDLE)) * 1e-6;
    if (best === null || off < best.off) best = { soil: level, off };
  }
  return best?.soil ?? soil;
}

/** A recipe's levels as marks of the ladder. */
export const marksOfRecipe = ({
  version,
}: BenchRecipe): { id: number; fraction: Fraction; strength: Strength }[] =>
  version.cells.flatMap((cell) => {
    const f = cell.kind === 'mix' ? fractionOf(cell.strength) : null;
    return cell.kind === 'mix' && f?.ok
      ? [{ id: cell.soil, fraction: f.value, strength: cell.strength }]
      : [];
  });

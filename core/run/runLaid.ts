import { laidByRecipe } from '../dwell/laidFound.ts';
import type { LaidResolution } from '../dwell/resolveLaid.ts';
import type { Chosen } from '../planning/recipeFor.ts';
import type { CellDwell } from '../recipes/recipe.ts';
import type { SoilLevel } from '../soil/soil.ts';
import type { Strength } from '../strength/notation.ts';

/** A mix as a clock names it: which recipe at which level, and what is said of it. */
export type RunLaid = {
  readonly recipeId: number;
  readonly versionId: number;
  readonly soil: SoilLevel;
  readonly recipe: string;
  readonly productId: number;
  readonly product: string;
  readonly strength: Strength;
  readonly dwell: CellDwell | null;
  /** As a clock has it. */
  readonly found: LaidResolution;
};

export function laidOf(chosen: Chosen | null): RunLaid | null {
  if (!chosen) return null;
  const { of, cell, level } = chosen;
  return {
    recipeId: of.id,
    versionId: of.versionId,
    soil: level,
    recipe: of.recipe.name,
    productId: of.product.id,
    product: of.product.name,
    strength: cell.strength,
    dwell: cell.dwell,
    found: { ...laidByRecipe(of.recipe, cell, of.product, of.vessel), productId: of.product.id },
  };
}

import { served } from '../products/uses.ts';
import { SOIL_LEVELS, type SoilLevel } from '../soil/soil.ts';
import { fractionOf } from '../strength/strength.ts';
import { cellAt, type Recipe } from './recipe.ts';

/**
 * The soil level a mix is as good as made for, though it was meant for another: a mix that came out wrong need not be put
 * right where it may be called what it is. Of several the nearest to the level it was meant for.
 *
 * @param fraction how strong it really is in its vessel
 * @param meant the level it was mixed for
 * @returns null where it serves none, or what it was meant for; strengths on the panel are none of a bottle's
 */
export function levelServed(
  recipe: Pick<Recipe, 'cells' | 'onPanel'>,
  fraction: number,
  meant: SoilLevel,
): SoilLevel | null {
  if (recipe.onPanel) return null;
  const serves = (soil: SoilLevel): boolean => {
    const cell = cellAt(recipe, soil);
    const f = cell?.kind === 'mix' ? fractionOf(cell.strength) : null;
    return f?.ok === true && served([{ fraction: f.value }], fraction).length > 0;
  };
  if (serves(meant)) return null;
  const nearest = [...SOIL_LEVELS].sort((a, b) => Math.abs(a - meant) - Math.abs(b - meant));
  return nearest.find(serves) ?? null;
}

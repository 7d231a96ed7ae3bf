import { LEVEL_COLUMNS } from '#contract/imports.ts';
import { refuse } from '#contract/refusals.ts';
import { ownVolumes } from '#core/mixing/ownMeasures.ts';
import { USE_KINDS, USE_NAMES } from '#core/products/uses.ts';
import type { Recipe, RecipeCell } from '#core/recipes/recipe.ts';
import { startRecipe } from '#core/recipes/startRecipe.ts';
import { SOIL_LEVELS } from '#core/soil/soil.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import { byName, keyOf, namedChoices, namesTaken, newName, oneOf, type Reader, take, text } from './cells.ts';
import type { ImportFacts } from './facts.ts';

const USES = namedChoices(USE_KINDS, USE_NAMES);
const USE_WORDS = USE_KINDS.map((use) => USE_NAMES[use].toLowerCase());

/** A recipe a row, its strengths in the bottle or bucket, by soil level. It becomes a draft: a manager publishes it. */
export function recipeRow(known: ImportFacts): Reader<Recipe> {
  const taken = namesTaken(known.recipes, known);
  const [products, vessels] = [byName(known.products), byName(known.vessels)];
  return (cells, fail) => {
    const name = newName(cells, 'Recipe', 60, taken, fail);
    taken.add(keyOf(cells.Recipe ?? ''));
    const product = products.get(keyOf(cells.Product ?? ''));
    if (!product) fail('Product', refuse('row.product', {}));
    const use = oneOf(cells, 'Use', USES, fail, USE_WORDS);
    const vessel = oneOf(
      cells,
      'Vessel',
      vessels,
      fail,
      known.vessels.map((v) => v.name),
    );
    const window = product?.uses.find((u) => u.kind === use)?.dwell ?? null;
    const dwell = window && { shortestS: window.shortestS, fromS: window.fromS, toS: window.toS };
    const recipeCells = SOIL_LEVELS.map((soil): RecipeCell | null => {
      const column = LEVEL_COLUMNS[soil] ?? '';
      const typed = cells[column] ?? '';
      if (typed === '' || typed === '-' || typed === '–') return { soil, kind: 'not', instead: '' };
      const strength = take(
        fail,
        column,
        parseStrength(typed, {
          field: column,
          system: known.units,
          ratio: known.ratioReading,
          ...(product?.gPerMl && { gPerMl: product.gPerMl }),
          words: ownVolumes(product ?? null, known.measures),
        }),
      );
      return strength && { soil, kind: 'mix', strength, dwell, reason: '' };
    });
    const levels = recipeCells.filter((cell) => cell !== null);
    if (levels.every((cell) => cell.kind === 'not') && levels.length === recipeCells.length)
      fail(LEVEL_COLUMNS[1] ?? '', refuse('row.noStrength', {}));
    const notes = text(cells, 'Notes', 500, fail);
    if (!name || !product || !use || !vessel || levels.length < recipeCells.length) return null;
    return { ...startRecipe(product, vessel, use), onPanel: false, name, notes, cells: levels };
  };
}

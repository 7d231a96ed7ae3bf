import type { MeasureRow, Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { recipeBody } from '#contract/recipes.ts';
import type { Shop } from '#contract/shop.ts';
import type { Refusal } from '#core/outcome.ts';
import { isSuction } from '#core/products/record.ts';
import type { Film, UseKind } from '#core/products/uses.ts';
import { draftFromLabel } from '#core/recipes/draftFromLabel.ts';
import type { Agitation, Direction, Recipe, RecipeCell, Rinse } from '#core/recipes/recipe.ts';
import { SOIL_LEVELS, type SoilKind } from '#core/soil/soil.ts';
import type { Zone } from '#core/soil/zones.ts';
import {
  choice,
  millilitres,
  orEmpty,
  orNone,
  readAll,
  rowChoice,
  rowOr,
  some,
  type TypedBy,
  text,
  trimmed,
  typedOf,
  yesOrNo,
} from '../ui/codecs.ts';
import { type CellTyped, readCell, typedCell } from './cellTyped.ts';

/** No machine: on a garden hose. */
export const HOSE = 'hose';

/** What is said of a recipe as a whole; choices of one are kept as their value. */
const RECIPE = {
  name: trimmed,
  productId: rowChoice(),
  use: choice<UseKind>('preWash'),
  vesselId: rowChoice(),
  dialId: rowOr(''),
  machineId: rowOr(HOSE),
  onPanel: yesOrNo,
  soilKinds: some<SoilKind>(),
  zones: some<Zone>(),
  film: orNone<Film>(),
  rateMlPerM2: orEmpty(millilitres('mlPerM2')),
  agitation: choice<Agitation>('none'),
  rinse: choice<Rinse>('pressure'),
  direction: choice<Direction>('any'),
  cautions: text(),
  cleanCheck: text(),
  notes: text(),
};
export type RecipeTyped = TypedBy<typeof RECIPE> & { cells: CellTyped[] };

const EMPTY_CELL: CellTyped = {
  kind: 'mix',
  strength: '',
  dwell: '',
  shortest: '',
  reason: '',
  instead: '',
};

const NOWHERE = { units: 'metric', currency: '' } as const;

export const EMPTY_RECIPE: RecipeTyped = {
  ...typedOf(RECIPE, null, NOWHERE),
  cells: SOIL_LEVELS.map(() => EMPTY_CELL),
};

export const typedRecipe = (recipe: Recipe): RecipeTyped => ({
  ...typedOf(RECIPE, recipe, NOWHERE),
  cells: recipe.cells.map(typedCell),
});

type By = {
  shop: Pick<Shop, 'units' | 'ratioReading' | 'currency'>;
  products: readonly Product[];
  vessels: readonly Vessel[];
  measures: readonly MeasureRow[];
  /** The recipe as it was before: what was not touched stays exactly as it was entered. */
  was: Recipe | null;
};

/** What was typed, as the body to send, and what could not be read, by field. */
export function readRecipe(
  typed: RecipeTyped,
  { shop, products, vessels, measures, was }: By,
): { body: object; refusals: Record<string, Refusal> } {
  const product = products.find((p) => p.id === Number(typed.productId)) ?? null;
  const vessel = vessels.find((v) => v.id === Number(typed.vesselId)) ?? null;
  const own = vessel && isSuction(vessel.kind) ? typed : { ...typed, ...NO_SUCTION };
  const { value, refusals } = readAll(RECIPE, own, was, shop, recipeBody);
  const cells = typed.cells.map((cell, i) => {
    const soil = SOIL_LEVELS[i] ?? 0;
    const before: RecipeCell = was?.cells[i] ?? { soil, kind: 'not', instead: '' };
    const read = readCell(cell, before, { shop, product, measures });
    for (const [field, refusal] of Object.entries(read.refusals)) refusals[`cells.${i}.${field}`] = refusal;
    // What could not be read has a refusal of its own; a cell that stands in for it is not told twice.
    return read.cell ?? { soil, kind: 'not', instead: '' };
  });
  return { body: { ...value, cells }, refusals };
}

/** What only a vessel has that dilutes again what is in it. */
const NO_SUCTION = { dialId: '', machineId: HOSE, onPanel: 'no' } as const;

/** A first draft of all levels from the label of a product, as it is typed; null where its label has none for the use. */
export function draftTyped(
  { use, dialId, machineId, onPanel }: Pick<RecipeTyped, 'use' | 'dialId' | 'machineId' | 'onPanel'>,
  product: Product,
  vessel: Vessel | null,
): CellTyped[] | null {
  const setting = {
    use,
    dialId: dialId ? Number(dialId) : null,
    machineId: machineId === HOSE ? null : Number(machineId),
    onPanel: onPanel === 'yes',
  };
  return draftFromLabel(setting, product, vessel)?.map(typedCell) ?? null;
}

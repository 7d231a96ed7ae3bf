import type { Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { recipeBody } from '#contract/recipes.ts';
import type { Shop } from '#contract/shop.ts';
import type { Refusal } from '#core/outcome.ts';
import { isSuction } from '#core/products/record.ts';
import type { Film, UseKind } from '#core/products/uses.ts';
import { firstDraft } from '#core/recipes/firstDraft.ts';
import type { Agitation, Direction, Recipe, RecipeCell, Rinse } from '#core/recipes/recipe.ts';
import { standardsOf } from '#core/recipes/standards.ts';
import { SOIL_LEVELS, type SoilKind } from '#core/soil/soil.ts';
import type { Zone } from '#core/soil/zones.ts';
import { labelEnds } from '#core/strength/labelStrength.ts';
import type { Strength } from '#core/strength/notation.ts';
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
  /** The recipe as it was before: what was not touched stays exactly as it was entered. */
  was: Recipe | null;
};

/** What was typed, as the body to send, and what could not be read, by field. */
export function readRecipe(
  typed: RecipeTyped,
  { shop, products, vessels, was }: By,
): { body: object; refusals: Record<string, Refusal> } {
  const product = products.find((p) => p.id === Number(typed.productId)) ?? null;
  const vessel = vessels.find((v) => v.id === Number(typed.vesselId)) ?? null;
  const own = vessel && isSuction(vessel.kind) ? typed : { ...typed, ...NO_SUCTION };
  const { value, refusals } = readAll(RECIPE, own, was, shop, recipeBody);
  const cells = typed.cells.map((cell, i) => {
    const soil = SOIL_LEVELS[i] ?? 0;
    const before: RecipeCell = was?.cells[i] ?? { soil, kind: 'not', instead: '' };
    const read = readCell(cell, before, { shop, product });
    for (const [field, refusal] of Object.entries(read.refusals)) refusals[`cells.${i}.${field}`] = refusal;
    // What could not be read has a refusal of its own; a cell that stands in for it is not told twice.
    return read.cell ?? { soil, kind: 'not', instead: '' };
  });
  return { body: { ...value, cells }, refusals };
}

/** What only a vessel has that dilutes again what is in it. */
const NO_SUCTION = { dialId: '', machineId: HOSE, onPanel: 'no' } as const;

/**
 * A first draft of all levels from the label of a product, for a use in a vessel.
 *
 * @returns null where the label has no strength for the use
 */
export function draftFromLabel(
  { use, dialId, machineId, onPanel }: Pick<RecipeTyped, 'use' | 'dialId' | 'machineId' | 'onPanel'>,
  product: Product,
  vessel: Vessel | null,
): CellTyped[] | null {
  const suction = vessel !== null && isSuction(vessel.kind);
  const panel = suction && onPanel === 'yes';
  const entries = labelEnds(product.labelEntries)
    .filter((e) => e.use === use && (e.basis === 'panel') === panel)
    .sort((a, b) => a.fraction - b.fraction);
  const [weakest, strongest] = [entries[0], entries.at(-1)];
  if (!weakest || !strongest) return null;
  const set = {
    use,
    dialId: dialId ? Number(dialId) : null,
    machineId: machineId === HOSE ? null : Number(machineId),
  };
  const standards = vessel ? standardsOf(set, product, vessel) : null;
  const ends: [Strength, Strength] = [weakest.strength, strongest.strength];
  const band = standards?.bands.find((b) => (b.basis === 'panel') === panel);
  const known = product.uses.find((u) => u.kind === use) ?? null;
  if (!band) return null;
  const made = firstDraft(
    { least: band.least, most: band.most, ends },
    panel,
    known?.panelCeiling ?? null,
    standards?.q ?? 1,
    known?.dwell ?? null,
  );
  return made.map(typedCell);
}

import type { Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import type { Shop } from '#contract/shop.ts';
import type { Refusal } from '#core/outcome.ts';
import { isSuction } from '#core/products/record.ts';
import type { Film, UseKind } from '#core/products/uses.ts';
import { firstDraft } from '#core/recipes/firstDraft.ts';
import { groundOf } from '#core/recipes/ground.ts';
import type { Agitation, Direction, Recipe, RecipeCell, Rinse } from '#core/recipes/recipe.ts';
import { SOIL_LEVELS, type SoilKind } from '#core/soil/soil.ts';
import type { Zone } from '#core/soil/zones.ts';
import { labelEnds } from '#core/strength/labelStrength.ts';
import type { Strength } from '#core/strength/notation.ts';
import { parseNumber } from '#core/units/parseNumber.ts';
import { t } from '../lib/speech.ts';
import { type CellTyped, readCell, typedCell } from './cellTyped.ts';

/** A recipe as it is typed. Choices of one are kept as their value or, with '', none. */
export type RecipeTyped = {
  name: string;
  productId: string;
  use: UseKind;
  vesselId: string;
  dialId: string;
  machineId: string;
  onPanel: 'yes' | 'no';
  soilKinds: SoilKind[];
  zones: Zone[];
  film: Film | 'none';
  rate: string;
  agitation: Agitation;
  rinse: Rinse;
  direction: Direction;
  cautions: string;
  cleanCheck: string;
  notes: string;
  cells: CellTyped[];
};

/** No machine: on a garden hose. */
export const HOSE = 'hose';

const EMPTY_CELL: CellTyped = {
  kind: 'mix',
  strength: '',
  dwell: '',
  shortest: '',
  reason: '',
  instead: '',
};

export const EMPTY_RECIPE: RecipeTyped = {
  name: '',
  productId: '',
  use: 'preWash',
  vesselId: '',
  dialId: '',
  machineId: HOSE,
  onPanel: 'no',
  soilKinds: [],
  zones: [],
  film: 'none',
  rate: '',
  agitation: 'none',
  rinse: 'pressure',
  direction: 'any',
  cautions: '',
  cleanCheck: '',
  notes: '',
  cells: SOIL_LEVELS.map(() => EMPTY_CELL),
};

export const typedRecipe = (recipe: Recipe | null): RecipeTyped =>
  recipe
    ? {
        name: recipe.name,
        productId: String(recipe.productId),
        use: recipe.use,
        vesselId: String(recipe.vesselId),
        dialId: recipe.dialId === null ? '' : String(recipe.dialId),
        machineId: recipe.machineId === null ? HOSE : String(recipe.machineId),
        onPanel: recipe.onPanel ? 'yes' : 'no',
        soilKinds: [...recipe.soilKinds],
        zones: [...recipe.zones],
        film: recipe.film ?? 'none',
        rate: recipe.rateMlPerM2 === null ? '' : String(recipe.rateMlPerM2),
        agitation: recipe.agitation,
        rinse: recipe.rinse,
        direction: recipe.direction,
        cautions: recipe.cautions,
        cleanCheck: recipe.cleanCheck,
        notes: recipe.notes,
        cells: recipe.cells.map(typedCell),
      }
    : EMPTY_RECIPE;

type By = {
  shop: Pick<Shop, 'units' | 'ratioReading'>;
  products: readonly Product[];
  vessels: readonly Vessel[];
  /** The recipe as it was before: what was not touched stays exactly as it was entered. */
  was: Recipe | null;
};

/** What was typed, as the body to send, and what could not be read, by field. */
export function readRecipe(
  typed: RecipeTyped,
  { shop, products, vessels, was }: By,
): { body: unknown; refusals: Record<string, Refusal> } {
  const product = products.find((p) => p.id === Number(typed.productId)) ?? null;
  const vessel = vessels.find((v) => v.id === Number(typed.vesselId)) ?? null;
  const suction = vessel !== null && isSuction(vessel.kind);
  const refusals: Record<string, Refusal> = {};
  const cells = typed.cells.map((cell, i) => {
    const soil = SOIL_LEVELS[i] ?? 0;
    const before: RecipeCell = was?.cells[i] ?? { soil, kind: 'not', instead: '' };
    const read = readCell(cell, before, { shop, product });
    for (const [field, refusal] of Object.entries(read.refusals)) refusals[`cells.${i}.${field}`] = refusal;
    return read.cell;
  });
  const rate =
    typed.rate.trim() === '' ? null : parseNumber(typed.rate.replace(/\s*ml.*$/i, ''), t('Rate'), 'mlPerM2');
  if (rate && !rate.ok) refusals.rate = rate;
  const { rate: _, film, productId, vesselId, dialId, machineId, onPanel, ...rest } = typed;
  return {
    body: {
      ...rest,
      name: typed.name.trim(),
      // Nothing chosen is told as missing, by its own name.
      productId: productId ? Number(productId) : undefined,
      vesselId: vesselId ? Number(vesselId) : undefined,
      dialId: suction && dialId ? Number(dialId) : null,
      machineId: suction && machineId !== HOSE ? Number(machineId) : null,
      onPanel: suction && onPanel === 'yes',
      film: film === 'none' ? null : film,
      rateMlPerM2: rate?.ok ? rate.value : null,
      // What could not be read has a refusal of its own; a cell that stands in for it is not told twice.
      cells: cells.map((cell, i) => cell ?? { soil: SOIL_LEVELS[i], kind: 'not', instead: '' }),
    },
    refusals,
  };
}

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
  const ground = vessel ? groundOf(set, product, vessel) : null;
  const ends: [Strength, Strength] = [weakest.strength, strongest.strength];
  const band = ground?.bands.find((b) => (b.basis === 'panel') === panel);
  const known = product.uses.find((u) => u.kind === use) ?? null;
  if (!band) return null;
  const made = firstDraft(
    { least: band.least, most: band.most, ends },
    panel,
    known?.panelCeiling ?? null,
    ground?.q ?? 1,
    known?.dwell ?? null,
  );
  return made.map(typedCell);
}

import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Laid } from '#contract/clocks.ts';
import type { RecipeRow } from '#contract/recipes.ts';
import { refuse } from '#contract/refusals.ts';
import type { Colour, Material } from '#core/dwell/surroundings.ts';
import type { Shelter } from '#core/dwell/weather.ts';
import { type PanelStart, TAP_C } from '#core/dwell/workingWindow.ts';
import { accept, type Outcome } from '#core/outcome.ts';
import { USE_KINDS, type UseKind } from '#core/products/uses.ts';
import { cellAt } from '#core/recipes/recipe.ts';
import type { Body } from '#core/soil/bodies.ts';
import { SOIL_LEVELS, type SoilLevel } from '#core/soil/soil.ts';
import { parseCelsius } from '#core/units/temperature.ts';
import type { UnitSystem } from '#core/units/units.ts';
import { t } from '../lib/speech.ts';

/** The vehicle in front of this device: it is the same for one clock after the other. */
export type VehicleHere = {
  vehicle: string;
  body: Body;
  colour: Colour;
  material: Material;
  shelter: Shelter;
  start: 'dry' | 'rinsed' | 'measured';
  panelText: string;
  placeId: number | null;
};

export const useVehicle = create<VehicleHere & { set: (change: Partial<VehicleHere>) => void }>()(
  persist(
    (set) => ({
      vehicle: '',
      body: 'hatchback',
      colour: 'mid',
      material: 'steel',
      shelter: 'open',
      start: 'dry',
      panelText: '',
      placeId: null,
      set,
    }),
    { name: 'kettle-vehicle' },
  ),
);

/** How the panel is, as it was typed. */
export function readStart(
  { start, panelText }: Pick<VehicleHere, 'start' | 'panelText'>,
  show: UnitSystem = 'metric',
): Outcome<PanelStart> {
  if (start === 'dry') return accept({ kind: 'dry' });
  if (start === 'rinsed') return accept({ kind: 'rinsed', waterC: TAP_C });
  if (panelText.trim() === '') {
    return refuse('start.empty', {});
  }
  const read = parseCelsius(panelText, t('Panel'), [-20, 100], show);
  return read.ok ? accept({ kind: 'measured', panelC: read.value }) : read;
}

/** What the address asks to lay: a recipe at a level, a product from the Bench, or rinse water. */
export type StartOf = { recipeId: number; soil: SoilLevel } | Exclude<Laid, { kind: 'recipe' }> | null;

const whole = (text: string | null): number | null =>
  text !== null && /^\d{1,9}$/.test(text) ? Number(text) : null;

export function askedIn(params: URLSearchParams): StartOf {
  const soil = SOIL_LEVELS.find((k) => String(k) === params.get('soil')) ?? 2;
  const recipe = whole(params.get('recipe'));
  if (recipe) return { recipeId: recipe, soil };
  if (params.get('water') !== null) return { kind: 'water' };
  const [productId, vesselId] = [whole(params.get('product')), whole(params.get('vessel'))];
  const use = params.get('use') as UseKind | null;
  if (!productId || !vesselId || !use || !USE_KINDS.includes(use)) return null;
  return {
    kind: 'product',
    productId,
    use,
    vesselId,
    dialId: whole(params.get('dial')),
    machineId: whole(params.get('machine')),
  };
}

/** The address that starts a clock of something. */
export function startPath(
  asked: NonNullable<StartOf>,
  more: { batchId?: number; placeId?: number } = {},
): string {
  const params = new URLSearchParams();
  if ('recipeId' in asked) {
    params.set('recipe', String(asked.recipeId));
    params.set('soil', String(asked.soil));
  } else if (asked.kind === 'water') params.set('water', '');
  else {
    params.set('product', String(asked.productId));
    params.set('use', asked.use);
    params.set('vessel', String(asked.vesselId));
    if (asked.dialId !== null) params.set('dial', String(asked.dialId));
    if (asked.machineId !== null) params.set('machine', String(asked.machineId));
  }
  if (more.batchId) params.set('batch', String(more.batchId));
  if (more.placeId) params.set('place', String(more.placeId));
  return `/clocks/new?${params}`;
}

/** What is asked for, as it is sent; null where it names a recipe nobody has published, or a level it is not for. */
export function laidOf(asked: StartOf, recipes: readonly RecipeRow[]): Laid | null {
  if (!asked || !('recipeId' in asked)) return asked;
  const published = recipes.find((r) => r.id === asked.recipeId)?.published;
  if (!published || cellAt(published, asked.soil)?.kind !== 'mix') return null;
  return { kind: 'recipe', versionId: published.versionId, soil: asked.soil };
}

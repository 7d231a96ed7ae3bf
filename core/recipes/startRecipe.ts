import { isSuction } from '../products/record.ts';
import type { UseKind } from '../products/uses.ts';
import type { Agitation, Direction, Recipe, Rinse } from './recipe.ts';
import type { RecipeProduct, RecipeVessel } from './standards.ts';

export type StartingProduct = RecipeProduct & { readonly id: number };
export type StartingVessel = RecipeVessel & {
  readonly id: number;
  readonly dialId: number | null;
  readonly machineId: number | null;
};

/** How a use is worked where nobody said otherwise. Defaults of the trade, edited by the shop in each recipe. */
type Work = readonly [agitation: Agitation, rinse: Rinse, direction: Direction];
const LEFT: Work = ['none', 'pressure', 'bottomUp'];
const WIPED: Work = ['towel', 'wipe', 'any'];
const WORK: Record<UseKind, Work> = {
  preWash: LEFT,
  foam: LEFT,
  insectSoak: LEFT,
  preSoak: ['none', 'none', 'bottomUp'],
  shampoo: ['mitt', 'hose', 'topDown'],
  rinselessWash: ['towel', 'wipe', 'topDown'],
  waterlessWash: ['towel', 'wipe', 'topDown'],
  dryingAid: ['towel', 'none', 'topDown'],
  clayLubricant: ['clay', 'none', 'any'],
  panelWipe: WIPED,
  wheel: ['softBrush', 'pressure', 'any'],
  tyre: ['stiffBrush', 'pressure', 'any'],
  arch: ['stiffBrush', 'pressure', 'any'],
  engineBay: ['softBrush', 'hose', 'any'],
  tar: WIPED,
  iron: ['none', 'pressure', 'any'],
  lime: ['none', 'pressure', 'any'],
  interior: ['softBrush', 'wipe', 'any'],
  glass: WIPED,
  padCleaning: ['pad', 'none', 'any'],
  stock: ['none', 'none', 'any'],
  other: ['none', 'hose', 'any'],
};

/**
 * All a recipe says before its levels, as a use is usually worked: of a cannon, the dial where it is set, and strengths on the
 * panel where the label gives them there. To be changed by the shop.
 */
export function startRecipe(
  product: StartingProduct,
  vessel: StartingVessel,
  use: UseKind,
): Omit<Recipe, 'name' | 'cells'> {
  const suction = isSuction(vessel.kind);
  const [agitation, rinse, direction] = WORK[use];
  return {
    productId: product.id,
    use,
    vesselId: vessel.id,
    dialId: suction ? (vessel.dialId ?? vessel.dials.at(-1)?.id ?? null) : null,
    machineId: suction ? vessel.machineId : null,
    onPanel: suction && product.labelEntries.every((e) => e.use !== use || e.basis === 'panel'),
    soilKinds: [],
    zones: [],
    film: product.uses.find((u) => u.kind === use)?.film ?? null,
    rateMlPerM2: null,
    agitation,
    rinse,
    direction,
    cautions: '',
    cleanCheck: '',
    notes: '',
  };
}

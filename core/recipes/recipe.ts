import type { Film, UseKind } from '../products/uses.ts';
import type { SoilKind, SoilLevel } from '../soil/soil.ts';
import type { Zone } from '../soil/zones.ts';
import type { Strength } from '../strength/notation.ts';

// A recipe is one use of one product: how strong at each soil level, out of what, for how long, and how it is worked.

export const AGITATIONS = ['none', 'softBrush', 'stiffBrush', 'mitt', 'towel', 'pad', 'clay'] as const;
export type Agitation = (typeof AGITATIONS)[number];
export const AGITATION_NAMES: Record<Agitation, string> = {
  none: 'left alone',
  softBrush: 'soft brush',
  stiffBrush: 'stiff brush',
  mitt: 'wash mitt',
  towel: 'towel',
  pad: 'pad',
  clay: 'clay',
};

export const RINSES = ['pressure', 'hose', 'bucket', 'wipe', 'none'] as const;
export type Rinse = (typeof RINSES)[number];
export const RINSE_NAMES: Record<Rinse, string> = {
  pressure: 'pressure washer',
  hose: 'open hose',
  bucket: 'rinse bucket',
  wipe: 'wiped off',
  none: 'not rinsed',
};

export const DIRECTIONS = ['bottomUp', 'topDown', 'any'] as const;
export type Direction = (typeof DIRECTIONS)[number];
export const DIRECTION_NAMES: Record<Direction, string> = {
  bottomUp: 'from the bottom up',
  topDown: 'from the top down',
  any: 'in any order',
};

/** How long it works at one soil level, in seconds: shortest useful, and recommended from and to. */
export type CellDwell = { readonly shortestS: number; readonly fromS: number; readonly toS: number };

/** What a recipe says for one soil level: how strong and how long, or not at all, and what instead. */
export type RecipeCell =
  | {
      readonly soil: SoilLevel;
      readonly kind: 'mix';
      readonly strength: Strength;
      readonly dwell: CellDwell | null;
      /** Why it lies outside label, floor, ceiling or dwell, where it does. */
      readonly reason: string;
    }
  | { readonly soil: SoilLevel; readonly kind: 'not'; readonly instead: string };
export type MixCell = Extract<RecipeCell, { kind: 'mix' }>;

export type Recipe = {
  readonly name: string;
  readonly productId: number;
  readonly use: UseKind;
  /** What it is mixed in: a bottle, a bucket, or a cannon's bottle with how that is set. A machine of null is a hose. */
  readonly vesselId: number;
  readonly dialId: number | null;
  readonly machineId: number | null;
  /** For a cannon or a gun: the strengths hold on the panel, and the bottle is worked out from them. */
  readonly onPanel: boolean;
  /** What soil it is for; with none named, for all of it. */
  readonly soilKinds: readonly SoilKind[];
  /** Where it is put on; none named: wherever its use is. */
  readonly zones: readonly Zone[];
  readonly film: Film | null;
  /** Bottle liquid in ml to the square metre; null: as usual for how it is put on. */
  readonly rateMlPerM2: number | null;
  readonly agitation: Agitation;
  readonly rinse: Rinse;
  readonly direction: Direction;
  readonly cautions: string;
  /** How it is seen that it is clean. */
  readonly cleanCheck: string;
  readonly notes: string;
  /** One for each soil level, 0 to 4 in order. */
  readonly cells: readonly RecipeCell[];
};

/** The cell for a soil level. */
export const cellAt = (recipe: Pick<Recipe, 'cells'>, soil: SoilLevel): RecipeCell | undefined =>
  recipe.cells.find((c) => c.soil === soil);

import { ALL_UNKNOWN } from '../safety/traits.ts';
import { SOIL_LEVELS } from '../soil/soil.ts';
import type { Strength } from '../strength/notation.ts';
import { type Fraction, fractionOf } from '../strength/strength.ts';
import type { Standards } from './judge.ts';
import type { MixCell, Recipe } from './recipe.ts';

// Made-up recipes and what they stand on, for the tests here.

export const parts = (water: number): Strength => ({ notation: 'parts', water });
export const percent = (p: number): Strength => ({ notation: 'percent', percent: p });

/** The fraction of a strength that has one. */
export const f = (strength: Strength): number => {
  const read = fractionOf(strength);
  if (!read.ok) throw new Error(read.code);
  return read.value;
};

export const DWELL = { shortestS: 60, fromS: 180, toS: 240, longestS: 300 };
export const GROUND: Standards = {
  name: 'Pre-wash',
  state: 'concentrate',
  traits: ALL_UNKNOWN,
  bands: [{ least: 0.02 as Fraction, most: 0.1 as Fraction, basis: 'bottle' }],
  use: { panelFloor: 0.01, panelCeiling: 0.05, dwell: DWELL },
  q: 1,
  others: [],
};
export const mix = (strength: Strength, more: Partial<MixCell> = {}): MixCell => ({
  soil: 3,
  kind: 'mix',
  strength,
  dwell: null,
  reason: '',
  ...more,
});

/** 1:40 at every level, on the lower sides and the rear from a pump sprayer. */
export const RECIPE: Recipe = {
  name: 'Lower sides',
  productId: 1,
  use: 'preWash',
  vesselId: 2,
  dialId: null,
  machineId: null,
  onPanel: false,
  soilKinds: [],
  zones: ['lowers', 'rear'],
  film: 'pumpSprayer',
  rateMlPerM2: null,
  agitation: 'none',
  rinse: 'pressure',
  direction: 'bottomUp',
  cautions: '',
  cleanCheck: '',
  notes: '',
  cells: SOIL_LEVELS.map((soil) => mix(parts(40), { soil })),
};

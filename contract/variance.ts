import type { Between } from '#core/variance/between.ts';
import type { Effect } from '#core/variance/explain.ts';
import type { SourceKey } from '#core/variance/gaps.ts';
import type { Variance } from '#core/variance/split.ts';
import { exactly, shopDay } from './fields.ts';
import type { StrengthOf } from './review.ts';

/** From a day to a day of the shop's; null: as far back, or on, as there are counts. */
export const varianceBody = exactly({
  from: shopDay('From').nullable().defined(),
  to: shopDay('To').nullable().defined(),
}).test('order', function inOrder(v) {
  if (v.from === null || v.to === null || v.from <= v.to) return true;
  return this.createError({ path: 'to', message: 'To is before From: give a later day.' });
});

/** Where a gap is: between two counts of a container, or since it came. */
export type GapPlace = { containerId: number; productId: number; fromMs: number; toMs: number };

/** What runs were to take of a product by their plans, and what was mixed of it for them; of so many runs. */
export type ForVehicles = { productId: number; runs: number; plannedUl: number; pouredUl: number };

export type VarianceTold = {
  /** So many gaps were to be explained, and so many it takes to explain any. */
  gaps: number;
  needs: number;
  causes: { source: SourceKey | 'all'; share: Between; ul: Between; or: SourceKey | 'all' | null }[];
  effects: Effect[];
  oneOffs: (GapPlace & { ul: Between })[];
  products: Variance[];
  forVehicles: ForVehicles[];
  /** How mixes by a recipe came out, by recipe and month. */
  strengths: StrengthOf[];
  /** What was poured and never counted, so that nothing can be said of it. */
  neverCounted: number[];
  /** The container in use from which each of them poured most lately: what a check is made on. */
  pouredFrom: Record<string, number>;
  containers: { id: number; code: string }[];
};

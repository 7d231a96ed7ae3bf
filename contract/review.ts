import type { OutcomeKind } from '#core/recipes/outcomes.ts';
import type { CountMethod } from './counts.ts';

// How it went over a period, by months of the shop's (`2026-04`). Money in minor units, amounts in microlitres.

/** What was poured and wasted of a product in a month. */
export type MonthOfProduct = {
  month: string;
  productId: number;
  pours: number;
  pouredUl: number;
  pouredMinor: number;
  wastedMinor: number;
};
export type ReviewCosts = {
  products: MonthOfProduct[];
  /** Vehicles of the list that were done, on how many days. */
  done: { month: string; vehicles: number; days: number }[];
  /** On how many days of a month something was poured. */
  open: { month: string; days: number }[];
};

export type Review = {
  /** What was thrown away because it was out of date. */
  outOfDate: { month: string; productId: number; ul: number; minor: number }[];
  /** How washes went, by the recipe and soil level that was mixed. */
  outcomes: { recipeId: number; name: string; soil: number; kind: OutcomeKind; n: number }[];
  /** Films seen to begin to dry: how much later than reckoned, as a factor. */
  drying: { at: string; productId: number; film: string; factor: number; clockKey: string }[];
  /** Containers counted: how often they agreed, and by how much they were off, of what the books said. */
  counts: {
    month: string;
    method: CountMethod | 'empty';
    counted: number;
    agreed: number;
    offUl: number;
    bookUl: number;
  }[];
};

/** How what was mixed by a recipe came out against what it asks for. */
export type StrengthOf = {
  recipeId: number;
  name: string;
  month: string;
  mixes: number;
  /** Mixes more than a twentieth stronger or weaker than was asked for. */
  off: number;
  /** How far off they are in the middle, as a share either way. */
  meanOff: number;
  /** The one furthest off: its batch, and its strength over what was asked for. */
  worst: { batchId: number; code: string; ratio: number };
};

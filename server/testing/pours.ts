import type { PourBody } from '#contract/ledger.ts';

// A pour of the demo shop that can be booked, and what to change of it.

export const FOAM = 2;
export const BOTTLE = 1;

export const parts = (water: number) => ({ notation: 'parts', water }) as const;
/** 1:12 foam, poured freely into the white-capped bottle. */
export const pour = (change: Partial<PourBody>): PourBody => ({
  productId: FOAM,
  vesselId: BOTTLE,
  containerId: 1,
  strength: parts(12),
  totalUl: 750_000,
  start: { kind: 'empty' },
  how: 'fill',
  measured: [],
  shown: { pourOffUl: 0, waterUl: 692_308, productUl: 57_692 },
  ...change,
});

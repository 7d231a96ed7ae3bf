import type { Vessel } from '#contract/equipment.ts';
import type { PourBody } from '#contract/ledger.ts';
import type { Books } from '../db/books.ts';
import type { Caller } from './demoShop.ts';

// A pour of the demo shop that can be booked, and what to change of it.

export const FOAM = 2;
export const BOTTLE = 1;

export const parts = (water: number) => ({ notation: 'parts', water }) as const;
/** 1:12 foam, poured freely into the white-capped bottle. */
export const pour = (change: Partial<PourBody> = {}): PourBody => ({
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

/** What stands on every account: the same before something is done and after it is taken back. */
export const balances = (books: Books) =>
  books.rows('SELECT account_id, product_id, ul FROM balance WHERE ul <> 0 ORDER BY 1, 2');

/** Books what is in a vessel as used, so that something else may go into it: what it held is still remembered. */
export async function usedUp(as: Caller, vesselId: number): Promise<number> {
  const { holds } = (await as('get', `/api/vessels/${vesselId}`)).body as Vessel;
  if (!holds) return 0;
  return (await as('post', `/api/batches/${holds.batchId}/uses`, { ul: holds.ul })).body.movementId;
}

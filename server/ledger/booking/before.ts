import type { PourResolution } from '#core/booking/resolvePour.ts';
import { bookedIn } from '#core/booking/resolvePour.ts';
import { type Contents, minus } from '#core/mixing/contents.ts';
import type { Before, Held } from '#core/stock/postings.ts';
import type { EarlierBatch, FillContext } from './fillContext.ts';

const NOTHING: Held = new Map();

/** A mix of a product as what moves of it, product and water apart. */
export const movedOf = (product: number, water: number, { productUl, waterUl }: Contents): Held =>
  new Map([
    [product, productUl],
    [water, waterUl],
  ]);

/** What is in the vessel by the books, as used: a fill is made in an empty one. */
export const allUsed = (earlier: readonly EarlierBatch[]): Before<number>[] =>
  earlier.map(({ account, held }) => ({
    account,
    kept: NOTHING,
    pouredOff: NOTHING,
    used: new Map(held.map((h) => [h.product, h.ul])),
  }));

/** What the ledger has to move of what stood in the vessel before a pour. */
export function beforePour(
  { facts, earlier, accounts, water }: FillContext,
  start: 'empty' | 'leftover' | 'poured',
  { start: contents, fromBooks, off }: PourResolution,
): Before<number>[] {
  const usedUp = allUsed(earlier);
  if (start !== 'leftover' || !contents) return usedUp;
  const moved = (part: Contents) => movedOf(facts.product.id, water, part);
  const parts = { kept: moved(off ? minus(contents, off) : contents), pouredOff: off ? moved(off) : NOTHING };
  const booked = bookedIn(facts.vessel.holds, facts.product.id);
  const [newest] = earlier;
  // The books know nothing of it: it was found.
  if (!fromBooks || !booked || !newest)
    return [...usedUp, { account: accounts.difference, ...parts, used: NOTHING }];
  return [{ account: newest.account, ...parts, used: moved(minus(booked, contents)) }, ...usedUp.slice(1)];
}

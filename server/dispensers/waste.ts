import type { Line } from '#contract/dispensers.ts';
import { checkStock } from '#core/stock/postings.ts';
import type { Queryable } from '../db/books.ts';
import { refusalProblem } from '../http/problems.ts';
import { bookMovement } from '../ledger/booking/book.ts';
import { containerAccount, singleAccounts } from '../ledger/booking/queries.ts';

/** Books neat product that a line used up without filling anything: to prime it, to flush it, to verify it. */
export async function bookLineWaste(
  tx: Queryable,
  pail: NonNullable<Line['pail']>,
  ul: number,
  personId: number,
  now: Date,
  overrideId: number | null = null,
): Promise<number | null> {
  if (ul === 0) return null;
  const left = checkStock(pail.heldUl, ul, pail.code);
  if (!left.ok) throw refusalProblem(left, '', 409);
  const { waste } = await singleAccounts(tx);
  const from = await containerAccount(tx, pail.id);
  return bookMovement(tx, {
    kind: 'waste',
    personId,
    now,
    containerId: pail.id,
    ...(overrideId !== null && { overrideId }),
    postings: [{ product: pail.productId, from, to: waste, ul }],
  });
}

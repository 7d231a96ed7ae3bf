import type { ContainerBody } from '#contract/equipment.ts';
import type { Queryable } from '../db/books.ts';
import { problem } from '../http/problems.ts';
import type { SignedIn } from '../http/signedIn.ts';
import { bookMovements } from '../ledger/booking/book.ts';
import { singleAccounts } from '../ledger/booking/queries.ts';
import { insertContainers } from './queries.ts';

/**
 * Puts containers on the shelf, however many, in a handful of statements: a full one comes from the supplier, a part-full one
 * is opening stock, counted in.
 *
 * @returns their ids, in their order
 */
export async function receive(
  tx: Queryable,
  bodies: readonly ContainerBody[],
  who: Pick<SignedIn, 'personId'>,
  now: Date,
  deliveryId?: number,
): Promise<number[]> {
  const made = await insertContainers(tx, bodies, now, deliveryId ? { deliveryId } : {});
  const { supplier, difference } = await singleAccounts(tx);
  await bookMovements(
    tx,
    made.map(({ id, accountId }, i) => {
      const { productId, placeId, levelUl, sizeUl } = bodies[i] as ContainerBody;
      const full = levelUl === sizeUl;
      const posting = { product: productId, from: full ? supplier : difference, to: accountId, ul: levelUl };
      const kind = full ? 'receive' : 'count';
      return { kind, personId: who.personId, now, containerId: id, placeId, postings: [posting] };
    }),
  );
  return made.map(({ id }) => id);
}

/** Refuses the first product that this shop has not, or no longer. */
export async function refuseUnknownProducts(
  tx: Queryable,
  productIds: readonly number[],
  where: (i: number) => { at: string; line?: number } = () => ({ at: '/productId' }),
): Promise<void> {
  const known = await inUse(tx, productIds);
  const unknown = productIds.findIndex((id) => !known.has(id));
  if (unknown < 0) return;
  const { at, line } = where(unknown);
  throw problem(422, 'reference.unknown', { what: 'product', ...(line !== undefined && { line }) }, { at });
}

/** Of some products those that this shop has and uses; the tap's water comes in no container. */
export async function inUse(tx: Queryable, productIds: readonly number[]): Promise<Set<number>> {
  const rows = await tx.rows<{ id: number }>(
    `SELECT id FROM product WHERE id = ANY($1::int[]) AND state <> 'water' AND retired_at IS NULL`,
    [productIds],
  );
  return new Set(rows.map(({ id }) => id));
}

import { Router } from 'express';
import { dumpBatchBody, useBatchBody } from '#contract/batches.ts';
import { resolveUse, sharesOf } from '#core/booking/resolveUse.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { command } from '../http/commands.ts';
import { decided, missing } from '../http/problems.ts';
import type { SignedIn } from '../http/signedIn.ts';
import { bookMovement, type NewMovement } from '../ledger/booking/book.ts';
import { singleAccounts } from '../ledger/booking/queries.ts';
import { batchOf } from './queries.ts';

/** What becomes of a mix: some of it is used, or the rest is poured away. Product and water go in their proportion. */
export function batchActRoutes(context: AppContext): Router {
  const routes = Router({ mergeParams: true });
  const idIn = (params: object) => String((params as { id?: string }).id);

  routes.post(
    '/uses',
    command(context, useBatchBody, async ({ tx, body, who, now, params }) => {
      const batch = await useOfBatch(tx, idIn(params), body.ul, who, { now });
      return { status: 201, body: batch, touched: [['vessels', batch.vesselId]] };
    }),
  );
  routes.post(
    '/dumps',
    command(context, dumpBatchBody, async ({ tx, body, who, now, params }) => {
      const { waste } = await singleAccounts(tx);
      const batch = await take(tx, idIn(params), null, { to: waste, kind: 'waste', ...body, now }, who);
      return { status: 201, body: batch, touched: [['vessels', batch.vesselId]] };
    }),
  );
  return routes;
}

/** Uses so much of a mix: for a job, where it is known for which. */
export async function useOfBatch(
  tx: Queryable,
  id: string,
  ul: number,
  who: SignedIn,
  of: Pick<NewMovement, 'now' | 'happenedAt' | 'jobId' | 'usedHow'>,
) {
  const { used } = await singleAccounts(tx);
  return take(tx, id, ul, { to: used, kind: 'transfer', reason: 'used', note: '', ...of }, who);
}

/** @param ul how much of it; null for all that is left */
async function take(
  tx: Queryable,
  id: string,
  ul: number | null,
  {
    to,
    ...out
  }: { to: number } & Pick<
    NewMovement,
    'kind' | 'reason' | 'note' | 'now' | 'happenedAt' | 'jobId' | 'usedHow'
  >,
  who: SignedIn,
) {
  const batch = await batchOf(tx, id);
  if (!batch) throw missing('batch');
  const usedUl = decided(resolveUse({ ul }, batch));
  const held = await tx.rows<{ account: number; product: number; ul: number }>(
    `SELECT b.account_id AS account, b.product_id AS product, b.ul FROM account a JOIN balance b ON b.account_id = a.id
     WHERE a.batch_id = $1 AND b.ul > 0 ORDER BY b.product_id`,
    [batch.id],
  );
  const shares = sharesOf(usedUl, held);
  const postings = held.map(({ account, product }, i) => ({
    product,
    from: account,
    to,
    ul: shares[i] ?? 0,
  }));
  const movementId = await bookMovement(tx, {
    ...out,
    personId: who.personId,
    batchId: batch.id,
    postings: postings.filter((p) => p.ul > 0),
  });
  return { ...((await batchOf(tx, id)) ?? batch), movementId };
}

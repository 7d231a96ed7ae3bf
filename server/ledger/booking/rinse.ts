import type { Vessel } from '#contract/equipment.ts';
import type { Queryable } from '../../db/books.ts';
import type { SignedIn } from '../../http/signedIn.ts';
import { bookMovement } from './book.ts';
import { inVessel } from './fillContext.ts';
import { singleAccounts } from './queries.ts';

/**
 * Books that a vessel was rinsed. What it held by the books was used, in a movement that can be taken back, and with it
 * the rinsing. From then on what the vessel held before no longer matters to what goes into it.
 */
export async function bookRinse(
  tx: Queryable,
  vessel: Pick<Vessel, 'id' | 'holds'>,
  who: Pick<SignedIn, 'personId'>,
  now: Date,
): Promise<void> {
  const { used } = await singleAccounts(tx);
  const inIt = await inVessel(tx, vessel.id);
  const movementId = vessel.holds
    ? await bookMovement(tx, {
        kind: 'transfer',
        reason: 'rinsedOut',
        personId: who.personId,
        now,
        batchId: vessel.holds.batchId,
        postings: inIt.flatMap(({ account, held }) =>
          held.map(({ product, ul }) => ({ product, from: account, to: used, ul })),
        ),
      })
    : null;
  await tx.rows(
    `INSERT INTO rinse (vessel_id, person_id, at, after_batch, movement_id)
     VALUES ($1, $2, $3, coalesce((SELECT max(id) FROM batch WHERE vessel_id = $1), 0), $4)`,
    [vessel.id, who.personId, now, movementId],
  );
}

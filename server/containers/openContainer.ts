import type { Queryable } from '../db/books.ts';
import { bookMovement } from '../ledger/booking/book.ts';
import { markOpened } from './queries.ts';

/** Marks a sealed container as opened, in the books too. */
export async function openContainer(
  tx: Queryable,
  { id, placeId }: { id: number; placeId: number },
  who: { personId: number },
  now: Date,
): Promise<void> {
  await markOpened(tx, id, now);
  await bookMovement(tx, {
    kind: 'open',
    personId: who.personId,
    now,
    containerId: id,
    placeId,
    postings: [],
  });
}

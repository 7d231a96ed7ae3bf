import { reversePostings } from '#core/stock/postings.ts';
import { type BackInto, type Booked, mayPutBack, mayTakeBack } from '#core/stock/takeBack.ts';
import type { UnitSystem } from '#core/units/units.ts';
import type { Queryable } from '../../db/books.ts';
import { decided, missing, problem, refusalProblem } from '../../http/problems.ts';
import type { SignedIn } from '../../http/signedIn.ts';
import { type Allowed, unlessAllowed } from '../../people/allowed.ts';
import { type ReversalFacts, reversalFacts } from '../reading/history.ts';
import { bookMovement } from './book.ts';

/** Takes a movement back by booking its opposite. Both stay in the books, each with its name. */
export async function bookReversal(
  tx: Queryable,
  id: number,
  who: SignedIn,
  now: Date,
  allowed: Allowed,
): Promise<{ movementId: number; containerId: number | null }> {
  const known = await reversalFacts(tx, id, now);
  if (!known) throw missing('movement');
  const may = mayTakeBack(bookedOf(known), who, now.getTime());
  if (!may.ok && may.code !== 'undo.notYours') throw refusalProblem(may, '', 409);
  const word = may.ok ? null : await allowed('undo', String(id));
  if (!may.ok && word === null) throw unlessAllowed('undo', String(id), may);
  const { containerId, toContainerId, restContainerId, placeId, batchId, postings } = known;
  for (const into of await backInto(tx, id)) decided(mayPutBack(into));
  try {
    const movementId = await bookMovement(tx, {
      kind: 'reversal',
      personId: who.personId,
      now,
      reverses: id,
      ...(word !== null && { overrideId: word }),
      postings: reversePostings(postings),
      ...(containerId && { containerId }),
      ...(toContainerId && { toContainerId }),
      ...(restContainerId && { restContainerId }),
      ...(placeId && { placeId }),
      ...(batchId && { batchId }),
    });
    // One that was lost and turned up stands on the shelf again.
    if (known.reason === 'lost') {
      await tx.rows('UPDATE container SET retired_at = NULL, revision = revision + 1 WHERE id = $1', [
        containerId,
      ]);
    }
    return { movementId, containerId };
  } catch (error) {
    const { constraint } = error as { constraint?: string };
    if (constraint === 'one_batch_in_a_vessel') {
      throw problem(409, 'undo.filledSince', {});
    }
    if (constraint !== 'nothing_physical_below_zero') throw error;
    throw problem(409, 'undo.usedSince', {});
  }
}

const bookedOf = (known: ReversalFacts): Booked => ({
  kind: known.kind,
  reason: known.reason,
  personId: known.personId,
  bookedMs: known.bookedAt.getTime(),
  today: known.today,
  takenBack: known.reversedBy !== null,
  moved: known.postings.length > 0,
});

/** The containers a movement took from or gave to, and what of it would go back into each. */
const backInto = (tx: Queryable, movementId: number): Promise<(BackInto & { units: UnitSystem })[]> =>
  tx.rows(
    `SELECT c.code, c.size_ul AS "sizeUl", s.units, coalesce(b.ul, 0) AS "heldUl",
       sum(CASE WHEN p.from_account = a.id THEN p.ul ELSE -p.ul END)::bigint AS "backUl"
     FROM shop s, posting p JOIN account a ON a.id IN (p.from_account, p.to_account) JOIN container c ON c.id = a.container_id
     LEFT JOIN balance b ON b.account_id = a.id AND b.product_id = c.product_id
     WHERE p.movement_id = $1 GROUP BY c.id, s.units, b.ul`,
    [movementId],
  );

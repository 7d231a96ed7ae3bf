import { atLeast } from '#contract/roles.ts';
import { reversePostings } from '#core/stock/postings.ts';
import type { Queryable } from '../db/books.ts';
import { HttpProblem, missing } from '../http/problems.ts';
import type { SignedIn } from '../http/signedIn.ts';
import { type Allowed, unlessAllowed } from '../people/overrides.ts';
import { bookMovement } from './book.ts';
import { type ReversalGround, reversalGround } from './history.ts';

const OWN_UNDO_MINUTES = 10;
const CAN_BE_REVERSED: ReversalGround['kind'][] = ['draw', 'transfer', 'waste', 'decant', 'return', 'found'];

/** Takes a movement back by booking its opposite. Both stay in the books, each with its name. */
export async function bookReversal(
  tx: Queryable,
  id: number,
  who: SignedIn,
  now: Date,
  allowed: Allowed,
): Promise<{ movementId: number; containerId: number | null }> {
  const ground = await reversalGround(tx, id, now);
  if (!ground) throw missing('movement');
  checkReversible(ground);
  const why = mayReverse(ground, who, now);
  const word = why === null ? null : await allowed('undo', String(id));
  if (why !== null && word === null) {
    const remedy = 'Ask a manager to take this one back, or for their word here.';
    throw unlessAllowed('undo', String(id), 403, 'undo.notYours', why, remedy);
  }
  const { containerId, toContainerId, placeId, batchId, postings } = ground;
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
      ...(placeId && { placeId }),
      ...(batchId && { batchId }),
    });
    // One that was lost and turned up stands on the shelf again.
    if (ground.reason === 'lost') {
      await tx.rows('UPDATE container SET retired_at = NULL, revision = revision + 1 WHERE id = $1', [
        containerId,
      ]);
    }
    return { movementId, containerId };
  } catch (error) {
    const { constraint } = error as { constraint?: string };
    if (constraint === 'one_batch_in_a_vessel') {
      throw new HttpProblem(
        409,
        'undo.filledSince',
        'The vessel it was in holds something else by now, and two mixes are never in one vessel.',
        { remedy: 'Undo what was filled in since first, or leave it.' },
      );
    }
    if (constraint !== 'nothing_physical_below_zero') throw error;
    throw new HttpProblem(
      409,
      'undo.usedSince',
      'What this put in place has been used since, so it can no longer be taken back.',
      {
        remedy: 'Undo the later movement first.',
      },
    );
  }
}

function checkReversible(ground: ReversalGround): void {
  if (ground.reversedBy !== null) {
    throw new HttpProblem(409, 'undo.done', 'This has already been taken back.', {
      remedy: 'Nothing more is needed.',
    });
  }
  const can = CAN_BE_REVERSED.includes(ground.kind) || ground.reason === 'lost';
  if (!can || ground.postings.length === 0) {
    throw new HttpProblem(409, 'undo.notPour', 'Only what moved product can be taken back here.', {
      remedy: 'Book what really happened instead.',
    });
  }
}

/** Null where someone may take it back, else why not. */
function mayReverse(ground: ReversalGround, who: SignedIn, now: Date): string | null {
  if (who.role === 'manager') return null;
  if (atLeast(who.role, 'lead')) return ground.today ? null : "A lead can take back today's pours.";
  if (ground.personId !== who.personId) return 'You can take back your own pours.';
  return now.getTime() - ground.bookedAt.getTime() > OWN_UNDO_MINUTES * 60_000
    ? `You can take back a pour for ${OWN_UNDO_MINUTES} minutes.`
    : null;
}

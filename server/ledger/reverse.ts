import { atLeast } from '#contract/roles.ts';
import { reversePostings } from '#core/stock/postings.ts';
import type { Queryable } from '../db/books.ts';
import { HttpProblem, missing } from '../http/problems.ts';
import type { SignedIn } from '../http/signedIn.ts';
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
): Promise<{ movementId: number; containerId: number | null }> {
  const ground = await reversalGround(tx, id, now);
  if (!ground) throw missing('movement');
  checkMayReverse(ground, who, now);
  const { containerId, toContainerId, placeId, batchId, postings } = ground;
  try {
    const movementId = await bookMovement(tx, {
      kind: 'reversal',
      personId: who.personId,
      now,
      reverses: id,
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
    if ((error as { constraint?: string }).constraint !== 'nothing_physical_below_zero') throw error;
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

function checkMayReverse(ground: ReversalGround, who: SignedIn, now: Date): void {
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
  if (who.role === 'manager') return;
  if (atLeast(who.role, 'lead')) {
    if (ground.today) return;
    throw refused("A lead can take back today's pours.");
  }
  if (ground.personId !== who.personId) throw refused('You can take back your own pours.');
  if (now.getTime() - ground.bookedAt.getTime() > OWN_UNDO_MINUTES * 60_000) {
    throw refused(`You can take back a pour for ${OWN_UNDO_MINUTES} minutes.`);
  }
}

const refused = (detail: string) =>
  new HttpProblem(403, 'undo.notYours', detail, { remedy: 'Ask a manager to take this one back.' });

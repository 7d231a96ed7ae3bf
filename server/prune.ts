import { subDays } from 'date-fns';
import type { Books } from './db/books.ts';
import { TABLET_DAYS } from './sessions/routes.ts';

/** How long each is kept, in days. Default: longer than any device waits with what it has to send. */
const KEPT_DAYS = { answers: 3, sessions: 30, guesses: 1, labels: 30, tablets: TABLET_DAYS } as const;

/**
 * Lets go of what is of no more use: answers nobody will ask for again, sessions that have ended, guesses long past, labels
 * printed weeks ago, devices whose cookie has run out.
 */
export async function prune(books: Pick<Books, 'transaction'>, now: Date): Promise<void> {
  const before = (days: number) => subDays(now, days);
  await books.transaction(async (tx) => {
    await tx.rows('DELETE FROM answered WHERE answered_at < $1', [before(KEPT_DAYS.answers)]);
    await tx.rows('DELETE FROM session WHERE least(expires_at, ended_at) < $1', [before(KEPT_DAYS.sessions)]);
    await tx.rows('DELETE FROM pin_failure WHERE at < $1', [before(KEPT_DAYS.guesses)]);
    await tx.rows('DELETE FROM pin_attempt WHERE failures = 0 OR locked_until < $1', [
      before(KEPT_DAYS.guesses),
    ]);
    await tx.rows('DELETE FROM printed_label WHERE printed_at < $1', [before(KEPT_DAYS.labels)]);
    await tx.rows('DELETE FROM tablet WHERE first_seen < $1', [before(KEPT_DAYS.tablets)]);
  });
}

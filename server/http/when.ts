import { problem } from './problems.ts';

/** A device may be so far ahead of the shop's machine. */
const AHEAD_MS = 5_000;
/** What happened longer ago than this is no longer taken. */
const DAY_MS = 24 * 3_600_000;

/**
 * When something happened: as the device says, which may have been without a connection since, or now.
 *
 * @param days how long ago it may have been
 * @throws HttpProblem for a time to come, or one longer ago
 */
export function happenedAt(occurredAt: string | undefined, now: Date, days = 1): Date {
  if (occurredAt === undefined) return now;
  const at = new Date(occurredAt);
  if (at.getTime() > now.getTime() + AHEAD_MS) throw problem(422, 'when.future', {}, { at: '/occurredAt' });
  if (at.getTime() < now.getTime() - days * DAY_MS) {
    throw problem(422, 'when.tooLongAgo', { days }, { at: '/occurredAt' });
  }
  return at > now ? now : at;
}

/** @throws HttpProblem where one thing is said to have happened before another that came first */
export function refuseBefore(at: Date, earliest: string, what: 'laid' | 'ended' | 'dried'): void {
  if (at.getTime() >= Date.parse(earliest)) return;
  throw problem(422, 'when.beforeBegun', { what }, { at: '/occurredAt' });
}

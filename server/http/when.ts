import { HttpProblem } from './problems.ts';

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
  if (at.getTime() > now.getTime() + AHEAD_MS)
    throw refused('When is in the future.', 'Set this device’s clock, then try again.');
  if (at.getTime() < now.getTime() - days * DAY_MS) {
    const [ago, remedy] =
      days === 1
        ? ['a day', 'Enter what is still true now, or have a lead enter it.']
        : [`${days} days`, 'Count the container instead.'];
    throw refused(`When is over ${ago} ago.`, remedy);
  }
  return at > now ? now : at;
}

/** @throws HttpProblem where one thing is said to have happened before another that came first */
export function refuseBefore(at: Date, earliest: string, what: string): void {
  if (at.getTime() >= Date.parse(earliest)) return;
  throw refused(`${what} before it was begun.`, 'Give a time after the last thing laid.');
}

function refused(message: string, remedy: string): HttpProblem {
  return new HttpProblem(422, 'when.refused', message, {
    remedy,
    errors: [{ pointer: '/occurredAt', message, remedy }],
  });
}

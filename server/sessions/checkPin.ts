import type { Request } from 'express';
import type { House } from '../house.ts';
import { HttpProblem, missing } from '../http/problems.ts';
import { cookieOf, hashToken, TABLET_COOKIE } from '../http/signedIn.ts';
import { isPin, waitAfter } from './pins.ts';
import { countAttempt, isKnownTablet, personForSignIn } from './queries.ts';

/**
 * Whether it is somebody's PIN, with the tries counted for the person on this tablet.
 *
 * @throws HttpProblem where it is not, or was wrong too often
 */
export async function checkPin(house: House, req: Request, personId: number, pin: string) {
  const now = house.now();
  const tabletHash = await knownTablet(house, req);
  const origin = tabletHash ? `tablet:${tabletHash}` : `address:${req.ip}`;
  // The try is counted before the PIN is looked at: tries sent at the same instant can't share one count.
  const { person, failures, lockedUntil } = await house.books.transaction(async (tx) => {
    const person = await personForSignIn(tx, personId, origin);
    if (!person) throw missing('person');
    if (person.lockedUntil && person.lockedUntil > now) throw locked(person.lockedUntil, now);
    const failures = person.failures + 1;
    const waitS = waitAfter(failures);
    const lockedUntil = waitS > 0 ? new Date(now.getTime() + waitS * 1_000) : null;
    await countAttempt(tx, { personId, origin, failures, lockedUntil });
    return { person, failures, lockedUntil };
  });
  if (!(await isPin(person.pinHash, pin))) throw lockedUntil ? locked(lockedUntil, now) : wrongPin(failures);
  await countAttempt(house.books, { personId, origin, failures: 0, lockedUntil: null });
  return { person, tabletHash };
}

async function knownTablet(house: House, req: Request): Promise<string | null> {
  const token = cookieOf(req, TABLET_COOKIE);
  if (!token) return null;
  const hash = hashToken(token);
  return (await isKnownTablet(house.books, hash)) ? hash : null;
}

function wrongPin(failures: number): HttpProblem {
  const left = 5 - failures;
  const message = 'PIN is not the right one.';
  const remedy = `Try again: ${left} ${left === 1 ? 'try' : 'tries'} left before a wait. A manager can set a new PIN.`;
  return new HttpProblem(401, 'pin.wrong', message, {
    remedy,
    errors: [{ pointer: '/pin', message, remedy }],
  });
}

function locked(until: Date, now: Date): HttpProblem {
  const seconds = Math.ceil((until.getTime() - now.getTime()) / 1_000);
  const wait = seconds > 90 ? `${Math.ceil(seconds / 60)} minutes` : `${seconds} seconds`;
  return new HttpProblem(429, 'pin.locked', 'PIN was wrong too many times on this tablet.', {
    remedy: `Wait ${wait}, or ask a manager to set a new PIN.`,
    retryAfterS: seconds,
  });
}

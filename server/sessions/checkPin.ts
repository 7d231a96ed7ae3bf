import type { Request } from 'express';
import type { AppContext } from '../appContext.ts';
import { type HttpProblem, missing, problem } from '../http/problems.ts';
import { cookieOf, hashToken, type SignedIn, TABLET_COOKIE } from '../http/signedIn.ts';
import { noteEvent } from '../people/queries.ts';
import { hashPin, isPin, isWithoutSecret, LONGEST_WAIT_MS, waitAfter } from './pins.ts';
import {
  countAttempt,
  countFailure,
  forgetFailures,
  isKnownTablet,
  keepPinHash,
  personForSignIn,
  spentUntil,
} from './queries.ts';

/**
 * Whether it is somebody's PIN. Tries are counted three ways: of the person on this tablet, of the person from all places
 * nobody knows, and of anybody from this place, who is asking included. A place a manager has signed in at is known, and
 * is not held up by what is tried elsewhere.
 *
 * @param asker who is signed in here, where somebody else's PIN is asked for
 * @throws HttpProblem where it is not, or was wrong too often
 */
export async function checkPin(
  context: AppContext,
  req: Request,
  personId: number,
  pin: string,
  asker?: SignedIn,
) {
  const now = context.now();
  const tabletHash = await knownTablet(context, req);
  const origin = tabletHash ? `tablet:${tabletHash}` : `address:${req.ip}`;
  const places = [origin, ...(asker ? [`person:${asker.personId}`] : [])];
  // The try is counted before the PIN is looked at: tries sent at the same instant can't share one count.
  const { person, failures, lockedUntil, counted } = await context.books.transaction(async (tx) => {
    const person = await personForSignIn(tx, personId, origin);
    if (!person) throw missing('person');
    // A wait nobody can be under was set while the machine's clock was wrong.
    const until = person.lockedUntil;
    if (until && until > now && until.getTime() - now.getTime() <= LONGEST_WAIT_MS) throw locked(until, now);
    const spent = await spentUntil(tx, { personId, places, known: tabletHash !== null, now });
    if (spent) throw locked(spent, now);
    const failures = person.failures + 1;
    const waitS = waitAfter(failures);
    const lockedUntil = waitS > 0 ? new Date(now.getTime() + waitS * 1_000) : null;
    await countAttempt(tx, { personId, origin, failures, lockedUntil });
    const counted = await countFailure(tx, { personId, places, known: tabletHash !== null, now });
    // Nobody is signed in who could be named: it stands under the name that was tried.
    if (lockedUntil)
      await noteEvent(tx, {
        personId,
        what: 'pinTried',
        detail: origin.split(':')[0] ?? '',
        by: asker?.personId ?? personId,
        now,
      });
    return { person, failures, lockedUntil, counted };
  });
  if (person.pinHash === '') throw problem(401, 'pin.none', {}, { at: '/pin' });
  if (!(await isPin(person.pinHash, pin, context.secret)))
    throw lockedUntil ? locked(lockedUntil, now) : wrongPin(failures);
  await forgetFailures(context.books, counted);
  await countAttempt(context.books, { personId, origin, failures: 0, lockedUntil: null });
  if (isWithoutSecret(person.pinHash))
    await keepPinHash(context.books, personId, await hashPin(pin, context.secret));
  return { person, tabletHash };
}

async function knownTablet(context: AppContext, req: Request): Promise<string | null> {
  const token = cookieOf(req, TABLET_COOKIE);
  if (!token) return null;
  const hash = hashToken(token);
  return (await isKnownTablet(context.books, hash)) ? hash : null;
}

function wrongPin(failures: number): HttpProblem {
  return problem(401, 'pin.wrong', { left: 5 - failures }, { at: '/pin' });
}

function locked(until: Date, now: Date): HttpProblem {
  const seconds = Math.ceil((until.getTime() - now.getTime()) / 1_000);
  return problem(429, 'pin.locked', { seconds }, { retryAfterS: seconds });
}

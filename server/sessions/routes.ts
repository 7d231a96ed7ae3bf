import { randomBytes } from 'node:crypto';
import { type CookieOptions, type Request, Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import { type SignInName, signInBody, type Who } from '#contract/people.ts';
import type { House } from '../house.ts';
import { parseBody } from '../http/door.ts';
import { HttpProblem, missing } from '../http/problems.ts';
import { cookieOf, hashToken, SESSION_COOKIE, TABLET_COOKIE, whoOf } from '../http/signedIn.ts';
import { isPin, waitAfter } from './pins.ts';
import {
  countAttempt,
  endSession,
  isKnownTablet,
  personForSignIn,
  rememberTablet,
  signInNames,
  startSession,
} from './queries.ts';

const SESSION_HOURS = 12;
const TABLET_DAYS = 400;

export function sessionRoutes(house: House): Router {
  const routes = Router();

  routes.get('/names', async (_req, res) => {
    const names: SignInName[] = (await signInNames(house.books)).map((name) => {
      const demoPin = house.demoPins.get(name.name);
      return demoPin ? { ...name, demoPin } : name;
    });
    res.json(names);
  });

  routes.get('/current', (_req, res) => {
    const who = whoOf(res);
    if (!who) return void res.json(null);
    const { personId, name, role, expiresAt } = who;
    res.json({ personId, name, role, expiresAt: expiresAt.toISOString() } satisfies Who);
  });

  routes.post('/', attemptsPerMinute(), async (req, res) => {
    const { personId, pin } = parseBody(signInBody, req.body);
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
    if (!(await isPin(person.pinHash, pin)))
      throw lockedUntil ? locked(lockedUntil, now) : wrongPin(failures);

    await countAttempt(house.books, { personId, origin, failures: 0, lockedUntil: null });
    if (!tabletHash) {
      const tablet = randomBytes(24).toString('base64url');
      await rememberTablet(house.books, hashToken(tablet), now);
      res.cookie(TABLET_COOKIE, tablet, { ...cookie, maxAge: TABLET_DAYS * 86_400_000 });
    }
    const token = randomBytes(32).toString('base64url');
    const expiresAt = new Date(now.getTime() + SESSION_HOURS * 3_600_000);
    await startSession(house.books, { tokenHash: hashToken(token), personId, now, expiresAt });
    res.cookie(SESSION_COOKIE, token, { ...cookie, maxAge: SESSION_HOURS * 3_600_000 });
    const { name, role } = person;
    res.status(201).json({ personId, name, role, expiresAt: expiresAt.toISOString() } satisfies Who);
  });

  routes.delete('/current', async (_req, res) => {
    const who = whoOf(res);
    if (who) await endSession(house.books, who.tokenHash, house.now());
    res.clearCookie(SESSION_COOKIE, cookie);
    res.status(204).end();
  });

  return routes;
}

// No Secure: the shop's own network is plain HTTP.
const cookie: CookieOptions = { httpOnly: true, sameSite: 'strict', path: '/' };

/** A flood from one address is slowed before anyone's PIN is hashed. */
function attemptsPerMinute() {
  return rateLimit({
    windowMs: 60_000,
    limit: 60,
    standardHeaders: true,
    legacyHeaders: false,
    handler: (_req, _res, next) =>
      next(
        new HttpProblem(429, 'signIn.flood', 'Too many tries from this address.', {
          remedy: 'Wait a minute.',
          retryAfterS: 60,
        }),
      ),
  });
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

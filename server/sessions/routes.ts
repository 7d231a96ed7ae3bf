import { randomBytes } from 'node:crypto';
import { type CookieOptions, Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import { languageBody, type SignInName, signInBody, type Who } from '#contract/people.ts';
import type { AppContext } from '../appContext.ts';
import { problem } from '../http/problems.ts';
import { parseBody } from '../http/readRequest.ts';
import { cookieOf, hashToken, only, SESSION_COOKIE, TABLET_COOKIE, whoOf } from '../http/signedIn.ts';
import { checkPin } from './checkPin.ts';
import {
  endSession,
  lockSession,
  rememberTablet,
  setLanguage,
  signInNames,
  startSession,
} from './queries.ts';

const SESSION_HOURS = 12;
/** How long a browser keeps that it is known; no browser keeps a cookie longer. */
export const TABLET_DAYS = 400;

export function sessionRoutes(context: AppContext): Router {
  const routes = Router();

  routes.get('/names', async (_req, res) => {
    const names: SignInName[] = (await signInNames(context.books)).map((name) => {
      const demoPin = context.demoPins.get(name.name);
      return demoPin ? { ...name, demoPin } : name;
    });
    res.json(names);
  });

  routes.get('/current', (_req, res) => {
    const who = whoOf(res);
    if (!who) return void res.json(null);
    const { personId, name, role, language, expiresAt, locked } = who;
    const shown = { personId, name, role, language, expiresAt: expiresAt.toISOString(), locked };
    res.json(shown satisfies Who);
  });

  routes.post('/', attemptsPerMinute(), async (req, res) => {
    const { personId, pin } = parseBody(signInBody, req.body);
    const now = context.now();
    const { person, tabletHash } = await checkPin(context, req, personId, pin);
    // A manager makes a device known: from any other a wrong PIN counts with those of its address.
    if (!tabletHash && person.role === 'manager') {
      const tablet = randomBytes(24).toString('base64url');
      await rememberTablet(context.books, hashToken(tablet), now);
      res.cookie(TABLET_COOKIE, tablet, { ...cookie, maxAge: TABLET_DAYS * 86_400_000 });
    }
    // Whoever was signed in here before is so no longer: a tablet is one person's at a time.
    const before = cookieOf(req, SESSION_COOKIE);
    if (before) {
      await endSession(context.books, hashToken(before), now);
      context.live.streams.endSession(hashToken(before));
    }
    const token = randomBytes(32).toString('base64url');
    const expiresAt = new Date(now.getTime() + SESSION_HOURS * 3_600_000);
    await startSession(context.books, { tokenHash: hashToken(token), personId, now, expiresAt });
    res.cookie(SESSION_COOKIE, token, { ...cookie, maxAge: SESSION_HOURS * 3_600_000 });
    const { name, role, language } = person;
    res.status(201).json({
      personId,
      name,
      role,
      language,
      expiresAt: expiresAt.toISOString(),
      locked: false,
    } satisfies Who);
  });

  // A tablet that was left alone: its clocks stay to be seen, the rest waits for a PIN.
  routes.post('/current/locks', async (_req, res) => {
    const who = whoOf(res);
    if (who) {
      await lockSession(context.books, who.tokenHash, context.now());
      context.live.streams.lock(who.tokenHash);
    }
    res.status(204).end();
  });

  // A device says now and then that it is used: that it was asked is all there is to it.
  routes.post('/current/touches', only('technician'), (_req, res) => void res.status(204).end());

  // Each chooses what they read the screens in.
  routes.put('/current/language', only('technician'), async (req, res) => {
    const { language } = parseBody(languageBody, req.body);
    await setLanguage(context.books, whoOf(res)?.personId ?? 0, language);
    res.status(204).end();
  });

  routes.delete('/current', async (_req, res) => {
    const who = whoOf(res);
    if (who) {
      await endSession(context.books, who.tokenHash, context.now());
      context.live.streams.endSession(who.tokenHash);
    }
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
    handler: (_req, _res, next) => next(problem(429, 'signIn.flood', {}, { retryAfterS: 60 })),
  });
}

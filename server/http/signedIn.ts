import { createHash } from 'node:crypto';
import { parseCookie } from 'cookie';
import type { Request, RequestHandler } from 'express';
import { atLeast, type Role } from '#contract/roles.ts';
import type { UnitSystem } from '#core/units/units.ts';
import type { AppContext } from '../appContext.ts';
import { lockSession } from '../sessions/queries.ts';
import { problem } from './problems.ts';
import { type SignedIn, whoOf } from './who.ts';

export { type SignedIn, whoOf };

/** What a locked tablet goes on showing: the clocks that run, and what they are worked out from. */
const SEEN_LOCKED =
  /^\/api\/(live|clocks|weather|film-factors|places|products|vessels|devices|recipes)([/?]|$)/;

/** Pages ask again by themselves; what is sent is sent by a hand. */
const ASKS_BY_ITSELF = /^(GET|HEAD|OPTIONS)$/;

export const SESSION_COOKIE = 'kettle_session';
export const TABLET_COOKIE = 'kettle_tablet';

/** Tokens are kept as their hash: whoever reads the books can't sign in with them. */
export const hashToken = (token: string): string => createHash('sha256').update(token).digest('hex');

export const cookieOf = (req: Request, name: string): string | undefined =>
  parseCookie(req.get('cookie') ?? '')[name];

/** Finds out who is asking, if anyone is. A session nobody has used for as long as the shop allows is locked. */
export function findSession(context: AppContext): RequestHandler {
  const { idle } = context;
  return async (req, res, next) => {
    const token = cookieOf(req, SESSION_COOKIE);
    if (!token) return next();
    const tokenHash = hashToken(token);
    const [row] = await context.books.rows<
      Omit<SignedIn, 'tokenHash'> & { lockMinutes: number; units: UnitSystem }
    >(
      `SELECT p.id AS "personId", p.name, p.role, p.language, s.expires_at AS "expiresAt", s.locked_at IS NOT NULL AS locked,
         coalesce((SELECT lock_minutes FROM shop), 0) AS "lockMinutes", (SELECT units FROM shop) AS units
       FROM session s JOIN person p ON p.id = s.person_id
       WHERE s.token_hash = $1 AND s.ended_at IS NULL AND s.expires_at > $2 AND p.retired_at IS NULL`,
      [tokenHash, context.now()],
    );
    if (row) {
      const { lockMinutes, units, ...who } = row;
      res.locals.units = units;
      if (!who.locked && idle.isIdle(tokenHash, lockMinutes)) {
        await lockSession(context.books, tokenHash, context.now());
        context.live.streams.lock(tokenHash);
        who.locked = true;
      } else if (!ASKS_BY_ITSELF.test(req.method)) idle.used(tokenHash);
      res.locals.who = { ...who, tokenHash };
    }
    next();
  };
}

/** Lets through whoever is signed in with at least this role, and has not left their tablet alone. */
export function only(needed: Role): RequestHandler {
  return (req, res, next) => {
    const who = whoOf(res);
    if (!who) return next(problem(401, 'session.none', {}));
    if (who.locked && !(req.method === 'GET' && SEEN_LOCKED.test(req.originalUrl))) {
      return next(problem(401, 'session.locked', {}));
    }
    if (!atLeast(who.role, needed)) {
      return next(problem(403, 'role.tooLow', { needed, role: who.role }));
    }
    next();
  };
}

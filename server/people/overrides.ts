import { randomBytes } from 'node:crypto';
import { Router } from 'express';
import { type Override, overrideBody } from '#contract/people.ts';
import type { AppContext } from '../appContext.ts';
import { preparedCommand } from '../http/commands.ts';
import { problem } from '../http/problems.ts';
import { hashToken } from '../http/signedIn.ts';
import { checkPin } from '../sessions/checkPin.ts';

const MINUTES = 5;

/** A manager's word at somebody else's tablet: name, PIN and reason, good once, for one thing, for five minutes. */
export function overrideRoutes(context: AppContext): Router {
  const routes = Router();
  const checked = preparedCommand(
    context,
    overrideBody,
    async ({ body: { personId, pin }, who, req }) =>
      (await checkPin(context, req, personId, pin, who)).person,
    async ({ tx, body: { rule, subject, personId, reason }, who, now, ready: person }) => {
      if (person.role !== 'manager') {
        throw problem(403, 'override.notManager', {}, { at: '/personId' });
      }
      const until = new Date(now.getTime() + MINUTES * 60_000);
      const token = randomBytes(24).toString('base64url');
      await tx.rows(
        `INSERT INTO override (rule, subject, asked_by, given_by, reason, token_hash, given_at, expires_at)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8)`,
        [rule, subject, who.personId, personId, reason.trim(), hashToken(token), now, until],
      );
      const body = { token, until: until.toISOString(), givenBy: person.name } satisfies Override;
      return { status: 201, body, touched: [] };
    },
  );
  routes.post('/', checked);
  return routes;
}

import { randomBytes } from 'node:crypto';
import { Router } from 'express';
import { type Override, type OverrideRule, overrideBody } from '#contract/people.ts';
import type { Queryable } from '../db/books.ts';
import type { House } from '../house.ts';
import { preparedCommand } from '../http/commands.ts';
import { HttpProblem } from '../http/problems.ts';
import { hashToken, type SignedIn } from '../http/signedIn.ts';
import { checkPin } from '../sessions/checkPin.ts';

const MINUTES = 5;

/** A manager's word at somebody else's tablet: name, PIN and reason, good once, for one thing, for five minutes. */
export function overrideRoutes(house: House): Router {
  const routes = Router();
  const checked = preparedCommand(
    house,
    overrideBody,
    async ({ body: { personId, pin }, who, req }) => (await checkPin(house, req, personId, pin, who)).person,
    async ({ tx, body: { rule, subject, personId, reason }, who, now, ready: person }) => {
      if (person.role !== 'manager') {
        const [message, remedy] = ['Manager is not one.', 'Have a manager type their own name and PIN.'];
        throw new HttpProblem(403, 'override.notManager', message, {
          remedy,
          errors: [{ pointer: '/personId', message, remedy }],
        });
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

/** A manager's word that came with a command: spent inside the transaction it allows, so that it is good once. */
export type Allowed = (rule: OverrideRule, subject: string) => Promise<number | null>;

/** Null where none came, or it is for something else, too old, somebody else's, spent, or of one who is no manager now. */
export const allowedBy =
  (tx: Queryable, token: string | undefined, who: SignedIn, now: Date): Allowed =>
  async (rule, subject) => {
    if (!token) return null;
    const [row] = await tx.rows<{ id: number }>(
      `UPDATE override SET spent_at = $5 WHERE token_hash = $1 AND rule = $2 AND subject = $3 AND asked_by = $4 AND spent_at IS NULL
         AND expires_at > $5 AND EXISTS (SELECT FROM person g WHERE g.id = given_by AND g.role = 'manager' AND g.retired_at IS NULL)
         AND NOT EXISTS (SELECT FROM person_event e WHERE e.person_id = given_by AND e.what IN ('pin', 'role', 'left') AND e.at >= given_at)
       RETURNING id`,
      [hashToken(token), rule, subject, who.personId, now],
    );
    return row?.id ?? null;
  };

/** A refusal that a manager's word would lift, with how to ask for it. */
export const unlessAllowed = (
  rule: OverrideRule,
  subject: string,
  status: number,
  code: string,
  message: string,
  remedy: string,
): HttpProblem => new HttpProblem(status, code, message, { remedy, override: { rule, subject } });

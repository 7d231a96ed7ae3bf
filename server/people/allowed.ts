import type { OverrideRule } from '#contract/people.ts';
import type { Refusal } from '#core/outcome.ts';
import type { Queryable } from '../db/books.ts';
import { HttpProblem } from '../http/problems.ts';
import { hashToken, type SignedIn } from '../http/signedIn.ts';

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
export const unlessAllowed = (rule: OverrideRule, subject: string, refusal: Refusal): HttpProblem =>
  new HttpProblem(403, refusal, { override: { rule, subject } });

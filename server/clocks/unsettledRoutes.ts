import { Router } from 'express';
import { type Unsettled, unsettledBody } from '#contract/clocks.ts';
import { nothing } from '#contract/ledger.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import { command } from '../http/commands.ts';
import { missing } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { only } from '../http/signedIn.ts';

const SHOWN = 100;

/** What was done without a connection and no longer fits: never dropped, a lead settles it. */
export function unsettledRoutes(context: AppContext): Router {
  const routes = Router();
  routes.get('/', async (_req, res) => void res.json(await unsettled(context.books)));
  routes.post(
    '/',
    command(context, unsettledBody, async ({ tx, body, who, now }) => {
      const [made] = await tx.rows<{ id: number }>(
        `INSERT INTO unsettled (what, refusal, path, body, occurred_at, received_at, person_id)
         VALUES ($1, $2, $3, $4, $5, $6, $7) RETURNING id`,
        [
          JSON.stringify(body.what),
          JSON.stringify(body.refusal),
          body.path,
          body.body,
          body.occurredAt ?? null,
          now,
          who.personId,
        ],
      );
      return { status: 201, body: await unsettled(tx), touched: [['unsettled', made?.id ?? 0]] };
    }),
  );
  routes.post(
    '/:id/settlements',
    only('lead'),
    command(context, nothing, async ({ tx, who, now, params }) => {
      const id = wholeNumber(params.id, 'note');
      const done = await tx.rows(
        'UPDATE unsettled SET settled_at = $2, settled_by = $3 WHERE id = $1 AND settled_at IS NULL RETURNING id',
        [id, now, who.personId],
      );
      if (done.length === 0) throw missing('note');
      return { status: 201, body: await unsettled(tx), touched: [['unsettled', id]] };
    }),
  );
  return routes;
}

const unsettled = (db: Queryable): Promise<Unsettled[]> =>
  db.rows(
    `SELECT u.id, u.what, u.refusal, ${utc('u.occurred_at')} AS "occurredAt", ${utc('u.received_at')} AS "receivedAt",
       p.name AS "personName", ${utc('u.settled_at')} AS "settledAt", s.name AS "settledBy"
     FROM unsettled u JOIN person p ON p.id = u.person_id LEFT JOIN person s ON s.id = u.settled_by
     WHERE u.settled_at IS NULL ORDER BY u.id DESC LIMIT $1`,
    [SHOWN],
  );

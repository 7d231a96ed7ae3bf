import { Router } from 'express';
import { nothing } from '#contract/ledger.ts';
import { outcomeBody } from '#contract/recipes.ts';
import { mayUseBatch } from '#core/booking/resolveUse.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { command } from '../http/commands.ts';
import { decided, missing, problem } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { weatherNow } from '../weather/weather.ts';
import { batchOf } from './queries.ts';

/** How a wash with a batch went: noted in one tap by whoever saw it. */
export function batchOutcomeRoutes(context: AppContext): Router {
  const routes = Router({ mergeParams: true });
  routes.post(
    '/',
    command(context, outcomeBody, async ({ tx, body, who, now, params }) => {
      const id = wholeNumber((params as { id?: string }).id, 'batch');
      const batch = await batchOf(tx, String(id));
      if (!batch) throw missing('batch');
      decided(mayUseBatch(batch));
      const weather = await weatherNow(context, tx);
      await replaceVerdict(tx, { batchId: id, clockId: null }, who.personId, now);
      const [made] = await tx.rows<{ id: number }>(
        `INSERT INTO outcome (batch_id, kind, person_id, noted_at, weather, recipe_id, soil, fraction)
         SELECT k.id, $2, $3, $4, $5, v.recipe_id, c.soil, c.fraction
         FROM batch k LEFT JOIN recipe_version v ON v.id = k.recipe_version_id AND NOT k.recipe_left
         LEFT JOIN recipe_cell c ON c.version_id = v.id AND c.soil = k.soil
         WHERE k.id = $1 RETURNING id`,
        [id, body.kind, who.personId, now, weather && JSON.stringify(weather)],
      );
      if (!made) throw missing('batch');
      return { status: 201, body: await batchOf(tx, String(id)), touched: [['outcomes', made.id]] };
    }),
  );
  return routes;
}

/**
 * One verdict for each wash and person: a second takes the place of the first, which stays in the books as withdrawn. What
 * is noted on a batch without a clock is of the wash of that day.
 */
export async function replaceVerdict(
  tx: Queryable,
  { batchId, clockId }: { batchId: number | null; clockId: number | null },
  personId: number,
  now: Date,
): Promise<void> {
  await tx.rows(
    `UPDATE outcome o SET withdrawn_at = $4 FROM shop s
     WHERE o.withdrawn_at IS NULL AND o.person_id = $3
       AND CASE WHEN $2::int IS NULL THEN o.batch_id = $1 AND o.clock_id IS NULL
             AND (o.noted_at AT TIME ZONE s.zone)::date = ($4::timestamptz AT TIME ZONE s.zone)::date
           ELSE o.clock_id = $2 END`,
    [batchId, clockId, personId, now],
  );
}

/** Notes by their own number: taken back by whoever made them, or by a manager. They stay in the books. */
export function outcomeRoutes(context: AppContext): Router {
  const routes = Router();
  routes.post(
    '/:id/withdrawals',
    command(context, nothing, async ({ tx, who, now, params }) => {
      const id = wholeNumber(params.id, 'note');
      const [note] = await tx.rows<{ personId: number; batchId: number | null; clockId: number | null }>(
        'SELECT person_id AS "personId", batch_id AS "batchId", clock_id AS "clockId" FROM outcome WHERE id = $1 AND withdrawn_at IS NULL',
        [id],
      );
      if (!note) throw missing('note');
      if (note.personId !== who.personId && who.role !== 'manager') {
        throw problem(403, 'note.notYours', {});
      }
      await tx.rows('UPDATE outcome SET withdrawn_at = $2 WHERE id = $1', [id, now]);
      const batch = note.batchId === null ? null : await batchOf(tx, String(note.batchId));
      return {
        status: 201,
        body: batch ?? null,
        touched: [
          ['outcomes', id],
          ...(note.clockId === null ? [] : [['clocks', note.clockId] as ['clocks', number]]),
        ],
      };
    }),
  );
  return routes;
}

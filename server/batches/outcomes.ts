import { Router } from 'express';
import { nothing } from '#contract/ledger.ts';
import { outcomeBody } from '#contract/recipes.ts';
import type { House } from '../house.ts';
import { command } from '../http/commands.ts';
import { wholeNumber } from '../http/door.ts';
import { HttpProblem, missing } from '../http/problems.ts';
import { weatherNow } from '../weather/weather.ts';
import { batchOf } from './queries.ts';

/** How a wash with a batch went: noted in one tap by whoever saw it. */
export function batchOutcomeRoutes(house: House): Router {
  const routes = Router({ mergeParams: true });
  routes.post(
    '/',
    command(house, outcomeBody, async ({ tx, body, who, now, params }) => {
      const id = wholeNumber((params as { id?: string }).id, 'batch');
      const weather = await weatherNow(house, tx);
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

/** Notes by their own number: taken back by whoever made them, or by a manager. They stay in the books. */
export function outcomeRoutes(house: House): Router {
  const routes = Router();
  routes.post(
    '/:id/withdrawals',
    command(house, nothing, async ({ tx, who, now, params }) => {
      const id = wholeNumber(params.id, 'note');
      const [note] = await tx.rows<{ personId: number; batchId: number | null; clockId: number | null }>(
        'SELECT person_id AS "personId", batch_id AS "batchId", clock_id AS "clockId" FROM outcome WHERE id = $1 AND withdrawn_at IS NULL',
        [id],
      );
      if (!note) throw missing('note');
      if (note.personId !== who.personId && who.role !== 'manager') {
        throw new HttpProblem(403, 'outcome.notYours', 'This note is somebody else’s.', {
          remedy: 'Ask them, or a manager, to take it back.',
        });
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

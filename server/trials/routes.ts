import { Router } from 'express';
import { type Trial, trialBody, trialResult } from '#contract/trials.ts';
import { mayMeet } from '#core/safety/mayMeet.ts';
import { fractionOf, sameStrength } from '#core/strength/strength.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import { change, command, revised } from '../http/commands.ts';
import { missing, problem, refusalProblem } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { products } from '../products/queries.ts';
import { weatherNow } from '../weather/weather.ts';

/** Half-and-half trials: anyone may make one; the newest are listed first. */
export function trialRoutes(context: AppContext): Router {
  const routes = Router();
  routes.get('/', async (_req, res) => void res.json(await trials(context.books)));
  routes.post(
    '/',
    command(context, trialBody, async ({ tx, body, who, now }) => {
      const { left, right, zone, soil, soilKind } = body;
      const sides = {
        left: { ...left, fraction: await fractionFor(tx, left, '/left') },
        right: { ...right, fraction: await fractionFor(tx, right, '/right') },
      };
      if (left.productId === right.productId && sameStrength(sides.left.fraction, sides.right.fraction)) {
        throw problem(422, 'trial.same', {}, { at: '/right' });
      }
      await refuseMeeting(tx, left.productId, right.productId);
      const weather = await weatherNow(context, tx);
      const [made] = await tx.rows<{ id: number }>(
        `INSERT INTO trial (zone, soil, soil_kind, sides, started_at, started_by, weather) VALUES ($1, $2, $3, $4, $5, $6, $7)
         RETURNING id`,
        [zone, soil, soilKind, JSON.stringify(sides), now, who.personId, weather && JSON.stringify(weather)],
      );
      const id = (made as { id: number }).id;
      return { status: 201, body: (await trials(tx, id))[0], touched: [['trials', id]] };
    }),
  );
  routes.patch(
    '/:id',
    change(context, trialResult, async ({ tx, body, who, now, params, revision }) => {
      const id = wholeNumber(params.id, 'trial');
      const [before] = await trials(tx, id);
      if (!before) throw missing('trial');
      revised(before, revision);
      await tx.rows(
        'UPDATE trial SET result = $2, closed_at = $3, closed_by = $4, revision = revision + 1 WHERE id = $1',
        [id, JSON.stringify({ ...body, note: body.note.trim() }), now, who.personId],
      );
      return { status: 200, body: (await trials(tx, id))[0], touched: [['trials', id]] };
    }),
  );
  return routes;
}

const SHOWN = 60;

function trials(db: Queryable, id: number | null = null): Promise<Trial[]> {
  return db.rows(
    `SELECT t.id, t.zone, t.soil, t.soil_kind AS "soilKind", t.sides->'left' AS left, t.sides->'right' AS right,
            ${utc('t.started_at')} AS "startedAt", s.name AS "startedBy", t.weather, t.result,
            ${utc('t.closed_at')} AS "closedAt", c.name AS "closedBy", t.revision
     FROM trial t JOIN person s ON s.id = t.started_by LEFT JOIN person c ON c.id = t.closed_by
     WHERE $1::int IS NULL OR t.id = $1 ORDER BY t.id DESC LIMIT $2`,
    [id, SHOWN],
  );
}

async function fractionFor(
  tx: Queryable,
  { productId, strength }: { productId: number; strength: Parameters<typeof fractionOf>[0] },
  at: string,
) {
  const f = fractionOf(strength);
  if (!f.ok) throw refusalProblem(f, `${at}/strength`);
  const [product] = await products(tx, { id: productId });
  if (!product || product.retired) {
    throw problem(422, 'trial.product', {}, { at: `${at}/productId` });
  }
  if (product.state === 'readyToUse' && f.value < 1) {
    throw problem(422, 'strength.readyToUse', { product: product.name }, { at: `${at}/strength` });
  }
  return f.value;
}

/** Two halves run into each other at the tape: what must never meet is not laid side by side. */
async function refuseMeeting(tx: Queryable, leftId: number, rightId: number): Promise<void> {
  if (leftId === rightId) return;
  const [left] = await products(tx, { id: leftId });
  const [right] = await products(tx, { id: rightId });
  if (!left || !right) return;
  const met = mayMeet(right, [left], { kind: 'sideBySide' });
  if (!met.ok) throw refusalProblem(met, '/right/productId', 409);
}

import { Router } from 'express';
import {
  atBody,
  type Clock,
  type ClockLayer,
  clockBody,
  clockOutcomeBody,
  endBody,
  layerBody,
} from '#contract/clocks.ts';
import { nothing } from '#contract/ledger.ts';
import { layerOf } from '#core/dwell/resolveLaid.ts';
import { mayMeet } from '#core/safety/mayMeet.ts';
import type { AppContext } from '../appContext.ts';
import { replaceVerdict } from '../batches/outcomes.ts';
import { refuseHeldBatch } from '../containers/lotHolds.ts';
import type { Queryable } from '../db/books.ts';
import { type Answer, command, preparedCommand } from '../http/commands.ts';
import { missing, problem, refusalProblem } from '../http/problems.ts';
import { happenedAt, refuseBefore } from '../http/when.ts';
import { products } from '../products/queries.ts';
import { noteStation } from '../weather/station.ts';
import { weatherNow } from '../weather/weather.ts';
import { factorOf, refuseWeather } from './drying.ts';
import { findLaid, type LaidFound } from './laid.ts';
import { addLayer, clockOf, clocksShown, dropLayer, endClock, insertClock, runningAt } from './queries.ts';

/** An end can be taken back for so long. */
const RESUME_MS = 10 * 60_000;
/** What was laid so long ago lies there: it is too late to refuse it. */
const LATE_MS = 60_000;

/** Clocks: started, laid over, ended; by whoever is there. Each goes by the key it was started under. */
export function clockRoutes(context: AppContext): Router {
  const routes = Router();
  routes.get('/', async (_req, res) => void res.json(await clocksShown(context.books, context.now())));
  routes.get('/:key', async (req, res) => {
    const clock = await clockOf(context.books, String(req.params.key));
    if (!clock) throw missing('clock');
    res.json(clock);
  });

  routes.post(
    '/',
    preparedCommand(
      context,
      clockBody,
      () => noteStation(context),
      async ({ tx, body, who, now }) => {
        const at = happenedAt(body.occurredAt, now);
        // Begun under one name on two devices it is one clock.
        const same = await clockOf(tx, body.key);
        if (same) return answer(tx, same.key, same.id, 200);
        const found = await findLaid(tx, body.laid);
        if (now.getTime() - at.getTime() < LATE_MS) {
          await refuseWeather(tx, body, found.laid.as, at);
          if (body.batchId !== null) await refuseHeldBatch(tx, body.batchId, '/batchId');
        }
        await refuseTwice(
          tx,
          body.placeId,
          body.again ? null : found.laid.name,
          body.zones,
          body.vehicle,
          found,
        );
        const id = await insertClock(tx, body, layerOf(found.laid, 'first', at, who.name), who.personId, at);
        return answer(tx, body.key, id, 201);
      },
    ),
  );

  /** A handler for what happens to a clock that exists. */
  const onClock = <B extends { occurredAt?: string | undefined }>(
    schema: Parameters<typeof command<B>>[1],
    work: (asked: {
      tx: Queryable;
      clock: Clock;
      body: B;
      at: Date;
      now: Date;
      who: { personId: number; name: string; role: string };
    }) => Promise<void>,
  ) =>
    command<B>(context, schema, async ({ tx, body, who, now, params }) => {
      const clock = await clockOf(tx, String(params.key));
      if (!clock) throw missing('clock');
      await work({ tx, clock, body, at: happenedAt(body.occurredAt, now), now, who });
      return answer(tx, clock.key, clock.id, 201);
    });

  routes.post(
    '/:key/layers',
    onClock(layerBody, async ({ tx, clock, body, at, who }) => {
      refuseEnded(clock);
      refuseBefore(at, clock.layers.at(-1)?.at ?? clock.startedAt, 'laid');
      const last = clock.layers.findLast((l) => l.kind !== 'remist') as ClockLayer;
      if (body.kind === 'remist') {
        await addLayer(tx, clock.id, { ...last, kind: 'remist', at: at.toISOString(), personName: who.name });
        return;
      }
      const found = await findLaid(tx, body.laid);
      await refuseMeeting(tx, found, [clock]);
      await addLayer(tx, clock.id, layerOf(found.laid, 'over', at, who.name));
    }),
  );
  routes.post(
    '/:key/layer-withdrawals',
    onClock(atBody, async ({ tx, clock }) => {
      refuseEnded(clock);
      if (clock.layers.length < 2) throw missing('layer');
      await dropLayer(tx, clock.id);
    }),
  );
  routes.post(
    '/:key/ends',
    onClock(endBody, async ({ tx, clock, body, at, who }) => {
      refuseEnded(clock);
      refuseBefore(at, clock.layers.at(-1)?.at ?? clock.startedAt, 'ended');
      await endClock(tx, clock.id, { at, personId: who.personId, how: body.how });
    }),
  );
  routes.post(
    '/:key/resumptions',
    onClock(atBody, async ({ tx, clock, now }) => {
      if (!clock.endedAt) return;
      if (now.getTime() - Date.parse(clock.endedAt) > RESUME_MS) {
        throw problem(409, 'clock.tooLate', {});
      }
      await endClock(tx, clock.id, null);
    }),
  );
  routes.post(
    '/:key/outcomes',
    onClock(clockOutcomeBody, async ({ tx, clock, body, at, now, who }) => {
      await replaceVerdict(tx, { batchId: null, clockId: clock.id }, who.personId, now);
      const weather = await weatherNow(context, tx);
      await tx.rows(
        `INSERT INTO outcome (clock_id, batch_id, kind, person_id, noted_at, weather, recipe_id, soil, fraction)
         SELECT k.id, k.batch_id, $2, $3, $4, $5, v.recipe_id, c.soil, c.fraction
         FROM clock k LEFT JOIN recipe_version v ON v.id = k.recipe_version_id
         LEFT JOIN recipe_cell c ON c.version_id = v.id AND c.soil = k.soil WHERE k.id = $1`,
        [clock.id, body.kind, who.personId, at, weather && JSON.stringify(weather)],
      );
    }),
  );
  routes.post(
    '/:key/dryings',
    onClock(atBody, async ({ tx, clock, at, who }) => {
      // What dried after it was rinsed says nothing of the film.
      if (clock.endedAt && at.getTime() > Date.parse(clock.endedAt)) refuseEnded(clock);
      refuseBefore(at, clock.layers.at(-1)?.at ?? clock.startedAt, 'dried');
      const { factor, layer, weather } = await factorOf(tx, clock, at);
      if (layer.productId === null) {
        throw problem(409, 'drying.water', {});
      }
      await tx.rows(
        `INSERT INTO drying_seen (clock_id, product_id, film, factor, seen_at, person_id, weather)
         VALUES ($1, $2, $3, $4, $5, $6, $7)`,
        [clock.id, layer.productId, layer.as.film, factor, at, who.personId, JSON.stringify(weather)],
      );
    }),
  );
  routes.post(
    '/:key/dryings/:id/withdrawals',
    command(context, nothing, async ({ tx, who, now, params }) => {
      const clock = await clockOf(tx, String(params.key));
      const seen = clock?.dryings.find((d) => String(d.id) === params.id);
      if (!clock || !seen) throw missing('note');
      if (seen.personId !== who.personId && who.role !== 'manager') {
        throw problem(403, 'note.notYours', {});
      }
      await tx.rows('UPDATE drying_seen SET withdrawn_at = $2 WHERE id = $1', [seen.id, now]);
      return answer(tx, clock.key, clock.id, 201);
    }),
  );
  return routes;
}

async function answer(tx: Queryable, key: string, id: number, status: number): Promise<Answer> {
  return { status, body: await clockOf(tx, key), touched: [['clocks', id]] };
}

function refuseEnded(clock: Clock): void {
  if (!clock.endedAt) return;
  const afterS = (Date.parse(clock.endedAt) - Date.parse(clock.startedAt)) / 1_000;
  throw problem(409, 'clock.ended', { by: clock.endedBy ?? '', afterS }, { current: clock });
}

/** Refuses the same again in a bay, unless it is said to be another, and what must never meet what lies there. */
async function refuseTwice(
  tx: Queryable,
  placeId: number,
  name: string | null,
  zones: readonly string[],
  vehicle: string,
  found: LaidFound,
): Promise<void> {
  const here = (await runningAt(tx, placeId)).filter((c) => c.zones.some((z) => zones.includes(z)));
  const twice = here.find((c) => c.layers[0]?.name === name);
  if (twice) {
    throw problem(
      409,
      'clock.twice',
      { name: name ?? '', place: twice.placeName, by: twice.startedBy },
      { current: twice },
    );
  }
  const same = vehicle.trim().toLowerCase();
  await refuseMeeting(
    tx,
    found,
    here.filter((c) => c.vehicle.toLowerCase() === same),
  );
}

/** What gives off gas together is not laid over each other. There is no override. */
async function refuseMeeting(tx: Queryable, next: LaidFound, lying: readonly Clock[]): Promise<void> {
  if (!next.product) return;
  const ids = new Set(
    lying.flatMap((c) => c.layers.flatMap((l) => (l.productId === null ? [] : [l.productId]))),
  );
  const laid = (await Promise.all([...ids].map((id) => products(tx, { id })))).flat();
  const met = mayMeet(next.product, laid, { kind: 'panel' });
  if (!met.ok) throw refusalProblem(met, '/laid', 409);
}

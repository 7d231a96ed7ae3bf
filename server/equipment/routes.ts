import { Router } from 'express';
import type { Schema } from 'yup';
import {
  type MeasureRow,
  measureBody,
  measurePatch,
  type Place,
  placeBody,
  type Vessel,
  vesselBody,
  vesselPatch,
} from '#contract/equipment.ts';
import { nothing, type Topic } from '#contract/ledger.ts';
import { outputBody } from '#contract/rigs.ts';
import { sprayOutput } from '#core/delivery/output.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { change, command, revised } from '../http/commands.ts';
import { missing, refusalProblem } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { only } from '../http/signedIn.ts';
import { bookRinse } from '../ledger/booking/rinse.ts';
import {
  insertMeasure,
  insertPlace,
  insertVessel,
  measures,
  places,
  updateMeasure,
  updatePlace,
  updateVessel,
  vessels,
  type Which,
} from './queries.ts';

type Row = { id: number; revision: number };

/** What a kind of equipment needs to be listed, added and changed. */
type Equipment<B, P, R extends Row> = {
  what: string;
  topic: Topic;
  body: Schema<B>;
  patch: Schema<P>;
  list: (db: Queryable, which: Which) => Promise<R[]>;
  insert: (tx: Queryable, body: B) => Promise<number>;
  update: (tx: Queryable, id: number, patch: P, now: Date) => Promise<void>;
};

/** Everyone signed in may look; a manager adds and changes. */
export function wareRoutes<B, P, R extends Row>(context: AppContext, equipment: Equipment<B, P, R>): Router {
  const { what, topic, body: bodySchema, patch: patchSchema, list, insert, update } = equipment;
  const routes = Router();
  routes.get(
    '/',
    async (req, res) => void res.json(await list(context.books, { retired: req.query.retired === 'true' })),
  );
  routes.get('/:id', async (req, res) => {
    const [row] = await list(context.books, { id: wholeNumber(req.params.id, what) });
    if (!row) throw missing(what);
    res.json(row);
  });
  routes.post(
    '/',
    only('manager'),
    command(context, bodySchema, async ({ tx, body }) => {
      const id = await insert(tx, body);
      return { status: 201, body: (await list(tx, { id }))[0], touched: [[topic, id]] };
    }),
  );
  routes.patch(
    '/:id',
    only('manager'),
    change(context, patchSchema, async ({ tx, body, now, params, revision }) => {
      const id = wholeNumber(params.id, what);
      const [before] = await list(tx, { id });
      if (!before) throw missing(what);
      revised(before, revision);
      await update(tx, id, body, now);
      return { status: 200, body: (await list(tx, { id }))[0], touched: [[topic, id]] };
    }),
  );
  return routes;
}

export function vesselRoutes(context: AppContext): Router {
  const routes = wareRoutes<Parameters<typeof insertVessel>[1], Parameters<typeof updateVessel>[2], Vessel>(
    context,
    {
      what: 'vessel',
      topic: 'vessels',
      body: vesselBody,
      patch: vesselPatch,
      list: vessels,
      insert: insertVessel,
      update: updateVessel,
    },
  );
  routes.post(
    '/:id/rinses',
    command(context, nothing, async ({ tx, who, now, params }) => {
      const id = wholeNumber(params.id, 'vessel');
      const [dirty] = await vessels(tx, { id });
      if (!dirty) throw missing('vessel');
      await bookRinse(tx, dirty, who, now);
      const [vessel] = await vessels(tx, { id });
      return { status: 201, body: vessel, touched: [['vessels', id]] };
    }),
  );
  routes.post(
    '/:id/outputs',
    only('lead'),
    command(context, outputBody, async ({ tx, body, params }) => {
      const id = wholeNumber(params.id, 'vessel');
      const output = sprayOutput(body.per, body.count, body.ul);
      if (!output.ok) throw refusalProblem(output, output.code === 'output.nothing' ? '/ul' : '/count');
      await tx.rows('UPDATE vessel SET output = $2, revision = revision + 1 WHERE id = $1', [
        id,
        output.value,
      ]);
      const [vessel] = await vessels(tx, { id });
      if (!vessel) throw missing('vessel');
      return { status: 201, body: vessel, touched: [['vessels', id]] };
    }),
  );
  return routes;
}

export const measureRoutes = (context: AppContext): Router =>
  wareRoutes<Parameters<typeof insertMeasure>[1], Parameters<typeof updateMeasure>[2], MeasureRow>(context, {
    what: 'measure',
    topic: 'measures',
    body: measureBody,
    patch: measurePatch,
    list: measures,
    insert: insertMeasure,
    update: updateMeasure,
  });

export const placeRoutes = (context: AppContext): Router =>
  wareRoutes<Parameters<typeof insertPlace>[1], Parameters<typeof updatePlace>[2], Place>(context, {
    what: 'place',
    topic: 'places',
    body: placeBody,
    patch: placeBody,
    list: places,
    insert: insertPlace,
    update: updatePlace,
  });

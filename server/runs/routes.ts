import { Router } from 'express';
import { type RunEventBody, type RunNews, runBody, runEventBody, runUseBody } from '#contract/runs.ts';
import type { RunEvent } from '#core/run/runEvents.ts';
import { runStand } from '#core/run/runState.ts';
import { type Sentence, toSay } from '#core/say.ts';
import type { AppContext } from '../appContext.ts';
import { useOfBatch as takeOfBatch } from '../batches/acts.ts';
import type { Queryable } from '../db/books.ts';
import { type Answer, command } from '../http/commands.ts';
import { missing, problem } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { happenedAt } from '../http/when.ts';
import { jobs } from '../jobs/queries.ts';
import { laidAsked, laidLike, noteLaid } from './laid.ts';
import { learnedRoutes, noteSamples } from './learned.ts';
import * as queries from './queries.ts';
import { settleRun } from './settle.ts';

/** What happened in a run is taken so many days later: a phone that died comes back. */
const DAYS_LATE = 7;

/** Runs: a plan as it is done, by any number of people, with or without a connection. */
export function runRoutes(context: AppContext): Router {
  const routes = Router();
  const { books } = context;
  routes.get('/', async (req, res) => {
    const { job } = req.query;
    res.json(await queries.runHeads(books, job === undefined ? null : wholeNumber(String(job), 'job')));
  });
  routes.use('/learned', learnedRoutes(context));
  routes.get('/laid', async (req, res) => {
    res.json(await laidLike(books, laidAsked(req.query)));
  });
  routes.get('/:key', async (req, res) => {
    res.json(await queries.wholeOf(books, await runAt(books, req.params.key)));
  });
  routes.post(
    '/',
    command(context, runBody, async ({ tx, body, who, now }) => {
      const at = happenedAt(body.occurredAt, now, DAYS_LATE);
      // Begun twice under one name it is begun once.
      const same = await queries.runRow(tx, body.key);
      if (same) return answer(tx, same, 200);
      const [job] = await jobs(tx, { id: body.jobId });
      if (!job) throw missing('job');
      if (job.state !== 'waits') throw problem(409, 'job.ended', { state: job.state });
      const other = await queries.openRunOf(tx, job.id);
      if (other) throw problem(409, 'run.there', { vehicle: other.vehicle, by: other.startedBy });
      await queries.insertRun(tx, body, { personId: who.personId, at });
      return answer(tx, await runAt(tx, body.key), 201);
    }),
  );
  routes.post(
    '/:key/events',
    command<RunEventBody>(context, runEventBody as never, async ({ tx, body, who, now, params }) => {
      const row = await runAt(tx, params.key);
      const at = happenedAt(body.occurredAt, now, DAYS_LATE);
      const isNew = await queries.insertEvent(tx, row.id, body, { personId: who.personId, at, now });
      const events = await queries.eventsOf(tx, row.id);
      let settled = row;
      if (isNew) {
        const stand = runStand(row.plan, events);
        const before = runStand(
          row.plan,
          events.filter((e) => e.key !== body.key),
        );
        await noteLaid(tx, row, { before, stand });
        settled = await settleRun(tx, row, stand, { personId: who.personId, now });
        const unfit = stand.unfit.find((u) => u.event.key === body.key);
        if (unfit?.why === 'over') await forALead(tx, row, unfit.event, now);
      }
      const touched =
        body.done.kind === 'finished' || body.done.kind === 'undone' ? ([['jobs', row.jobId]] as const) : [];
      return answer(tx, settled, 201, { touched, events });
    }),
  );
  routes.post(
    '/:key/uses',
    command(context, runUseBody, async ({ tx, body, who, now, params }) => {
      const row = await runAt(tx, params.key);
      const happened = happenedAt(body.occurredAt, now);
      const batch = await takeOfBatch(tx, String(body.batchId), body.ul, who, {
        now,
        happenedAt: happened,
        jobId: row.jobId,
        usedHow: body.how,
      });
      if (body.tareG !== undefined)
        await tx.rows('UPDATE vessel SET tare_g = $2 WHERE id = $1', [batch.vesselId, body.tareG]);
      await noteSamples(tx, row, runStand(row.plan, await queries.eventsOf(tx, row.id)));
      return answer(tx, row, 201, { touched: [['vessels', batch.vesselId]] });
    }),
  );
  return routes;
}

async function runAt(db: Queryable, key: string | string[] | undefined): Promise<queries.RunRow> {
  const row = await queries.runRow(db, String(key));
  if (!row) throw missing('run');
  return row;
}

async function answer(
  tx: Queryable,
  row: queries.RunRow,
  status: number,
  of: { touched?: readonly (readonly ['jobs' | 'vessels', number])[]; events?: readonly RunEvent[] } = {},
): Promise<Answer> {
  const { touched = [], events } = of;
  const body: RunNews = await queries.newsOf(tx, row, events);
  return {
    status,
    body,
    touched: [['runs', row.id], ...touched.map(([topic, id]): [typeof topic, number] => [topic, id])],
  };
}

/** What was done in a run that somebody else had ended by then is kept for a lead: nothing is dropped. */
async function forALead(tx: Queryable, row: queries.RunRow, event: RunEvent, now: Date): Promise<void> {
  const what: Sentence = toSay('Done on {0} after its run was ended', row.vehicle);
  await tx.rows(
    `INSERT INTO unsettled (what, refusal, path, body, occurred_at, received_at, person_id) VALUES ($1, $2, $3, $4, $5, $6, $7)`,
    [
      JSON.stringify(what),
      JSON.stringify({ code: 'run.over', facts: { vehicle: row.vehicle }, detail: '' }),
      `/runs/${row.key}/events`,
      JSON.stringify(event.done),
      new Date(event.at),
      now,
      event.personId,
    ],
  );
}

import { Router } from 'express';
import { type CalendarRead, calendarBody, type JobBody, jobBody, jobEnd, wordBody } from '#contract/jobs.ts';
import { nothing } from '#contract/ledger.ts';
import { refuse } from '#contract/refusals.ts';
import { atLeast } from '#contract/roles.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { sheetPdf } from '../documents/sheetRoute.ts';
import { places } from '../equipment/queries.ts';
import { change, command, revised } from '../http/commands.ts';
import { missing, problem, refusalProblem } from '../http/problems.ts';
import { dayIn, wholeNumber } from '../http/readRequest.ts';
import { unlessAllowed } from '../people/allowed.ts';
import { shopOf } from '../shop/queries.ts';
import { calendarOf, ownJob, readCalendar } from './calendar.ts';
import { vehicleHistory } from './history.ts';
import * as queries from './queries.ts';

/** So many vehicles are offered while a name is typed. */
const OFFERED = 60;

/** The list of a day's vehicles: anyone keeps one, changes it, ends it. */
export function jobRoutes(context: AppContext): Router {
  const routes = Router();
  const { books } = context;
  routes.get('/', async (req, res) => {
    const [from, to] = [dayIn(req.query, 'from'), dayIn(req.query, 'to')];
    res.json(await queries.jobs(books, { ...(from && { from }), ...(to && { to }) }));
  });
  routes.get('/calendar.ics', async (req, res) => {
    const shop = await shopOf(books);
    const [from, to] = [dayIn(req.query, 'from') ?? '1990-01-01', dayIn(req.query, 'to') ?? '2200-12-31'];
    const jobs = await queries.calendarJobs(books, from, to);
    res
      .type('text/calendar; charset=utf-8')
      .attachment('jobs.ics')
      .send(calendarOf(jobs, shop?.zone ?? 'UTC', context.now()));
  });
  routes.post('/prepare.pdf', sheetPdf(context, 'prepare.pdf'));
  routes.post(
    '/calendar',
    command(context, calendarBody, async ({ tx, body, who, now }) => {
      const read = await bringIn(tx, body, { personId: who.personId, now });
      return { status: 200, body: read, touched: read.booked ? [['jobs', 0]] : [] };
    }),
  );
  routes.get('/:id', async (req, res) => {
    const [job] = await queries.jobs(books, { id: wholeNumber(req.params.id, 'job') });
    if (!job) throw missing('job');
    res.json(job);
  });
  routes.post(
    '/',
    command(context, jobBody, async ({ tx, body, who, now }) => {
      const id = await queries.insertJob(tx, body as JobBody, { personId: who.personId, now });
      return { status: 201, body: (await queries.jobs(tx, { id }))[0], touched: [['jobs', id]] };
    }),
  );
  routes.patch(
    '/:id',
    change(context, jobBody, async ({ tx, body, params, revision }) => {
      const job = await jobAt(tx, params.id);
      revised(job, revision);
      if (job.state !== 'waits') throw problem(409, 'job.ended', { state: job.state });
      await queries.updateJob(tx, job, body as JobBody);
      return { status: 200, body: (await queries.jobs(tx, { id: job.id }))[0], touched: [['jobs', job.id]] };
    }),
  );
  routes.post(
    '/:id/ends',
    command(context, jobEnd, async ({ tx, body, who, now, params }) => {
      const job = await jobAt(tx, params.id);
      if (job.state !== 'waits') throw problem(409, 'job.ended', { state: job.state });
      await queries.endJob(tx, job, body, { personId: who.personId, now });
      return { status: 200, body: (await queries.jobs(tx, { id: job.id }))[0], touched: [['jobs', job.id]] };
    }),
  );
  routes.post(
    '/:id/returns',
    command(context, nothing, async ({ tx, params }) => {
      const job = await jobAt(tx, params.id);
      if (job.state === 'waits') throw problem(409, 'job.waits', {});
      await queries.reopenJob(tx, job.id);
      return { status: 200, body: (await queries.jobs(tx, { id: job.id }))[0], touched: [['jobs', job.id]] };
    }),
  );
  routes.post(
    '/:id/words',
    command(context, wordBody, async ({ tx, body: { rule }, who, now, params, allowed }) => {
      const job = await jobAt(tx, params.id);
      if (job.state !== 'waits') throw problem(409, 'job.ended', { state: job.state });
      const subject = `${job.id} ${rule}`;
      const overrideId = atLeast(who.role, 'manager') ? null : await allowed('plan', subject);
      if (overrideId === null && !atLeast(who.role, 'manager'))
        throw unlessAllowed('plan', subject, refuse('plan.word', {}));
      await queries.giveWord(tx, { jobId: job.id, rule }, { personId: who.personId, overrideId, now });
      return { status: 201, body: (await queries.jobs(tx, { id: job.id }))[0], touched: [['jobs', job.id]] };
    }),
  );
  routes.post(
    '/:id/words/returns',
    command(context, wordBody, async ({ tx, body: { rule }, params }) => {
      const job = await jobAt(tx, params.id);
      await queries.takeWordBack(tx, job.id, rule);
      return { status: 200, body: (await queries.jobs(tx, { id: job.id }))[0], touched: [['jobs', job.id]] };
    }),
  );
  return routes;
}

/** Vehicles that were here, found by a part of their name. */
export function vehicleRoutes(context: AppContext): Router {
  const { books } = context;
  const routes = Router();
  routes.get('/', async (req, res) => {
    const { words } = req.query;
    res.json(
      await queries.vehicles(books, typeof words === 'string' ? words.trim().slice(0, 60) : '', OFFERED),
    );
  });
  routes.get('/:id', async (req, res) => {
    const history = await vehicleHistory(books, wholeNumber(req.params.id, 'vehicle'));
    if (!history) throw missing('vehicle');
    res.json(history);
  });
  routes.post('/aftercare.pdf', sheetPdf(context, 'aftercare.pdf'));
  return routes;
}

async function jobAt(db: Queryable, id: string | string[] | undefined) {
  const [job] = await queries.jobs(db, { id: wholeNumber(id as string, 'job') });
  if (!job) throw missing('job');
  return job;
}

/** Looks a calendar through, and brings in what is not there yet where that is asked for. */
async function bringIn(
  tx: Queryable,
  { text, book }: { text: string; book: boolean },
  by: { personId: number; now: Date },
): Promise<CalendarRead> {
  const shop = await shopOf(tx);
  const read = readCalendar(text, shop?.zone ?? 'UTC');
  if ('code' in read) throw refusalProblem(read, '/text');
  const bays = await places(tx);
  const known = await queries.calendarIds(
    tx,
    read.events.map((e) => e.uid),
  );
  const jobs: CalendarRead['jobs'] = [];
  for (const { uid, vehicle, day, atMin, place, note } of read.events) {
    const own = ownJob(uid);
    const already = known.has(uid) || (own !== null && (await queries.jobs(tx, { id: own })).length > 0);
    known.add(uid);
    jobs.push({ vehicle, day, atMin, note, already });
    if (!book || already) continue;
    const placeId = bays.find((p) => p.name.toLowerCase() === place.toLowerCase())?.id ?? null;
    const body = { vehicle, day, atMin, placeId, personId: null, priceMinor: null, note, said: {} };
    await queries.insertJob(tx, body, by, uid);
  }
  const left = read.left.map(({ summary, refusal: { code, facts } }) => ({
    summary,
    code,
    facts: facts as Record<string, string | number>,
  }));
  return { jobs, left, booked: book };
}

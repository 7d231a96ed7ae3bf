import { Router } from 'express';
import { type LearnedRow, learnedResetBody } from '#contract/runs.ts';
import type { Learned } from '#core/planning/learned.ts';
import { aboutOf, learnedFrom, type Samples } from '#core/run/learnedFrom.ts';
import type { RunStand } from '#core/run/runState.ts';
import { type RunSample, samplesOf } from '#core/run/samples.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import { command } from '../http/commands.ts';
import { missing } from '../http/problems.ts';
import { only } from '../http/signedIn.ts';
import type { RunRow } from './queries.ts';

/** The newest runs that are looked at. */
const LOOKED_AT = 60;

/** Notes what a run that is over says, in the place of what it said before; one that goes on says nothing. */
export async function noteSamples(tx: Queryable, row: RunRow, stand: RunStand): Promise<void> {
  await tx.rows('DELETE FROM run_sample WHERE run_id = $1', [row.id]);
  if (stand.finishedMs === null) return;
  const used = await tx.rows<{ batchId: number; ul: number; how: string }>(
    `SELECT m.batch_id AS "batchId", sum(g.ul)::bigint AS ul, m.used_how AS how FROM movement m JOIN posting g ON g.movement_id = m.id
     WHERE m.job_id = $1 AND m.used_how IS NOT NULL AND NOT EXISTS (SELECT FROM movement x WHERE x.reverses = m.id)
     GROUP BY m.id ORDER BY m.id`,
    [row.jobId],
  );
  const samples = samplesOf(
    row.plan,
    stand,
    used.map(({ how, ...u }) => ({ ...u, seen: how !== 'planned' })),
  );
  await tx.rows(
    `INSERT INTO run_sample (run_id, what, about, ratio, checks)
     SELECT $1, s.what, s.about, s.ratio, s.checks
     FROM jsonb_to_recordset($2::jsonb) AS s(what text, about text, ratio float8, checks int)`,
    [row.id, JSON.stringify(samples.map(rowOf))],
  );
}

const rowOf = (sample: RunSample) => ({
  ...aboutOf(sample),
  ratio: sample.of === 'check' ? sample.failed : sample.ratio,
  checks: sample.of === 'check' ? sample.checks : 0,
});

/** The samples that count, by what they are about: of the newest runs, since it was reset. */
const counted = (db: Queryable): Promise<(Samples & { resetAt: string | null })[]> =>
  db.rows(
    `WITH reset AS (
       SELECT DISTINCT ON (what, about) what, about, up_to, reset_at FROM learned_reset WHERE withdrawn_at IS NULL
       ORDER BY what, about, id DESC
     ), counted AS (
       SELECT s.what, s.about, s.ratio, s.checks, s.run_id, row_number() OVER (PARTITION BY s.what, s.about ORDER BY s.run_id DESC) AS nth
       FROM run_sample s LEFT JOIN reset r USING (what, about) WHERE s.run_id > coalesce(r.up_to, 0)
     )
     SELECT what, about, coalesce(array_agg(c.ratio ORDER BY c.run_id DESC) FILTER (WHERE c.nth <= $1), '{}') AS ratios,
       coalesce(sum(c.checks) FILTER (WHERE c.nth <= $1), 0)::int AS checks, ${utc('r.reset_at')} AS "resetAt"
     FROM counted c FULL JOIN reset r USING (what, about) GROUP BY what, about, r.reset_at ORDER BY what, about`,
    [LOOKED_AT],
  );

/** What the shop has learned of its runs. */
export const learnedNow = async (db: Queryable): Promise<Learned> => learnedFrom(await counted(db));

/** What the shop has learned of its runs, with what each figure rests on; a lead has one learned anew. */
export function learnedRoutes(context: AppContext): Router {
  const routes = Router();
  const { books } = context;
  routes.get('/', async (_req, res) => void res.json(await learnedNow(books)));
  routes.get('/rows', async (_req, res) => void res.json(await rows(books)));
  routes.post(
    '/resets',
    only('lead'),
    command(context, learnedResetBody, async ({ tx, body: { what, about }, who, now }) => {
      const [newest] = await tx.rows<{ id: number | null }>(
        'SELECT max(run_id) AS id FROM run_sample WHERE what = $1 AND about = $2',
        [what, about],
      );
      if (newest?.id == null) throw missing('figure');
      await tx.rows(
        'INSERT INTO learned_reset (what, about, up_to, reset_at, reset_by) VALUES ($1, $2, $3, $4, $5)',
        [what, about, newest.id, now, who.personId],
      );
      return { status: 201, body: await rows(tx), touched: [['runs', 0]] };
    }),
  );
  routes.post(
    '/resets/returns',
    only('lead'),
    command(context, learnedResetBody, async ({ tx, body: { what, about }, now }) => {
      const back = await tx.rows(
        `UPDATE learned_reset SET withdrawn_at = $3 WHERE id = (SELECT max(id) FROM learned_reset
           WHERE what = $1 AND about = $2 AND withdrawn_at IS NULL) RETURNING id`,
        [what, about, now],
      );
      if (back.length === 0) throw missing('figure');
      return { status: 201, body: await rows(tx), touched: [['runs', 0]] };
    }),
  );
  return routes;
}

const rows = (db: Queryable): Promise<LearnedRow[]> => counted(db);

import type { Run, RunHead, RunNews, RunPour, RunUse } from '#contract/runs.ts';
import { plannedUl } from '#core/run/plannedUl.ts';
import type { RunEvent } from '#core/run/runEvents.ts';
import type { RunPlan } from '#core/run/runPlan.ts';
import { isOver, runStand } from '#core/run/runState.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';

/** A run without what happened in it. */
export type RunRow = Omit<Run, 'events' | 'uses' | 'pours'> & { id: number; endedJob: boolean };

const RUN = `SELECT r.id, r.key, r.job_id AS "jobId", j.vehicle_id AS "vehicleId", v.name AS vehicle, j.place_id AS "placeId",
    l.name AS "placeName", r.plan, ${utc('r.started_at')} AS "startedAt", s.name AS "startedBy",
    ${utc('r.finished_at')} AS "finishedAt", r.ended_job AS "endedJob",
    r.finished_at IS NULL AND r.said IS NOT NULL AND r.said <> j.said AS changed
  FROM run r JOIN job j ON j.id = r.job_id JOIN vehicle v ON v.id = j.vehicle_id JOIN person s ON s.id = r.started_by
    LEFT JOIN place l ON l.id = j.place_id`;

export const runRow = async (db: Queryable, key: string): Promise<RunRow | undefined> =>
  (await db.rows<RunRow>(`${RUN} WHERE r.key = $1`, [key]))[0];

/** The run of a job that goes on. */
export const openRunOf = async (db: Queryable, jobId: number): Promise<RunRow | undefined> =>
  (await db.rows<RunRow>(`${RUN} WHERE r.job_id = $1 AND r.finished_at IS NULL`, [jobId]))[0];

export const eventsOf = (db: Queryable, runId: number): Promise<RunEvent[]> =>
  db.rows(
    `SELECT key, ${utc('happened_at')} AS at, person_id AS "personId", done FROM run_event WHERE run_id = $1
     ORDER BY happened_at, key`,
    [runId],
  );

/**
 * What was used for a job, of mixes or straight out of containers; what was taken back is not among it, nor what stood in a vessel
 * before it was filled for the job.
 */
const usesOf = (db: Queryable, jobId: number): Promise<RunUse[]> =>
  db.rows(
    `SELECT m.id AS "movementId", m.batch_id AS "batchId", coalesce(b.code, c.code) AS "from", m.product_id AS "productId", p.name AS product,
       sum(g.ul)::bigint AS ul, coalesce(sum(g.ul) FILTER (WHERE g.product_id = m.product_id), 0)::bigint AS "productUl",
       coalesce(sum(g.minor), 0)::bigint AS minor, m.used_how AS how, w.name AS "personName"
     FROM movement m JOIN posting g ON g.movement_id = m.id JOIN account u ON u.id = g.to_account AND u.kind = 'used'
       JOIN product p ON p.id = m.product_id JOIN person w ON w.id = m.person_id LEFT JOIN batch b ON b.id = m.batch_id
       LEFT JOIN container c ON c.id = m.container_id
     WHERE m.job_id = $1 AND (m.used_how IS NOT NULL OR m.batch_id IS NULL)
       AND NOT EXISTS (SELECT FROM movement x WHERE x.reverses = m.id)
     GROUP BY m.id, b.code, c.code, p.name, w.name ORDER BY m.id`,
    [jobId],
  );

const poursOf = (db: Queryable, jobId: number): Promise<RunPour[]> =>
  db.rows(
    `SELECT m.id AS "movementId", b.id AS "batchId", b.code AS batch, b.vessel_id AS "vesselId", b.product_id AS "productId", b.fraction
     FROM movement m JOIN batch b ON b.id = m.batch_id
     WHERE m.job_id = $1 AND m.kind = 'pour' AND NOT EXISTS (SELECT FROM movement x WHERE x.reverses = m.id) ORDER BY m.id`,
    [jobId],
  );

/** @param events where they are known already */
export async function newsOf(db: Queryable, row: RunRow, events?: readonly RunEvent[]): Promise<RunNews> {
  const { id, endedJob: _, plan: __, ...run } = row;
  return {
    ...run,
    events: [...(events ?? (await eventsOf(db, id)))],
    uses: await usesOf(db, row.jobId),
    pours: await poursOf(db, row.jobId),
  };
}

export const wholeOf = async (db: Queryable, row: RunRow): Promise<Run> => ({
  ...(await newsOf(db, row)),
  plan: row.plan,
});

/** Runs that go on, and the last that are over. */
const OVER_SHOWN = 20;

type HeadRow = Omit<RunHead, 'people' | 'over' | 'tasks'> & { id: number; plan: RunPlan };

/** Runs as lines: those that go on, the oldest first, then those that are over, the newest first; or those of a job. */
export async function runHeads(db: Queryable, jobId: number | null): Promise<RunHead[]> {
  const rows = await db.rows<HeadRow>(
    `SELECT r.id, r.key, r.job_id AS "jobId", j.vehicle_id AS "vehicleId", v.name AS vehicle, l.name AS "placeName", r.plan,
       ${utc('r.started_at')} AS "startedAt", ${utc('r.finished_at')} AS "finishedAt"
     FROM run r JOIN job j ON j.id = r.job_id JOIN vehicle v ON v.id = j.vehicle_id LEFT JOIN place l ON l.id = j.place_id
     WHERE CASE WHEN $1::int IS NULL THEN r.finished_at IS NULL
         OR r.id IN (SELECT id FROM run WHERE finished_at IS NOT NULL ORDER BY finished_at DESC LIMIT $2)
       ELSE r.job_id = $1 END
     ORDER BY r.finished_at IS NOT NULL, CASE WHEN r.finished_at IS NULL THEN r.started_at END, r.finished_at DESC, r.id`,
    [jobId, OVER_SHOWN],
  );
  const events = await db.rows<RunEvent & { runId: number }>(
    `SELECT run_id AS "runId", key, ${utc('happened_at')} AS at, person_id AS "personId", done FROM run_event WHERE run_id = ANY($1)`,
    [rows.map((r) => r.id)],
  );
  const names = await db.rows<{ id: number; name: string }>('SELECT id, name FROM person');
  return rows.map(({ id, plan, ...head }) => {
    const own = events.filter((e) => e.runId === id);
    const { tasks, people } = runStand(plan, own);
    const on = new Set(people.values());
    return {
      ...head,
      people: names.filter((p) => on.has(p.id)),
      over: tasks.filter(isOver).length,
      tasks: tasks.length,
    };
  });
}

export async function insertRun(
  tx: Queryable,
  run: { key: string; jobId: number; plan: RunPlan },
  by: { personId: number; at: Date },
): Promise<void> {
  const taken = [...plannedUl(run.plan)].map(([productId, ul]) => ({ productId, ul }));
  await tx.rows(
    `WITH begun AS (
       INSERT INTO run (key, job_id, plan, started_at, started_by, said)
       SELECT $1, $2, $3, $4, $5, j.said FROM job j WHERE j.id = $2 RETURNING id
     )
     INSERT INTO run_planned (run_id, product_id, ul)
     SELECT begun.id, p.id, t.ul FROM begun, jsonb_to_recordset($6::jsonb) AS t("productId" int, ul bigint) JOIN product p ON p.id = t."productId"`,
    [run.key, run.jobId, JSON.stringify(run.plan), by.at, by.personId, JSON.stringify(taken)],
  );
}

/** @returns whether it was not there yet */
export async function insertEvent(
  tx: Queryable,
  runId: number,
  event: { key: string; done: unknown },
  by: { personId: number; at: Date; now: Date },
): Promise<boolean> {
  const rows = await tx.rows(
    `INSERT INTO run_event (key, run_id, happened_at, received_at, person_id, done) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT (key) DO NOTHING RETURNING key`,
    [event.key, runId, by.at, by.now, by.personId, JSON.stringify(event.done)],
  );
  return rows.length > 0;
}

export const setFinished = (
  tx: Queryable,
  id: number,
  at: Date | null,
  endedJob: boolean,
): Promise<unknown> =>
  tx.rows('UPDATE run SET finished_at = $2, ended_job = $3 WHERE id = $1', [id, at, endedJob]);

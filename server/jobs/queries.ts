import type { Job, JobBody, JobEnd, Vehicle } from '#contract/jobs.ts';
import { remembered } from '#core/planning/remembered.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import { idOf } from '../equipment/queries.ts';
import { problem } from '../http/problems.ts';

/** What was done to a vehicle, the newest first. */
const TREATED = (vehicle: string) =>
  `coalesce((SELECT jsonb_agg(jsonb_build_object('treatment', x.treatment, 'day', to_char(x.day, 'YYYY-MM-DD'))
                       ORDER BY x.day DESC, x.id DESC)
             FROM vehicle_treatment x WHERE x.vehicle_id = ${vehicle}), '[]'::jsonb)`;

/** On what a manager gave their word for a job. */
const WORDS = `coalesce((SELECT jsonb_agg(jsonb_build_object('rule', w.rule, 'givenBy', g.name, 'at', ${utc('w.given_at')})
                                  ORDER BY w.id)
             FROM job_word w JOIN person g ON g.id = w.given_by WHERE w.job_id = j.id), '[]'::jsonb)`;

type Which = { id?: number; from?: string; to?: string };
const MOST = 500;

/** Jobs by day and time, those without a time last. */
export function jobs(db: Queryable, { id, from, to }: Which): Promise<Job[]> {
  return db.rows(
    `SELECT j.id, j.vehicle_id AS "vehicleId", v.name AS vehicle, to_char(j.day, 'YYYY-MM-DD') AS day, j.at_min AS "atMin",
            j.place_id AS "placeId", l.name AS "placeName", j.person_id AS "personId", p.name AS "personName",
            j.price_minor AS "priceMinor", j.note, j.said, j.state, ${utc('j.ended_at')} AS "endedAt", e.name AS "endedBy",
            m.name AS "madeBy", ${TREATED('j.vehicle_id')} AS treated, ${WORDS} AS words, j.revision
     FROM job j JOIN vehicle v ON v.id = j.vehicle_id JOIN person m ON m.id = j.made_by
     LEFT JOIN place l ON l.id = j.place_id LEFT JOIN person p ON p.id = j.person_id LEFT JOIN person e ON e.id = j.ended_by
     WHERE ($1::int IS NULL OR j.id = $1) AND ($2::date IS NULL OR j.day >= $2) AND ($3::date IS NULL OR j.day <= $3)
     ORDER BY j.day, j.at_min NULLS LAST, j.id LIMIT $4`,
    [id ?? null, from ?? null, to ?? null, MOST],
  );
}

/** So many jobs a day are a list somebody can read. */
const MOST_A_DAY = 60;

/** Refuses one more vehicle on a day that has all that a list can hold; those that were dropped don't count. */
async function refuseFull(tx: Queryable, day: string): Promise<void> {
  const [found] = await tx.rows<{ n: number }>(
    `SELECT count(*)::int AS n FROM job WHERE day = $1 AND state <> 'dropped'`,
    [day],
  );
  if ((found?.n ?? 0) >= MOST_A_DAY)
    throw problem(409, 'job.dayFull', { day, most: MOST_A_DAY }, { at: '/day' });
}

const VEHICLE = `SELECT v.id, v.name, v.said, to_char(max(j.day) FILTER (WHERE j.state = 'done'), 'YYYY-MM-DD') AS "lastDay",
    ${TREATED('v.id')} AS treated
  FROM vehicle v LEFT JOIN job j ON j.vehicle_id = v.id`;

/** Vehicles that were here or are to come, by name: what a search leaves, or the newest. */
export const vehicles = (db: Queryable, words: string, most: number): Promise<Vehicle[]> =>
  db.rows(
    `${VEHICLE} WHERE position(lower($1) IN lower(v.name)) > 0 GROUP BY v.id ORDER BY v.id DESC LIMIT $2`,
    [words, most],
  );

export const vehicleOf = async (db: Queryable, id: number): Promise<Vehicle | undefined> =>
  (await db.rows<Vehicle>(`${VEHICLE} WHERE v.id = $1 GROUP BY v.id`, [id]))[0];

/** The vehicle of a name, made where there is none; what is still so of it when it comes again is kept with it. */
async function vehicleId(
  tx: Queryable,
  { vehicle, said }: Pick<JobBody, 'vehicle' | 'said'>,
): Promise<number> {
  const rows = await tx.rows<{ id: number }>(
    `INSERT INTO vehicle (name, said) VALUES ($1, $2)
     ON CONFLICT (lower(name)) DO UPDATE SET said = vehicle.said || excluded.said RETURNING id`,
    [vehicle.trim().replace(/\s+/g, ' '), JSON.stringify(remembered(said))],
  );
  return idOf(rows);
}

const fieldsOf = (body: JobBody) => [
  body.day,
  body.atMin,
  body.placeId,
  body.personId,
  body.priceMinor,
  body.note.trim(),
  JSON.stringify(body.said),
];

export async function insertJob(
  tx: Queryable,
  body: JobBody,
  by: { personId: number; now: Date },
  calendarUid: string | null = null,
): Promise<number> {
  await refuseFull(tx, body.day);
  return idOf(
    await tx.rows(
      `INSERT INTO job (vehicle_id, day, at_min, place_id, person_id, price_minor, note, said, made_by, made_at, calendar_uid)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11) RETURNING id`,
      [await vehicleId(tx, body), ...fieldsOf(body), by.personId, by.now, calendarUid],
    ),
  );
}

export async function updateJob(tx: Queryable, { id, day }: Job, body: JobBody): Promise<void> {
  if (body.day !== day) await refuseFull(tx, body.day);
  await tx.rows(
    `UPDATE job SET vehicle_id = $2, day = $3, at_min = $4, place_id = $5, person_id = $6, price_minor = $7, note = $8,
            said = $9, revision = revision + 1 WHERE id = $1`,
    [id, await vehicleId(tx, body), ...fieldsOf(body)],
  );
}

/** Ends a job; what was done to its vehicle is on record from the day of the job. */
export async function endJob(
  tx: Queryable,
  job: Job,
  { end, treatments }: JobEnd,
  by: { personId: number; now: Date },
): Promise<void> {
  await tx.rows(
    'UPDATE job SET state = $2, ended_at = $3, ended_by = $4, revision = revision + 1 WHERE id = $1',
    [job.id, end, by.now, by.personId],
  );
  for (const treatment of end === 'done' ? treatments : []) {
    await tx.rows(
      'INSERT INTO vehicle_treatment (vehicle_id, job_id, treatment, day) VALUES ($1, $2, $3, $4)',
      [job.vehicleId, job.id, treatment, job.day],
    );
  }
}

/** A job waits again, and what it did to its vehicle is as if it never was. */
export async function reopenJob(tx: Queryable, id: number): Promise<void> {
  await tx.rows('DELETE FROM vehicle_treatment WHERE job_id = $1', [id]);
  await tx.rows(
    `UPDATE job SET state = 'waits', ended_at = NULL, ended_by = NULL, revision = revision + 1 WHERE id = $1`,
    [id],
  );
}

/** Notes a manager's word: theirs who is signed in, or of the override that came. */
export async function giveWord(
  tx: Queryable,
  { jobId, rule }: { jobId: number; rule: string },
  by: { personId: number; overrideId: number | null; now: Date },
): Promise<void> {
  await tx.rows(
    `INSERT INTO job_word (job_id, rule, given_by, given_at, override_id)
     VALUES ($1, $2, coalesce((SELECT given_by FROM override WHERE id = $5), $3), $4, $5) ON CONFLICT DO NOTHING`,
    [jobId, rule, by.personId, by.now, by.overrideId],
  );
}

export const takeWordBack = (tx: Queryable, jobId: number, rule: string) =>
  tx.rows('DELETE FROM job_word WHERE job_id = $1 AND rule = $2', [jobId, rule]);

export const calendarIds = async (db: Queryable, uids: readonly string[]): Promise<Set<string>> =>
  new Set(
    (
      await db.rows<{ uid: string }>('SELECT calendar_uid AS uid FROM job WHERE calendar_uid = ANY($1)', [
        uids,
      ])
    ).map((r) => r.uid),
  );

/** Jobs with the number each has in a calendar. */
export type CalendarJob = Job & { calendarUid: string | null };
export async function calendarJobs(db: Queryable, from: string, to: string): Promise<CalendarJob[]> {
  const found = await jobs(db, { from, to });
  const uids = await db.rows<{ id: number; uid: string | null }>(
    'SELECT id, calendar_uid AS uid FROM job WHERE id = ANY($1)',
    [found.map((j) => j.id)],
  );
  const byId = new Map(uids.map((r) => [r.id, r.uid]));
  return found.map((job) => ({ ...job, calendarUid: byId.get(job.id) ?? null }));
}

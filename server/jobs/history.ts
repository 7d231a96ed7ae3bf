import type { VehicleHistory, Visit } from '#contract/jobs.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import { PHOTOS_OF } from '../photos/queries.ts';
import { vehicleOf } from './queries.ts';

const MOST = 200;

/** A vehicle with all its visits: what was done, with what strength, what came of it, and what it cost. */
export async function vehicleHistory(db: Queryable, id: number): Promise<VehicleHistory | null> {
  const vehicle = await vehicleOf(db, id);
  if (!vehicle) return null;
  const visits = await db.rows<Visit>(
    `SELECT j.id AS "jobId", to_char(j.day, 'YYYY-MM-DD') AS day, j.state, l.name AS "placeName", p.name AS "personName",
       j.price_minor AS "priceMinor", j.note,
       coalesce((SELECT jsonb_agg(x.treatment ORDER BY x.id) FROM vehicle_treatment x WHERE x.job_id = j.id), '[]') AS treatments,
       ${PHOTOS_OF('j.id')} AS photos,
       CASE WHEN r.id IS NULL THEN NULL ELSE jsonb_build_object(
         'key', r.key, 'startedAt', ${utc('r.started_at')}, 'finishedAt', ${utc('r.finished_at')}, 'method', r.plan ->> 'method',
         'laid', coalesce((SELECT jsonb_agg(jsonb_build_object('kind', d.kind, 'product', q.name, 'family', q.record ->> 'family',
             'fraction', d.fraction, 'batch', b.code, 'failed', d.failed) ORDER BY d.laid_at, d.step)
           FROM run_laid d JOIN product q ON q.id = d.product_id LEFT JOIN batch b ON b.id = d.batch_id WHERE d.run_id = r.id), '[]'),
         'outcomes', coalesce((SELECT jsonb_agg(jsonb_build_object('kind', o.kind, 'name', k.layers -> 0 ->> 'name') ORDER BY o.id)
           FROM clock k JOIN outcome o ON o.clock_id = k.id WHERE left(k.key, 21) = left(r.key, 20) || 'r' AND o.withdrawn_at IS NULL), '[]'),
         'notes', coalesce((SELECT jsonb_agg(e.done ->> 'text' ORDER BY e.happened_at) FROM run_event e
           WHERE e.run_id = r.id AND e.done ->> 'kind' = 'noted'), '[]')) END AS run,
       (SELECT sum(g.minor)::float8 FROM movement m JOIN posting g ON g.movement_id = m.id
          JOIN account u ON u.id = g.to_account AND u.kind = 'used'
        WHERE m.job_id = j.id AND (m.used_how IS NOT NULL OR m.batch_id IS NULL) AND NOT EXISTS (SELECT FROM movement z WHERE z.reverses = m.id)) AS "productMinor"
     FROM job j LEFT JOIN place l ON l.id = j.place_id LEFT JOIN person p ON p.id = j.person_id
       LEFT JOIN LATERAL (SELECT * FROM run s WHERE s.job_id = j.id ORDER BY s.id DESC LIMIT 1) r ON true
     WHERE j.vehicle_id = $1 ORDER BY j.day DESC, j.id DESC LIMIT $2`,
    [id, MOST],
  );
  return { ...vehicle, visits };
}

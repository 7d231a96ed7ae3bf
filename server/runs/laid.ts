import type { LaidOn } from '#contract/runs.ts';
import { laidIn } from '#core/run/laidIn.ts';
import type { RunStand } from '#core/run/runState.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import { wholeNumber } from '../http/readRequest.ts';
import type { RunRow } from './queries.ts';

/**
 * Notes what went onto the vehicle as a run tells it now, in the place of what it told before.
 *
 * @param before how it stood without what was told last, as most of what happens lays nothing; null where it all is told at once
 */
export async function noteLaid(
  tx: Queryable,
  row: RunRow,
  { before, stand }: { before: RunStand | null; stand: RunStand },
): Promise<void> {
  const now = laidIn(row.plan, stand);
  if (before && JSON.stringify(now) === JSON.stringify(laidIn(row.plan, before))) return;
  await tx.rows('DELETE FROM run_laid WHERE run_id = $1', [row.id]);
  const laid = now.map((l) => ({ ...l, at: new Date(l.atMs).toISOString() }));
  await tx.rows(
    `INSERT INTO run_laid (run_id, step, kind, product_id, recipe_id, soil, fraction, batch_id, laid_at, failed)
     SELECT $1, l.step, l.kind, l."productId", l."recipeId", l.soil, l.fraction, b.id, l.at, l.failed
     FROM jsonb_to_recordset($2::jsonb) AS l(step text, kind text, "productId" int, "recipeId" int, soil smallint, fraction float8,
       "batchId" int, at timestamptz, failed int)
       JOIN product p ON p.id = l."productId" JOIN recipe r ON r.id = l."recipeId" LEFT JOIN batch b ON b.id = l."batchId"`,
    [row.id, JSON.stringify(laid)],
  );
}

type Asked = { productId: number; from: number; to: number };

/** Which vehicles had a product, at a strength from one to another, as fractions. */
export function laidAsked(query: Record<string, unknown>): Asked {
  const part = (of: unknown, otherwise: number) => {
    const n = Number(of);
    return of === undefined || !Number.isFinite(n) ? otherwise : Math.min(1, Math.max(0, n));
  };
  return {
    productId: wholeNumber(String(query.product), 'product'),
    from: part(query.from, 0),
    to: part(query.to, 1),
  };
}

const MOST = 500;

export const laidLike = (db: Queryable, { productId, from, to }: Asked): Promise<LaidOn[]> =>
  db.rows(
    `SELECT u.key AS run, j.vehicle_id AS "vehicleId", v.name AS vehicle, ${utc('d.laid_at')} AS at, d.kind, d.fraction, b.code AS batch,
       d.failed
     FROM run_laid d JOIN run u ON u.id = d.run_id JOIN job j ON j.id = u.job_id JOIN vehicle v ON v.id = j.vehicle_id
       LEFT JOIN batch b ON b.id = d.batch_id
     WHERE d.product_id = $1 AND d.fraction BETWEEN $2 - 1e-9 AND $3 + 1e-9 ORDER BY d.laid_at DESC, u.id, d.step LIMIT $4`,
    [productId, from, to, MOST],
  );

import { Router } from 'express';
import type { Recall, RecallLine } from '#contract/stock.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import { missing } from '../http/problems.ts';

/** Recall: where each millilitre of a lot is, or went, and which vehicles it was put on. */
export function recallRoutes(context: AppContext): Router {
  const routes = Router();
  routes.get('/:lot', async (req, res) => {
    const recall = await recallOf(context.books, String(req.params.lot));
    if (!recall) throw missing('lot');
    res.json(recall);
  });
  return routes;
}

const OF_LOT = `SELECT c.id, a.id AS account FROM container c JOIN account a ON a.container_id = c.id
  WHERE lower(c.lot) = lower($1) AND c.lot <> ''`;

/** Null where no container ever had it. What went from one container of the lot into another is still of the lot. */
export async function recallOf(db: Queryable, lot: string): Promise<Recall | null> {
  const containers = await db.rows<Recall['containers'][number]>(
    `SELECT c.id, c.code, p.name AS "productName", c.kind, c.size_ul AS "sizeUl", l.name AS "placeName",
       coalesce(b.ul, 0) AS "heldUl", c.retired_at IS NOT NULL AS retired
     FROM (${OF_LOT}) o JOIN container c ON c.id = o.id JOIN product p ON p.id = c.product_id JOIN place l ON l.id = c.place_id
     LEFT JOIN balance b ON b.account_id = o.account AND b.product_id = c.product_id ORDER BY c.id`,
    [lot],
  );
  if (containers.length === 0) return null;
  const lines = await db.rows<RecallLine>(
    `WITH own AS (${OF_LOT}), here AS (
       SELECT m.id FROM own JOIN movement m ON m.container_id = own.id
       UNION SELECT m.id FROM own JOIN movement m ON m.to_container_id = own.id
       UNION SELECT m.id FROM own JOIN movement m ON m.rest_container_id = own.id
     )
     SELECT g.id, m.kind, ${utc('m.happened_at')} AS at, w.name AS "personName", c.code AS "containerCode", k.code AS "batchCode",
       v.name AS "vesselName", m.reason, m.note, o.code AS "otherCode",
       CASE WHEN t.id IS NOT NULL THEN g.ul ELSE -g.ul END AS ul,
       coalesce((SELECT jsonb_agg(jsonb_build_object('key', x.key, 'run', x.run, 'vehicle', x.vehicle, 'placeName', x.place, 'at', ${utc('x.at')})
           ORDER BY x.at, x.key) FROM (
           SELECT q.key, false AS run, q.vehicle, y.name AS place, q.started_at AS at FROM clock q JOIN place y ON y.id = q.place_id
           WHERE q.batch_id = k.id AND NOT EXISTS (SELECT FROM run u WHERE left(u.key, 20) || 'r' = left(q.key, 21))
           UNION ALL
           SELECT u.key, true, z.name, coalesce(y.name, ''), min(d.laid_at) FROM run_laid d JOIN run u ON u.id = d.run_id
             JOIN job j ON j.id = u.job_id JOIN vehicle z ON z.id = j.vehicle_id LEFT JOIN place y ON y.id = j.place_id
           WHERE d.batch_id = k.id GROUP BY u.key, z.name, y.name) x), '[]') AS vehicles
     FROM here JOIN movement m ON m.id = here.id JOIN posting g ON g.movement_id = m.id JOIN person w ON w.id = m.person_id
     LEFT JOIN own t ON t.account = g.to_account LEFT JOIN own f ON f.account = g.from_account
     JOIN container c ON c.id = coalesce(t.id, f.id)
     LEFT JOIN batch k ON k.id = m.batch_id LEFT JOIN vessel v ON v.id = k.vessel_id
     LEFT JOIN container o ON o.id = CASE WHEN m.container_id = c.id THEN m.to_container_id ELSE m.container_id END AND m.kind = 'decant'
     WHERE (t.id IS NULL) <> (f.id IS NULL) ORDER BY g.id`,
    [lot],
  );
  const [hold] = await db.rows<NonNullable<Recall['hold']>>(
    `SELECT h.words, w.name AS by, ${utc('h.held_at')} AS at FROM lot_hold h JOIN person w ON w.id = h.held_by
     WHERE h.lot = lower($1) AND h.released_at IS NULL`,
    [lot],
  );
  const mixes = await db.rows<Recall['mixes'][number]>(
    `SELECT k.code, p.name AS "productName", v.name AS "vesselName",
       (SELECT coalesce(sum(l.ul), 0)::bigint FROM account a JOIN balance l ON l.account_id = a.id WHERE a.batch_id = k.id) AS ul
     FROM batches_of_lot(lower($1)) AS o(id) JOIN vessel_holds n ON n.batch_id = o.id JOIN batch k ON k.id = o.id
     JOIN product p ON p.id = k.product_id JOIN vessel v ON v.id = k.vessel_id ORDER BY k.id`,
    [lot],
  );
  const sum = (of: RecallLine[]) => of.reduce((ul, line) => ul + line.ul, 0);
  return {
    lot,
    hold: hold ?? null,
    mixes,
    containers,
    // What a receipt that was put right took out and brought in afresh came in once.
    cameUl: sum(lines.filter((l) => l.kind === 'amend' || (l.ul > 0 && l.kind !== 'reversal'))),
    heldUl: containers.reduce((ul, c) => ul + c.heldUl, 0),
    lines,
  };
}

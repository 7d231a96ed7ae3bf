import type { Batch } from '#contract/batches.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';

/** A batch by its id or its code, with what is left of it by the books. */
export async function batchOf(db: Queryable, idOrCode: string): Promise<Batch | undefined> {
  const code = /^b-\d+$/i.test(idOrCode) ? idOrCode.toUpperCase() : `B-${idOrCode}`;
  const rows = await db.rows<Batch>(
    `SELECT k.id, k.code, k.product_id AS "productId", p.name AS "productName", k.vessel_id AS "vesselId",
            v.name AS "vesselName", w.name AS "personName", k.strength, k.fraction AS "askedFraction",
            ${utc('k.made_at')} AS "madeAt", k.use_by::text AS "useBy",
            k.water, k.estimate, k.panel, taken_back(k.id) AS "takenBack",
            CASE WHEN rv.id IS NOT NULL THEN jsonb_build_object('recipeId', rv.recipe_id, 'versionId', rv.id, 'number', rv.number,
              'name', rv.name, 'soil', k.soil, 'left', k.recipe_left) END AS recipe,
            (SELECT coalesce(jsonb_agg(jsonb_build_object('id', o.id, 'kind', o.kind, 'personId', o.person_id, 'personName', op.name, 'weather', o.weather,
                'at', ${utc('o.noted_at')}) ORDER BY o.id DESC), '[]')
             FROM outcome o JOIN person op ON op.id = o.person_id WHERE o.batch_id = k.id AND o.withdrawn_at IS NULL) AS outcomes,
            n.code || ' ' || n.name AS "lineName",
            (SELECT coalesce(jsonb_agg(jsonb_build_object('name', m.name, 'ul', (d->>'ul')::bigint)), '[]')
             FROM jsonb_array_elements(k.measured) d LEFT JOIN measure m ON m.id = (d->>'measureId')::int) AS measured,
            went.product_ul AS "productUl", went.ul AS "madeUl", went.minor AS "costMinor",
            coalesce((SELECT sum(l.ul)::bigint FROM balance l WHERE l.account_id = a.id), 0) AS "heldUl"
     FROM batch k
     JOIN product p ON p.id = k.product_id JOIN vessel v ON v.id = k.vessel_id JOIN person w ON w.id = k.person_id
     JOIN account a ON a.batch_id = k.id LEFT JOIN dispenser_line n ON n.id = k.line_id
     LEFT JOIN recipe_version rv ON rv.id = k.recipe_version_id
     CROSS JOIN LATERAL (
       SELECT coalesce(sum(g.ul), 0)::bigint AS ul, coalesce(sum(g.minor), 0)::bigint AS minor,
              coalesce(sum(g.ul) FILTER (WHERE g.product_id = k.product_id), 0)::bigint AS product_ul
       FROM movement m JOIN posting g ON g.movement_id = m.id
       WHERE m.batch_id = k.id AND m.reverses IS NULL AND g.to_account = a.id
     ) went
     WHERE k.code = $1`,
    [code],
  );
  return rows[0];
}

import type { ForVehicles } from '#contract/variance.ts';
import type { Queryable } from '../db/books.ts';
import type { Doing } from '../longWork/works.ts';

/** So many runs are read at once. */
const AT_ONCE = 300;

/** What the runs that ended in a period were to take of each product by their plans, and what was mixed of it for them. */
export async function forVehicles(
  db: Queryable,
  { fromMs, toMs }: { fromMs: number; toMs: number },
  { wanted }: Doing,
): Promise<ForVehicles[]> {
  const known = new Map<number, ForVehicles>();
  for (let after = 0; ; ) {
    wanted();
    const runs = await db.rows<{ id: number; within: boolean }>(
      `SELECT id, extract(epoch FROM finished_at) * 1000 >= $2 AND extract(epoch FROM finished_at) * 1000 < $3 AS within
       FROM run WHERE id > $1 AND finished_at IS NOT NULL ORDER BY id LIMIT $4`,
      [after, fromMs, toMs, AT_ONCE],
    );
    const ids = runs.filter((r) => r.within).map((r) => r.id);
    for (const row of ids.length > 0 ? await takenBy(db, ids) : []) {
      const of = known.get(row.productId);
      if (!of) known.set(row.productId, { ...row });
      else {
        of.runs += row.runs;
        of.plannedUl += row.plannedUl;
        of.pouredUl += row.pouredUl;
      }
    }
    after = runs.at(-1)?.id ?? after;
    if (runs.length < AT_ONCE) return [...known.values()];
  }
}

const takenBy = (db: Queryable, ids: number[]): Promise<ForVehicles[]> =>
  db.rows(
    `WITH planned AS (
       SELECT product_id, count(*)::int AS runs, sum(ul) AS ul FROM run_planned WHERE run_id = ANY($1::int[]) GROUP BY 1
     ), poured AS (
       SELECT g.product_id, sum(g.ul) AS ul FROM run r JOIN movement m ON m.job_id = r.job_id AND m.kind = 'pour'
         JOIN posting g ON g.movement_id = m.id JOIN account f ON f.id = g.from_account AND f.kind = 'container'
       WHERE r.id = ANY($1::int[]) AND NOT EXISTS (SELECT FROM movement x WHERE x.reverses = m.id) GROUP BY 1
     )
     SELECT product_id AS "productId", coalesce(planned.runs, 0) AS runs, coalesce(planned.ul, 0)::bigint AS "plannedUl",
       coalesce(poured.ul, 0)::bigint AS "pouredUl"
     FROM planned FULL JOIN poured USING (product_id)`,
    [ids],
  );

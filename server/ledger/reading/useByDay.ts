import type { UseByDay } from '#contract/stock.ts';
import type { Queryable } from '../../db/books.ts';

/** A year and the twelve weeks before it, and as much again as forecasts are held against. */
const DAYS = 560;

/**
 * What was poured and wasted of each product, day by day, from what is kept for each day: it does not grow slower with the
 * ledger. What was taken back is none of it.
 */
export async function useByDay(db: Queryable, now: Date): Promise<UseByDay> {
  const rows = await db.rows<{
    productId: number;
    back: number;
    ul: number;
    forJobsUl: number;
    poured: boolean;
  }>(
    `SELECT d.product_id AS "productId", (today - d.day)::int AS back, sum(d.ul)::bigint AS ul,
       sum(d.for_jobs_ul)::bigint AS "forJobsUl", bool_or(d.kind = 'pour') AS poured
     FROM day_use d, (SELECT ($1::timestamptz AT TIME ZONE zone)::date AS today FROM shop) s
     WHERE d.day >= today - $2::int AND d.day < today AND d.kind IN ('pour', 'waste')
     GROUP BY 1, 2 HAVING sum(d.ul) > 0 ORDER BY 1, 2 DESC`,
    [now, DAYS],
  );
  const products = new Map<number, [back: number, ul: number, forJobsUl: number][]>();
  const open = new Set<number>();
  for (const { productId, back, ul, forJobsUl, poured } of rows) {
    products.set(productId, [...(products.get(productId) ?? []), [back, ul, forJobsUl]]);
    if (poured) open.add(back);
  }
  return {
    days: DAYS,
    open: [...open].sort((a, b) => b - a),
    products: [...products].map(([productId, used]) => ({ productId, used })),
  };
}

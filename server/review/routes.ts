import { Router } from 'express';
import type { Review, ReviewCosts } from '#contract/review.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import { dayIn } from '../http/readRequest.ts';
import { only } from '../http/signedIn.ts';

/** How it went: by months, from what is kept for each day or is small by itself. */
export function reviewRoutes(context: AppContext): Router {
  const routes = Router();
  const days = (query: Record<string, unknown>): Days => [dayIn(query, 'from'), dayIn(query, 'to')];
  routes.get(
    '/costs',
    only('lead'),
    async (req, res) => void res.json(await costs(context.books, days(req.query))),
  );
  routes.get(
    '/',
    only('lead'),
    async (req, res) => void res.json(await review(context.books, days(req.query))),
  );
  return routes;
}

type Days = [from: string | null, to: string | null];

/** Within the days of the period; both ends are counted in. */
const within = (day: string) => `($1::date IS NULL OR ${day} >= $1) AND ($2::date IS NULL OR ${day} <= $2)`;
/** The day of the shop's on which something was. */
const dayOf = (at: string) => `(${at} AT TIME ZONE s.zone)::date`;

async function costs(db: Queryable, days: Days): Promise<ReviewCosts> {
  const of = (kind: string, what: string) => `coalesce(sum(d.${what}) FILTER (WHERE d.kind = '${kind}'), 0)`;
  return {
    products: await db.rows(
      `SELECT to_char(d.day, 'YYYY-MM') AS month, d.product_id AS "productId", ${of('pour', 'n')}::int AS pours,
         ${of('pour', 'ul')}::bigint AS "pouredUl", ${of('pour', 'minor')}::bigint AS "pouredMinor",
         ${of('waste', 'minor')}::bigint AS "wastedMinor"
       FROM day_use d WHERE ${within('d.day')} AND d.kind IN ('pour', 'waste') GROUP BY 1, 2 HAVING sum(abs(d.n)) > 0 ORDER BY 1, 2`,
      days,
    ),
    done: await db.rows(
      `SELECT to_char(j.day, 'YYYY-MM') AS month, count(*)::int AS vehicles, count(DISTINCT j.day)::int AS days FROM job j
       WHERE j.state = 'done' AND ${within('j.day')} GROUP BY 1 ORDER BY 1`,
      days,
    ),
    open: await db.rows(
      `SELECT to_char(d.day, 'YYYY-MM') AS month, count(DISTINCT d.day)::int AS days FROM day_use d
       WHERE d.kind = 'pour' AND d.n > 0 AND ${within('d.day')} GROUP BY 1 ORDER BY 1`,
      days,
    ),
  };
}

async function review(db: Queryable, days: Days): Promise<Review> {
  return {
    outOfDate: await db.rows(
      `SELECT to_char(${dayOf('m.happened_at')}, 'YYYY-MM') AS month, g.product_id AS "productId", sum(g.ul)::bigint AS ul,
         coalesce(sum(g.minor), 0)::bigint AS minor
       FROM shop s, movement m JOIN posting g ON g.movement_id = m.id JOIN product p ON p.id = g.product_id
       WHERE m.kind = 'waste' AND m.reason = 'outOfDate' AND p.state <> 'water' AND ${within(dayOf('m.happened_at'))}
         AND NOT EXISTS (SELECT FROM movement r WHERE r.reverses = m.id)
       GROUP BY 1, 2 ORDER BY 1, 2`,
      days,
    ),
    outcomes: await db.rows(
      `SELECT o.recipe_id AS "recipeId", v.name, o.soil::int, o.kind, count(*)::int AS n
       FROM shop s, outcome o JOIN LATERAL (SELECT name FROM recipe_version v WHERE v.recipe_id = o.recipe_id
         ORDER BY v.number DESC LIMIT 1) v ON true
       WHERE o.withdrawn_at IS NULL AND o.soil IS NOT NULL AND ${within(dayOf('o.noted_at'))}
       GROUP BY 1, 2, 3, 4 ORDER BY 2, 3, 5 DESC`,
      days,
    ),
    drying: await db.rows(
      `SELECT ${utc('d.seen_at')} AS at, d.product_id AS "productId", d.film, d.factor, k.key AS "clockKey"
       FROM shop s, drying_seen d JOIN clock k ON k.id = d.clock_id
       WHERE d.withdrawn_at IS NULL AND ${within(dayOf('d.seen_at'))} ORDER BY d.seen_at LIMIT 2000`,
      days,
    ),
    counts: await db.rows(
      `SELECT to_char(${dayOf('x.counted_at')}, 'YYYY-MM') AS month,
         CASE WHEN x.method = 'eye' AND x.counted_ul = 0 THEN 'empty' ELSE x.method END AS method, count(*)::int AS counted,
         (count(*) FILTER (WHERE abs(x.counted_ul - x.book_ul) <= x.within_ul))::int AS agreed,
         sum(abs(x.counted_ul - x.book_ul))::bigint AS "offUl", sum(x.book_ul)::bigint AS "bookUl"
       FROM shop s, count_line x JOIN count n ON n.id = x.count_id
       WHERE n.closed_at IS NOT NULL AND n.dropped_at IS NULL AND ${within(dayOf('x.counted_at'))}
         AND NOT EXISTS (SELECT FROM count_line y WHERE y.count_id = x.count_id AND y.container_id = x.container_id AND y.id > x.id)
       GROUP BY 1, 2 ORDER BY 1, 2`,
      days,
    ),
  };
}

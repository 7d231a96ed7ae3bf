import type { StrengthOf } from '#contract/review.ts';
import type { Booked, CountedContainer, CountOf, SourceKey } from '#core/variance/gaps.ts';
import type { Queryable } from '../db/books.ts';
import type { Doing } from '../longWork/works.ts';
import { Strengths, strengthsIn } from './strengths.ts';

/** So many movements and count lines are read at once: whoever works at the same moment waits for no more than that. */
const AT_ONCE = 1_500;

type Period = { from: string | null; to: string | null };
type CountRow = CountOf & { id: number; containerId: number; productId: number; cameMs: number };
type BookedRow = {
  containerId: number;
  part: number;
  personId: number;
  placeId: number | null;
  productId: number;
  measuredWith: string | null;
  measureId: number | null;
  pouredUl: number;
  pours: number;
  otherUl: number;
  wastedUl: number;
  recipeBookedUl: number;
  recipeUl: number;
  recipePours: number;
};

/**
 * All that was booked of every container counted in a period, put together by stretch from count to count and by who poured,
 * what with and where; read a few at a time. On the way how strong the mixes of that period came out.
 */
export async function countedContainers(
  db: Queryable,
  period: Period,
  { come, wanted }: Doing,
): Promise<{ containers: CountedContainer[]; strengths: StrengthOf[] }> {
  const containers = new Map<
    number,
    { productId: number; cameMs: number; counts: CountOf[]; rows: BookedRow[] }
  >();
  for (const { containerId, productId, cameMs, atMs, ul, withinUl } of await countsOf(db, period, wanted)) {
    const known = containers.get(containerId) ?? { productId, cameMs, counts: [], rows: [] };
    known.counts.push({ atMs, ul, withinUl });
    containers.set(containerId, known);
  }
  const ids = [...containers.keys()];
  // When each was counted, once at each moment, in order: it says which stretch a movement is of.
  const moments = JSON.stringify(
    [...containers].map(([id, { counts }]) => ({
      container_id: id,
      times: [...new Set(counts.map((c) => c.atMs))].sort((x, y) => x - y),
    })),
  );
  const strengths = new Strengths();
  const [first, last] = await rangeOf(db, ids, period.from, wanted);
  const of = last - first + 1;
  for (let from = first; from <= last; from += AT_ONCE) {
    wanted();
    for (const row of await bookedIn(db, ids, moments, from, from + AT_ONCE))
      containers.get(row.containerId)?.rows.push(row);
    wanted();
    strengths.add(await strengthsIn(db, period, from, from + AT_ONCE));
    come(Math.min(of, from + AT_ONCE - first), of);
  }
  const counted = [...containers].map(([containerId, { rows, ...container }]) => ({
    containerId,
    ...container,
    booked: bookedOf(rows),
  }));
  return { containers: counted, strengths: strengths.told() };
}

/** As many entries of an index are gone through at once. */
const ENTRIES_AT_ONCE = 15_000;

/** From which movement to which is read: all of the counted containers, and all that happened in the period. */
async function rangeOf(
  db: Queryable,
  ids: number[],
  from: string | null,
  wanted: () => void,
): Promise<[first: number, last: number]> {
  const [ends] = await db.rows<{
    first: number | null;
    least: number | null;
    last: number | null;
    start: string | null;
  }>(
    `SELECT (SELECT min(id) FROM movement) AS first, (SELECT max(id) FROM movement) AS last,
       (SELECT min(x.id) FROM unnest($1::int[]) AS c(id)
         CROSS JOIN LATERAL (SELECT id FROM movement m WHERE m.container_id = c.id ORDER BY id LIMIT 1) x) AS least,
       (SELECT ($2::date)::timestamp AT TIME ZONE zone FROM shop) AS start`,
    [ids, from],
  );
  const last = ends?.last ?? -1;
  if (!ends || ends.start === null) return [ends?.first ?? 0, last];
  let least = ends.least ?? last + 1;
  let [happenedAt, id] = [ends.start, 0];
  for (;;) {
    wanted();
    const [some] = await db.rows<{ n: number; least: number | null; happenedAt: string; id: number }>(
      `SELECT count(*)::int AS n, min(x.id) AS least, max(x.happened_at) AS "happenedAt",
         (array_agg(x.id ORDER BY x.happened_at DESC, x.id DESC))[1] AS id
       FROM (SELECT id, happened_at FROM movement WHERE (happened_at, id) > ($1, $2) ORDER BY happened_at, id LIMIT $3) x`,
      [happenedAt, id, ENTRIES_AT_ONCE],
    );
    if (!some || some.least === null) break;
    least = Math.min(least, some.least);
    [happenedAt, id] = [some.happenedAt, some.id];
    if (some.n < ENTRIES_AT_ONCE) break;
  }
  return [least, last];
}

/** The newest line of each container on each closed count, of all containers counted in the period, in the order of time. */
async function countsOf(db: Queryable, { from, to }: Period, wanted: () => void): Promise<CountRow[]> {
  const rows: CountRow[] = [];
  for (let after = 0; ; after = rows.at(-1)?.id ?? 0) {
    wanted();
    const some = await db.rows<CountRow>(
      `SELECT x.id, x.container_id AS "containerId", c.product_id AS "productId",
         extract(epoch FROM c.received_at)::float8 * 1000 AS "cameMs", extract(epoch FROM x.counted_at)::float8 * 1000 AS "atMs",
         x.counted_ul AS ul, x.within_ul AS "withinUl"
       FROM count_line x JOIN count n ON n.id = x.count_id JOIN container c ON c.id = x.container_id
       WHERE x.id > $1 AND n.closed_at IS NOT NULL AND n.dropped_at IS NULL
         AND NOT EXISTS (SELECT FROM count_line y WHERE y.count_id = x.count_id AND y.container_id = x.container_id AND y.id > x.id)
         AND EXISTS (SELECT FROM count_line z, shop s WHERE z.container_id = x.container_id
           AND ($2::date IS NULL OR (z.counted_at AT TIME ZONE s.zone)::date >= $2)
           AND ($3::date IS NULL OR (z.counted_at AT TIME ZONE s.zone)::date <= $3))
       ORDER BY x.id LIMIT $4`,
      [after, from, to, AT_ONCE],
    );
    rows.push(...some);
    if (some.length < AT_ONCE) break;
  }
  return rows.sort((a, b) => a.containerId - b.containerId || a.atMs - b.atMs);
}

/**
 * What movements did at the containers, each counted to the stretch in which it happened. What was taken back is none of
 * it; what was found or found missing is what the counts are there to tell.
 */
const bookedIn = (
  db: Queryable,
  ids: number[],
  moments: string,
  from: number,
  before: number,
): Promise<BookedRow[]> =>
  db.rows(
    `WITH own AS MATERIALIZED (SELECT id, container_id FROM account WHERE container_id = ANY($1::int[])
     ), posted AS MATERIALIZED (
       SELECT movement_id, from_account, to_account, ul FROM posting WHERE movement_id >= $2 AND movement_id < $3
     ), moved AS MATERIALIZED (
       SELECT id, kind, product_id, person_id, place_id, measured_with, measure_id, happened_at FROM movement
       WHERE id >= $2 AND id < $3 AND kind <> 'reversal'
         AND id <> ALL (ARRAY(SELECT reverses FROM movement WHERE reverses >= $2 AND reverses < $3))
     ), side AS (
       SELECT m.*, v.container_id, v.ul
       FROM (
         SELECT p.movement_id, own.container_id, -p.ul AS ul, p.to_account AS other FROM posted p JOIN own ON own.id = p.from_account
         UNION ALL
         SELECT p.movement_id, own.container_id, p.ul, p.from_account FROM posted p JOIN own ON own.id = p.to_account
       ) v JOIN moved m ON m.id = v.movement_id
       WHERE v.other <> ALL (ARRAY(SELECT id FROM account WHERE kind = 'difference'))
     ), at AS MATERIALIZED (
       SELECT container_id, times FROM jsonb_to_recordset($4::jsonb) AS x(container_id int, times float8[])
     ), mixed AS MATERIALIZED (
       SELECT m.id, b.fraction * sum(g.ul) / nullif(sum(g.ul) FILTER (WHERE f.kind = 'container'), 0) AS takes
       FROM movement m JOIN batch b ON b.id = m.batch_id JOIN account a ON a.batch_id = b.id
         JOIN posting g ON g.movement_id = m.id AND g.to_account = a.id JOIN account f ON f.id = g.from_account
       WHERE m.id >= $2 AND m.id < $3 AND m.batch_id IS NOT NULL AND b.recipe_version_id IS NOT NULL AND NOT b.recipe_left
       GROUP BY m.id, b.fraction HAVING bool_and(f.kind IN ('container', 'tap'))
     )
     SELECT side.container_id AS "containerId", side.product_id AS "productId",
       CASE WHEN side.kind = 'amend' THEN 0 ELSE width_bucket(extract(epoch FROM side.happened_at)::float8 * 1000, at.times) END AS part,
       side.person_id AS "personId", side.place_id AS "placeId", side.measured_with AS "measuredWith", side.measure_id AS "measureId",
       coalesce(sum(-side.ul) FILTER (WHERE side.kind = 'pour'), 0)::bigint AS "pouredUl",
       (count(*) FILTER (WHERE side.kind = 'pour'))::int AS pours,
       coalesce(sum(side.ul) FILTER (WHERE side.kind <> 'pour'), 0)::bigint AS "otherUl",
       coalesce(sum(-side.ul) FILTER (WHERE side.kind = 'waste'), 0)::bigint AS "wastedUl",
       coalesce(sum(-side.ul) FILTER (WHERE mixed.takes IS NOT NULL), 0)::bigint AS "recipeBookedUl",
       coalesce(sum(-side.ul * mixed.takes), 0)::float8 AS "recipeUl",
       (count(mixed.takes))::int AS "recipePours"
     FROM side JOIN at ON at.container_id = side.container_id LEFT JOIN mixed ON mixed.id = side.id
     GROUP BY 1, 2, 3, 4, 5, 6, 7`,
    [ids, from, before, moments],
  );

function bookedOf(rows: readonly BookedRow[]): Booked[] {
  const parts = new Map<number, BookedRow[]>();
  for (const row of rows) parts.set(row.part, [...(parts.get(row.part) ?? []), row]);
  return [...parts].map(([part, of]) => {
    const sum = (what: (row: BookedRow) => number) => of.reduce((total, row) => total + what(row), 0);
    return {
      part,
      otherUl: sum((r) => r.otherUl),
      wastedUl: sum((r) => r.wastedUl),
      byRecipe: {
        bookedUl: sum((r) => r.recipeBookedUl),
        recipeUl: sum((r) => r.recipeUl),
        pours: sum((r) => r.recipePours),
      },
      poured: of
        .filter((r) => r.pours > 0)
        .map((r) => ({ ul: r.pouredUl, pours: r.pours, sources: sourcesOf(r) })),
    };
  });
}

function sourcesOf({ personId, placeId, measuredWith, measureId, productId }: BookedRow): SourceKey[] {
  const sources: SourceKey[] = [`person:${personId}`];
  if (placeId !== null) sources.push(`place:${placeId}`);
  if (measureId !== null) sources.push(`measure:${measureId}`);
  // A cap belongs to its product: caps of two products have nothing to do with each other.
  else if (measuredWith === 'cap') sources.push(`measure:cap-${productId}`);
  else if (measuredWith !== null) sources.push(`measure:${measuredWith}`);
  return sources;
}

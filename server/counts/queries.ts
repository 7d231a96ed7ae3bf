import type { CountHead, CountLine, CountMethod, CountReading } from '#contract/counts.ts';
import { differenceFrom } from '#core/stock/count.ts';
import { share } from '#core/stock/worth.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';

const HEAD = `
  SELECT n.id, n.code, n.place_id AS "placeId", l.name AS "placeName", n.blind, w.name AS "startedBy", ${utc('n.started_at')} AS "startedAt",
    ${utc('n.compared_at')} AS "comparedAt", v.name AS "closedBy", ${utc('n.closed_at')} AS "closedAt",
    CASE WHEN n.closed_at IS NOT NULL THEN 'closed' WHEN n.dropped_at IS NOT NULL THEN 'dropped' ELSE 'open' END AS state,
    (SELECT count(*)::int FROM container c WHERE c.place_id = n.place_id AND c.retired_at IS NULL) AS containers,
    (SELECT count(DISTINCT x.container_id)::int FROM count_line x WHERE x.count_id = n.id) AS counted,
    coalesce((SELECT sum(CASE WHEN a.kind = 'container' THEN g.ul ELSE -g.ul END)::bigint FROM movement m
      JOIN posting g ON g.movement_id = m.id JOIN account a ON a.id = g.to_account WHERE m.count_id = n.id), 0) AS "differenceUl"
  FROM count n JOIN place l ON l.id = n.place_id JOIN person w ON w.id = n.started_by LEFT JOIN person v ON v.id = n.closed_by`;

/** Counts under way, then those that are over, the latest first. */
export const countHeads = (db: Queryable): Promise<CountHead[]> =>
  db.rows(`${HEAD} WHERE n.dropped_at IS NULL ORDER BY n.closed_at DESC NULLS FIRST, n.id DESC LIMIT 60`);

export async function countHead(db: Queryable, id: number): Promise<CountHead | undefined> {
  return (await db.rows<CountHead>(`${HEAD} WHERE n.id = $1`, [id]))[0];
}

type LineRow = Omit<CountLine, 'seen' | 'bookUl'> & {
  heldUl: number;
  priceMinor: number | null;
  method: CountMethod | null;
  ul: number;
  withinUl: number;
  bookUl: number;
  by: string;
  at: string;
  times: number;
  reason: string | null;
  note: string | null;
};

/**
 * The sheet: what stands in its place and what was counted for it, wherever that stands by now.
 *
 * @param shown whether what the books say is told
 */
export async function countLines(
  db: Queryable,
  { id, placeId, closedAt }: CountHead,
  shown: boolean,
): Promise<CountLine[]> {
  const rows = await db.rows<LineRow>(
    `SELECT c.id, c.code, c.product_id AS "productId", p.name AS "productName", c.kind, c.size_ul AS "sizeUl", c.lot, c.tare_g AS "tareG",
       c.opened_at AS "openedAt", p.g_per_ml AS "gPerMl", coalesce(b.ul, 0) AS "heldUl", c.price_minor AS "priceMinor",
       x.method, x.counted_ul AS ul, x.within_ul AS "withinUl", x.book_ul AS "bookUl", w.name AS by, ${utc('x.counted_at')} AS at,
       (SELECT count(*)::int FROM count_line y WHERE y.count_id = $1 AND y.container_id = c.id) AS times, m.reason, m.note
     FROM container c JOIN product p ON p.id = c.product_id JOIN account a ON a.container_id = c.id
     LEFT JOIN balance b ON b.account_id = a.id AND b.product_id = c.product_id
     LEFT JOIN LATERAL (SELECT * FROM count_line y WHERE y.count_id = $1 AND y.container_id = c.id ORDER BY y.id DESC LIMIT 1) x ON true
     LEFT JOIN person w ON w.id = x.counted_by
     LEFT JOIN movement m ON m.count_id = $1 AND m.container_id = c.id
     WHERE (c.place_id = $2 AND c.retired_at IS NULL AND NOT $3) OR x.id IS NOT NULL ORDER BY p.name, c.id`,
    [id, placeId, closedAt !== null],
  );
  return rows.map(
    ({ heldUl, priceMinor, method, ul, withinUl, bookUl, by, at, times, reason, note, ...line }) => {
      const difference = differenceFrom({ ul, withinUl }, bookUl);
      const minor = priceMinor === null ? 0 : share(priceMinor, Math.abs(difference.ul), line.sizeUl);
      return {
        ...line,
        bookUl: shown ? (method === null ? heldUl : bookUl) : null,
        seen:
          method === null
            ? null
            : {
                method,
                ul,
                withinUl,
                by,
                at,
                times,
                reason,
                note,
                difference: shown ? { ...difference, minor } : null,
              },
      };
    },
  );
}

export async function insertCount(
  tx: Queryable,
  count: { placeId: number; blind: boolean; personId: number; now: Date },
): Promise<number> {
  const [row] = await tx.rows<{ id: number }>(
    'INSERT INTO count (place_id, blind, started_by, started_at) VALUES ($1, $2, $3, $4) RETURNING id',
    [count.placeId, count.blind, count.personId, count.now],
  );
  return (row as { id: number }).id;
}

export async function insertCountLine(
  tx: Queryable,
  line: {
    countId: number;
    containerId: number;
    reading: CountReading;
    ul: number;
    withinUl: number;
    bookUl: number;
    personId: number;
    now: Date;
  },
): Promise<void> {
  await tx.rows(
    `INSERT INTO count_line (count_id, container_id, method, reading, counted_ul, within_ul, book_ul, counted_by, counted_at)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
    [
      line.countId,
      line.containerId,
      line.reading.kind,
      JSON.stringify(line.reading),
      line.ul,
      line.withinUl,
      line.bookUl,
      line.personId,
      line.now,
    ],
  );
}

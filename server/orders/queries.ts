import type { Bought, Order, OrderLineBody } from '#contract/orders.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';

/** So many of those that are over are shown. */
const SHOWN = 60;

/** Orders, the newest first: all that are open, and the last of those that are over. */
export const orders = (db: Queryable, id: number | null = null): Promise<Order[]> =>
  db.rows(
    `SELECT o.id, o.code, o.supplier_id AS "supplierId", s.name AS supplier, o.state, o.note, ${utc('o.made_at')} AS "madeAt",
       m.name AS "madeBy", ${utc('o.sent_at')} AS "sentAt", w.name AS "sentBy", ${utc('o.ended_at')} AS "endedAt", o.revision,
       ((o.sent_at AT TIME ZONE h.zone)::date + s.lead_days)::text AS "dueOn",
       (SELECT jsonb_agg(jsonb_build_object('productId', l.product_id, 'productName', p.name, 'kind', l.kind, 'sizeUl', l.size_ul,
          'count', l.count, 'priceMinor', l.price_minor, 'why', l.why, 'came', coalesce(k.n, 0)) ORDER BY l.line)
        FROM supply_order_line l JOIN product p ON p.id = l.product_id
        LEFT JOIN LATERAL (SELECT count(*)::int AS n FROM delivery d JOIN container c ON c.delivery_id = d.id
          WHERE d.order_id = o.id AND c.product_id = l.product_id AND c.kind = l.kind AND c.size_ul = l.size_ul
        ) k ON true
        WHERE l.order_id = o.id) AS lines
     FROM shop h, supply_order o JOIN supplier s ON s.id = o.supplier_id JOIN person m ON m.id = o.made_by LEFT JOIN person w ON w.id = o.sent_by
     WHERE CASE WHEN $1::int IS NULL THEN o.state IN ('draft', 'sent')
       OR o.id IN (SELECT id FROM supply_order WHERE state IN ('closed', 'dropped') ORDER BY id DESC LIMIT ${SHOWN}) ELSE o.id = $1 END
     ORDER BY o.id DESC`,
    [id],
  );

export const orderOf = async (db: Queryable, id: number): Promise<Order | undefined> =>
  (await orders(db, id))[0];

/** Sets the lines of an order, in place of those it had. */
export async function setLines(
  tx: Queryable,
  orderId: number,
  lines: readonly OrderLineBody[],
): Promise<void> {
  await tx.rows('DELETE FROM supply_order_line WHERE order_id = $1', [orderId]);
  await tx.rows(
    `INSERT INTO supply_order_line (order_id, line, product_id, kind, size_ul, count, price_minor, why)
     SELECT $1, i, "productId", kind, "sizeUl", count, "priceMinor", why
     FROM jsonb_to_recordset($2::jsonb) AS l(i int, "productId" int, kind text, "sizeUl" bigint, count int, "priceMinor" bigint, why text)`,
    [orderId, JSON.stringify(lines.map((line, i) => ({ ...line, why: line.why.trim(), i: i + 1 })))],
  );
}

/** What was bought of whom over the last three years, the newest first. */
export const bought = (db: Queryable, now: Date): Promise<Bought[]> =>
  db.rows(
    `SELECT d.supplier_id AS "supplierId", c.product_id AS "productId", c.kind, c.size_ul AS "sizeUl", max(c.price_minor) AS "priceMinor",
       ${utc('d.received_at')} AS "receivedAt", max(c.best_before)::text AS "bestBefore"
     FROM delivery d JOIN container c ON c.delivery_id = d.id JOIN product p ON p.id = c.product_id
     WHERE p.retired_at IS NULL AND d.received_at > $1::timestamptz - interval '3 years'
     GROUP BY d.id, c.product_id, c.kind, c.size_ul ORDER BY d.received_at DESC, d.id DESC, c.product_id, c.size_ul`,
    [now],
  );

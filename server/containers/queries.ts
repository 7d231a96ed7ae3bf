import type { Container, ContainerBody } from '#contract/equipment.ts';
import type { Queryable } from '../db/books.ts';
import { HOLD_OF_CONTAINER } from './holdOf.ts';

const containerWith = (more = '') => `
  SELECT c.id, c.code, c.product_id AS "productId", p.name AS "productName", c.kind, c.size_ul AS "sizeUl",
         coalesce(b.ul, 0) AS "heldUl", c.place_id AS "placeId", l.name AS "placeName", c.lot, c.price_minor AS "priceMinor",
         c.received_at AS "receivedAt", c.opened_at AS "openedAt", c.best_before::text AS "bestBefore", u.name AS supplier,
         f.code AS "decantedFrom", c.tare_g AS "tareG", coalesce(b.minor, 0) AS "heldMinor", c.retired_at AS "awayAt",
         ${HOLD_OF_CONTAINER} AS "onHold"${more}
  FROM container c
  JOIN product p ON p.id = c.product_id
  JOIN place l ON l.id = c.place_id
  JOIN account a ON a.container_id = c.id
  LEFT JOIN balance b ON b.account_id = a.id AND b.product_id = c.product_id
  LEFT JOIN delivery d ON d.id = c.delivery_id LEFT JOIN supplier u ON u.id = d.supplier_id
  LEFT JOIN container f ON f.id = c.decanted_from`;

export function containers(db: Queryable, after: number, limit: number): Promise<Container[]> {
  return db.rows(`${containerWith()} WHERE c.retired_at IS NULL AND c.id > $1 ORDER BY c.id LIMIT $2`, [
    after,
    limit,
  ]);
}

export async function containerOf(db: Queryable, id: number): Promise<Container | undefined> {
  return (await db.rows<Container>(`${containerWith()} WHERE c.id = $1`, [id]))[0];
}

/** Containers that a pour takes from, with the account each is booked by; null for one that is not there. */
export async function sourcesOf(
  db: Queryable,
  ...ids: (number | undefined)[]
): Promise<((Container & { accountId: number }) | null)[]> {
  const rows = await db.rows<Container & { accountId: number }>(
    `${containerWith(', a.id AS "accountId"')} WHERE c.id = ANY($1::int[])`,
    [ids.filter((id) => id !== undefined)],
  );
  return ids.map((id) => rows.find((c) => c.id === id) ?? null);
}

/**
 * Containers of a product each, with their accounts, in one statement.
 *
 * @returns what each is known and booked by, in their order
 */
export function insertContainers(
  tx: Queryable,
  bodies: readonly ContainerBody[],
  now: Date,
  from: { deliveryId?: number; decantedFrom?: number } = {},
): Promise<{ id: number; accountId: number }[]> {
  const asked = bodies.map((body, i) => ({ ...body, i, lot: body.lot.trim() }));
  return tx.rows(
    `WITH made AS (
       INSERT INTO container (product_id, kind, size_ul, place_id, lot, received_at, opened_at, price_minor, best_before, delivery_id, decanted_from)
       SELECT "productId", kind, "sizeUl", "placeId", lot, $2, CASE WHEN opened THEN $2::timestamptz END, "priceMinor", "bestBefore", $3, $4
       FROM jsonb_to_recordset($1::jsonb) AS c(i int, "productId" int, kind text, "sizeUl" bigint, "placeId" int, lot text, "priceMinor" bigint,
         "bestBefore" date, opened boolean)
       ORDER BY i RETURNING id
     ), accounts AS (
       INSERT INTO account (kind, container_id) SELECT 'container', id FROM made ORDER BY id RETURNING id, container_id
     )
     SELECT container_id AS id, id AS "accountId" FROM accounts ORDER BY container_id`,
    [JSON.stringify(asked), now, from.deliveryId ?? null, from.decantedFrom ?? null],
  );
}

export async function markOpened(tx: Queryable, id: number, now: Date): Promise<void> {
  await tx.rows('UPDATE container SET opened_at = $2, revision = revision + 1 WHERE id = $1', [id, now]);
}

export async function putAway(tx: Queryable, ids: readonly number[], now: Date): Promise<void> {
  await tx.rows('UPDATE container SET retired_at = $2, revision = revision + 1 WHERE id = ANY($1::int[])', [
    ids,
    now,
  ]);
}

export async function moveTo(tx: Queryable, id: number, placeId: number): Promise<void> {
  await tx.rows('UPDATE container SET place_id = $2, revision = revision + 1 WHERE id = $1', [id, placeId]);
}

import type { ImportKind } from '#contract/imports.ts';
import type { ProductBody } from '#contract/products.ts';
import type { ContainerBody } from '#contract/ware.ts';
import { share } from '#core/stock/worth.ts';
import type { Queryable } from '../db/books.ts';
import { insertProduct } from '../products/queries.ts';

/** So many rows are booked in one go: a product has many parts, a container few. */
export const ROWS_AT_ONCE: Record<ImportKind, number> = { containers: 20, products: 4 };

type Row = { line: number; body: ContainerBody | ProductBody };

/** Books the next rows of a file that are still waiting, and takes them off the list, all in one transaction. */
export async function bookRows(
  tx: Queryable,
  { id, kind, personId }: { id: number; kind: ImportKind; personId: number },
  now: Date,
): Promise<number> {
  const rows = await tx.rows<Row>(
    'SELECT line, body FROM csv_import_row WHERE import_id = $1 ORDER BY line LIMIT $2',
    [id, ROWS_AT_ONCE[kind]],
  );
  if (rows.length === 0) return 0;
  if (kind === 'containers') {
    await bookContainers(
      tx,
      rows.map((r) => ({ ...(r.body as ContainerBody), line: r.line })),
      personId,
      now,
    );
  } else {
    for (const row of rows) {
      const body = row.body as ProductBody;
      // Somebody added one of that name since the file was read: theirs stands.
      const there = await tx.rows(
        'SELECT 1 FROM product WHERE lower(name) = lower($1) AND retired_at IS NULL',
        [body.name],
      );
      if (there.length === 0) await insertProduct(tx, body);
    }
  }
  await tx.rows('DELETE FROM csv_import_row WHERE import_id = $1 AND line <= $2', [
    id,
    rows.at(-1)?.line ?? 0,
  ]);
  await tx.rows('UPDATE csv_import SET booked = booked + $2 WHERE id = $1', [id, rows.length]);
  return rows.length;
}

/**
 * Many containers in one statement: each with its account, its movement and its posting, as if it were brought in alone.
 * A full one comes from the supplier, a part-full one is opening stock, counted in.
 */
async function bookContainers(
  tx: Queryable,
  bodies: (ContainerBody & { line: number })[],
  personId: number,
  now: Date,
): Promise<void> {
  const rows = bodies.map((b) => ({
    ...b,
    minor: b.priceMinor === null ? 0 : share(b.priceMinor, b.levelUl, b.sizeUl),
    full: b.levelUl === b.sizeUl,
  }));
  await tx.rows(
    `WITH asked AS (
       SELECT r.*, row_number() OVER (ORDER BY r.line) AS place_in_file
       FROM jsonb_to_recordset($1::jsonb) AS r(line int, "productId" int, kind text, "sizeUl" bigint, "levelUl" bigint, "placeId" int, lot text,
         "priceMinor" bigint, "bestBefore" date, opened boolean, minor bigint, "full" boolean)
     ), made AS (
       INSERT INTO container (product_id, kind, size_ul, place_id, lot, received_at, opened_at, price_minor, best_before)
       SELECT "productId", kind, "sizeUl", "placeId", lot, $3, CASE WHEN opened THEN $3::timestamptz END, "priceMinor", "bestBefore"
       FROM asked ORDER BY place_in_file RETURNING id
     ), placed AS (SELECT id, row_number() OVER (ORDER BY id) AS place_in_file FROM made
     ), accounts AS (
       INSERT INTO account (kind, container_id) SELECT 'container', id FROM made RETURNING id, container_id
     ), moved AS (
       INSERT INTO movement (kind, person_id, container_id, place_id, booked_at, happened_at, product_id)
       SELECT CASE WHEN a."full" THEN 'receive' ELSE 'count' END, $2, p.id, a."placeId", $3, $3, a."productId"
       FROM placed p JOIN asked a USING (place_in_file) ORDER BY p.id RETURNING id, container_id
     )
     INSERT INTO posting (movement_id, product_id, from_account, to_account, ul, minor)
     SELECT m.id, a."productId", s.id, c.id, a."levelUl", a.minor
     FROM placed p JOIN asked a USING (place_in_file) JOIN accounts c ON c.container_id = p.id JOIN moved m ON m.container_id = p.id
     JOIN account s ON s.kind = CASE WHEN a."full" THEN 'supplier' ELSE 'difference' END
     ORDER BY p.id`,
    [JSON.stringify(rows), personId, now],
  );
}

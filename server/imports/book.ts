import type { ContainerBody } from '#contract/equipment.ts';
import type { ImportKind } from '#contract/imports.ts';
import type { ProductBody } from '#contract/products.ts';
import { receive } from '../containers/receive.ts';
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
    await receive(
      tx,
      rows.map((r) => r.body as ContainerBody),
      { personId },
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

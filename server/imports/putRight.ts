import type { ImportKind } from '#contract/imports.ts';
import type { Queryable } from '../db/books.ts';
import { rowReader } from './readRows.ts';
import type { Cells } from './rows/cells.ts';
import { importFacts } from './runner.ts';

type Row = { line: number; cells: Cells };

/**
 * Puts one cell of a row right, or the same wherever else it stands in a row that can't be booked, and reads those rows anew.
 *
 * @returns how many rows were read anew; 0 where there is no such row
 */
export async function putRight(
  tx: Queryable,
  { id, kind }: { id: number; kind: ImportKind },
  { line, column, value, everywhere }: { line: number; column: string; value: string; everywhere: boolean },
): Promise<number> {
  const rows = await tx.rows<Row>(
    `SELECT r.line, r.cells FROM csv_import_row r JOIN csv_import_row at ON at.import_id = r.import_id AND at.line = $2
     WHERE r.import_id = $1 AND at.bad IS NOT NULL AND r.bad IS NOT NULL
       AND (r.line = at.line OR $4 AND r.cells->>$3 = at.cells->>$3) ORDER BY r.line`,
    [id, line, column, everywhere],
  );
  // Names that stand in rows which can be booked are taken.
  const good = await tx.rows<{ name: string | null }>(
    `SELECT body->>'name' AS name FROM csv_import_row WHERE import_id = $1 AND body IS NOT NULL`,
    [id],
  );
  const read = rowReader(kind, {
    ...(await importFacts(tx)),
    takenInFile: good.flatMap(({ name }) => name ?? []),
  });
  const anew = rows.map(({ line: at, cells }) => read(at, { ...cells, [column]: value }));
  await tx.rows(
    `UPDATE csv_import_row r SET cells = v.cells, body = v.body, bad = v.bad
     FROM jsonb_to_recordset($2::jsonb) AS v(line int, cells jsonb, body jsonb, bad jsonb)
     WHERE r.import_id = $1 AND r.line = v.line`,
    [id, JSON.stringify(anew)],
  );
  return rows.length;
}

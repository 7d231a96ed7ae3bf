import type { ContainerBody, VesselBody } from '#contract/equipment.ts';
import { type BadRow, type ImportKind, LEVEL_COLUMNS } from '#contract/imports.ts';
import type { JobBody } from '#contract/jobs.ts';
import type { ProductBody } from '#contract/products.ts';
import type { Recipe } from '#core/recipes/recipe.ts';
import { receive } from '../containers/receive.ts';
import type { Queryable } from '../db/books.ts';
import { insertVessel } from '../equipment/queries.ts';
import { HttpProblem } from '../http/problems.ts';
import { insertJob } from '../jobs/queries.ts';
import { insertPerson, noteEvent } from '../people/queries.ts';
import { insertProduct } from '../products/queries.ts';
import { addDraft } from '../recipes/drafts.ts';
import type { ImportedPerson } from './rows/personRow.ts';

/** So many rows are booked in one go: a product has many parts, a container few. */
export const ROWS_AT_ONCE: Record<ImportKind, number> = {
  containers: 20,
  products: 4,
  vessels: 20,
  recipes: 4,
  people: 20,
  jobs: 20,
};

type Row = { line: number; body: object };
type By = { personId: number; now: Date };

/** Books the next rows of a file that are still waiting, and takes them off the list, all in one transaction. */
export async function bookRows(
  tx: Queryable,
  { id, kind, personId }: { id: number; kind: ImportKind; personId: number },
  now: Date,
): Promise<number> {
  const rows = await tx.rows<Row>(
    'SELECT line, body FROM csv_import_row WHERE import_id = $1 AND body IS NOT NULL ORDER BY line LIMIT $2',
    [id, ROWS_AT_ONCE[kind]],
  );
  if (rows.length === 0) return 0;
  const left = await book(tx, kind, rows, { personId, now });
  const lines = rows.map((r) => r.line);
  await tx.rows(
    `UPDATE csv_import_row r SET body = NULL, bad = b.bad
     FROM jsonb_to_recordset($2::jsonb) AS b(line int, bad jsonb) WHERE r.import_id = $1 AND r.line = b.line`,
    [id, JSON.stringify(left.map((bad) => ({ line: bad.line, bad: [bad] })))],
  );
  await tx.rows('DELETE FROM csv_import_row WHERE import_id = $1 AND line = ANY($2) AND bad IS NULL', [
    id,
    lines,
  ]);
  await tx.rows('UPDATE csv_import SET booked = booked + $2 WHERE id = $1', [id, rows.length - left.length]);
  return rows.length;
}

/** @returns the rows that could not be booked after all, each with why not */
async function book(tx: Queryable, kind: ImportKind, rows: readonly Row[], by: By): Promise<BadRow[]> {
  if (kind === 'containers') {
    await receive(
      tx,
      rows.map((r) => r.body as ContainerBody),
      by,
      by.now,
    );
    return [];
  }
  const left: BadRow[] = [];
  for (const { line, body } of rows) {
    try {
      await ADD[kind](tx, body, by);
    } catch (error) {
      if (!(error instanceof HttpProblem)) throw error;
      const { code, facts, of } = error.refusal;
      const column = columnAt(error.extra.at ?? '');
      left.push({ line, column, value: '', code, facts, ...(of && { of }) });
    }
  }
  return left;
}

/** Adds what one row says, unless somebody added one of that name since the file was read: theirs stands. */
const ADD: Record<
  Exclude<ImportKind, 'containers'>,
  (tx: Queryable, body: object, by: By) => Promise<unknown>
> = {
  products: unlessThere('product', (tx, body: ProductBody) => insertProduct(tx, body)),
  vessels: unlessThere('vessel', (tx, body: VesselBody) => insertVessel(tx, body)),
  people: unlessThere('person', async (tx, body: ImportedPerson, { personId, now }) => {
    const { id } = await insertPerson(tx, { ...body, pinHash: '' });
    await noteEvent(tx, { personId: id, what: 'joined', detail: body.role, by: personId, now });
  }),
  jobs: (tx, body, by) => insertJob(tx, body as JobBody, by),
  recipes: (tx, body, by) => addDraft(tx, body as Recipe, by, by.now),
};

function unlessThere<B extends { name: string }>(
  table: 'product' | 'vessel' | 'person',
  add: (tx: Queryable, body: B, by: By) => Promise<unknown>,
) {
  return async (tx: Queryable, body: object, by: By): Promise<void> => {
    const there = await tx.rows(
      `SELECT 1 FROM ${table} WHERE lower(name) = lower($1) AND retired_at IS NULL`,
      [(body as B).name],
    );
    if (there.length === 0) await add(tx, body as B, by);
  };
}

/** The column a pointer into a recipe speaks of. */
function columnAt(at: string): string {
  const level = /^\/cells\/(\d)/.exec(at)?.[1];
  if (level) return LEVEL_COLUMNS[Number(level)] ?? '';
  return { '/name': 'Recipe', '/productId': 'Product', '/vesselId': 'Vessel', '/dialId': 'Vessel' }[at] ?? '';
}

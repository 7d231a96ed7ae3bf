import { setTimeout as after } from 'node:timers/promises';
import {
  type BadRow,
  type CsvImport,
  IMPORT_COLUMNS,
  type ImportKind,
  type ImportState,
} from '#contract/imports.ts';
import type { Refusal } from '#core/outcome.ts';
import type { AppContext } from '../appContext.ts';
import type { Books, Queryable } from '../db/books.ts';
import { KEPT_FREE_BYTES } from '../db/room.ts';
import { measures, places, vessels } from '../equipment/queries.ts';
import { people } from '../people/queries.ts';
import { products } from '../products/queries.ts';
import { recipes } from '../recipes/queries.ts';
import { shopOf } from '../shop/queries.ts';
import { startWorker } from '../workers/start.ts';
import { bookRows } from './book.ts';
import type { ReadRow } from './readRows.ts';
import type { Cells } from './rows/cells.ts';
import type { ImportFacts } from './rows/facts.ts';
import type { FromRows } from './rows.worker.ts';

const BAD_SHOWN = 300;
/** Between two pieces of work whoever else wants the books has them. */
const PAUSE_MS = 4;
const ROOM_AGAIN_MS = 5_000;

export async function importFacts(db: Queryable): Promise<ImportFacts> {
  const shop = await shopOf(db);
  if (!shop) throw new Error('rows are read before there is a shop');
  return {
    units: shop.units,
    currency: shop.currency,
    ratioReading: shop.ratioReading,
    context: shop,
    dayOrder: shop.units === 'us' ? 'monthFirst' : 'dayFirst',
    products: await products(db),
    places: (await places(db)).map(({ id, name }) => ({ id, name })),
    vessels: await vessels(db),
    measures: await measures(db),
    recipes: (await recipes(db, {}, true)).flatMap((r) => [r.published, r.draft].filter((v) => v !== null)),
    people: (await people(db)).filter((p) => !p.retired),
    takenInFile: [],
  };
}

/** Reads a file and puts its rows in waiting. What is wrong is told row by row; nothing is booked yet. */
export async function checkFile(
  context: AppContext,
  id: number,
  kind: ImportKind,
  text: string,
): Promise<void> {
  const { books } = context;
  const known = await importFacts(books);
  const worker = startWorker('server/imports/rows.worker.ts', { text, kind, known });
  let ended: { refusal: Refusal } | null = null;
  // One after the other, in the order they come.
  let doing: Promise<unknown> = Promise.resolve();
  let failure: unknown = null;
  const next = (work: () => Promise<unknown>) => {
    doing = doing.then(work).catch((error: unknown) => {
      failure ??= error;
      return worker.terminate();
    });
  };
  await new Promise<void>((done, failed) => {
    worker.on('message', (message: FromRows) => {
      if (message.kind === 'total') {
        next(() => books.rows('UPDATE csv_import SET total = $2 WHERE id = $1', [id, message.total]));
      } else if (message.kind === 'rows') {
        next(async () => {
          const going = await waitRows(books, id, message.rows);
          if (!going) await worker.terminate();
          await after(PAUSE_MS);
        });
      } else if (message.kind === 'unreadable') ended = message;
    });
    worker.once('error', failed);
    worker.once('exit', () => done());
  });
  await doing;
  if (failure) throw failure;
  const bad: BadRow[] = [];
  if (ended) {
    const { code, facts } = (ended as { refusal: Refusal }).refusal;
    bad.push({ line: 1, column: '', value: '', code, facts });
  }
  await books.rows(
    `UPDATE csv_import SET state = CASE WHEN $2 > 0 OR total = 0 THEN 'refused' ELSE 'ready' END, bad = $3, bad_rows = $2
     WHERE id = $1 AND state = 'checking'`,
    [id, bad.length, JSON.stringify(bad)],
  );
  await forgetUnwanted(books, id);
}

/** False once it was cancelled meanwhile. */
async function waitRows(books: Books, id: number, rows: ReadRow[]): Promise<boolean> {
  return books.transaction(async (tx) => {
    const [going] = await tx.rows(
      `UPDATE csv_import SET checked = checked + $2 WHERE id = $1 AND state = 'checking' RETURNING id`,
      [id, rows.length],
    );
    if (!going) return false;
    await tx.rows(
      `INSERT INTO csv_import_row (import_id, line, cells, body, bad) SELECT $1, r.line, r.cells, r.body, r.bad
       FROM jsonb_to_recordset($2::jsonb) AS r(line int, cells jsonb, body jsonb, bad jsonb)`,
      [id, JSON.stringify(rows)],
    );
    return true;
  });
}

/** What is not to be booked does not stay in waiting. */
export const forgetUnwanted = (db: Queryable, id: number): Promise<unknown[]> =>
  db.rows(
    `DELETE FROM csv_import_row r USING csv_import i WHERE i.id = $1 AND r.import_id = i.id AND i.state IN ('refused', 'cancelled')`,
    [id],
  );

/**
 * Books what waits, some rows at a time, until nothing does. What was begun before a crash is gone on with: every row is
 * booked together with the note that it is.
 */
export async function bookImport(
  context: Pick<AppContext, 'books' | 'now' | 'live' | 'folder' | 'free'>,
  id: number,
): Promise<void> {
  const { books, now, live } = context;
  const [job] = await books.rows<{ id: number; kind: ImportKind; personId: number }>(
    `SELECT id, kind, started_by AS "personId" FROM csv_import WHERE id = $1 AND state = 'booking'`,
    [id],
  );
  if (!job) return;
  do {
    // With no room on the disk it waits until there is some.
    while (context.free(context.folder) < KEPT_FREE_BYTES) await after(ROOM_AGAIN_MS);
    await after(PAUSE_MS);
  } while ((await books.transaction((tx) => bookRows(tx, job, now()))) > 0);
  await books.rows(`UPDATE csv_import SET state = 'done', ended_at = $2 WHERE id = $1`, [id, now()]);
  live.tell(job.kind, 0);
}

/** Books what waits; what can't be booked is left where it stopped, says so, and is in nobody's way. */
export async function bookOrFail(
  context: Pick<AppContext, 'books' | 'now' | 'live' | 'log' | 'folder' | 'free'>,
  id: number,
): Promise<void> {
  try {
    await bookImport(context, id);
  } catch (error) {
    await giveUp(context, id, 'booking', error);
  }
}

/** Marks an import that could not go on. Where the books are closed under it, the next start takes it up. */
export async function giveUp(
  { books, log }: Pick<AppContext, 'books' | 'log'>,
  id: number,
  from: 'checking' | 'booking',
  error: unknown,
): Promise<void> {
  log.error(error);
  await moveOn(books, id, [from], 'failed').catch((closed) => log.error(closed));
}

/** Goes on with what was being booked, or gives up what was being read, when the program ended. */
export async function takeUpImports(
  context: Pick<AppContext, 'books' | 'now' | 'live' | 'log' | 'folder' | 'free'>,
): Promise<void> {
  await context.books.rows(
    `WITH given_up AS (UPDATE csv_import SET state = 'cancelled', ended_at = $1 WHERE state = 'checking' RETURNING id)
     DELETE FROM csv_import_row WHERE import_id IN (SELECT id FROM given_up)`,
    [context.now()],
  );
  const open = await context.books.rows<{ id: number }>(
    `SELECT id FROM csv_import WHERE state = 'booking' ORDER BY id`,
  );
  for (const { id } of open) await bookOrFail(context, id);
}

export async function importOf(db: Queryable, id: number): Promise<CsvImport | undefined> {
  const [row] = await db.rows<Omit<CsvImport, 'sample'>>(
    `SELECT id, kind, file_name AS "fileName", state, total, checked, booked, bad,
       bad_rows + (SELECT count(*) FROM csv_import_row WHERE import_id = i.id AND bad IS NOT NULL)::int AS "badRows",
       (SELECT count(*) FROM csv_import_row WHERE import_id = i.id AND body IS NOT NULL)::int AS waiting
     FROM csv_import i WHERE id = $1`,
    [id],
  );
  if (!row) return undefined;
  const bad = await db.rows<{ bad: BadRow[] }>(
    'SELECT bad FROM csv_import_row WHERE import_id = $1 AND bad IS NOT NULL ORDER BY line LIMIT $2',
    [id, BAD_SHOWN],
  );
  const good = await db.rows<{ line: number; cells: Cells }>(
    'SELECT line, cells FROM csv_import_row WHERE import_id = $1 AND body IS NOT NULL ORDER BY line LIMIT 8',
    [id],
  );
  const words = (cells: Cells) => IMPORT_COLUMNS[row.kind].map((c) => cells[c.name] ?? '');
  return {
    ...row,
    bad: [...row.bad, ...bad.flatMap((r) => r.bad)],
    sample: good.map(({ line, cells }) => ({ line, words: words(cells) })),
  };
}

/** Moves an import on, if it is still where it is thought to be. */
export async function moveOn(
  db: Queryable,
  id: number,
  from: readonly ImportState[],
  to: ImportState,
): Promise<boolean> {
  const rows = await db.rows(
    'UPDATE csv_import SET state = $3 WHERE id = $1 AND state = ANY($2) RETURNING id',
    [id, from, to],
  );
  return rows.length > 0;
}

import { statSync } from 'node:fs';
import { join } from 'node:path';
import type { PGlite } from '@electric-sql/pglite';

/** A table or index, as the database last looked at it and as its file is now. */
export type TableFile = {
  name: string;
  isTable: boolean;
  /** As many pages and rows as it had when it was looked at; below zero rows: it never was. */
  pagesSeen: number;
  rowsSeen: number;
  pages: number;
};

const PAGE_BYTES = 8_192;
/** A table is kept in files of so many bytes. */
const PIECE_BYTES = 2 ** 30;

/** The files are asked, not the database: it would open each of them, which takes a quarter of a second. */
export async function tableFiles(db: Pick<PGlite, 'query'>, directory: string): Promise<TableFile[]> {
  const { rows } = await db.query<Omit<TableFile, 'pages'> & { path: string }>(
    `SELECT relname::text AS name, relkind = 'r' AS "isTable", relpages AS "pagesSeen", reltuples AS "rowsSeen",
            pg_relation_filepath(oid) AS path
     FROM pg_class WHERE relnamespace = 'public'::regnamespace AND relkind IN ('r', 'i')`,
  );
  return rows.map(({ path, ...of }) => ({ ...of, pages: pagesOf(join(directory, path)) }));
}

function pagesOf(file: string): number {
  let bytes = 0;
  for (let piece = 0; ; piece++) {
    const size = statSync(piece === 0 ? file : `${file}.${piece}`, { throwIfNoEntry: false })?.size ?? 0;
    bytes += size;
    if (size < PIECE_BYTES) return Math.floor(bytes / PAGE_BYTES);
  }
}

import type { PGlite } from '@electric-sql/pglite';

/** A table that was never looked at, or has grown by half since. A table of a few pages is read whole anyhow. */
const GROWN = `
  SELECT quote_ident(relname) AS name FROM pg_class
  WHERE relnamespace = 'public'::regnamespace AND relkind = 'r' AND pg_relation_size(oid) > 0
    AND (reltuples < 0
         OR pg_relation_size(oid) / current_setting('block_size')::int > relpages * 1.5 + 2)
  ORDER BY relname`;

/**
 * Brings the planner's picture of the tables up to date where they have outgrown it. Nothing else does, and looking at
 * every table each time takes as long as opening the books.
 *
 * @returns the tables looked at
 */
export async function refreshStatistics(db: Pick<PGlite, 'query' | 'exec'>): Promise<string[]> {
  const { rows } = await db.query<{ name: string }>(GROWN);
  const names = rows.map((row) => row.name);
  if (names.length > 0) await db.exec(`ANALYZE ${names.join(', ')}`);
  return names;
}

import type { PGlite } from '@electric-sql/pglite';
import type { TableFile } from './tables.ts';

/** A table that was never looked at, or has grown by half since. A table of a few pages is read whole anyhow. */
const hasGrown = ({ isTable, pages, pagesSeen, rowsSeen }: TableFile): boolean =>
  isTable && pages > 0 && (rowsSeen < 0 || pages > pagesSeen * 1.5 + 2);

/**
 * Brings the planner's picture of the tables up to date where they have outgrown it. Nothing else does, and looking at
 * every table each time takes as long as opening the books.
 */
export async function refreshStatistics(
  db: Pick<PGlite, 'exec'>,
  files: readonly TableFile[],
): Promise<void> {
  const names = files.filter(hasGrown).map(({ name }) => `"${name}"`);
  if (names.length > 0) await db.exec(`ANALYZE ${names.join(', ')}`);
}

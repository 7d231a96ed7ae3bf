import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import { openDatabase } from '../db/engine.ts';

/** The last number given out under each name of the books. */
export type Numbers = ReadonlyMap<string, number>;

/** Where nobody can say how far the numbers had come, they go on after so many more, from a round one. */
const FAR = 10_000;

const LAST = 'SELECT sequencename AS name, last_value::int AS last FROM pg_sequences';

const lastOf = async (db: PGlite): Promise<Numbers> => {
  const { rows } = await db.query<{ name: string; last: number | null }>(LAST);
  return new Map(rows.map(({ name, last }) => [name, last ?? 0]));
};

/** @returns null where the books can't be asked, as when they are damaged */
export async function numbersOf(directory: string): Promise<Numbers | null> {
  // The engine makes books where it finds none.
  if (!existsSync(join(directory, 'PG_VERSION'))) return null;
  try {
    const db = await openDatabase(directory);
    try {
      return await lastOf(db);
    } finally {
      await db.close();
    }
  } catch {
    return null;
  }
}

/**
 * Has the books go on after the numbers that were given out in the books they take the place of. A bottle in the bay bears
 * the number of its batch, a device remembers that of a person: nothing else may ever be given it.
 */
export async function goOnAfter(db: PGlite, given: Numbers | null): Promise<void> {
  for (const [name, last] of await lastOf(db)) {
    const after = given ? (given.get(name) ?? 0) : Math.ceil((last + FAR) / FAR) * FAR;
    if (after > last) await db.query('SELECT setval($1::regclass, $2)', [`"${name}"`, after]);
  }
}

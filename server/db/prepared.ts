import { createHash } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { placeOf } from '../places.ts';
import { renameForGood, syncTree } from './durable.ts';
import { openDatabase } from './engine.ts';
import { type Migration, migrate } from './migrate.ts';

const ROOT = placeOf('.prepared');
const entry = createRequire(import.meta.url).resolve('@electric-sql/pglite');
const engine = JSON.parse(readFileSync(join(dirname(entry), '../package.json'), 'utf8')) as {
  version: string;
};

/** As many prepared sets as are kept: this program's, and those of a few others that were used here lately. */
const KEPT = 6;

/** A directory under `.prepared` that is made once and kept; one that is being made never looks finished. */
async function preparedOnce(name: string, make: (building: string) => Promise<void>): Promise<string> {
  const finished = join(ROOT, name);
  if (existsSync(finished)) return finished;
  const building = join(ROOT, `building-${name}-${process.pid}`);
  rmSync(building, { recursive: true, force: true });
  mkdirSync(ROOT, { recursive: true });
  await make(building);
  place(building, finished);
  const sets = readdirSync(ROOT)
    .filter((other) => other.startsWith('books-'))
    .map((other) => ({ path: join(ROOT, other), madeMs: statSync(join(ROOT, other)).mtimeMs }))
    .sort((a, b) => b.madeMs - a.madeMs);
  for (const { path } of sets.slice(KEPT)) {
    if (path !== finished) rmSync(path, { recursive: true, force: true });
  }
  return finished;
}

/** A closed database with nothing in it: making one takes seconds. */
const emptyDatabase = (): Promise<string> =>
  preparedOnce(`empty-${engine.version}`, async (building) => {
    await (await openDatabase(building)).close();
  });

/** Closed, migrated, empty books to copy from, made once for each set of migrations. */
async function preparedBooks(migrations: readonly Migration[]): Promise<string> {
  const hash = createHash('sha256').update(engine.version);
  for (const { sql } of migrations) hash.update(sql);
  return preparedOnce(`books-${hash.digest('hex').slice(0, 16)}`, async (building) => {
    cpSync(await emptyDatabase(), building, { recursive: true });
    const db = await openDatabase(building);
    await migrate(db, migrations);
    await db.close();
  });
}

/** Copies the prepared books to where none are yet; a copy cut short leaves nothing behind that looks finished. */
export async function copyPreparedBooks(to: string, migrations: readonly Migration[]): Promise<void> {
  const prepared = await preparedBooks(migrations);
  mkdirSync(dirname(to), { recursive: true });
  const partial = `${to}.partial-${process.pid}`;
  // Ten times as fast as its asynchronous twin, and nobody is served yet.
  cpSync(prepared, partial, { recursive: true });
  syncTree(partial);
  place(partial, to);
}

/** Renames a finished directory into its place, unless another process was quicker. */
function place(from: string, to: string): void {
  try {
    renameForGood(from, to);
  } catch (error) {
    if (!existsSync(to)) throw error;
    rmSync(from, { recursive: true, force: true });
  }
}

import { createHash } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { loadDemo } from '../../demo/loadDemo.ts';
import { Books } from '../db/books.ts';
import { placeOf } from '../places.ts';

const ROOT = placeOf('.');
const PREPARED = join(ROOT, '.prepared');

/** The morning every test of the demo shop happens on. */
export const MORNING = new Date('2026-05-04T08:30:00Z');

/**
 * A digest of all that decides what freshly made demo books look like. Books made from the same sources are the same, so
 * they are kept from one run of the tests to the next.
 */
export function sourcesOfDemo(): string {
  const hash = createHash('sha256');
  for (const folder of ['core', 'contract', 'server', 'demo']) {
    const files = readdirSync(join(ROOT, folder), { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile() && !/\.test\.ts$/.test(entry.name))
      .map((entry) => join(entry.parentPath, entry.name))
      .sort();
    for (const file of files) hash.update(file.slice(ROOT.length)).update(readFileSync(file));
  }
  return hash
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex')
    .slice(0, 16);
}

/** Makes a folder under `.prepared` once per state of the sources; older ones of the same name are removed. */
export async function preparedOnce(name: string, make: (folder: string) => Promise<void>): Promise<string> {
  const finished = join(PREPARED, `${name}-${sourcesOfDemo()}`);
  if (existsSync(finished)) return finished;
  mkdirSync(PREPARED, { recursive: true });
  for (const entry of readdirSync(PREPARED)) {
    if (entry.startsWith(`${name}-`)) rmSync(join(PREPARED, entry), { recursive: true, force: true });
  }
  const building = join(PREPARED, `building-${name}-${process.pid}`);
  rmSync(building, { recursive: true, force: true });
  mkdirSync(building);
  await make(building);
  renameSync(building, finished);
  return finished;
}

/** The demo shop's books without their year, closed, for tests to copy. */
export const demoSnapshot = (): Promise<string> =>
  preparedOnce('test-demo', async (folder) => {
    const books = await Books.open(folder, MORNING);
    await loadDemo(books, MORNING);
    await books.close();
  });

/** Lays a copy of the demo shop's books into `folder`. */
export async function copyDemoBooks(folder: string): Promise<void> {
  cpSync(join(await demoSnapshot(), 'books'), join(folder, 'books'), { recursive: true });
}

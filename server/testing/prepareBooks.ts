import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readMigrations } from '../db/migrate.ts';
import { copyPreparedBooks } from '../db/prepared.ts';
import { demoSnapshot } from './demoSnapshot.ts';

/** Makes the books that tests copy, once, before the tests run side by side. */
export default async function prepareBooks(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'kettle-prepare-'));
  await copyPreparedBooks(join(folder, 'books'), readMigrations());
  rmSync(folder, { recursive: true, force: true });
  await demoSnapshot();
}

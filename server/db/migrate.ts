import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import { placeOf } from '../places.ts';

export type Migration = { readonly version: number; readonly name: string; readonly sql: string };

/** The books were written by a newer program than this one. */
export class BooksTooNew extends Error {}

const FOLDER = placeOf('server/db/migrations');

/** The numbered migrations in order: 001_..., 002_..., without gaps. */
export function readMigrations(folder = FOLDER): Migration[] {
  return readdirSync(folder)
    .filter((file) => file.endsWith('.sql'))
    .sort()
    .map((file, i) => {
      const version = Number.parseInt(file, 10);
      if (version !== i + 1) throw new Error(`migration ${file} should be number ${i + 1}`);
      return { version, name: file, sql: readFileSync(join(folder, file), 'utf8') };
    });
}

/** The version the books are at; 0 for empty ones. */
export async function versionOf(db: PGlite): Promise<number> {
  const { rows } = await db.query<{ there: boolean }>(
    `SELECT to_regclass('schema_version') IS NOT NULL AS there`,
  );
  if (!rows[0]?.there) return 0;
  const versions = await db.query<{ version: number }>('SELECT max(version) AS version FROM schema_version');
  return versions.rows[0]?.version ?? 0;
}

/**
 * Brings the books forward, all missing migrations in one transaction: either every one is in, or none.
 *
 * @throws BooksTooNew if the books are ahead of the migrations given
 */
export async function migrate(db: PGlite, migrations: readonly Migration[]): Promise<void> {
  const version = await versionOf(db);
  refuseNewer(version, migrations);
  const missing = migrations.filter((m) => m.version > version);
  if (missing.length === 0) return;
  await db.transaction(async (tx) => {
    await tx.exec(
      'CREATE TABLE IF NOT EXISTS schema_version (version integer PRIMARY KEY, name text NOT NULL)',
    );
    for (const { version, name, sql } of missing) {
      await tx.exec(sql);
      await tx.query('INSERT INTO schema_version (version, name) VALUES ($1, $2)', [version, name]);
    }
  });
}

export function refuseNewer(version: number, migrations: readonly Migration[]): void {
  if (version <= migrations.length) return;
  throw new BooksTooNew(
    `These books are at version ${version}; this program knows versions up to ${migrations.length}. ` +
      'Open them with the newer program, or restore a backup made before it.',
  );
}

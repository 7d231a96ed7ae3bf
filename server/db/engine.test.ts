import fs from 'node:fs';
import { syncBuiltinESMExports } from 'node:module';
import { afterEach, describe, expect, it } from 'vitest';
import { freshFolder } from '../testing/freshBooks.ts';
import { openDatabase } from './engine.ts';
import { readMigrations } from './migrate.ts';
import { copyPreparedBooks } from './prepared.ts';

const machines = fs.fsyncSync;
let synced = 0;
/** Counts what the machine is asked to put on the disk. */
function counting(before: () => void = () => {}): void {
  synced = 0;
  fs.fsyncSync = (fd) => {
    before();
    synced++;
    machines(fd);
  };
  syncBuiltinESMExports();
}
afterEach(() => {
  fs.fsyncSync = machines;
  syncBuiltinESMExports();
});

async function emptyBooks() {
  const directory = `${freshFolder()}/books`;
  await copyPreparedBooks(directory, readMigrations());
  return openDatabase(directory);
}

describe('the database', () => {
  it('puts every commit on the disk before it answers, and every file at a checkpoint', async () => {
    const db = await emptyBooks();
    await db.exec('CREATE TABLE written (n integer)');
    counting();
    for (let n = 1; n <= 20; n++) {
      await db.query('INSERT INTO written VALUES ($1)', [n]);
      expect(synced).toBeGreaterThanOrEqual(n);
    }
    counting();
    await db.query('SELECT count(*) FROM written');
    expect(synced).toBe(0);
    await db.exec('CHECKPOINT');
    expect(synced).toBeGreaterThan(5);
    await db.close();
  });

  it('is set to lose nothing, and to tell a damaged page from a good one', async () => {
    const db = await emptyBooks();
    const set = async (name: string) =>
      (await db.query<Record<string, string>>(`SHOW ${name}`)).rows[0]?.[name];
    expect([
      await set('fsync'),
      await set('wal_sync_method'),
      await set('synchronous_commit'),
      await set('full_page_writes'),
      await set('data_checksums'),
    ]).toEqual(['on', 'fsync', 'on', 'on', 'on']);
    await db.close();
  });

  it('does not acknowledge what the machine could not put on the disk', async () => {
    const db = await emptyBooks();
    await db.exec('CREATE TABLE written (n integer)');
    counting(() => {
      throw Object.assign(new Error('no such disk'), { code: 'EIO' });
    });
    await expect(db.query('INSERT INTO written VALUES (1)')).rejects.toThrow();
  });
});

import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { freshBooks, freshFolder } from '../testing/freshBooks.ts';
import { Books, type Queryable } from './books.ts';
import { BooksInUse } from './lock.ts';
import { BooksTooNew, type Migration, readMigrations } from './migrate.ts';

const NOW = new Date('2026-05-04T08:30:00Z');

const later = (sql: string): Migration[] => {
  const known = readMigrations();
  return [...known, { version: known.length + 1, name: 'later.sql', sql }];
};

describe('opening the books', () => {
  it('refuses a second opening in words that name the first, and allows it after the first is closed', async () => {
    const folder = freshFolder();
    const first = await Books.open(folder, NOW);
    first.tellAddress('http://127.0.0.1:4600/');
    await expect(Books.open(folder, NOW)).rejects.toThrow(BooksInUse);
    await expect(Books.open(folder, NOW)).rejects.toThrow(
      new RegExp(`process ${process.pid} .*2026-05-04T08:30:00.000Z, at http://127.0.0.1:4600/`),
    );
    await first.close();
    await (await Books.open(folder, NOW)).close();
  });

  it('copies older books before it brings them forward, and keeps what was in them', async () => {
    const folder = freshFolder();
    const before = await Books.open(folder, NOW);
    await before.rows(`INSERT INTO place (name, kind) VALUES ('Loft', 'store')`);
    await before.close();

    const after = await Books.open(folder, NOW, later('ALTER TABLE place ADD COLUMN shelf text'));
    expect(await after.rows('SELECT name, shelf FROM place')).toEqual([{ name: 'Loft', shelf: null }]);
    await after.close();
    expect(readdirSync(join(folder, 'backups'))).toEqual([
      `before-version-${readMigrations().length + 1}-2026-05-04T08-30-00-000Z`,
    ]);
  });

  it('leaves the books as they were when a migration fails half-way', async () => {
    const folder = freshFolder();
    await (await Books.open(folder, NOW)).close();
    const broken = later('CREATE TABLE half (id int); SELECT 1/0;');
    await expect(Books.open(folder, NOW, broken)).rejects.toThrow(/division by zero/);
    const books = await Books.open(folder, NOW);
    expect(await books.rows(`SELECT to_regclass('half') AS half`)).toEqual([{ half: null }]);
    await books.close();
  });

  it('refuses books that a newer program wrote', async () => {
    const folder = freshFolder();
    await (await Books.open(folder, NOW, later('CREATE TABLE newer (id int)'))).close();
    await expect(Books.open(folder, NOW)).rejects.toThrow(BooksTooNew);
  });
});

describe('asking the books', () => {
  it('refuses a question from inside a transaction that does not go through it, instead of waiting for ever', async () => {
    const books = await freshBooks();
    await expect(books.transaction(() => books.rows('SELECT 1'))).rejects.toThrow(/pass the transaction on/);
    await expect(books.transaction(() => books.transaction(async () => 1))).rejects.toThrow(
      /pass the transaction on/,
    );
    expect(await books.rows('SELECT 1 AS one')).toEqual([{ one: 1 }]);
  });

  it('says that the program stops to whoever asks as it does, and takes nothing for damage', async () => {
    const books = await Books.open(freshFolder(), NOW);
    const wrong: string[] = [];
    books.onDamage = (what) => wrong.push(what);
    await books.close();
    const stopping = { status: 503, message: 'program.stopping' };
    await expect(books.rows('SELECT 1')).rejects.toMatchObject(stopping);
    await expect(books.transaction((tx) => tx.rows('SELECT 1'))).rejects.toMatchObject(stopping);
    expect(wrong).toEqual([]);
  });

  it('books all of a transaction or none of it', async () => {
    const books = await freshBooks();
    const failing = books.transaction(async (tx) => {
      await tx.rows(`INSERT INTO place (name, kind) VALUES ('Loft', 'store')`);
      throw new Error('changed my mind');
    });
    await expect(failing).rejects.toThrow('changed my mind');
    expect(await books.rows('SELECT * FROM place')).toEqual([]);
  });

  it('asks nothing in a transaction that is over, booked or not', async () => {
    const books = await freshBooks();
    let late: Queryable | null = null;
    const keep = async (tx: Queryable) => {
      late = tx;
    };
    await books.transaction(keep);
    const add = () =>
      (late as Queryable | null)?.rows(`INSERT INTO place (name, kind) VALUES ('Loft', 'store')`);
    await expect(add()).rejects.toThrow(/transaction that is over/);
    await books.transaction((tx) => keep(tx).then(() => tx.rows('SELECT 1 / 0'))).catch(() => undefined);
    await expect(add()).rejects.toThrow(/transaction that is over/);
    expect(await books.rows('SELECT * FROM place')).toEqual([]);
  });
});

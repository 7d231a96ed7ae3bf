import { describe, expect, it } from 'vitest';
import { freshFolder } from '../testing/freshBooks.ts';
import { Books } from './books.ts';

const NOW = new Date('2026-05-04T08:30:00Z');
const more = (books: Books, from: number, to: number) =>
  books.transaction((tx) =>
    tx.rows(
      `INSERT INTO place (name, kind) SELECT 'Shelf ' || n, 'store' FROM generate_series($1::int, $2::int) n`,
      [from, to],
    ),
  );
const seen = async (books: Books) => {
  const [row] = await books.rows<{ rows: number }>(
    `SELECT reltuples::int AS rows FROM pg_class WHERE relname = 'place'`,
  );
  return row?.rows;
};

describe("the planner's picture of the tables", () => {
  it('is taken when the books are opened or settled and a table has grown by half, and else left alone', async () => {
    const folder = freshFolder();
    let books = await Books.open(folder, NOW);
    await more(books, 1, 2_000);
    expect(await seen(books)).toBe(-1);
    await books.settle();
    expect(await seen(books)).toBe(2_000);

    await more(books, 2_001, 2_400);
    await books.settle();
    await books.close();
    books = await Books.open(folder, NOW);
    expect(await seen(books)).toBe(2_000);

    await more(books, 2_401, 4_000);
    await books.close();
    books = await Books.open(folder, NOW);
    expect(await seen(books)).toBe(4_000);
    await books.close();
  });
});

import { cpSync, mkdirSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { Books } from '../db/books.ts';
import { setUpShop } from '../shop/queries.ts';
import { freshFolder } from '../testing/freshBooks.ts';
import { backupsOf, copyIfDue, isDue, spare } from './backups.ts';

const at = (iso: string) => new Date(`2026-05-${iso}Z`);
const SHOP = { name: 'Tin Shed', zone: 'Europe/London', currency: 'GBP', units: 'metric', demo: false };

describe('copies of the books', () => {
  it('are made while they are open: nothing asked meanwhile is lost, and the copy opens', async () => {
    const folder = freshFolder();
    const books = await Books.open(folder, at('04T08:30:00'));
    expect(await copyIfDue(books, folder, at('04T08:30:00'))).toBe(false);
    await books.transaction((tx) => setUpShop(tx, { ...SHOP, now: at('04T08:30:00') }));
    const place = (n: number) =>
      books.transaction((tx) => tx.rows(`INSERT INTO place (name, kind) VALUES ('Bay ${n}', 'bay')`));
    await place(1);
    const copying = copyIfDue(books, folder, at('04T09:00:00'));
    const asked = [place(2), books.rows('SELECT name FROM place'), place(3)];
    expect(await copying).toBe(true);
    await Promise.all(asked);
    const bays = async (of: Books) =>
      (await of.rows<{ name: string }>(`SELECT name FROM place WHERE kind = 'bay' ORDER BY id`)).map(
        (r) => r.name,
      );
    expect(await bays(books)).toEqual(['Bay 1', 'Bay 2', 'Bay 3']);
    await expect(books.rows('DELETE FROM movement')).rejects.toThrow(/permission/);
    expect(backupsOf(folder)).toMatchObject({ newestAt: '2026-05-04T09:00:00Z', kept: 1 });
    await books.close();

    const [name] = readdirSync(join(folder, 'backups'));
    const other = freshFolder();
    cpSync(join(folder, 'backups', name ?? ''), join(other, 'books'), { recursive: true });
    const copy = await Books.open(other, at('04T10:00:00'));
    expect((await bays(copy))[0]).toBe('Bay 1');
    await copy.close();
  });

  it('are due once it has struck three in the shop', () => {
    const made = '2026-05-04T09:00:00Z';
    expect(isDue(null, at('04T09:00:00'), 'Europe/London')).toBe(true);
    expect(isDue(made, at('04T23:00:00'), 'Europe/London')).toBe(false);
    expect(isDue(made, at('05T01:59:00'), 'Europe/London')).toBe(false);
    expect(isDue(made, at('05T02:01:00'), 'Europe/London')).toBe(true);
    expect(isDue(made, at('05T02:01:00'), 'America/Chicago')).toBe(false);
  });

  it('of the last of each month are kept for a year', () => {
    const days = Array.from({ length: 800 }, (_, i) => ({
      at: new Date(Date.parse('2026-05-04T02:00:00Z') - i * 86_400_000).toISOString(),
    }));
    const gone = new Set(spare(days));
    const kept = days.filter((d) => !gone.has(d)).map((d) => d.at.slice(0, 10));
    expect(kept.slice(0, 14)).toEqual(days.slice(0, 14).map((d) => d.at.slice(0, 10)));
    expect(kept.slice(14)).toEqual([
      ...['2026-03-31', '2026-02-28', '2026-01-31', '2025-12-31', '2025-11-30', '2025-10-31', '2025-09-30'],
      ...['2025-08-31', '2025-07-31', '2025-06-30'],
    ]);
  });

  it('of two weeks are kept', async () => {
    const folder = freshFolder();
    const books = await Books.open(folder, at('01T08:00:00'));
    await books.transaction((tx) => setUpShop(tx, { ...SHOP, now: at('01T08:00:00') }));
    for (let day = 1; day <= 15; day++) {
      mkdirSync(join(folder, 'backups', `day-2026-05-${String(day).padStart(2, '0')}T08-00-00`), {
        recursive: true,
      });
    }
    mkdirSync(join(folder, 'backups', 'before-version-9-2026-05-01'));
    await copyIfDue(books, folder, at('16T08:00:00'));
    expect(readdirSync(join(folder, 'backups'))).toContain('before-version-9-2026-05-01');
    expect(backupsOf(folder)).toMatchObject({ newestAt: '2026-05-16T08:00:00Z', kept: 14 });
    await books.close();
  });

  it('are made again after the machine’s clock was in 2031 once', async () => {
    const folder = freshFolder();
    const books = await Books.open(folder, at('01T08:00:00'));
    await books.transaction((tx) => setUpShop(tx, { ...SHOP, now: at('01T08:00:00') }));
    expect(await copyIfDue(books, folder, new Date('2031-03-01T08:00:00Z'))).toBe(true);
    expect(await copyIfDue(books, folder, at('02T08:00:00'))).toBe(true);
    expect(await copyIfDue(books, folder, at('02T09:00:00'))).toBe(false);
    expect(await copyIfDue(books, folder, at('03T09:00:00'))).toBe(true);
    await books.close();
  });
});

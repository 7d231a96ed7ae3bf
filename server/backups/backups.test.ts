import { cpSync, existsSync, mkdirSync, readdirSync, truncateSync } from 'node:fs';
import { join } from 'node:path';
import { pino } from 'pino';
import { describe, expect, it } from 'vitest';
import { Books } from '../db/books.ts';
import { faultsOf } from '../db/check.ts';
import { openDatabase } from '../db/engine.ts';
import { setUpShop } from '../shop/queries.ts';
import { freshFolder } from '../testing/freshBooks.ts';
import { isDue, spare } from './backups.ts';
import { Copying, NotCopied, readThrough } from './copying.ts';
import { isUntouched, seal } from './seal.ts';

const at = (iso: string) => new Date(`2026-05-${iso}Z`);
const SHOP = { name: 'Tin Shed', zone: 'Europe/London', currency: 'GBP', units: 'metric', demo: false };

type Given = Partial<ConstructorParameters<typeof Copying>[0]>;

/** Takes a copy for good without reading it. */
const taken = async (directory: string, now: Date) => {
  seal(directory, now);
  return [];
};

/** Books with a shop in them, and what makes their copies. */
async function copied(now: Date, given: Given = {}) {
  const folder = freshFolder();
  const books = await Books.open(folder, now);
  await books.transaction((tx) => setUpShop(tx, { ...SHOP, now }));
  const copying = new Copying({
    books,
    folder,
    also: null,
    log: pino({ level: 'silent' }),
    readThrough: taken,
    ...given,
  });
  return { folder, books, copying };
}

describe('copies of the books', () => {
  it('are made while they are open: nothing asked meanwhile is lost, and the copy opens', async () => {
    const { folder, books, copying } = await copied(at('04T08:30:00'), { readThrough });
    const place = (n: number) =>
      books.transaction((tx) => tx.rows(`INSERT INTO place (name, kind) VALUES ('Bay ${n}', 'bay')`));
    await place(1);
    const making = copying.ifDue(at('04T09:00:00'));
    const asked = [place(2), books.rows('SELECT name FROM place'), place(3)];
    expect(await making).toBe(true);
    await Promise.all(asked);
    const bays = async (of: Books) =>
      (await of.rows<{ name: string }>(`SELECT name FROM place WHERE kind = 'bay' ORDER BY id`)).map(
        (r) => r.name,
      );
    expect(await bays(books)).toEqual(['Bay 1', 'Bay 2', 'Bay 3']);
    await expect(books.rows('DELETE FROM movement')).rejects.toThrow(/permission/);
    expect(copying.state()).toMatchObject({
      newestAt: '2026-05-04T09:00:00Z',
      kept: 1,
      making: null,
      trouble: null,
    });
    expect(isUntouched(join(folder, 'backups', 'day-2026-05-04T09-00-00'))).toBe(true);
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
    const { folder, books, copying } = await copied(at('01T08:00:00'));
    for (let day = 1; day <= 15; day++) {
      mkdirSync(join(folder, 'backups', `day-2026-05-${String(day).padStart(2, '0')}T08-00-00`), {
        recursive: true,
      });
    }
    mkdirSync(join(folder, 'backups', 'before-version-9-2026-05-01'));
    await copying.ifDue(at('16T08:00:00'));
    expect(readdirSync(join(folder, 'backups'))).toContain('before-version-9-2026-05-01');
    expect(copying.state()).toMatchObject({ newestAt: '2026-05-16T08:00:00Z', kept: 14 });
    await books.close();
  });

  it('are made again after the machine’s clock was in 2031 once', async () => {
    const { books, copying } = await copied(at('01T08:00:00'));
    expect(await copying.ifDue(new Date('2031-03-01T08:00:00Z'))).toBe(true);
    expect(await copying.ifDue(at('02T08:00:00'))).toBe(true);
    expect(await copying.ifDue(at('02T09:00:00'))).toBe(false);
    expect(await copying.ifDue(at('03T09:00:00'))).toBe(true);
    await books.close();
  });

  it('tell how far they are: what is copied, what is read of it, and that there is no more to do', async () => {
    const seen: unknown[] = [];
    const { folder, books, copying } = await copied(at('04T08:30:00'), {
      readThrough: async (directory, now, thousandths) => {
        seen.push(copying.state().making);
        Atomics.store(thousandths as Int32Array, 0, 400);
        seen.push(copying.state().making);
        return taken(directory, now);
      },
    });
    await copying.make(at('04T09:00:00'));
    expect(seen).toEqual([
      { doing: 'reading', part: 0 },
      { doing: 'reading', part: 0.4 },
    ]);
    expect(copying.state().making).toBeNull();
    const parts: number[] = [];
    await books.copyTo(join(folder, 'by hand'), (part) => parts.push(part));
    expect(parts.length).toBeGreaterThan(100);
    expect(parts).toEqual([...parts].sort((a, b) => a - b));
    expect(parts.at(-1)).toBe(1);
    parts.length = 0;
    const db = await openDatabase(join(folder, 'by hand'));
    expect(await faultsOf(db, (part) => parts.push(part))).toEqual([]);
    await db.close();
    expect(parts).toEqual([...parts].sort((a, b) => a - b));
    expect(parts.at(-1)).toBe(1);
    await books.close();
  });

  it('are one, where two ask for one at once, and nothing asked meanwhile fails', async () => {
    const { folder, books, copying } = await copied(at('04T08:30:00'));
    const both = [copying.make(at('04T09:00:00')), copying.make(at('04T09:00:01'))];
    expect(copying.state().making).toEqual({ doing: 'copying', part: 0 });
    const other = books.copyTo(join(folder, 'by hand'));
    const asked = await Promise.all(
      Array.from({ length: 20 }, () => books.rows<{ name: string }>('SELECT name FROM shop')),
    );
    expect(asked.every(([shop]) => shop?.name === 'Tin Shed')).toBe(true);
    const [first, second] = await Promise.all(both);
    expect(second).toBe(first);
    await other;
    expect(existsSync(join(folder, 'by hand', 'PG_VERSION'))).toBe(true);
    expect(readdirSync(join(folder, 'backups'))).toEqual([first]);
    await books.close();
  });

  it('are not begun without room for them, nor tried again at once, and leave nothing half made', async () => {
    let free = 1e6;
    const { folder, books, copying } = await copied(at('04T08:30:00'), { free: () => free });
    expect(copying.state().lowRoom).toBe(true);
    await expect(copying.ifDue(at('04T09:00:00'))).rejects.toThrow(/no room .*1 MB are free.*Make room/);
    expect(copying.state().trouble?.why).toContain('no room');
    expect(existsSync(join(folder, 'backups'))).toBe(false);
    free = 1e12;
    expect(await copying.ifDue(at('04T09:01:00'))).toBe(false);
    expect(await copying.ifDue(at('04T09:11:00'))).toBe(true);
    expect(copying.state()).toMatchObject({
      trouble: null,
      lowRoom: false,
      newestAt: '2026-05-04T09:11:00Z',
    });
    await books.close();
  });

  it('that do not read through are none, and say that the books are damaged', async () => {
    let told = '';
    const { folder, books, copying } = await copied(at('04T08:30:00'), {
      readThrough,
      damaged: (what) => (told = what),
    });
    const copyTo = books.copyTo.bind(books);
    await books.transaction((tx) => tx.rows(`INSERT INTO place (name, kind) VALUES ('Bay 1', 'bay')`));
    const [{ table } = { table: '' }] = await books.rows<{ table: string }>(
      `SELECT pg_relation_filepath('place') AS table`,
    );
    books.copyTo = async (to) => {
      await copyTo(to);
      truncateSync(join(to, table), 100);
    };
    await expect(copying.make(at('04T09:00:00'))).rejects.toThrow(NotCopied);
    expect(told).toContain('place');
    expect(copying.state()).toMatchObject({ newestAt: null, kept: 0 });
    expect(readdirSync(join(folder, 'backups'))).toEqual([]);
    await books.close();
  });

  it('of a disk that becomes full meanwhile leave nothing, and it is said in words', async () => {
    const { folder, books, copying } = await copied(at('04T08:30:00'));
    books.copyTo = async (to) => {
      mkdirSync(to);
      throw Object.assign(new Error('ENOSPC: no space left on device, copyfile'), { code: 'ENOSPC' });
    };
    await expect(copying.make(at('04T09:00:00'))).rejects.toThrow(
      /^The disk became full while it was written/,
    );
    expect(copying.state().trouble?.why).not.toContain('ENOSPC');
    expect(readdirSync(join(folder, 'backups'))).toEqual([]);
    await books.close();
  });

  it('go to a second folder as well; where that is not to be had, the one beside the books stands', async () => {
    const stick = join(freshFolder(), 'stick');
    const { folder, books, copying } = await copied(at('04T08:30:00'), { also: stick });
    const name = await copying.make(at('04T09:00:00'));
    expect(isUntouched(join(stick, name))).toBe(true);
    const nowhere = join(folder, 'books.lock', 'copies');
    const gone = new Copying({
      books,
      folder,
      also: nowhere,
      log: pino({ level: 'silent' }),
      readThrough: taken,
    });
    await expect(gone.make(at('05T09:00:00'))).rejects.toThrow(/stands beside the books.*books.lock/);
    expect(gone.state()).toMatchObject({ newestAt: '2026-05-05T09:00:00Z', kept: 2 });
    expect(gone.state().trouble?.why).toContain(nowhere);
    await books.close();
  });

  it('half made when the program was killed are cleared away', async () => {
    const { folder, books } = await copied(at('04T08:30:00'));
    const half = join(folder, 'backups', 'day-2026-05-03T09-00-00.unfinished');
    mkdirSync(half, { recursive: true });
    new Copying({ books, folder, also: null, log: pino({ level: 'silent' }) });
    expect(existsSync(half)).toBe(false);
    await books.close();
  });
});

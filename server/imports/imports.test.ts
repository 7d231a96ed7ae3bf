import { pino } from 'pino';
import { beforeAll, describe, expect, it } from 'vitest';
import { type CsvImport, IMPORT_COLUMNS } from '#contract/imports.ts';
import type { Product } from '#contract/products.ts';
import { en } from '#contract/words/en.ts';
import { say } from '#contract/words/words.ts';
import { Live } from '../live/live.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { bookRows } from './book.ts';
import { type ImportFacts, missingColumns, rowReader } from './readRows.ts';
import { importFacts, takeUpImports } from './runner.ts';

const shop = serveShop();
let hester: Caller;
let odo: Caller;
let bram: Caller;
let known: ImportFacts;
beforeAll(async () => {
  [hester, odo, bram] = [
    await shop.signIn('Hester Quill'),
    await shop.signIn('Odo Marsh'),
    await shop.signIn('Bram Addy'),
  ];
  known = await importFacts(shop.books);
});

const HEAD = 'product,KIND,Size,In it now,Where,Lot,Price,Best before,Open';
const csv = (...rows: string[]) => [HEAD, ...rows].join('\r\n');
const good = (n: number) =>
  `Lime Kiln Foam,pail,20 L,${n % 2 ? '12.5 L' : ''},Store,IM-${n},98.00,2027-05-31,`;

const send = (as: Caller, kind: string, text: string) =>
  as('post', `/api/imports/${kind}`, text, {
    headers: { 'Content-Type': 'text/csv', 'X-File-Name': 'stock.csv' },
  });
async function until(id: number, ...states: string[]): Promise<CsvImport> {
  for (let i = 0; i < 400; i++) {
    const found = (await odo('get', `/api/imports/${id}`)).body as CsvImport;
    if (states.includes(found.state)) return found;
    await new Promise((r) => setTimeout(r, 25));
  }
  throw new Error(`never came to ${states}`);
}
const containersIn = async (): Promise<number> =>
  (await shop.books.rows<{ n: number }>('SELECT count(*)::int AS n FROM container'))[0]?.n ?? 0;

describe('a file of containers', () => {
  it('is read, shown, and booked as if each was brought in alone', async () => {
    const before = await containersIn();
    const sent = await send(odo, 'containers', csv(...Array.from({ length: 130 }, (_, n) => good(n))));
    expect(sent.status).toBe(202);
    const ready = await until(sent.body.id, 'ready', 'refused');
    expect(ready).toMatchObject({
      state: 'ready',
      total: 130,
      checked: 130,
      badRows: 0,
      fileName: 'stock.csv',
    });
    expect(ready.sample[0]).toMatchObject({
      line: 2,
      words: expect.arrayContaining(['Lime Kiln Foam', 'IM-0']),
    });
    expect(await containersIn()).toBe(before);
    expect((await odo('post', `/api/imports/${ready.id}/bookings`, {})).status).toBe(202);
    const done = await until(ready.id, 'done');
    expect(done).toMatchObject({ booked: 130, sample: [] });
    expect(await containersIn()).toBe(before + 130);
    const rows = await shop.books.rows<{
      lot: string;
      ul: number;
      minor: number;
      kind: string;
      opened: boolean;
    }>(
      `SELECT c.lot, b.ul, b.minor, m.kind, c.opened_at IS NOT NULL AS opened FROM container c JOIN account a ON a.container_id = c.id
       JOIN balance b ON b.account_id = a.id JOIN movement m ON m.container_id = c.id WHERE c.lot LIKE 'IM-%' ORDER BY c.id`,
    );
    expect(rows).toHaveLength(130);
    expect(rows[0]).toEqual({ lot: 'IM-0', ul: 20_000_000, minor: 9_800, kind: 'receive', opened: false });
    expect(rows[1]).toEqual({ lot: 'IM-1', ul: 12_500_000, minor: 6_125, kind: 'count', opened: true });
    const again = await odo('post', `/api/imports/${ready.id}/bookings`, {});
    expect(again.body).toMatchObject({ code: 'import.state' });
  });

  it('with a bad row is not booked at all, and says of each row what is wrong and what would work', async () => {
    const before = await containersIn();
    const bad = [
      'Nosuch Foam,pail,20 L,,Store,,,,',
      'Lime Kiln Foam,crate,20 L,,Store,,,,',
      'Lime Kiln Foam,pail,heavy,,Store,,,,',
      'Lime Kiln Foam,pail,20 L,30 L,Store,,,,',
      'Lime Kiln Foam,pail,20 L,,Moon,,,,',
      'Lime Kiln Foam,pail,20 L,,Store,,dear,,',
      'Lime Kiln Foam,pail,20 L,,Store,,,2027-02-30,',
      'Lime Kiln Foam,pail,20 L,,Store,,,,perhaps',
    ];
    const sent = await send(odo, 'containers', csv(good(0), ...bad));
    const refused = await until(sent.body.id, 'ready', 'refused');
    expect(refused).toMatchObject({ state: 'refused', badRows: 8, total: 9 });
    expect(refused.bad.map((b) => [b.line, b.column])).toEqual([
      [3, 'Product'],
      [4, 'Kind'],
      [5, 'Size'],
      [6, 'In it now'],
      [7, 'Where'],
      [8, 'Price'],
      [9, 'Best before'],
      [10, 'Open'],
    ]);
    for (const row of refused.bad) expect(say(row, 'metric', en).remedy).toMatch(/\S/);
    expect((await odo('post', `/api/imports/${refused.id}/bookings`, {})).status).toBe(409);
    expect(await containersIn()).toBe(before);
    expect(await shop.books.rows('SELECT 1 FROM csv_import_row WHERE import_id = $1', [refused.id])).toEqual(
      [],
    );
  });

  it('can be cancelled until it is booked; what is no such file is refused in words', async () => {
    const sent = await send(odo, 'containers', csv(good(0), good(1)));
    const ready = await until(sent.body.id, 'ready');
    expect((await odo('post', `/api/imports/${ready.id}/cancellations`, {})).body.state).toBe('cancelled');
    expect((await odo('post', `/api/imports/${ready.id}/bookings`, {})).status).toBe(409);
    expect((await send(bram, 'containers', csv(good(0)))).status).toBe(403);
    expect((await send(odo, 'products', 'Product')).status).toBe(403);
    expect((await send(odo, 'containers', '')).body).toMatchObject({ code: 'import.empty' });
    const headless = await send(odo, 'containers', 'a,b\n1,2');
    expect((await until(headless.body.id, 'refused')).bad[0]).toMatchObject({
      line: 1,
      code: 'import.unreadable',
      facts: { columns: ['Product', 'Kind', 'Size', 'Where'] },
    });
    const empty = await send(odo, 'containers', HEAD);
    expect(await until(empty.body.id, 'refused')).toMatchObject({ total: 0 });
  });

  it('is carried through after a crash in the middle of it: each row once', async () => {
    const before = await containersIn();
    const sent = await send(odo, 'containers', csv(...Array.from({ length: 90 }, (_, n) => good(n))));
    const { id } = await until(sent.body.id, 'ready');
    await shop.books.rows(`UPDATE csv_import SET state = 'booking' WHERE id = $1`, [id]);
    await shop.books.transaction((tx) => bookRows(tx, { id, kind: 'containers', personId: 2 }, shop.now));
    expect(await containersIn()).toBe(before + 20);
    await takeUpImports({
      books: shop.books,
      folder: '.',
      free: () => shop.free(),
      now: () => shop.now,
      live: new Live(() => shop.now),
      log: pino({ level: 'fatal' }),
    });
    expect(await until(id, 'done')).toMatchObject({ booked: 90 });
    expect(await containersIn()).toBe(before + 90);
  });
});

describe('a file of products', () => {
  it('starts each as its family usually is, with its label strength', async () => {
    const text = [
      'Product,Family,How it comes,Label strength,For,Density,Caution',
      'Weir Foam,Neutral foam,concentrate,1:20-1:10,Everyday,1.03,Irritates eyes.',
      'Weir Hyper,Neutral foam,hyper,,,,',
    ].join('\n');
    const sent = await send(hester, 'products', text);
    const { id } = await until(sent.body.id, 'ready');
    await hester('post', `/api/imports/${id}/bookings`, {});
    await until(id, 'done');
    const products = (await odo('get', '/api/products')).body as Product[];
    expect(products.find((p) => p.name === 'Weir Foam')).toMatchObject({
      state: 'concentrate',
      gPerMl: 1.03,
      labelEntries: [{ whatFor: 'Everyday', printed: '1:20-1:10', upTo: { notation: 'parts', water: 10 } }],
    });
    const twice = await send(hester, 'products', text);
    const refused = await until(twice.body.id, 'refused');
    expect(refused.bad.map((b) => b.column)).toEqual(['Product', 'Product']);
  });
});

describe('rows as they are read', () => {
  it('know their columns in any order and case, take back the mark against formulas, and name what lacks', () => {
    const read = rowReader('containers', known);
    const row = read(2, {
      WHERE: 'store',
      size: '5 l',
      kind: 'Jug',
      product: 'lime kiln foam',
      lot: "'=1+1",
    });
    expect(row).toMatchObject({
      body: { sizeUl: 5_000_000, levelUl: 5_000_000, lot: '=1+1', opened: false, priceMinor: null },
    });
    expect(missingColumns('containers', ['product', 'Kind'])).toEqual(['Size', 'Where']);
    for (const kind of ['containers', 'products'] as const) {
      const sample = Object.fromEntries(IMPORT_COLUMNS[kind].map((c) => [c.name, c.sample]));
      const fresh = kind === 'products' ? { ...sample, Product: 'Quite New' } : sample;
      expect(rowReader(kind, known)(2, fresh)).toHaveProperty('body');
    }
  });
});

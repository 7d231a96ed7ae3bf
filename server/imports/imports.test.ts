import { pino } from 'pino';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Product } from '#contract/products.ts';
import { en } from '#contract/words/en.ts';
import { say } from '#contract/words/words.ts';
import { Live } from '../live/live.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { importIn, sendCsv } from '../testing/imports.ts';
import { bookRows } from './book.ts';
import { takeUpImports } from './runner.ts';

const shop = serveShop();
let hester: Caller;
let odo: Caller;
let bram: Caller;
beforeAll(async () => {
  [hester, odo, bram] = [
    await shop.signIn('Hester Quill'),
    await shop.signIn('Odo Marsh'),
    await shop.signIn('Bram Addy'),
  ];
});

const HEAD = 'product,KIND,Size,In it now,Where,Lot,Price,Best before,Open';
const csv = (...rows: string[]) => [HEAD, ...rows].join('\r\n');
const good = (n: number) =>
  `Lime Kiln Foam,pail,20 L,${n % 2 ? '12.5 L' : ''},Store,IM-${n},98.00,2027-05-31,`;

const send = sendCsv;
const until = (id: number, ...states: string[]) => importIn(odo, id, ...states);
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

  it('with bad rows says of each what is wrong and what would work; they are put right here, and the rest is booked', async () => {
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
      'Nosuch Foam,pail,5 L,,Moon,,,,',
    ];
    const sent = await send(odo, 'containers', csv(good(0), ...bad));
    const ready = await until(sent.body.id, 'ready', 'refused');
    expect(ready).toMatchObject({ state: 'ready', badRows: 9, waiting: 1, total: 10 });
    expect(ready.bad.map((b) => [b.line, b.column])).toEqual([
      [3, 'Product'],
      [4, 'Kind'],
      [5, 'Size'],
      [6, 'In it now'],
      [7, 'Where'],
      [8, 'Price'],
      [9, 'Best before'],
      [10, 'Open'],
      [11, 'Product'],
      [11, 'Where'],
    ]);
    for (const row of ready.bad) expect(say(row, 'metric', en).remedy).toMatch(/\S/);

    const put = (line: number, column: string, value: string, everywhere = false) =>
      odo('post', `/api/imports/${ready.id}/corrections`, { line, column, value, everywhere });
    // Read anew, a row is still wrong elsewhere; what is put right wrongly says why again.
    const first = await put(3, 'Product', 'Lime Kiln Foam', true);
    expect(first.body).toMatchObject({ badRows: 8, waiting: 2 });
    expect((await put(5, 'Size', 'very heavy')).body).toMatchObject({ badRows: 8, waiting: 2 });
    expect((await put(7, 'Where', 'store', true)).body).toMatchObject({ badRows: 6, waiting: 4 });
    expect((await put(9, 'Best before', '28.2.27')).body).toMatchObject({ badRows: 5, waiting: 5 });
    for (const [line, column] of [
      [2, 'Size'],
      [99, 'Size'],
      [4, 'Colour'],
    ] as const) {
      expect((await put(line, column, '5 L')).status).toBe(404);
    }
    expect((await odo('post', `/api/imports/${ready.id}/bookings`, {})).status).toBe(202);
    expect(await until(ready.id, 'done')).toMatchObject({ booked: 5, badRows: 5, waiting: 0 });
    expect(await containersIn()).toBe(before + 5);
    const [day] = await shop.books.rows<{ day: string }>(
      `SELECT best_before::text AS day FROM container ORDER BY id DESC LIMIT 1 OFFSET 1`,
    );
    expect(day?.day).toBe('2027-02-28');

    // What was left out is put right afterwards.
    expect((await put(4, 'Kind', 'pail')).body).toMatchObject({ state: 'ready', waiting: 1 });
    await odo('post', `/api/imports/${ready.id}/bookings`, {});
    expect(await until(ready.id, 'done')).toMatchObject({ booked: 6, badRows: 4 });
    expect((await bram('post', `/api/imports/${ready.id}/corrections`, {})).status).toBe(403);
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
    const ready = await until(twice.body.id, 'ready');
    expect(ready.bad.map((b) => [b.column, b.code])).toEqual([
      ['Product', 'row.taken'],
      ['Product', 'row.taken'],
    ]);
    // A name put right to one further up in the file is taken, too.
    const put = (line: number, value: string) =>
      hester('post', `/api/imports/${ready.id}/corrections`, {
        line,
        column: 'Product',
        value,
        everywhere: false,
      });
    expect((await put(2, 'Weir Snow')).body).toMatchObject({ waiting: 1, badRows: 1 });
    expect((await put(3, 'weir snow')).body).toMatchObject({ waiting: 1, badRows: 1 });
    // A manager's to the end: a lead neither books nor cancels it.
    for (const what of ['bookings', 'cancellations']) {
      expect((await odo('post', `/api/imports/${ready.id}/${what}`, {})).body.code).toBe('import.manager');
    }
  });

  it('takes what its sheet says along, and refuses what no sheet says', async () => {
    const text = [
      'Product;Family;How it comes;Cap;pH neat;A mix keeps;Order more under;Hazards;First aid;Shake first',
      'Sluice Foam;neutral foam;concentrate;7,5 ml;7,2;21;5 l;irritates eyes; Fresh air.;ja',
      'Sluice Gel;Neutral foam;concentrate;7,5 ml;7,2;21;5 l;irritates eyes, slippery underfoot;Fresh air.;yes',
      'Sluice Sour;neutral foam;concentrate;;0,5;;;biting;;',
      'Sluice Odd;neutral foam;concentrate;;15;;;;;',
    ].join('\n');
    const sent = await send(hester, 'products', text);
    const ready = await until(sent.body.id, 'ready');
    expect(ready.bad.map((b) => [b.line, b.column, b.code])).toEqual([
      [2, 'Shake first', 'row.notYesNo'],
      [4, 'Hazards', 'row.notChoice'],
      [5, 'pH neat', 'row.range'],
    ]);
    await hester('post', `/api/imports/${ready.id}/bookings`, {});
    await until(ready.id, 'done');
    const gel = ((await odo('get', '/api/products')).body as Product[]).find((p) => p.name === 'Sluice Gel');
    expect(gel).toMatchObject({ capUl: 7_500, shakeFirst: true });
    expect(gel?.record).toMatchObject({
      phNeat: 7.2,
      useByDays: 21,
      reorderUl: 5_000_000,
      hazards: ['irritatesEyes', 'slippery'],
      firstAid: 'Fresh air.',
    });
    expect(gel?.record.spill).toMatch(/\S/);
  });
});

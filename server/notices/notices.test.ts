import request from 'supertest';
import { beforeAll, describe, expect, it } from 'vitest';
import type { NewFeed, Notice } from '#contract/notices.ts';
import type { Order } from '#contract/orders.ts';
import type { Supplier } from '#contract/stock.ts';
import { loadYear } from '../../demo/loadYear.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';

const shop = serveShop();
let hester: Caller;
let bram: Caller;
beforeAll(async () => {
  await shop.books.transaction((tx) => loadYear(tx, shop.now));
  [hester, bram] = [await shop.signIn('Hester Quill'), await shop.signIn('Bram Addy')];
});
const notices = async (as = hester) => (await as('get', '/api/notices')).body as Notice[];
const litres = (n: number) => n * 1_000_000;

describe('what needs somebody', () => {
  it('on the demo is the bottle and the jug past their day, and never more than seven', async () => {
    const told = await notices();
    expect(told.length).toBeGreaterThan(2);
    expect(told.length).toBeLessThanOrEqual(7);
    const old = told.filter((n) => n.kind === 'outOfDate').map((n) => n.name);
    expect(old).toEqual(expect.arrayContaining(['Limewash Stripping Shampoo', 'Coalyard Tyre Dressing']));
    for (const { path } of told) expect(path).toMatch(/^\/(yard|stock|rigs)/);
  });

  it('a technician is told what is not for leads alone', async () => {
    const told = await notices(bram);
    expect(told.length).toBeGreaterThan(0);
    expect(told.every((n) => !n.lead)).toBe(true);
  });

  it('is gone once it is seen to: what is thrown away, what is counted, what is on its way', async () => {
    const [jug] = await shop.books.rows<{ id: number; code: string; ul: number }>(
      `SELECT c.id, c.code, b.ul FROM container c JOIN account a ON a.container_id = c.id JOIN balance b ON b.account_id = a.id WHERE c.lot = 'CY-14'`,
    );
    expect((await notices()).some((n) => n.id === jug?.code)).toBe(true);
    await hester('post', `/api/containers/${jug?.id}/wastes`, { ul: jug?.ul, reason: 'outOfDate', note: '' });
    expect((await notices()).some((n) => n.id === jug?.code)).toBe(false);

    // Less is there than the shop wants: told, until it is ordered.
    await shop.books.transaction((tx) =>
      tx.rows(`UPDATE product SET record = record || '{"reorderUl": 90000000}' WHERE id = 2`),
    );
    const low = async () => (await notices()).some((n) => n.kind === 'low' && n.id === '2');
    expect(await low()).toBe(true);
    const [supplier] = (await hester('get', '/api/suppliers')).body as [Supplier];
    const lines = [{ productId: 2, kind: 'pail', sizeUl: litres(20), count: 3, priceMinor: null, why: '' }];
    const order = (await hester('post', '/api/orders', { supplierId: supplier.id, note: '', lines }))
      .body as Order;
    expect(await low()).toBe(true);
    await hester('post', `/api/orders/${order.id}/sendings`, { revision: order.revision });
    expect(await low()).toBe(false);
  });

  it('an order that has not come is told once its day is over', async () => {
    const before = shop.now;
    const late = async () =>
      (await notices(await shop.signIn('Hester Quill'))).filter((n) => n.kind === 'orderLate');
    expect(await late()).toEqual([]);
    shop.now = new Date(before.getTime() + 8 * 86_400_000);
    expect(await late()).toMatchObject([{ name: 'Kiln Bank Supplies', facts: { code: 'O-1' } }]);
    shop.now = before;
    hester = await shop.signIn('Hester Quill');
  });

  it('a draw that was measured otherwise than before is a drift', async () => {
    const drift = async () => (await notices()).filter((n) => n.kind === 'drift');
    const before = await drift();
    await shop.books.transaction((tx) =>
      tx.rows(
        `INSERT INTO calibration (vessel_id, dial_id, machine_id, variant, flow, step_ul, q, u, person_id, measured_at)
         SELECT vessel_id, dial_id, machine_id, variant, flow, step_ul, q * 0.6, 0.02, person_id, $1 FROM calibration
         WHERE withdrawn_at IS NULL ORDER BY id DESC LIMIT 1`,
        [shop.now],
      ),
    );
    const after = await drift();
    const found = after.filter((n) => !before.some((b) => b.id === n.id));
    expect(found).toHaveLength(1);
    expect(Number(found[0]?.facts.change)).toBeLessThan(-0.2);
  });
});

describe('a calendar of one’s own', () => {
  const read = (path: string) => request(shop.app).get(path);
  const make = async (as: Caller) => (await as('post', '/api/notices/feed', {})).body as NewFeed;

  it('is read by whoever has its address, signed in or not, and tells what its owner is told', async () => {
    const { path } = await make(hester);
    const calendar = await read(path);
    expect(calendar.status).toBe(200);
    expect(calendar.get('Content-Type')).toContain('text/calendar');
    const text = calendar.text.replaceAll('\r\n ', '');
    for (const { kind, id } of await notices()) expect(text).toContain(`UID:${kind}-${id}@kettle-mix`);
    expect(text).toContain('DTSTART;VALUE=DATE:20260504');
    expect(text).toContain('URL');
    const ofBram = await make(bram);
    expect((await read(ofBram.path)).text).not.toContain('UID:order-');
  });

  it('ends with a new address, when it is ended, and when its owner leaves', async () => {
    const first = await make(bram);
    const second = await make(bram);
    expect((await read(first.path)).status).toBe(404);
    expect((await read(second.path)).status).toBe(200);
    expect((await bram('delete', '/api/notices/feed')).status).toBe(204);
    expect((await read(second.path)).status).toBe(404);
    expect((await bram('get', '/api/notices/feed')).body).toEqual({ madeAt: null });
    const third = await make(bram);
    await shop.books.transaction((tx) =>
      tx.rows(`UPDATE person SET retired_at = $1 WHERE name = 'Bram Addy'`, [shop.now]),
    );
    expect((await read(third.path)).status).toBe(404);
    expect((await read('/api/feeds/guess.ics')).status).toBe(404);
  });

  it('is in the language of its owner', async () => {
    await hester('put', '/api/sessions/current/language', { language: 'es' });
    const { path } = await make(hester);
    expect((await read(path)).text.replaceAll('\r\n ', '')).toContain('caducado');
    await hester('put', '/api/sessions/current/language', { language: 'en' });
  });
});

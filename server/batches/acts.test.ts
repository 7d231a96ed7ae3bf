import { beforeAll, describe, expect, it } from 'vitest';
import type { Batch } from '#contract/batches.ts';
import type { LedgerPage } from '#contract/stock.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { pour } from '../testing/pours.ts';

const shop = serveShop();
let bram: Caller;
beforeAll(async () => {
  bram = await shop.signIn('Bram Addy');
});

/** A mix of its own: 57.692 ml in 750 ml. */
const mixed = async (): Promise<number> => (await bram('post', '/api/pours', pour({}))).body.batchId;
const batch = async (id: number) => (await bram('get', `/api/batches/${id}`)).body as Batch;
const held = async (id: number): Promise<number[]> => {
  const rows = await shop.books.rows<{ ul: number }>(
    'SELECT b.ul FROM account a JOIN balance b ON b.account_id = a.id WHERE a.batch_id = $1 ORDER BY b.product_id',
    [id],
  );
  return rows.map((r) => r.ul);
};

describe('a mix in circulation', () => {
  it('is used in parts, product and water in their proportion, to the last microlitre', async () => {
    const id = await mixed();
    expect(await batch(id)).toMatchObject({ heldUl: 750_000, costMinor: expect.any(Number) });
    const used = await bram('post', `/api/batches/${id}/uses`, { ul: 250_001 });
    expect(used.body).toMatchObject({ heldUl: 499_999, movementId: expect.any(Number) });
    const [water, foam] = await held(id);
    expect((foam ?? 0) / ((foam ?? 0) + (water ?? 0))).toBeCloseTo(1 / 13, 5);
    const rest = await bram('post', `/api/batches/${id}/uses`, { ul: 499_999 });
    expect(rest.body.heldUl).toBe(0);
    expect(await held(id)).toEqual([0, 0]);
    expect((await bram('post', `/api/batches/${id}/uses`, { ul: 1 })).body).toMatchObject({
      code: 'batch.short',
    });
  });

  it('is poured away with a reason, and that can be taken back', async () => {
    const id = await mixed();
    const gone = await bram('post', `/api/batches/${id}/dumps`, { reason: 'outOfDate', note: '' });
    expect(gone.body.heldUl).toBe(0);
    const list = (await bram('get', '/api/movements?kind=waste')).body as LedgerPage;
    expect(list.rows[0]).toMatchObject({
      kind: 'waste',
      reason: 'outOfDate',
      batchCode: `B-${id}`,
      containerCode: null,
    });
    expect((await bram('post', `/api/movements/${gone.body.movementId}/reversals`, {})).status).toBe(201);
    expect((await batch(id)).heldUl).toBe(750_000);
  });

  it('gives no more than it holds, and says so at the field', async () => {
    const id = await mixed();
    for (const ul of [750_001, 0, -1, 1.5]) {
      expect((await bram('post', `/api/batches/${id}/uses`, { ul })).body.errors[0]).toMatchObject({
        pointer: '/ul',
      });
    }
    const dump = await bram('post', `/api/batches/${id}/dumps`, { reason: 'because', note: '' });
    expect(dump.body.errors[0]).toMatchObject({ pointer: '/reason' });
    expect((await bram('post', '/api/batches/99999/uses', { ul: 1 })).status).toBe(404);
  });

  it('costs what was poured into it, and its parts come to that', async () => {
    const id = await mixed();
    const { costMinor } = await batch(id);
    expect(costMinor).toBeGreaterThan(0);
    await bram('post', `/api/batches/${id}/uses`, { ul: 333_333 });
    await bram('post', `/api/batches/${id}/dumps`, { reason: 'notNeeded', note: '' });
    const [went] = await shop.books.rows<{ minor: number }>(
      `SELECT sum(g.minor)::bigint AS minor FROM posting g JOIN account a ON a.id = g.from_account WHERE a.batch_id = $1`,
      [id],
    );
    expect(went?.minor).toBe(costMinor);
  });
});

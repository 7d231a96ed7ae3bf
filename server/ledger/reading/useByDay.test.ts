import { beforeAll, describe, expect, it } from 'vitest';
import type { UseByDay } from '#contract/stock.ts';
import { type Caller, serveShop } from '../../testing/demoShop.ts';
import { pour } from '../../testing/pours.ts';

const shop = serveShop();
let bram: Caller;
beforeAll(async () => {
  bram = await shop.signIn('Bram Addy');
});

const asked = async () => (await bram('get', '/api/movements/use-by-day')).body as UseByDay;
const DAY_MS = 86_400_000;

describe('what was used day by day', () => {
  it('is by the shop’s day, today left out, and without what was taken back', async () => {
    const before = await asked();
    const poured = await bram('post', '/api/pours', pour({}), { key: 'use-by-day-pour' });
    expect(poured.status).toBe(201);
    expect(await asked()).toEqual(before);
    shop.now = new Date(shop.now.getTime() + DAY_MS);
    bram = await shop.signIn('Bram Addy');
    const { open, products } = await asked();
    expect(open.at(-1)).toBe(1);
    const yesterday = products.flatMap((p) => p.used.filter(([back]) => back === 1).map(([, ul]) => ul));
    expect(yesterday).toEqual([57_692]);
    const hester = await shop.signIn('Hester Quill');
    const back = await hester(
      'post',
      `/api/movements/${poured.body.movementId}/reversals`,
      {},
      { key: 'use-by-day-back' },
    );
    expect(back.status).toBe(201);
    expect((await asked()).open).not.toContain(1);
  });
});

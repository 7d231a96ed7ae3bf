import { beforeAll, describe, expect, it } from 'vitest';
import type { Vessel } from '#contract/equipment.ts';
import { type Caller, serveShop } from '../../testing/demoShop.ts';
import { BOTTLE, balances, parts } from '../../testing/pours.ts';

const shop = serveShop();
let bram: Caller;

beforeAll(async () => {
  bram = await shop.signIn('Bram Addy');
});

const bottle = async () => ((await bram('get', `/api/vessels/${BOTTLE}`)).body as Vessel).holds;
const sums = () => shop.books.rows('SELECT product_id FROM balance GROUP BY 1 HAVING sum(ul) <> 0');

describe('a mix from a stock solution', () => {
  const HYPER = 7;
  const PAIL = 7;
  const dilute = (change: object = {}) =>
    bram('post', '/api/diluted-stocks', {
      stockVesselId: PAIL,
      vesselId: BOTTLE,
      strength: parts(9),
      totalUl: 750_000,
      measured: [],
      acknowledged: true,
      shown: { waterUl: 675_000, stockUl: 75_000 },
      ...change,
    });

  it('goes into no vessel that holds another product, whoever asks', async () => {
    expect((await dilute({ vesselId: 3 })).body.code).toBe('vessel.occupied');
    for (const id of [BOTTLE, 5]) await bram('post', `/api/vessels/${id}/rinses`, {});
  });

  it('hyper 1:4 to the pail and the pail 1:9 is 2 % overall: 75 ml of the pail is 15 ml of hyper', async () => {
    const pailBefore = ((await bram('get', `/api/vessels/${PAIL}`)).body as Vessel).holds;
    expect(pailBefore).toMatchObject({ productId: HYPER, ul: 8_000_000, productUl: 1_600_000 });
    const before = await balances(shop.books);
    const answer = await dilute();
    expect([answer.status, answer.body.detail]).toEqual([201, undefined]);
    expect(answer.body.fraction).toBeCloseTo(0.02, 12);
    expect(await bottle()).toMatchObject({ productId: HYPER, ul: 750_000, productUl: 15_000 });
    expect(((await bram('get', `/api/vessels/${PAIL}`)).body as Vessel).holds?.ul).toBe(7_925_000);
    expect(await sums()).toEqual([]);
    expect((await bram('post', `/api/movements/${answer.body.movementId}/reversals`, {})).status).toBe(201);
    expect(await balances(shop.books)).toEqual(before);
  });

  it.each([
    ['from an empty vessel', { stockVesselId: 99 }, 409, 'stock.none'],
    ['into itself', { vesselId: PAIL }, 409, 'stock.none'],
    ['over the fill limit', { totalUl: 800_000 }, 422, 'total.overFillLimit'],
    ['by amounts that are not those', { shown: { waterUl: 675_001, stockUl: 74_999 } }, 409, 'mix.changed'],
    [
      'of more than there is',
      {
        vesselId: 5,
        strength: parts(1),
        totalUl: 17_550_000,
        shown: { waterUl: 8_775_000, stockUl: 8_775_000 },
      },
      409,
      'stock.short',
    ],
  ])('%s is refused', async (_, change, status, code) => {
    const answer = await dilute(change);
    expect([answer.status, answer.body.code]).toEqual([status, code]);
  });
});

import { beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { type Container, type MeasureRow, NO_RIG, type Vessel } from '#contract/equipment.ts';
import type { PourBody, Slip } from '#contract/ledger.ts';
import { type Caller, serveShop } from '../../testing/demoShop.ts';
import { BOTTLE, balances, parts, pour, usedUp } from '../../testing/pours.ts';

const shop = serveShop();
let bram: Caller;
let measures: MeasureRow[];
const SHAMPOO = 5;

beforeAll(async () => {
  bram = await shop.signIn('Bram Addy');
  measures = (await bram('get', '/api/measures')).body;
});

const book = (change: Partial<PourBody>) => bram('post', '/api/pours', pour(change));
const syringe = () => measures.find((m) => m.name === '60 ml syringe')?.id ?? 0;
const held = async () => ((await bram('get', '/api/containers/1')).body as Container).heldUl;
const bottle = async () => ((await bram('get', `/api/vessels/${BOTTLE}`)).body as Vessel).holds;

/** What each account gained from the last movement, by kind of account and product. */
async function lastMoved(): Promise<Record<string, number>> {
  const rows = await shop.books.rows<{ what: string; ul: number }>(
    `SELECT a.kind || ' ' || p.state AS what, sum(CASE WHEN l.to_account = a.id THEN l.ul ELSE -l.ul END)::bigint AS ul
     FROM posting l JOIN account a ON a.id IN (l.from_account, l.to_account) JOIN product p ON p.id = l.product_id
     WHERE l.movement_id = (SELECT max(id) FROM movement) AND a.kind <> 'batch' GROUP BY 1`,
  );
  return Object.fromEntries(rows.map((r) => [r.what, r.ul]));
}

const sums = () => shop.books.rows('SELECT product_id FROM balance GROUP BY 1 HAVING sum(ul) <> 0');

describe('a pour as it is measured', () => {
  it('books what the measure really gave', async () => {
    const before = await held();
    const measured = [{ measureId: syringe(), ul: 58_000 }];
    const answer = await book({ measured, shown: { pourOffUl: 0, waterUl: 692_000, productUl: 58_000 } });
    expect(answer.status).toBe(201);
    expect(answer.body).toMatchObject({ productUl: 58_000, waterUl: 692_000, estimate: false });
    expect((answer.body as Slip).fraction).toBeCloseTo(58 / 750, 12);
    expect(before - (await held())).toBe(58_000);
  });

  it('books caps of the container itself as so many capfuls, and not as part of one', async () => {
    const caps = (ul: number) =>
      book({
        measured: [{ measureId: null, ul }],
        shown: { pourOffUl: 0, waterUl: 750_000 - ul, productUl: ul },
      });
    const answer = await caps(60_000);
    expect(answer.status, answer.text).toBe(201);
    expect(answer.body).toMatchObject({
      productUl: 60_000,
      waterUl: 690_000,
      fraction: 0.08,
      estimate: false,
    });
    const batch = (await bram('get', `/api/batches/${(answer.body as Slip).batchId}`)).body;
    expect(batch.measured).toEqual([{ name: null, ul: 60_000 }]);
    expect((await caps(58_000)).body.code).toBe('mix.changed');
  });

  it('records a free pour as an estimate', async () => {
    expect((await book({})).body).toMatchObject({ productUl: 57_692, estimate: true });
  });

  it.each([
    ['an amount no measure can give', { measured: 57_500, shown: 57_500 }],
    ['measures that do not add up', { measured: 58_000, shown: 57_692 }],
    ['far too much', { measured: 120_000, shown: 120_000 }],
  ])('refuses %s', async (_, { measured, shown }) => {
    const answer = await book({
      measured: [{ measureId: syringe(), ul: measured }],
      shown: { pourOffUl: 0, waterUl: 750_000 - shown, productUl: shown },
    });
    expect([answer.status, answer.body.code]).toEqual([409, 'mix.changed']);
  });
});

describe('a leftover', () => {
  beforeEach(async () => {
    await usedUp(bram, 2);
    expect((await book({})).status).toBe(201);
  });

  it('is kept and topped up: the rest was used, and the new batch is what went in', async () => {
    const answer = await book({
      strength: parts(7),
      start: { kind: 'leftover', leftUl: 350_000, strength: parts(12) },
      how: 'inPlace',
      shown: { pourOffUl: 0, waterUl: 333_173, productUl: 66_827 },
    });
    expect(answer.status).toBe(201);
    expect(await lastMoved()).toEqual({
      'container concentrate': -66_827,
      'tap water': -333_173,
      'used concentrate': 57_692 - 26_923,
      'used water': 692_308 - 323_077,
    });
    expect(await bottle()).toMatchObject({ ul: 750_000, productUl: 93_750 });
    expect(await sums()).toEqual([]);
  });

  it('too strong is poured off first, and what went down the drain is waste', async () => {
    const answer = await book({
      strength: parts(24),
      start: { kind: 'leftover', leftUl: 750_000, strength: parts(12) },
      how: 'pourOffFirst',
      shown: { pourOffUl: 359_998, waterUl: 359_998, productUl: 0 },
    });
    expect([answer.status, answer.body.detail]).toEqual([201, undefined]);
    const moved = await lastMoved();
    expect((moved['waste concentrate'] ?? 0) + (moved['waste water'] ?? 0)).toBe(359_998);
    expect(moved['container concentrate']).toBeUndefined();
    expect((await bottle())?.productUl).toBe(30_000);
    expect(await sums()).toEqual([]);
  });

  it('can be taken back like any pour', async () => {
    const before = await balances(shop.books);
    const answer = await book({
      start: { kind: 'leftover', leftUl: 350_000, strength: parts(12) },
      how: 'inPlace',
      shown: { pourOffUl: 0, waterUl: 369_231, productUl: 30_769 },
    });
    expect((await bram('post', `/api/movements/${answer.body.movementId}/reversals`, {})).status).toBe(201);
    expect(await balances(shop.books)).toEqual(before);
  });

  it('the books do not know of is found, at the strength it is said to have', async () => {
    const hester = await shop.signIn('Hester Quill');
    const tank = await hester('post', '/api/vessels', {
      name: 'Tank, yard',
      kind: 'tank',
      brimfulUl: 60_000_000,
      fillLimitUl: 55_000_000,
      smallestUl: 1_000_000,
      deadUl: 0,
      ...NO_RIG,
      displacementUl: 0,
      twoLines: false,
      depth: null,
    });
    const answer = await book({
      vesselId: tank.body.id,
      totalUl: 4_000_000,
      start: { kind: 'leftover', leftUl: 1_300_000, strength: parts(12) },
      how: 'inPlace',
      shown: { pourOffUl: 0, waterUl: 2_492_308, productUl: 207_692 },
    });
    expect([answer.status, answer.body.detail]).toEqual([201, undefined]);
    const moved = await lastMoved();
    expect(moved).toMatchObject({ 'difference concentrate': -100_000, 'difference water': -1_200_000 });
    expect(await sums()).toEqual([]);
  });

  it.each([
    [
      'of another product',
      { productId: SHAMPOO, containerId: 5, strength: parts(12) },
      409,
      'leftover.different',
    ],
    [
      'larger than the vessel',
      { start: { kind: 'leftover', leftUl: 820_000, strength: parts(12) } as const },
      422,
      'leftover.overVessel',
    ],
    [
      'by amounts that are not those',
      { shown: { pourOffUl: 0, waterUl: 369_230, productUl: 30_770 } },
      409,
      'mix.changed',
    ],
    ['in a way there is not', { how: 'grow' as const }, 409, 'mix.changed'],
  ])('%s is refused, and nothing is booked', async (_, change, status, code) => {
    const before = await shop.books.rows('SELECT count(*)::int AS n FROM movement');
    const answer = await book({
      start: { kind: 'leftover', leftUl: 350_000, strength: parts(12) },
      how: 'inPlace',
      shown: { pourOffUl: 0, waterUl: 369_231, productUl: 30_769 },
      ...change,
    });
    expect([answer.status, answer.body.code]).toEqual([status, code]);
    expect(await shop.books.rows('SELECT count(*)::int AS n FROM movement')).toEqual(before);
  });
});

describe('what was poured wrong', () => {
  it('past the fill limit, part of it goes off first and is waste', async () => {
    const answer = await book({
      start: { kind: 'poured', productUl: 60_000, waterUl: 720_000 },
      how: 'pourOffFirst',
      totalUl: 750_000,
      measured: [],
      shown: { pourOffUl: 30_000, waterUl: 0, productUl: 0 },
    });
    expect(answer.status, answer.text).toBe(201);
    const holds = await bottle();
    expect(holds?.ul).toBe(750_000);
    expect(holds?.productUl).toBe(57_692);
    expect(await sums()).toEqual([]);
  });

  it('is drawn as it was, and what is poured off is waste', async () => {
    const before = await held();
    const answer = await book({
      start: { kind: 'poured', productUl: 90_000, waterUl: 660_000 },
      how: 'pourOffFirst',
      shown: { pourOffUl: 269_231, waterUl: 269_231, productUl: 0 },
    });
    expect([answer.status, answer.body.detail]).toEqual([201, undefined]);
    expect(answer.body).toMatchObject({ productUl: 90_000, pouredOffUl: 269_231, estimate: true });
    expect(before - (await held())).toBe(90_000);
    expect(await bottle()).toMatchObject({ ul: 750_000, productUl: 57_692 });
    const moved = await lastMoved();
    expect((moved['waste concentrate'] ?? 0) + (moved['waste water'] ?? 0)).toBe(269_231);
    expect(await sums()).toEqual([]);
  });

  it('can not be more than the container held', async () => {
    const answer = await book({
      vesselId: 5,
      totalUl: 17_550_000,
      start: { kind: 'poured', productUl: 17_500_000, waterUl: 50_000 },
      how: 'pourOffFirst',
      shown: { pourOffUl: 1, waterUl: 1, productUl: 0 },
    });
    expect(['mix.changed', 'stock.short']).toContain(answer.body.code);
  });
});

describe('two into one', () => {
  const merge = (change: object = {}) =>
    bram('post', '/api/merges', {
      from: { vesselId: 2, leftUl: 300_000 },
      into: { vesselId: BOTTLE, leftUl: 400_000 },
      ...change,
    });
  const mixes = {
    productUl: Math.round(300_000 * (38_462 / 500_000)) + Math.round(400_000 * (57_692 / 750_000)),
  };
  const shown = { productUl: mixes.productUl, waterUl: 700_000 - mixes.productUl };

  beforeEach(async () => {
    expect((await book({})).status).toBe(201);
    const small = {
      vesselId: 2,
      totalUl: 500_000,
      shown: { pourOffUl: 0, waterUl: 461_538, productUl: 38_462 },
    };
    expect((await book(small)).status).toBe(201);
  });

  it('becomes one batch of both, the rest of each used, and can be taken back', async () => {
    const before = await balances(shop.books);
    const answer = await merge({ shown });
    expect([answer.status, answer.body.detail]).toEqual([201, undefined]);
    expect(answer.body).toMatchObject({ totalUl: 700_000, vesselName: 'Trigger bottle, white cap' });
    expect(await bottle()).toMatchObject({
      ul: 700_000,
      productUl: shown.productUl,
      code: answer.body.batchCode,
    });
    expect(((await bram('get', '/api/vessels/2')).body as Vessel).holds).toBeNull();
    expect(await sums()).toEqual([]);
    expect((await bram('post', `/api/movements/${answer.body.movementId}/reversals`, {})).status).toBe(201);
    expect(await balances(shop.books)).toEqual(before);
  });

  it.each([
    ['with itself', { from: { vesselId: BOTTLE, leftUl: 1 } }, 422, 'merge.sameVessel'],
    ['with a different product', { from: { vesselId: 3, leftUl: 100_000 } }, 409, 'merge.differentProducts'],
    ['with a vessel that holds nothing', { from: { vesselId: 99, leftUl: 100_000 } }, 409, 'merge.notHeld'],
    ['of more than is held', { from: { vesselId: 2, leftUl: 500_001 } }, 422, 'merge.moreThanHeld'],
    ['of more than there is room for', { from: { vesselId: 2, leftUl: 400_000 } }, 409, 'merge.noRoom'],
    ['by amounts that are not those', { shown: { productUl: 1, waterUl: 699_999 } }, 409, 'mix.changed'],
  ])('%s is refused', async (_, change, status, code) => {
    const answer = await merge({ shown, ...change });
    expect([answer.status, answer.body.code]).toEqual([status, code]);
  });
});

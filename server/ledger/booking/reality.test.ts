import { beforeAll, describe, expect, it } from 'vitest';
import type { Container } from '#contract/equipment.ts';
import type { Movement, Slip } from '#contract/ledger.ts';
import type { Delivery, LedgerPage } from '#contract/stock.ts';
import { type Caller, serveShop } from '../../testing/demoShop.ts';
import { parts, usedUp } from '../../testing/pours.ts';

// What really happened, where it differs from what the books thought.

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

const [FOAM, PRE_WASH] = [2, 3];
const litres = (n: number) => n * 1_000_000;
const ml = (n: number) => n * 1_000;
const container = async (id: number) => (await bram('get', `/api/containers/${id}`)).body as Container;
const history = async (id: number) =>
  (await bram('get', `/api/containers/${id}/movements`)).body.rows as Movement[];

async function jug(productId = FOAM, priceMinor: number | null = 2_000): Promise<number> {
  const line = {
    productId,
    kind: 'jug',
    sizeUl: litres(5),
    count: 1,
    placeId: 1,
    lot: 'R-1',
    priceMinor,
    bestBefore: null,
  };
  const came = await odo('post', '/api/deliveries', {
    supplier: 'Kiln Bank Supplies',
    reference: '',
    lines: [line],
  });
  const id = (came.body as Delivery).containers[0]?.id ?? 0;
  await odo('post', `/api/containers/${id}/openings`, {});
  return id;
}
const pour = (as: Caller, containerId: number, more: object = {}) =>
  as('post', '/api/pours', {
    productId: FOAM,
    vesselId: 1,
    containerId,
    strength: parts(12),
    totalUl: ml(650),
    start: { kind: 'empty' },
    how: 'fill',
    measured: [],
    shown: { pourOffUl: 0, waterUl: ml(600), productUl: ml(50) },
    ...more,
  });
const leave = (id: number, leftUl: number) =>
  odo('post', `/api/containers/${id}/wastes`, { ul: litres(5) - leftUl, reason: 'leaked', note: '' });
const held = async (code: string): Promise<Record<string, number>> => {
  const rows = await shop.books.rows<{ name: string; ul: number }>(
    `SELECT p.name, b.ul FROM batch k JOIN account a ON a.batch_id = k.id JOIN balance b ON b.account_id = a.id
     JOIN product p ON p.id = b.product_id WHERE k.code = $1 AND b.ul > 0`,
    [code],
  );
  return Object.fromEntries(rows.map((r) => [r.name, r.ul]));
};

describe('what really is in the jug', () => {
  it('is found and poured in one movement that says so, and counts as both', async () => {
    const id = await jug();
    await leave(id, ml(30));
    const before = (await bram('get', `/api/movements?product=${FOAM}`)).body as LedgerPage;
    expect((await pour(bram, id)).body).toMatchObject({ code: 'stock.short' });
    expect((await pour(bram, id, { foundUl: ml(19) })).body).toMatchObject({ code: 'stock.short' });
    const slip = await pour(bram, id, { foundUl: ml(20) });
    expect(slip.body).toMatchObject({ leftUl: 0, productUl: ml(50) });
    expect((await history(id))[0]).toMatchObject({
      kind: 'pour',
      reason: 'inTheJug',
      changeUl: -ml(50),
      foundUl: ml(20),
      minor: 20,
    });
    const after = (await bram('get', `/api/movements?product=${FOAM}`)).body as LedgerPage;
    const of = (page: LedgerPage, kind: string) =>
      page.totals.find((t) => t.kind === kind) ?? { ul: 0, n: 0, minor: 0 };
    expect(of(after, 'pour').ul - of(before, 'pour').ul).toBe(ml(50));
    expect(of(after, 'pour').minor - of(before, 'pour').minor).toBe(20);
    expect(of(after, 'found').ul - of(before, 'found').ul).toBe(ml(20));
    const found = (await bram('get', '/api/movements?kind=found')).body as LedgerPage;
    expect(found.rows[0]).toMatchObject({ kind: 'pour', ul: -ml(50), foundUl: ml(20) });
    // Taken back, the books think of it what they thought before.
    const back = await bram('post', `/api/movements/${slip.body.movementId}/reversals`, {});
    expect(back.status).toBe(201);
    expect((await container(id)).heldUl).toBe(ml(30));
    const undone = (await bram('get', `/api/movements?product=${FOAM}`)).body as LedgerPage;
    expect(of(undone, 'found')).toEqual(of(before, 'found'));
    expect(of(undone, 'pour')).toEqual(of(before, 'pour'));
  });

  it('covers what is missing for the pour, and no more', async () => {
    const enough = await jug();
    expect((await pour(bram, enough, { foundUl: 1 })).body).toMatchObject({ code: 'container.full' });
    await bram('post', `/api/containers/${enough}/wastes`, { ul: ml(5), reason: 'spilt', note: '' });
    const nothing = await pour(bram, enough, { foundUl: ml(5) });
    expect([nothing.status, nothing.body.code]).toEqual([409, 'found.tooMuch']);
    const left = (await container(enough)).heldUl;
    await odo('post', `/api/containers/${enough}/wastes`, { ul: left - ml(30), reason: 'spilt', note: '' });
    const more = await pour(bram, enough, { foundUl: ml(21) });
    expect([more.status, more.body.code]).toEqual([409, 'found.tooMuch']);
    expect(more.body.errors[0].message).toContain('20 ml is missing');
    expect((await container(enough)).heldUl).toBe(ml(30));
    expect((await pour(bram, enough, { foundUl: ml(20) })).status).toBe(201);
  });

  it('is never more than it can hold', async () => {
    const id = await jug();
    const answer = await pour(bram, id, { foundUl: ml(20) });
    expect(answer.body).toMatchObject({ code: 'container.full', errors: [{ pointer: '/foundUl' }] });
    for (const foundUl of [0, -5, 1.5, '20']) {
      expect((await pour(bram, id, { foundUl })).body.errors[0]).toMatchObject({ pointer: '/foundUl' });
    }
  });
});

describe('a container nobody can find', () => {
  it('is written off by a lead, is off the shelf, and stands there again once it turns up', async () => {
    const id = await jug();
    expect((await bram('post', `/api/containers/${id}/losses`, { note: 'Van' })).status).toBe(403);
    const lost = await odo('post', `/api/containers/${id}/losses`, { note: 'Last in the van' });
    expect(lost.body).toMatchObject({ heldUl: 0 });
    const shelf = (await bram('get', '/api/containers')).body.rows as Container[];
    expect(shelf.some((c) => c.id === id)).toBe(false);
    expect((await pour(bram, id)).status).toBe(409);
    const [line] = await history(id);
    expect(line).toMatchObject({ kind: 'count', reason: 'lost', changeUl: -litres(5), minor: 2_000 });
    expect((await odo('post', `/api/movements/${line?.id}/reversals`, {})).status).toBe(201);
    expect(await container(id)).toMatchObject({ heldUl: litres(5) });
    expect((await pour(bram, id)).status).toBe(201);
  });
});

describe('the wrong product', () => {
  it('is put right in one step: the first pour taken back, the right one booked, the same vessel', async () => {
    const [wrong, right] = [await jug(FOAM), await jug(PRE_WASH, 3_000)];
    const slip = (await pour(bram, wrong)).body as Slip;
    const same = await bram('post', `/api/movements/${slip.movementId}/corrections`, {
      containerId: wrong,
      note: '',
    });
    expect(same.body).toMatchObject({ code: 'correction.same', errors: [{ pointer: '/containerId' }] });
    const put = await bram('post', `/api/movements/${slip.movementId}/corrections`, {
      containerId: right,
      note: 'Took the jug beside it',
    });
    expect(put.status).toBe(201);
    expect(put.body).toMatchObject({ productUl: ml(50), waterUl: ml(600), leftUl: litres(5) - ml(50) });
    expect((await container(wrong)).heldUl).toBe(litres(5));
    expect((await container(right)).heldUl).toBe(litres(5) - ml(50));
    const [name] = await shop.books.rows<{ name: string }>('SELECT name FROM product WHERE id = $1', [
      PRE_WASH,
    ]);
    expect(await held(put.body.batchCode)).toEqual({ [name?.name ?? '']: ml(50), Water: ml(600) });
    expect(await held(slip.batchCode)).toEqual({});
    expect((await history(right))[0]).toMatchObject({
      kind: 'pour',
      changeUl: -ml(50),
      minor: 30,
      note: 'Took the jug beside it',
    });
    const twice = await bram('post', `/api/movements/${slip.movementId}/corrections`, {
      containerId: right,
      note: '',
    });
    expect(twice.body).toMatchObject({ code: 'undo.done' });
  });

  it('says what is dangerous about what it turns out to be, and is somebody’s who may take it back', async () => {
    const all = (await bram('get', '/api/products')).body as { id: number; caution: string }[];
    const careful = all.find((p) => p.caution && p.id !== FOAM) as { id: number; caution: string };
    await usedUp(bram, 1);
    const [wrong, right] = [await jug(FOAM), await jug(careful.id)];
    const slip = (await pour(odo, wrong)).body as Slip;
    const body = { containerId: right, note: '' };
    expect((await bram('post', `/api/movements/${slip.movementId}/corrections`, body)).status).toBe(403);
    const put = await hester('post', `/api/movements/${slip.movementId}/corrections`, body);
    expect(put.body.caution).toBe(careful.caution);
  });
});

describe('a late entry', () => {
  const ago = (hours: number) => new Date(shop.now.getTime() - hours * 3_600_000).toISOString();

  it('is dated when it happened and says when it was booked', async () => {
    const id = await jug();
    const late = await bram('post', `/api/containers/${id}/late-pours`, {
      ul: ml(80),
      note: 'Wheels of the last one in',
      occurredAt: ago(3),
    });
    expect(late.status).toBe(201);
    expect((await history(id)).find((m) => m.reason === 'late')).toMatchObject({
      at: ago(3),
      personName: 'Bram Addy',
      changeUl: -ml(80),
      bookedAt: expect.any(String),
    });
    expect(
      (await bram('post', `/api/containers/${id}/late-pours`, { ul: ml(80), note: 'x', occurredAt: ago(30) }))
        .body,
    ).toMatchObject({ code: 'when.tooLongAgo', errors: [{ pointer: '/occurredAt' }] });
    expect(
      (await bram('post', `/api/containers/${id}/late-pours`, { ul: ml(80), note: 'x', occurredAt: ago(-1) }))
        .status,
    ).toBe(422);
  });

  it('is entered for somebody else by a lead, under the name of who did it', async () => {
    const id = await jug();
    const wilf = (await bram('get', '/api/people')).body.find(
      (p: { name: string }) => p.name === 'Wilf Tarrant',
    ).id;
    const body = { ul: ml(40), note: 'Told on the phone', personId: wilf, occurredAt: ago(30) };
    expect((await bram('post', `/api/containers/${id}/late-pours`, body)).status).toBe(409);
    expect((await odo('post', `/api/containers/${id}/late-pours`, body)).status).toBe(201);
    const list = (await bram('get', `/api/movements?person=${wilf}`)).body as LedgerPage;
    expect(list.rows.find((r) => r.reason === 'late')).toMatchObject({ enteredBy: 'Odo Marsh', at: ago(30) });
  });

  it('never goes into a vessel that was filled since', async () => {
    const id = await jug();
    for (const vessel of [1, 2]) await usedUp(bram, vessel);
    await pour(bram, id);
    expect((await pour(bram, id, { occurredAt: ago(2) })).body).toMatchObject({ code: 'pour.filledSince' });
    const early = await pour(bram, id, {
      vesselId: 2,
      totalUl: ml(260),
      shown: { pourOffUl: 0, waterUl: ml(240), productUl: ml(20) },
    });
    expect(early.status).toBe(201);
  });
});

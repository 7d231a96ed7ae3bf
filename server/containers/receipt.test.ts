import { beforeAll, describe, expect, it } from 'vitest';
import type { Container } from '#contract/equipment.ts';
import type { Movement, Slip } from '#contract/ledger.ts';
import type { ReceiptBody } from '#contract/stock.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { FOAM, parts, pour, usedUp } from '../testing/pours.ts';

const shop = serveShop();
let bram: Caller;
let odo: Caller;
let hester: Caller;
beforeAll(async () => {
  [bram, odo, hester] = [
    await shop.signIn('Bram Addy'),
    await shop.signIn('Odo Marsh'),
    await shop.signIn('Hester Quill'),
  ];
  await usedUp(bram, 2);
});

const at = async (id: number) => (await hester('get', `/api/containers/${id}`)).body as Container;
const newest = async (id: number) =>
  ((await hester('get', `/api/containers/${id}/movements`)).body.rows as Movement[])[0] as Movement;

/** A sealed 5 L jug of foam for 45.00, of a delivery of two. */
async function delivered(): Promise<number> {
  const line = { productId: FOAM, kind: 'jug', sizeUl: 5_000_000, count: 2, placeId: 1, lot: 'R-1' };
  const { body } = await odo('post', '/api/deliveries', {
    supplier: 'Kiln Bank Supplies',
    reference: '',
    lines: [{ ...line, priceMinor: 4_500, bestBefore: '2027-03-01' }],
  });
  return body.containers[0].id;
}
const RECEIPT: ReceiptBody = {
  sizeUl: 5_000_000,
  lot: 'R-1',
  priceMinor: 4_500,
  bestBefore: '2027-03-01',
  supplier: 'Kiln Bank Supplies',
  reason: '',
};
const amend = (id: number, change: Partial<ReceiptBody>, as = odo) =>
  as('post', `/api/containers/${id}/receipts`, { ...RECEIPT, ...change });

/** Half a litre of it, neat enough to make the sums easy: 1:1 in the black-capped bottle. */
const draw = async (containerId: number) =>
  (
    await bram(
      'post',
      '/api/pours',
      pour({
        containerId,
        vesselId: 2,
        opens: true,
        strength: parts(1),
        totalUl: 500_000,
        shown: { pourOffUl: 0, waterUl: 250_000, productUl: 250_000 },
      }),
    )
  ).body as Slip;

async function kept(): Promise<void> {
  const off = await shop.books.rows(
    `SELECT b.account_id FROM balance b JOIN account a ON a.id = b.account_id WHERE a.physical AND (b.minor <> (
       SELECT coalesce(sum(CASE WHEN p.to_account = b.account_id THEN p.minor ELSE -p.minor END), 0) FROM posting p
       WHERE b.account_id IN (p.from_account, p.to_account) AND p.product_id = b.product_id) OR (b.ul = 0 AND b.minor <> 0))`,
  );
  expect(off).toEqual([]);
}

describe('a receipt that is put right', () => {
  it('is put right without a reason while nothing was drawn, and what it holds costs what it should', async () => {
    const id = await delivered();
    const { status, body } = await amend(id, {
      sizeUl: 10_000_000,
      priceMinor: 8_000,
      lot: 'R-2',
      bestBefore: null,
    });
    expect(status, JSON.stringify(body)).toBe(201);
    expect(body).toMatchObject({
      sizeUl: 10_000_000,
      heldUl: 10_000_000,
      heldMinor: 8_000,
      lot: 'R-2',
      bestBefore: null,
    });
    expect(await newest(id)).toMatchObject({
      kind: 'amend',
      changeUl: 5_000_000,
      minor: 3_500,
      amended: { sizeUl: [5_000_000, 10_000_000], priceMinor: [4_500, 8_000], lot: ['R-1', 'R-2'] },
    });
    await kept();
    expect(
      (await amend(id, { sizeUl: 10_000_000, priceMinor: 8_000, lot: 'R-2', bestBefore: null })).body.code,
    ).toBe('receipt.same');
  });

  it('takes a reason once something was drawn; what was drawn keeps its cost, what is left gets its own', async () => {
    const id = await delivered();
    const slip = await draw(id);
    expect((await amend(id, { priceMinor: 9_000 })).body).toMatchObject({
      code: 'receipt.noReason',
      errors: [{ pointer: '/reason' }],
    });
    const { body } = await amend(id, { priceMinor: 9_000, reason: 'The invoice says so' });
    expect(body).toMatchObject({ heldUl: 4_750_000, heldMinor: 8_550 });
    expect(await newest(id)).toMatchObject({
      note: 'The invoice says so',
      changeUl: 0,
      minor: 8_550 - 4_275,
    });
    // Taken back, the pour brings back what it cost.
    await bram('post', `/api/movements/${slip.movementId}/reversals`, {});
    expect(await at(id)).toMatchObject({ heldUl: 5_000_000, heldMinor: 8_775 });
    await kept();
  });

  it('can’t make a container smaller than what came out of it', async () => {
    const id = await delivered();
    await draw(id);
    const no = await amend(id, { sizeUl: 200_000, reason: 'Small one' });
    expect([no.status, no.body.code, no.body.errors[0].pointer]).toEqual([
      409,
      'receipt.moreDrawn',
      '/sizeUl',
    ]);
    const just = await amend(id, { sizeUl: 250_000, reason: 'Small one' });
    expect(just.body).toMatchObject({ heldUl: 0, heldMinor: 0 });
    await kept();
  });

  it('of a supplier holds for the whole delivery, and of a lot for what was decanted from it', async () => {
    const id = await delivered();
    await hester('post', `/api/containers/${id}/openings`, {});
    const into = { kind: 'new', containerKind: 'bottle', sizeUl: 1_000_000, placeId: 2 };
    await odo('post', `/api/containers/${id}/decants`, { ul: 500_000, into });
    const bottle = ((await hester('get', '/api/containers')).body.rows as Container[]).at(-1) as Container;
    expect([bottle.decantedFrom, bottle.lot]).toEqual([(await at(id)).code, 'R-1']);
    const right = await amend(id, { lot: 'R-9', supplier: 'Quay Street Trade', reason: 'Label read again' });
    expect(right.status, JSON.stringify(right.body)).toBe(201);
    expect((await at(bottle.id)).lot).toBe('R-9');
    expect((await at(id + 1)).supplier).toBe('Quay Street Trade');
    expect((await at(id + 1)).lot).toBe('R-1');
    expect((await amend(bottle.id, { supplier: null })).body.code).toBe('receipt.decanted');
    expect((await hester('get', '/api/lots/R-9')).body.containers).toHaveLength(2);
  });

  it('is no way out of a lot on hold, but for a manager; and nothing for a technician', async () => {
    const id = await delivered();
    await odo('post', '/api/lots/R-1/holds', { words: 'Smells off' });
    expect((await amend(id, { lot: 'R-3' })).body.code).toBe('lot.keeps');
    expect((await amend(id, { lot: 'R-3' }, bram)).status).toBe(403);
    expect((await amend(id, { lot: 'R-3' }, hester)).body).toMatchObject({ lot: 'R-3', onHold: null });
  });

  it('is a line of the ledger and the trail with what changed, and is sent once however often', async () => {
    const id = await delivered();
    const key = 'receipt-key-1';
    const send = () =>
      odo('post', `/api/containers/${id}/receipts`, { ...RECEIPT, priceMinor: 4_400 }, { key });
    expect((await send()).status).toBe(201);
    expect((await send()).body).toMatchObject({ heldMinor: 4_400 });
    const { rows } = (await odo('get', '/api/movements?kind=amend')).body;
    expect(rows[0]).toMatchObject({ ul: 0, minor: -100 });
    const [line] = (await odo('get', '/api/trail?kind=amended')).body.rows;
    expect(line).toMatchObject({
      by: 'Odo Marsh',
      ul: 0,
      minor: -100,
      amended: { priceMinor: [4_500, 4_400] },
    });
    expect((await odo('post', `/api/movements/${rows[0].id}/reversals`, {})).body.code).toBe('undo.notPour');
  });
});

import { beforeAll, describe, expect, it } from 'vitest';
import { type Bought, isAwaited, type Order, toCome } from '#contract/orders.ts';
import type { Delivery, Supplier } from '#contract/stock.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';

const shop = serveShop();
let odo: Caller;
let bram: Caller;
let supplier: Supplier;
let other: Supplier;
beforeAll(async () => {
  [odo, bram] = [await shop.signIn('Odo Marsh'), await shop.signIn('Bram Addy')];
  [supplier, other] = (await odo('get', '/api/suppliers')).body as [Supplier, Supplier];
});

const litres = (n: number) => n * 1_000_000;
const line = (change: object = {}) => ({
  productId: 2,
  kind: 'pail',
  sizeUl: litres(20),
  count: 2,
  priceMinor: 9_400,
  why: 'Out by 20 May',
  ...change,
});
const body = (change: object = {}) => ({ supplierId: supplier.id, note: '', lines: [line()], ...change });
const order = async (id: number) => (await odo('get', `/api/orders/${id}`)).body as Order;
const receive = (lines: object[], change: object = {}) =>
  odo('post', '/api/deliveries', {
    supplier: supplier.name,
    reference: '',
    lines: lines.map((l) => ({ placeId: 1, lot: '', bestBefore: null, ...l })),
    ...change,
  });
const came = (count: number, of: object = {}) => ({
  productId: 2,
  kind: 'pail',
  sizeUl: litres(20),
  count,
  priceMinor: 9_600,
  ...of,
});
/** A new draft; whatever was drafted before for that supplier is discarded. */
async function draft(change: object = {}): Promise<Order> {
  const all = (await odo('get', '/api/orders')).body as Order[];
  for (const o of all) if (o.state === 'draft') await odo('post', `/api/orders/${o.id}/drops`, {});
  const made = await odo('post', '/api/orders', body(change));
  expect(made.status).toBe(201);
  return made.body;
}
const send = (o: Order) => odo('post', `/api/orders/${o.id}/sendings`, { revision: o.revision });

describe('an order', () => {
  it('is drafted, changed, sent and received short; what did not come stays open until it is closed', async () => {
    const made = await draft();
    expect(made).toMatchObject({ state: 'draft', supplier: supplier.name, lines: [{ count: 2, came: 0 }] });
    const glass = line({ productId: 5, kind: 'jug', sizeUl: litres(5), count: 3, priceMinor: null });
    const changed = await odo(
      'patch',
      `/api/orders/${made.id}`,
      { note: 'By van', lines: [line(), glass] },
      { ifMatch: made.revision },
    );
    expect(changed.body).toMatchObject({
      note: 'By van',
      lines: [{ productId: 2 }, { productId: 5, count: 3 }],
    });
    const sent = (await send(changed.body)).body as Order;
    expect(sent).toMatchObject({ state: 'sent', sentBy: 'Odo Marsh', dueOn: '2026-05-11' });
    expect(isAwaited(sent)).toBe(true);

    const short = await receive([came(1)], { orderId: made.id });
    expect(short.status).toBe(201);
    const after = await order(made.id);
    expect(after.lines.map(toCome)).toEqual([1, 3]);
    expect(isAwaited(after)).toBe(true);
    // Nothing is taken back that came.
    expect((await odo('post', `/api/orders/${made.id}/returns`, {})).body.code).toBe('order.came');

    await receive([came(1), came(3, { productId: 5, kind: 'jug', sizeUl: litres(5) })], { orderId: made.id });
    expect(isAwaited(await order(made.id))).toBe(false);
    const closed = (await odo('post', `/api/orders/${made.id}/closings`, {})).body as Order;
    expect(closed.state).toBe('closed');
    expect(closed.endedAt).not.toBeNull();
    expect((await odo('post', `/api/orders/${made.id}/returns`, {})).body.state).toBe('sent');
  });

  it('came as its receipt says, also once that is put right', async () => {
    const sent = (await send(await draft())).body as Order;
    const delivery = (await receive([came(2)], { orderId: sent.id })).body as Delivery;
    expect((await order(sent.id)).lines[0]?.came).toBe(2);
    const receipt = {
      lot: '',
      priceMinor: 9_600,
      bestBefore: null,
      supplier: supplier.name,
      reason: 'Misread',
    };
    const right = await odo('post', `/api/containers/${delivery.containers[0]?.id}/receipts`, {
      ...receipt,
      sizeUl: litres(10),
    });
    expect(right.status).toBe(201);
    expect((await order(sent.id)).lines[0]?.came).toBe(1);
  });

  it('is one draft for a supplier at a time, and discarded can be taken up again', async () => {
    const made = await draft();
    const second = await odo('post', '/api/orders', body());
    expect(second.body).toMatchObject({ status: 409, code: 'order.draftThere' });
    expect(second.text).toContain(made.code);
    expect((await odo('post', '/api/orders', body({ supplierId: other.id }))).status).toBe(201);
    expect((await odo('post', `/api/orders/${made.id}/drops`, {})).body.state).toBe('dropped');
    expect((await odo('post', `/api/orders/${made.id}/returns`, {})).body.state).toBe('draft');
    expect((await odo('post', `/api/orders/${made.id}/returns`, {})).body.code).toBe('order.isDraft');
    expect((await odo('post', `/api/orders/${made.id}/closings`, {})).body.code).toBe('order.notSent');
  });

  it('is sent as it was seen, once, however often that is asked; a sending is taken back while nothing came', async () => {
    const made = await draft();
    const changed = await odo(
      'patch',
      `/api/orders/${made.id}`,
      { note: 'x', lines: [line({ count: 9 })] },
      { ifMatch: made.revision },
    );
    expect((await send(made)).status).toBe(412);
    const stale = await odo(
      'patch',
      `/api/orders/${made.id}`,
      { note: '', lines: [line()] },
      { ifMatch: made.revision },
    );
    expect(stale.status).toBe(412);
    const key = 'order-sent-once-1';
    const path = `/api/orders/${made.id}/sendings`;
    const [first, again] = [
      await odo('post', path, { revision: changed.body.revision }, { key }),
      await odo('post', path, { revision: changed.body.revision }, { key }),
    ];
    expect(again.body).toEqual(first.body);
    expect(
      (
        await odo(
          'patch',
          `/api/orders/${made.id}`,
          { note: '', lines: [line()] },
          { ifMatch: first.body.revision },
        )
      ).body.code,
    ).toBe('order.notDraft');
    const back = (await odo('post', `/api/orders/${made.id}/returns`, {})).body as Order;
    expect(back).toMatchObject({ state: 'draft', sentAt: null, dueOn: null });
  });

  it('takes no nonsense, and loses nothing by it', async () => {
    const made = await draft();
    const patch = (lines: object[]) =>
      odo('patch', `/api/orders/${made.id}`, { note: '', lines }, { ifMatch: made.revision });
    for (const [lines, says] of [
      [[], 'none is entered'],
      [[line({ count: 0 })], 'How many'],
      [[line({ sizeUl: -1 })], 'Size'],
      [[line(), line({ count: 1 })], 'earlier line'],
      [[line({ productId: 9_999 })], 'product'],
    ] as const) {
      const refused = await patch([...lines]);
      expect(refused.status).toBe(422);
      expect(refused.text).toContain(says);
    }
    expect((await order(made.id)).lines).toEqual(made.lines);
    expect((await odo('post', '/api/orders', body({ supplierId: 9_999 }))).status).toBe(404);
    expect((await bram('get', '/api/orders')).status).toBe(403);
    expect((await odo('get', '/api/orders/9999')).status).toBe(404);
  });

  it('is received from its own supplier alone, once it was sent; without an order anything is', async () => {
    const made = await draft();
    expect((await receive([came(1)], { orderId: made.id })).body.code).toBe('order.notSent');
    await send(made);
    const wrong = await receive([came(1)], { orderId: made.id, supplier: other.name });
    expect(wrong.body).toMatchObject({ status: 422, code: 'order.otherSupplier' });
    expect((await order(made.id)).lines[0]?.came).toBe(0);
    expect((await receive([came(1)])).status).toBe(201);
    expect((await order(made.id)).lines[0]?.came).toBe(0);
  });
});

describe('what was bought of whom', () => {
  it('is each size in each delivery with its price, the newest first, as its receipt says', async () => {
    const rows = async () => (await odo('get', '/api/suppliers/bought')).body as Bought[];
    const before = await rows();
    expect(before.length).toBeGreaterThan(5);
    const delivery = (await receive([came(2, { priceMinor: 9_900 })])).body as Delivery;
    const after = await rows();
    expect(after).toHaveLength(before.length + 1);
    expect(after[0]).toMatchObject({
      supplierId: supplier.id,
      productId: 2,
      sizeUl: litres(20),
      priceMinor: 9_900,
    });
    const id = delivery.containers[0]?.id;
    const receipt = {
      sizeUl: litres(20),
      lot: '',
      bestBefore: '2027-01-01',
      supplier: supplier.name,
      reason: 'Misread',
    };
    await odo('post', `/api/containers/${id}/receipts`, { ...receipt, priceMinor: 9_950 });
    expect((await rows())[0]).toMatchObject({ priceMinor: 9_950, bestBefore: '2027-01-01' });
  });

  it('terms of a supplier are a lead’s to set, and clash where two set them', async () => {
    const path = `/api/suppliers/${supplier.id}`;
    const terms = { leadDays: 5, minimumMinor: 15_000, deliveryMinor: 900 };
    const set = await odo('patch', path, terms, { ifMatch: supplier.revision });
    expect(set.body).toMatchObject(terms);
    expect((await odo('patch', path, terms, { ifMatch: supplier.revision })).status).toBe(412);
    const refused = await odo('patch', path, { ...terms, minimumMinor: -1 }, { ifMatch: set.body.revision });
    expect(refused.text).toContain('Minimum order');
  });
});

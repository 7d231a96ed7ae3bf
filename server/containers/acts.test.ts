import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Container } from '#contract/equipment.ts';
import type { Movement } from '#contract/ledger.ts';
import type { Delivery } from '#contract/stock.ts';
import { decantedPrice } from '#core/stock/decant.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';

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

const FOAM = 2;
const ml = (n: number) => n * 1_000;
const litres = (n: number) => n * 1_000_000;
const container = async (id: number) => (await bram('get', `/api/containers/${id}`)).body as Container;
const history = async (id: number) =>
  (await bram('get', `/api/containers/${id}/movements`)).body.rows as Movement[];
const line = (more = {}) => ({
  productId: FOAM,
  kind: 'pail',
  sizeUl: litres(20),
  count: 1,
  placeId: 1,
  lot: 'K-77',
  priceMinor: 8_000,
  bestBefore: '2027-11-30',
  ...more,
});
const deliver = (lines: object[], as = odo) =>
  as('post', '/api/deliveries', { supplier: 'Kiln and Quarry Supply', reference: 'KQ-1044', lines });
/** A pail of its own, open. */
async function pail(more = {}): Promise<Container> {
  const delivery = (await deliver([line(more)])).body as Delivery;
  const id = delivery.containers[0]?.id ?? 0;
  expect((await bram('post', `/api/containers/${id}/openings`, {})).status).toBe(201);
  return container(id);
}
const total = async (): Promise<number> => {
  const rows = await shop.books.rows<{ ul: number }>(
    'SELECT sum(ul)::bigint AS ul FROM balance GROUP BY product_id HAVING sum(ul) <> 0',
  );
  return rows.length;
};

describe('a delivery', () => {
  it('brings many containers in one go, each with its code, lot, price, supplier and best-before', async () => {
    const answer = await deliver([
      line({ count: 2 }),
      line({ kind: 'jug', sizeUl: litres(5), priceMinor: null, lot: '' }),
    ]);
    expect(answer.status).toBe(201);
    const delivery = answer.body as Delivery;
    expect(delivery).toMatchObject({
      code: expect.stringMatching(/^D-\d+$/),
      supplier: 'Kiln and Quarry Supply',
      receivedBy: 'Odo Marsh',
    });
    expect(delivery.containers.map((c) => c.kind)).toEqual(['pail', 'pail', 'jug']);
    expect(new Set(delivery.containers.map((c) => c.code)).size).toBe(3);
    const first = await container(delivery.containers[0]?.id ?? 0);
    expect(first).toMatchObject({
      heldUl: litres(20),
      bestBefore: '2027-11-30',
      supplier: 'Kiln and Quarry Supply',
      openedAt: null,
      lot: 'K-77',
    });
    expect(await history(first.id)).toMatchObject([{ kind: 'receive', changeUl: litres(20) }]);
    // The same supplier, however it is written, is the same.
    await odo('post', '/api/deliveries', {
      supplier: 'KILN AND QUARRY supply ',
      reference: '',
      lines: [line()],
    });
    expect(
      (await bram('get', '/api/suppliers')).body.filter((s: { name: string }) => /kiln and/i.test(s.name)),
    ).toHaveLength(1);
    expect((await bram('get', '/api/deliveries')).body[0].containers).toHaveLength(1);
  });

  it('is booked whole or not at all, naming the line that is wrong', async () => {
    const before = (await bram('get', '/api/deliveries')).body.length;
    const unknown = await deliver([line(), line({ productId: 99_999 })]);
    expect(unknown.body).toMatchObject({
      detail: expect.stringMatching(/^Line 2: /),
      errors: [{ pointer: '/lines/1/productId' }],
    });
    for (const [bad, pointer] of [
      [line({ count: 0 }), '/lines/0/count'],
      [line({ sizeUl: -5 }), '/lines/0/sizeUl'],
      [line({ bestBefore: 'soon' }), '/lines/0/bestBefore'],
      [line({ priceMinor: 1.5 }), '/lines/0/priceMinor'],
    ] as const) {
      expect((await deliver([bad])).body.errors[0]).toMatchObject({
        pointer,
        remedy: expect.stringMatching(/\S/),
      });
    }
    expect((await deliver([])).body.errors[0].pointer).toBe('/lines');
    expect((await deliver([line()], bram)).status).toBe(403);
    expect((await bram('get', '/api/deliveries')).body.length).toBe(before);
  });
});

describe('one that is counted in', () => {
  it('may leave its best-before out, or give it', async () => {
    const one = {
      productId: FOAM,
      kind: 'jug',
      sizeUl: litres(5),
      levelUl: litres(2),
      placeId: 1,
      lot: '',
      priceMinor: null,
      opened: true,
    };
    expect((await odo('post', '/api/containers', one)).body).toMatchObject({
      heldUl: litres(2),
      bestBefore: null,
      supplier: null,
    });
    expect((await odo('post', '/api/containers', { ...one, bestBefore: '2027-01-31' })).body.bestBefore).toBe(
      '2027-01-31',
    );
    expect(
      (await odo('post', '/api/containers', { ...one, bestBefore: '31/1/27' })).body.errors[0].pointer,
    ).toBe('/bestBefore');
  });
});

describe('what becomes of a container', () => {
  it('some of it is wasted with a reason; more than half a litre is for a lead; it is taken back', async () => {
    const { id, code } = await pail();
    const waste = (ul: number, more = {}, as = bram) =>
      as('post', `/api/containers/${id}/wastes`, { ul, reason: 'spilt', note: 'knocked over', ...more });
    expect((await waste(ml(400))).body.heldUl).toBe(litres(20) - ml(400));
    expect((await waste(ml(501))).body).toMatchObject({ code: 'waste.tooMuch' });
    expect((await waste(ml(501), {}, odo)).status).toBe(201);
    expect((await waste(ml(1), { reason: 'other', note: ' ' })).body.errors[0]).toMatchObject({
      pointer: '/note',
    });
    expect((await waste(litres(30), {}, odo)).body.errors[0].message).toContain(`${code} holds`);
    const [last] = await history(id);
    expect(last).toMatchObject({ kind: 'waste', reason: 'spilt', note: 'knocked over', changeUl: -ml(501) });
    expect((await odo('post', `/api/movements/${last?.id}/reversals`, {})).status).toBe(201);
    expect((await container(id)).heldUl).toBe(litres(20) - ml(400));
  });

  it('so much a day and person, however many times; what was taken back does not count', async () => {
    const noor = await shop.signIn('Noor Pell');
    const { id } = await pail();
    const waste = (ul: number) =>
      noor('post', `/api/containers/${id}/wastes`, { ul, reason: 'spilt', note: '' });
    expect((await waste(ml(300))).status).toBe(201);
    const over = await waste(ml(300));
    expect([over.status, over.body.code]).toEqual([403, 'waste.tooMuch']);
    expect(over.body.detail).toContain('you have booked 300 ml today');
    expect((await waste(ml(200))).status).toBe(201);
    expect((await waste(1)).body.code).toBe('waste.tooMuch');
    const [last] = await history(id);
    expect((await noor('post', `/api/movements/${last?.id}/reversals`, {})).status).toBe(201);
    expect((await waste(ml(200))).status).toBe(201);
  });

  it('is decanted into a new one, which carries lot, price and best-before, and into one with room', async () => {
    const from = await pail();
    const decant = (ul: number, into: object, as = odo) =>
      as('post', `/api/containers/${from.id}/decants`, { ul, into });
    const jug = { kind: 'new', containerKind: 'jug', sizeUl: litres(5), placeId: 2 };
    expect((await decant(litres(5), jug, bram)).status).toBe(403);
    expect((await decant(litres(4), jug)).body.heldUl).toBe(litres(16));
    const [moved] = await history(from.id);
    expect(moved).toMatchObject({
      kind: 'decant',
      changeUl: -litres(4),
      otherCode: expect.stringMatching(/^P-/),
    });
    const target = await container(Number(moved?.otherCode?.slice(2)));
    expect(target).toMatchObject({
      heldUl: litres(4),
      sizeUl: litres(5),
      lot: 'K-77',
      priceMinor: 2_000,
      bestBefore: '2027-11-30',
      decantedFrom: from.code,
    });
    expect(target.openedAt).not.toBeNull();
    expect(await history(target.id)).toMatchObject([
      { kind: 'decant', changeUl: litres(4), otherCode: from.code },
    ]);

    const into = { kind: 'existing', containerId: target.id };
    expect((await decant(litres(2), into)).body).toMatchObject({
      code: 'container.noRoom',
      detail: expect.stringContaining('room for'),
    });
    expect((await decant(litres(1), into)).status).toBe(201);
    const other = (await bram('get', '/api/containers')).body.rows.find(
      (c: Container) => c.productId !== FOAM && c.openedAt,
    ) as Container;
    expect((await decant(ml(10), { kind: 'existing', containerId: other.id })).body.detail).toContain(
      'never combined',
    );
    expect((await decant(ml(10), { kind: 'existing', containerId: from.id })).body.code).toBe('decant.same');
    expect((await decant(litres(6), jug)).body.errors[0].pointer).toBe('/into/sizeUl');
    expect((await decant(litres(50), into)).body.errors[0].pointer).toBe('/ul');
    const [again] = await history(from.id);
    expect((await odo('post', `/api/movements/${again?.id}/reversals`, {})).status).toBe(201);
    expect((await container(target.id)).heldUl).toBe(litres(4));
    expect((await container(from.id)).heldUl).toBe(litres(16));

    const sealed = ((await deliver([line()])).body as Delivery).containers[0];
    expect(
      (await odo('post', `/api/containers/${sealed?.id}/decants`, { ul: ml(10), into: jug })).body.code,
    ).toBe('container.sealed');
  });

  it('is moved, returned, and found to hold more', async () => {
    const { id } = await pail();
    expect((await bram('post', `/api/containers/${id}/moves`, { placeId: 3 })).body.placeName).toBe('Bay 1');
    expect((await bram('post', `/api/containers/${id}/moves`, { placeId: 3 })).body.code).toBe(
      'container.there',
    );
    const [moved] = await history(id);
    expect(moved).toMatchObject({ kind: 'transfer', toPlace: 'Bay 1', changeUl: 0 });
    expect((await hester('post', `/api/movements/${moved?.id}/reversals`, {})).body.code).toBe(
      'undo.notPour',
    );

    await odo('post', `/api/containers/${id}/wastes`, { ul: litres(2), reason: 'leaked', note: '' });
    const found = (ul: number) =>
      odo('post', `/api/containers/${id}/founds`, { ul, note: 'behind the compressor' });
    expect((await found(litres(1))).body.heldUl).toBe(litres(19));
    expect((await found(litres(5))).body.code).toBe('container.noRoom');
    expect((await bram('post', `/api/containers/${id}/founds`, { ul: 1, note: 'x' })).status).toBe(403);

    expect((await odo('post', `/api/containers/${id}/returns`, { note: '' })).body.errors[0].pointer).toBe(
      '/note',
    );
    expect((await odo('post', `/api/containers/${id}/returns`, { note: 'wrong colour' })).body.heldUl).toBe(
      0,
    );
    expect((await odo('post', `/api/containers/${id}/returns`, { note: 'again' })).body.code).toBe(
      'container.empty',
    );
    const [returned] = await history(id);
    expect(returned).toMatchObject({ kind: 'return', note: 'wrong colour', changeUl: -litres(19) });
    expect((await hester('post', `/api/movements/${returned?.id}/reversals`, {})).status).toBe(201);
    expect((await container(id)).heldUl).toBe(litres(19));
  });

  it('a jug out of a pail costs what each millilitre did', () => {
    expect(decantedPrice({ minor: 8_000, sizeUl: litres(20) }, litres(5))).toBe(2_000);
    expect(decantedPrice({ minor: 999, sizeUl: litres(5) }, ml(333))).toBe(67);
  });

  it('is not made fuller than it can be by taking something back', async () => {
    const [from, into] = [await pail(), await pail()];
    await hester('post', `/api/containers/${into.id}/wastes`, { ul: litres(1), reason: 'spilt', note: '' });
    const decant = { ul: ml(500), into: { kind: 'existing', containerId: into.id } };
    expect((await hester('post', `/api/containers/${from.id}/decants`, decant)).status).toBe(201);
    const [decanted] = await history(into.id);
    await hester('post', `/api/containers/${from.id}/founds`, { ul: ml(400), note: 'there' });
    const refused = await hester('post', `/api/movements/${decanted?.id}/reversals`, {});
    expect([refused.status, refused.body.code]).toEqual([409, 'undo.overfull']);
    expect((await container(from.id)).heldUl).toBe(litres(20) - ml(100));
  });

  it('whatever is done in whatever order, every product sums to nothing and no container holds less or more than it can', async () => {
    const act = fc.record({
      do: fc.constantFrom('wastes', 'founds', 'returns', 'decants', 'undo'),
      ul: fc.integer({ min: 1, max: litres(9) }),
      from: fc.integer({ min: 0, max: 1 }),
    });
    await fc.assert(
      fc.asyncProperty(fc.array(act, { minLength: 3, maxLength: 12 }), async (acts) => {
        const two = [await pail(), await pail({ sizeUl: litres(10), kind: 'jug' })];
        const held = two.map((c) => c.heldUl);
        for (const { do: what, ul, from } of acts) {
          const [a, b] = [two[from] as Container, two[1 - from] as Container];
          const before = await Promise.all(two.map((c) => container(c.id)));
          const body = {
            wastes: { ul, reason: 'spilt', note: '' },
            founds: { ul, note: 'there' },
            returns: { note: 'why' },
            decants: { ul, into: { kind: 'existing', containerId: b.id } },
            undo: {},
          }[what];
          const newest = what === 'undo' ? (await history(a.id))[0] : null;
          const path = newest ? `/api/movements/${newest.id}/reversals` : `/api/containers/${a.id}/${what}`;
          const answer = await hester('post', path, body);
          const after = await Promise.all(two.map((c) => container(c.id)));
          if (answer.status !== 201) expect(after).toEqual(before);
          for (const c of after) {
            expect(c.heldUl).toBeGreaterThanOrEqual(0);
            expect(c.heldUl).toBeLessThanOrEqual(c.sizeUl);
          }
        }
        // What the containers hold is what their histories come to.
        for (const [i, c] of two.entries()) {
          const sum = (await history(c.id)).reduce((ul, m) => ul + m.changeUl, 0);
          expect((await container(c.id)).heldUl).toBe(sum);
          expect(held[i]).toBeGreaterThan(0);
        }
        expect(await total()).toBe(0);
      }),
      { numRuns: 12 },
    );
  });
});

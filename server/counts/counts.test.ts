import { beforeAll, describe, expect, it } from 'vitest';
import type { Count } from '#contract/counts.ts';
import type { Container } from '#contract/equipment.ts';
import type { Movement } from '#contract/ledger.ts';
import type { TrailPage } from '#contract/trail.ts';
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

const litres = (n: number) => n * 1_000_000;
const container = async (id: number) => (await bram('get', `/api/containers/${id}`)).body as Container;
const history = async (id: number) =>
  (await bram('get', `/api/containers/${id}/movements`)).body.rows as Movement[];

/** A place of its own with so many full jugs in it. */
async function place(
  name: string,
  jugs = 2,
  sizeUl = litres(5),
): Promise<{ placeId: number; ids: number[] }> {
  const made = await hester('post', '/api/places', { name, kind: 'store' });
  const line = {
    productId: 2,
    kind: 'jug',
    sizeUl,
    count: jugs,
    placeId: made.body.id,
    lot: 'C-1',
    priceMinor: 2_000,
    bestBefore: null,
  };
  const came = await odo('post', '/api/deliveries', {
    supplier: 'Kiln Bank Supplies',
    reference: '',
    lines: [line],
  });
  const ids = came.body.containers.map((c: { id: number }) => c.id) as number[];
  for (const id of ids) await odo('post', `/api/containers/${id}/openings`, {});
  return { placeId: made.body.id, ids };
}
const start = async (placeId: number, blind = true) =>
  (await odo('post', '/api/counts', { placeId, blind })).body as Count;
const look = (count: Count, containerId: number, reading: object, as = odo) =>
  as('post', `/api/counts/${count.id}/lines`, { containerId, reading });
const weighed = (grossG: number, tareG: number | null = 210) => ({
  kind: 'weight',
  grossG,
  tareG,
  source: 'typed',
});
const why = (containerId: number, reason = 'notKnown') => ({ containerId, reason, note: '' });
/** Weighs what so many ml of foam weigh in a jug of 210 g. */
const grams = async (heldUl: number) => {
  const [row] = await shop.books.rows<{ g: number | null }>('SELECT g_per_ml AS g FROM product WHERE id = 2');
  return 210 + (heldUl / 1_000) * (row?.g ?? 1.03);
};

describe('a count', () => {
  it('is blind, by weight and dip, goes on after a break, and books what differs with its reason', async () => {
    const { placeId, ids } = await place('Loft');
    const [a, b] = ids as [number, number];
    const count = await start(placeId);
    expect(count).toMatchObject({
      code: expect.stringMatching(/^N-\d+$/),
      state: 'open',
      containers: 2,
      counted: 0,
    });
    expect(count.lines.map((l) => [l.bookUl, l.seen])).toEqual([
      [null, null],
      [null, null],
    ]);
    const first = (await look(count, a, weighed(await grams(litres(4.6))))).body as Count;
    expect(first.lines[0]?.seen).toMatchObject({
      method: 'weight',
      difference: null,
      times: 1,
      by: 'Odo Marsh',
    });
    expect(first.lines[0]?.seen?.ul).toBeCloseTo(litres(4.6), -3);
    // Somebody else goes on with it, later.
    const later = (await hester('get', `/api/counts/${count.id}`)).body as Count;
    expect(later).toMatchObject({ counted: 1 });
    await look(count, b, { kind: 'eye', share: 1 }, hester);

    const compared = (await odo('post', `/api/counts/${count.id}/comparisons`, {})).body as Count;
    expect(compared.lines.map((l) => l.seen?.difference?.beyond)).toEqual([true, false]);
    expect(compared.lines[0]).toMatchObject({ bookUl: litres(5), seen: { difference: { minor: 160 } } });
    const silent = await odo('post', `/api/counts/${count.id}/closings`, { reasons: [] });
    expect(silent.body).toMatchObject({ code: 'count.noReason', errors: [{ pointer: '/reasons' }] });
    const closed = (
      await odo('post', `/api/counts/${count.id}/closings`, { reasons: [why(a, 'overPoured')] })
    ).body as Count;
    expect(closed).toMatchObject({ state: 'closed', closedBy: 'Odo Marsh' });
    expect(closed.lines[0]?.seen).toMatchObject({ reason: 'overPoured' });
    expect((await container(a)).heldUl).toBe(first.lines[0]?.seen?.ul);
    expect((await container(a)).tareG).toBe(210);
    expect((await container(b)).heldUl).toBe(litres(5));
    expect((await history(a))[0]).toMatchObject({ kind: 'count', reason: 'overPoured', minor: 160 });
    expect((await look(count, a, { kind: 'gone' })).body).toMatchObject({ code: 'count.over' });
  });

  it('books the difference, not the level: what was poured since stays poured', async () => {
    const { placeId, ids } = await place('Shed', 1);
    const [a] = ids as [number];
    const count = await start(placeId);
    await look(count, a, weighed(await grams(litres(4.8))));
    await odo('post', `/api/containers/${a}/wastes`, { ul: litres(1), reason: 'spilt', note: '' });
    await odo('post', `/api/counts/${count.id}/closings`, { reasons: [why(a)] });
    expect((await container(a)).heldUl / 1_000).toBeCloseTo(3_800, 0);
  });

  it('takes what is not there off the shelf, and a manager’s word for what is a lot', async () => {
    const { placeId, ids } = await place('Cellar', 1);
    const [a] = ids as [number];
    const count = await start(placeId, false);
    expect(count.lines[0]?.bookUl).toBe(litres(5));
    await look(count, a, { kind: 'gone' });
    const closing = { reasons: [why(a)] };
    const large = await odo('post', `/api/counts/${count.id}/closings`, closing);
    expect(large.body).toMatchObject({
      status: 403,
      code: 'count.large',
      override: { rule: 'count', subject: String(count.id) },
    });
    const people = (await odo('get', '/api/people')).body as { id: number; name: string }[];
    const idOf = (name: string) => people.find((p) => p.name === name)?.id;
    const word = {
      rule: 'count',
      subject: String(count.id),
      personId: idOf('Hester Quill'),
      pin: '1357',
      reason: 'I looked too',
    };
    expect(
      (await odo('post', '/api/overrides', { ...word, personId: idOf('Bram Addy'), pin: '1122' })).status,
    ).toBe(403);
    expect((await odo('post', '/api/overrides', { ...word, pin: '0000' })).body).toMatchObject({
      code: 'pin.wrong',
    });
    const { token } = (await odo('post', '/api/overrides', word)).body;
    const other = (await odo('post', '/api/overrides', { ...word, subject: '99999' })).body.token;
    const close = (token: string, as = odo) =>
      as('post', `/api/counts/${count.id}/closings`, closing, { headers: { Override: token } });
    expect((await close(other)).status).toBe(403);
    expect((await close(token)).body).toMatchObject({ state: 'closed' });
    expect(await container(a)).toMatchObject({ heldUl: 0, awayAt: expect.any(String) });
    const trail = (await odo('get', '/api/trail')).body as TrailPage;
    expect(trail.rows).toEqual(
      expect.arrayContaining([
        expect.objectContaining({
          kind: 'counted',
          ul: -litres(5),
          givenBy: 'Hester Quill',
          by: 'Odo Marsh',
        }),
        expect.objectContaining({
          kind: 'override',
          by: 'Hester Quill',
          about: 'Odo Marsh',
          note: 'I looked too',
          spent: true,
        }),
      ]),
    );
    expect((await bram('get', '/api/trail')).status).toBe(403);
  });

  it('refuses what can’t be, at its field, and one place is counted once at a time', async () => {
    const { placeId, ids } = await place('Annexe', 1);
    const [a] = ids as [number];
    const count = await start(placeId);
    expect((await odo('post', '/api/counts', { placeId, blind: true })).body).toMatchObject({
      code: 'count.open',
    });
    expect((await bram('post', '/api/counts', { placeId, blind: true })).status).toBe(403);
    expect((await odo('post', `/api/counts/${count.id}/comparisons`, {})).body).toMatchObject({
      code: 'count.nothing',
    });
    for (const [reading, pointer] of [
      [weighed(90_000), '/reading/grossG'],
      [weighed(5), '/reading/grossG'],
      [weighed(-5), '/reading/grossG'],
      [weighed(500, 0), '/reading/tareG'],
      [{ kind: 'dip', depthMm: 2_000 }, '/reading/depthMm'],
      [{ kind: 'eye', share: 1.2 }, '/reading/share'],
      [{ kind: 'guess' }, '/reading/kind'],
    ] as const) {
      expect((await look(count, a, reading)).body.errors?.[0]).toMatchObject({
        pointer,
        remedy: expect.stringMatching(/\S/),
      });
    }
    expect((await odo('post', `/api/counts/${count.id}/drops`, {})).body).toMatchObject({ state: 'dropped' });
    expect((await start(placeId)).state).toBe('open');
    expect((await container(a)).heldUl).toBe(litres(5));
  });

  it('finds what is not on its sheet: what stands elsewhere by the books, and what was missing', async () => {
    const { placeId, ids } = await place('Back room', 1);
    const { ids: others } = await place('Top shelf', 2);
    const [here] = ids as [number];
    const [elsewhere, lost] = others as [number, number];
    await odo('post', `/api/containers/${lost}/losses`, { note: 'On the van on Monday' });
    const missing = async () => (await bram('get', '/api/containers/missing')).body as { id: number }[];
    expect((await missing())[0]).toMatchObject({
      id: lost,
      lostUl: litres(5),
      lot: 'C-1',
      by: 'Odo Marsh',
      note: 'On the van on Monday',
    });
    const count = await start(placeId, false);
    const stray = (containerId: number) => odo('post', `/api/counts/${count.id}/strays`, { containerId });
    expect((await stray(elsewhere)).body.lines.map((l: { id: number }) => l.id)).toEqual([here, elsewhere]);
    expect((await history(elsewhere))[0]).toMatchObject({ kind: 'transfer', toPlace: 'Back room' });
    const { lines } = (await stray(lost)).body as Count;
    expect(lines.find((l) => l.id === lost)).toMatchObject({ bookUl: litres(5), seen: null });
    expect(await container(lost)).toMatchObject({
      heldUl: litres(5),
      heldMinor: 2_000,
      placeId,
      awayAt: null,
    });
    expect((await missing()).map((m) => m.id)).not.toContain(lost);
    // Once it is back nobody takes the loss back a second time, and it is on the sheet once.
    const loss = (await history(lost)).find((m) => m.reason === 'lost');
    expect((await odo('post', `/api/movements/${loss?.id}/reversals`, {})).body.code).toBe('undo.done');
    expect((await stray(lost)).body.lines).toHaveLength(3);
    expect((await stray(99_999)).status).toBe(404);
  });

  it('that called a container gone is put right when it turns up', async () => {
    const { placeId, ids } = await place('Annex', 1, litres(1));
    const [a] = ids as [number];
    const count = await start(placeId, false);
    await look(count, a, { kind: 'gone' });
    await hester('post', `/api/counts/${count.id}/closings`, { reasons: [why(a)] });
    expect(((await bram('get', '/api/containers/missing')).body as { id: number }[])[0]?.id).toBe(a);
    expect((await bram('post', `/api/containers/${a}/turn-ups`, {})).status).toBe(403);
    expect((await odo('post', `/api/containers/${a}/turn-ups`, {})).body).toMatchObject({
      heldUl: litres(1),
      heldMinor: 2_000,
      awayAt: null,
    });
    expect((await odo('post', `/api/containers/${a}/turn-ups`, {})).body.code).toBe('container.onShelf');
  });

  it('says who counted where somebody else closes it', async () => {
    const { placeId, ids } = await place('Cage', 1);
    const [a] = ids as [number];
    const count = await start(placeId, false);
    await look(count, a, { kind: 'eye', share: 0.5 }, hester);
    await look(count, a, { kind: 'eye', share: 0.5 }, odo);
    await hester('post', `/api/counts/${count.id}/closings`, { reasons: [why(a)] });
    expect((await history(a))[0]).toMatchObject({ kind: 'count', personName: 'Odo Marsh' });
    const { rows } = (await odo('get', '/api/trail?kind=counted')).body as TrailPage;
    expect(rows[0]).toMatchObject({ by: 'Hester Quill', about: 'Odo Marsh' });
  });
});

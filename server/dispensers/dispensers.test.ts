import { beforeAll, describe, expect, it } from 'vitest';
import type { Changeover, CheckBody, Line, LineCheck, Tip } from '#contract/dispensers.ts';
import type { Container } from '#contract/equipment.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { lines } from './queries.ts';

const shop = serveShop();
let hester: Caller;
let odo: Caller;
let bram: Caller;
beforeAll(async () => {
  [hester, odo, bram] = await Promise.all([
    shop.signIn('Hester Quill'),
    shop.signIn('Odo Marsh'),
    shop.signIn('Bram Addy'),
  ]);
});

const lineNamed = async (name: string) =>
  ((await bram('get', '/api/lines')).body as Line[]).find((l) => l.name === name) as Line;
const containerOf = async (product: string, opened = true) => {
  const page = (await bram('get', '/api/containers?limit=200')).body as { rows: Container[] };
  return page.rows.find((c) => c.productName === product && (c.openedAt !== null) === opened) as Container;
};
const fills = (...products: number[]): CheckBody['runs'] =>
  products.map((ml) => ({ totalUl: 2_000_000, used: { kind: 'volume', ul: ml * 1_000 }, source: 'typed' }));
const changeover = async (line: Line, product: string, more: object = {}) => ({
  lineCode: line.code,
  containerCode: (await containerOf(product)).code,
  tipId: ((await bram('get', '/api/tips')).body as Tip[])[2]?.id,
  target: { notation: 'parts', water: 30 },
  flushed: true,
  labelled: true,
  discardUl: 0,
  ...more,
});

describe('a line of the dispenser', () => {
  it('tells what hangs on it, what it gives with that, and when that has to be looked at again', async () => {
    const middle = await lineNamed('Middle line');
    expect(middle).toMatchObject({
      deviceName: 'Wall dispenser, bench',
      pail: { productName: 'Orchard Pre-wash' },
      tip: { name: 'wide', diameterMm: 0.9 },
      due: null,
      check: {
        tipName: 'wide',
        verdict: { verdict: 'use' },
        runs: [{ totalUl: 2_034_000, productUl: 90_000 }, {}, { totalUl: 2_106_000 }],
      },
    });
    expect(middle.check?.ratio).toBeCloseTo(22, 9);
    expect(await lineNamed('Right line')).toMatchObject({ pail: null, tip: null, check: null, due: null });
  });

  it('is overdue when its days are over', async () => {
    const later = new Date(shop.now.getTime() + 10 * 86_400_000);
    const due = async (now: Date) => (await lines(shop.books, { now })).map((l) => [l.name, l.due]);
    expect(await due(later)).toEqual([
      ['Left line', 'overdue'],
      ['Middle line', 'overdue'],
      ['Right line', null],
    ]);
    expect((await due(shop.now))[1]).toEqual(['Middle line', null]);
  });

  it('is verified by a lead, and what was collected is booked as waste', async () => {
    const before = await lineNamed('Middle line');
    const answer = await odo('post', `/api/lines/${before.id}/checks`, {
      method: 'scale',
      runs: fills(87, 88, 86.5),
      seen: before.check?.id,
    });
    expect(answer.status).toBe(201);
    const after = answer.body as Line;
    expect(after.check).toMatchObject({
      method: 'scale',
      personName: 'Odo Marsh',
      verdict: { verdict: 'use' },
    });
    expect((before.pail?.heldUl ?? 0) - (after.pail?.heldUl ?? 0)).toBe(261_500);
    const history = (await bram('get', `/api/containers/${after.pail?.id}/movements`)).body.rows;
    expect(history[0]).toMatchObject({ kind: 'waste', changeUl: -261_500 });
    expect(
      (
        await bram('post', `/api/lines/${before.id}/checks`, {
          method: 'volume',
          runs: fills(87),
          seen: null,
        })
      ).status,
    ).toBe(403);
  });

  it('that was verified by someone else in between is shown first', async () => {
    const line = await lineNamed('Middle line');
    const stale = await hester('post', `/api/lines/${line.id}/checks`, {
      method: 'volume',
      runs: fills(87, 88),
      seen: 1,
    });
    expect(stale.body).toMatchObject({
      status: 409,
      code: 'check.newer',
      detail: 'Odo Marsh verified this line in between.',
    });
  });

  it('that has drifted is a fault: nobody fills from it until it was found and measured again', async () => {
    const line = await lineNamed('Middle line');
    const weak = await odo('post', `/api/lines/${line.id}/checks`, {
      method: 'volume',
      runs: fills(60, 61, 60),
      seen: line.check?.id,
    });
    expect((weak.body as Line).check?.verdict).toMatchObject({
      verdict: 'fault',
      suspects: ['air', 'tip', 'footValve', 'pressure'],
    });
    const fill = await bram('post', '/api/line-fills', {
      lineId: line.id,
      vesselId: 2,
      totalUl: 500_000,
      strength: null,
      shown: { lineUl: 500_000, productUl: 14_705, addUl: 0 },
    });
    expect(fill.body).toMatchObject({ status: 409, code: 'line.unverified' });
    const back = await odo(
      'post',
      `/api/lines/${line.id}/checks/${(weak.body as Line).check?.id}/withdrawals`,
      {},
    );
    expect((back.body as Line).check?.verdict.verdict).toBe('use');
    const history = (await bram('get', `/api/lines/${line.id}/checks`)).body as LineCheck[];
    expect(history[0]?.withdrawnAt).not.toBeNull();
  });

  it('makes a volume of what a scale read, by the density of the product', async () => {
    const line = await lineNamed('Left line');
    const used = { kind: 'weight', beforeG: 13_139.5, afterG: 13_045.9 } as const;
    const answer = await odo('post', `/api/lines/${line.id}/checks`, {
      method: 'scale',
      runs: [{ totalUl: 2_000_000, used, source: 'simulated' }],
      seen: line.check?.id ?? null,
    });
    const [{ gPerMl } = { gPerMl: 0 }] = await shop.books.rows<{ gPerMl: number }>(
      'SELECT g_per_ml AS "gPerMl" FROM product WHERE id = $1',
      [line.pail?.productId],
    );
    expect((answer.body as Line).check?.runs).toEqual([
      { totalUl: 2_000_000, productUl: Math.round((93.6 / gPerMl) * 1_000), source: 'simulated' },
    ]);
  });

  it.each([
    ['nothing collected', [], 422, 'There is no fill yet.'],
    [
      'more product than was collected',
      [{ totalUl: 1_000, used: { kind: 'volume', ul: 2_000 }, source: 'typed' }],
      422,
      'as much as came out',
    ],
    [
      'a pail that got no lighter',
      [{ totalUl: 2_000_000, used: { kind: 'weight', beforeG: 9_000, afterG: 9_000 }, source: 'typed' }],
      422,
      'no lighter than before',
    ],
    [
      'more than the pail holds',
      [{ totalUl: 90_000_000, used: { kind: 'volume', ul: 60_000_000 }, source: 'typed' }],
      409,
      'this mix needs',
    ],
  ])('refuses %s', async (_, runs, status, words) => {
    const line = await lineNamed('Left line');
    const answer = await odo('post', `/api/lines/${line.id}/checks`, {
      method: 'volume',
      runs,
      seen: line.check?.id ?? null,
    });
    expect(answer.status).toBe(status);
    expect(JSON.stringify(answer.body)).toContain(words);
  });

  it('is primed by anyone, and the discard is waste that can be undone', async () => {
    const before = await lineNamed('Left line');
    const answer = await bram('post', `/api/lines/${before.id}/primings`, { productUl: 40_000 });
    expect(answer.status).toBe(201);
    expect((before.pail?.heldUl ?? 0) - ((await lineNamed('Left line')).pail?.heldUl ?? 0)).toBe(40_000);
    expect((await bram('post', `/api/movements/${answer.body.movementId}/reversals`, {})).status).toBe(201);
    expect((await lineNamed('Left line')).pail?.heldUl).toBe(before.pail?.heldUl);
    // So much a day, whatever it was thrown away from.
    const prime = (productUl: number) => bram('post', `/api/lines/${before.id}/primings`, { productUl });
    expect((await prime(500_001)).body).toMatchObject({ status: 403, code: 'waste.tooMuch' });
    expect((await prime(300_000)).status).toBe(201);
    const over = await prime(300_000);
    expect(over.body).toMatchObject({ code: 'waste.tooMuch', facts: { todayUl: 300_000 } });
    expect(over.body.override).toEqual({ rule: 'waste', subject: String(before.pail?.id) });
    const right = await lineNamed('Right line');
    expect((await bram('post', `/api/lines/${right.id}/primings`, { productUl: 40_000 })).body.code).toBe(
      'line.empty',
    );
  });
});

describe('a changeover', () => {
  it('matches line and pail by both codes, and says which is wrong', async () => {
    const right = await lineNamed('Right line');
    const send = async (product: string, more: object) =>
      odo('post', `/api/lines/${right.id}/changeovers`, await changeover(right, product, more));
    expect((await send('Millpond Shampoo', { lineCode: 'L-1' })).body.errors[0]).toMatchObject({
      pointer: '/lineCode',
    });
    expect((await send('Millpond Shampoo', { containerCode: 'P-999' })).body.code).toBe('pail.unknown');
    expect(
      (
        await send('Millpond Shampoo', {
          containerCode: (await containerOf('Beeswing Protective Shampoo', false)).code,
        })
      ).body.code,
    ).toBe('pail.sealed');
    expect((await send('Millpond Shampoo', { labelled: false })).body.code).toBe('line.notLabelled');
    expect((await send('Millpond Shampoo', { tipId: 999 })).body.code).toBe('tip.unknown');
    expect((await send('Signal Glass', {})).body).toMatchObject({ status: 409, code: 'dispense.never' });
    const done = await send('Millpond Shampoo', { lineCode: right.code.toLowerCase() });
    expect(done.body).toMatchObject({ pail: { productName: 'Millpond Shampoo' }, check: null, due: 'never' });
  });

  it('to another product asks for the old one to be flushed out, and forgets what was measured', async () => {
    const left = await lineNamed('Left line');
    const send = async (more: object) =>
      odo(
        'post',
        `/api/lines/${left.id}/changeovers`,
        await changeover(left, 'Lime Splash Remover', { tipId: left.tip?.id, ...more }),
      );
    const dry = await send({ flushed: false });
    expect(dry.body).toMatchObject({ status: 409, code: 'line.notFlushed' });
    const held = left.pail?.heldUl ?? 0;
    const done = await send({ discardUl: 25_000 });
    expect(done.body).toMatchObject({
      check: null,
      due: 'never',
      pail: { productName: 'Lime Splash Remover' },
    });
    const old = (await bram('get', `/api/containers/${left.pail?.id}`)).body as Container;
    expect(held - old.heldUl).toBe(25_000);
  });

  it('is followed by a verification that nobody has made before it', async () => {
    const right = await lineNamed('Right line');
    expect(right.due).toBe('never');
    const answer = await odo('post', `/api/lines/${right.id}/checks`, {
      method: 'volume',
      runs: fills(95, 96),
      seen: null,
    });
    expect(answer.status).toBe(201);
    expect((answer.body as Line).due).toBeNull();
  });

  it('to a fresh pail of the same product keeps the verification', async () => {
    const middle = await lineNamed('Middle line');
    const same = await odo(
      'post',
      `/api/lines/${middle.id}/changeovers`,
      await changeover(middle, 'Orchard Pre-wash', { tipId: middle.tip?.id, flushed: false }),
    );
    expect((same.body as Line).check?.id).toBe(middle.check?.id);
  });
});

describe('what became of a line', () => {
  it('is kept: what hung on it instead of what, by whom, and who took a verification back', async () => {
    const left = await lineNamed('Left line');
    const hung = (await bram('get', `/api/lines/${left.id}/changeovers`)).body as Changeover[];
    expect(hung[0]).toMatchObject({
      personName: 'Odo Marsh',
      fromProduct: 'Siding All-purpose',
      toProduct: 'Lime Splash Remover',
      flushed: true,
    });
    expect(hung.at(-1)).toMatchObject({ fromCode: null, fromProduct: null, tipName: 'wide' });
    expect(hung.map((o) => o.id)).toEqual([...hung.map((o) => o.id)].sort((a, b) => b - a));
    const middle = await lineNamed('Middle line');
    const checks = (await bram('get', `/api/lines/${middle.id}/checks`)).body as LineCheck[];
    expect(checks.find((c) => c.withdrawnAt !== null)?.withdrawnBy).toBe('Odo Marsh');
    expect(checks.filter((c) => c.withdrawnAt === null).every((c) => c.withdrawnBy === null)).toBe(true);
  });
});

describe('tips and lines on record', () => {
  it('are kept by a manager, a name once to a dispenser', async () => {
    const { deviceId } = await lineNamed('Left line');
    const tip = { deviceId, name: 'hair', diameterMm: 0.4 };
    expect((await hester('post', '/api/tips', tip)).status).toBe(201);
    expect((await hester('post', '/api/tips', { ...tip, name: 'HAIR' })).body.code).toBe('name.taken');
    expect((await hester('post', '/api/tips', { ...tip, diameterMm: 60 })).body.errors[0].message).toContain(
      'Diameter',
    );
    expect((await bram('post', '/api/tips', tip)).status).toBe(403);
    const line = { deviceId, name: 'Far line', footValve: false, checkDays: 14 };
    const made = await hester('post', '/api/lines', line);
    expect(made.body).toMatchObject({ code: `L-${made.body.id}`, footValve: false, due: null });
    const patched = await hester(
      'patch',
      `/api/lines/${made.body.id}`,
      { ...line, checkDays: 0, retired: false },
      { ifMatch: 1 },
    );
    expect(patched.body.errors[0].pointer).toBe('/checkDays');
  });
});

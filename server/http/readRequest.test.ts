import { beforeAll, describe, expect, it } from 'vitest';
import { NO_RIG } from '#contract/equipment.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';

const shop = serveShop();
let bram: Caller;
let hester: Caller;

beforeAll(async () => {
  bram = await shop.signIn('Bram Addy');
  hester = await shop.signIn('Hester Quill');
});

const everything = () =>
  shop.books.rows(`SELECT (SELECT count(*) FROM movement) AS m, (SELECT count(*) FROM product) AS p,
    (SELECT count(*) FROM vessel) AS v, (SELECT count(*) FROM person) AS w, (SELECT count(*) FROM answered) AS a`);

const vessel = {
  name: 'Trigger bottle, red cap',
  kind: 'triggerBottle',
  brimfulUl: 500_000,
  fillLimitUl: 450_000,
  smallestUl: 50_000,
  deadUl: 0,
  ...NO_RIG,
  displacementUl: 0,
  twoLines: false,
  depth: null,
};

describe('a request that is not what it should be', () => {
  it.each([
    ['an unknown field', { ...vessel, colour: 'red' }, '', 'colour'],
    ['a number as text', { ...vessel, brimfulUl: '500000' }, '/brimfulUl', 'Brimful'],
    ['a missing field', { ...vessel, name: undefined }, '/name', 'Vessel name is missing'],
    ['null', { ...vessel, name: null }, '/name', 'Vessel name is missing'],
    ['an empty name', { ...vessel, name: '  ' }, '/name', 'Vessel name is empty'],
    ['a control character', { ...vessel, name: 'a\u0000b' }, '/name', 'cannot be printed'],
    ['a name beyond reason', { ...vessel, name: 'x'.repeat(5_000) }, '/name', 'too long'],
    ['an unknown kind', { ...vessel, kind: 'teapot' }, '/kind', 'none of the choices'],
    ['half a microlitre', { ...vessel, smallestUl: 0.5 }, '/smallestUl', 'not a whole number|below'],
    ['a negative volume', { ...vessel, smallestUl: -1 }, '/smallestUl', 'below'],
    ['a fill limit over brimful', { ...vessel, fillLimitUl: 600_000 }, '/fillLimitUl', 'over brimful'],
    [
      'a smallest mix over the fill limit',
      { ...vessel, smallestUl: 460_000 },
      '/smallestUl',
      'over the fill limit',
    ],
  ])(
    'with %s is refused at the field, with what would work, and nothing is written',
    async (_, body, pointer, words) => {
      const before = await everything();
      const answer = await hester('post', '/api/vessels', body);
      expect(answer.status).toBe(422);
      expect(answer.type).toBe('application/problem+json');
      const fault = answer.body.errors.find((e: { pointer: string }) => e.pointer === pointer);
      expect(fault?.message).toMatch(new RegExp(words));
      expect(fault?.remedy.length).toBeGreaterThan(8);
      expect(await everything()).toEqual(before);
    },
  );

  it('tells every fault at once', async () => {
    const answer = await hester('post', '/api/vessels', {
      ...vessel,
      name: '',
      kind: 'teapot',
      brimfulUl: 0,
    });
    const pointers = answer.body.errors.map((e: { pointer: string }) => e.pointer);
    expect(new Set(pointers)).toEqual(new Set(['/name', '/kind', '/brimfulUl', '/fillLimitUl']));
  });

  it.each([
    [
      '1e400 for a volume',
      '{"name":"x","kind":"bucket","brimfulUl":1e400,"fillLimitUl":1,"smallestUl":1}',
      422,
    ],
    ['half of a JSON object', '{"name":', 400],
    ['a list', '[]', 422],
    ['a bare word', '"pour"', 400],
  ])('%s is refused', async (_, raw, status) => {
    const before = await everything();
    const answer = await hester('post', '/api/vessels', undefined, {
      headers: { 'Content-Type': 'application/json' },
    }).then(() => hesterRaw(raw));
    expect([answer.status, answer.type]).toEqual([status, 'application/problem+json']);
    expect(await everything()).toEqual(before);
  });

  it('over 512 kB, or not JSON, is refused', async () => {
    expect((await hester('post', '/api/vessels', { ...vessel, name: 'x'.repeat(600_000) })).status).toBe(413);
    const asForm = await hester('post', '/api/vessels', 'name=x', {
      headers: { 'Content-Type': 'application/x-www-form-urlencoded' },
    });
    expect(asForm.status).toBe(415);
  });

  it('with a field named like one every object has is refused, never compared', async () => {
    for (const name of ['toString', 'valueOf', 'toJSON']) {
      const now = (await hester('get', '/api/shop')).body.shop;
      const body = { ...now, preWashCeiling: { [name]: false }, preWashFloor: 0.01 };
      const refused = await hester('patch', '/api/shop', body, { ifMatch: now.revision });
      expect([name, refused.status, refused.body.errors?.[0]?.pointer]).toEqual([
        name,
        422,
        '/preWashCeiling',
      ]);
    }
  });

  it('in a strength is refused whatever its shape', async () => {
    const pour = {
      productId: 2,
      vesselId: 1,
      containerId: 1,
      totalUl: 750_000,
      start: { kind: 'empty' },
      how: 'fill',
      measured: [],
      shown: { pourOffUl: 0, waterUl: 1, productUl: 1 },
    };
    for (const strength of [
      null,
      'strong',
      12,
      [],
      {},
      { notation: 'constructor' },
      { notation: 'parts' },
      { notation: 'parts', water: '12' },
      { notation: 'percent', percent: 101 },
      { notation: 'inTotal', total: 0.5 },
      { notation: 'parts', water: 12, total: 3 },
      { notation: 'dose', dose: { amount: 8, unit: 'oz' }, per: { amount: 1, unit: 'l' }, reading: 'madeUp' },
      { notation: 'dose', dose: { amount: 8, unit: 'l' }, per: { amount: 1, unit: 'l' }, reading: 'madeUp' },
    ]) {
      const answer = await bram('post', '/api/pours', { ...pour, strength });
      expect([answer.status, JSON.stringify(strength)]).toEqual([422, JSON.stringify(strength)]);
    }
  });

  it('for something that is not there is a plain 404', async () => {
    for (const path of [
      '/api/containers/0',
      '/api/containers/abc',
      '/api/containers/99999999999',
      '/api/nothing',
      '/api/containers/777',
    ]) {
      const answer = await bram('get', path);
      expect([answer.status, answer.body.code]).toEqual([404, 'not.found']);
    }
    expect((await bram('get', '/api/containers/%E0%A4%A')).status).toBe(400);
  });

  it('with a name already taken says so at the name', async () => {
    const answer = await hester('post', '/api/vessels', { ...vessel, name: 'TRIGGER bottle, white cap' });
    expect([answer.status, answer.body.code, answer.body.errors[0].pointer]).toEqual([
      409,
      'name.taken',
      '/name',
    ]);
  });

  it('that names a product or place that does not exist is refused', async () => {
    const container = {
      productId: 999,
      kind: 'pail',
      sizeUl: 5_000_000,
      levelUl: 5_000_000,
      placeId: 1,
      lot: '',
      priceMinor: null,
      opened: false,
    };
    expect((await hester('post', '/api/containers', container)).body.code).toBe('reference.unknown');
    expect(
      (await hester('post', '/api/containers', { ...container, productId: 2, placeId: 999 })).body.code,
    ).toBe('reference.unknown');
    expect(
      (await hester('post', '/api/containers', { ...container, productId: 1 })).body.errors[0].pointer,
    ).toBe('/productId');
  });

  async function hesterRaw(raw: string) {
    return hester('post', '/api/vessels', raw as unknown as object, {
      headers: { 'Content-Type': 'application/json' },
    });
  }
});

describe('two people changing the same thing', () => {
  it('the second sees the row as it is now', async () => {
    const made = (await hester('post', '/api/vessels', vessel)).body;
    const patch = { ...vessel, retired: false, name: 'Trigger bottle, green cap' };
    expect((await hester('patch', `/api/vessels/${made.id}`, patch, { ifMatch: made.revision })).status).toBe(
      200,
    );
    const late = await hester(
      'patch',
      `/api/vessels/${made.id}`,
      { ...patch, name: 'Mine' },
      { ifMatch: made.revision },
    );
    expect(late.status).toBe(412);
    expect(late.body.current).toMatchObject({ name: 'Trigger bottle, green cap', revision: 2 });
    expect((await hester('patch', `/api/vessels/${made.id}`, patch)).status).toBe(428);
  });
});

describe('who may do what', () => {
  it('nobody without a session, and no technician or lead on what is above them', async () => {
    const odo = await shop.signIn('Odo Marsh');
    const person = { name: 'Someone', role: 'technician', pin: '9942' };
    for (const path of ['/api/containers', '/api/products', '/api/people', '/api/live', '/api/vessels']) {
      expect((await shop.anyone('get', path)).status).toBe(401);
    }
    expect((await shop.anyone('post', '/api/pours', {})).status).toBe(401);
    for (const [who, path, body] of [
      [bram, '/api/people', person],
      [odo, '/api/people', person],
      [bram, '/api/vessels', vessel],
      [bram, '/api/products', {}],
      [bram, '/api/containers', {}],
      [bram, '/api/containers/1/retirements', {}],
    ] as const) {
      const answer = await who('post', path, body);
      expect([answer.status, answer.body.code]).toEqual([403, 'role.tooLow']);
    }
    expect((await bram('patch', '/api/shop', { name: 'Mine' }, { ifMatch: 1 })).status).toBe(403);
  });

  it('nobody from a page of another origin', async () => {
    const before = await everything();
    for (const headers of [
      { Origin: 'http://elsewhere.example' },
      { Origin: 'null' },
      { 'Sec-Fetch-Site': 'cross-site' },
      { 'Sec-Fetch-Site': 'same-site' },
    ] as Record<string, string>[]) {
      const answer = await hester('post', '/api/vessels', { ...vessel, name: 'From elsewhere' }, { headers });
      expect([answer.status, answer.body.code]).toEqual([403, 'origin.other']);
    }
    expect(await everything()).toEqual(before);
  });
});

describe('a fault nobody foresaw', () => {
  it('is a plain answer that gives nothing of the inside away', async () => {
    const rows = shop.books.rows;
    shop.books.rows = () => Promise.reject(new Error('relation "secret" is missing'));
    const answer = await shop.anyone('get', '/api/shop');
    shop.books.rows = rows;
    expect([answer.status, answer.body.code]).toEqual([500, 'fault']);
    expect(answer.text).not.toContain('secret');
  });
});

describe('a request sent to another name', () => {
  it('is refused, whatever leads there; by address and by the machine’s own name it is answered', async () => {
    const at = async (host: string) =>
      (await bram('get', '/api/health', undefined, { headers: { Host: host } })).status;
    for (const host of ['127.0.0.1:4600', '192.0.2.7', '[::1]:4600', 'localhost:4600'])
      expect(await at(host)).toBe(200);
    for (const host of ['rebound.example', 'evil.127.0.0.1.example:4600', '[', 'localhost.evil.example']) {
      expect(await at(host)).toBe(421);
    }
  });
});

it.each(['/api/people', '/api/backups', '/api/nowhere'])('keeps %s out of every cache', async (path) => {
  expect((await hester('get', path)).headers['cache-control']).toBe('no-store');
});

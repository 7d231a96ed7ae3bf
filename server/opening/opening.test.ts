import { beforeAll, describe, expect, it } from 'vitest';
import type { FirstDay } from '#contract/opening.ts';
import type { Product } from '#contract/products.ts';
import { STARTER_IDS, usualSizeUl } from '#core/mixing/starterEquipment.ts';
import { proposeRecipes } from '#core/recipes/proposeRecipes.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';

const shop = serveShop({ demo: false });
let ada: Caller;

beforeAll(async () => {
  const manager = { name: 'Ada Finch', pin: '8642' };
  await shop.anyone('post', '/api/shop', {
    code: shop.setupCode,
    name: 'Tin Shed Valeting',
    zone: 'Europe/Dublin',
    currency: 'EUR',
    units: 'metric',
    manager,
  });
  ada = await shop.signIn('Ada Finch', '8642');
});

const day = async (): Promise<FirstDay> => (await ada('get', '/api/opening')).body;
const item = (what: string, name: string, count: number, sizeUl: number | null = null) => ({
  what,
  name,
  count,
  sizeUl,
});
const card = (more: object = {}) => ({
  name: 'Shed Foam',
  family: 'neutralFoam',
  state: 'concentrate',
  printed: '1:10 to 1:5',
  strength: { notation: 'parts', water: 10 },
  upTo: { notation: 'parts', water: 5 },
  sizeUl: 5_000_000,
  full: 2,
  openUl: 1_200_000,
  capUl: 7_500,
  priceMinor: 2_450,
  placeId: 1,
  ...more,
});

describe('equipment', () => {
  it('is refused at its line: nothing at all, a size that is missing, a kind nobody knows', async () => {
    for (const [items, pointer] of [
      [[item('bay', 'Bay', 0)], '/items'],
      [[item('bay', 'Bay', 1), item('trigger', 'Trigger bottle', 2)], '/items/1/sizeUl'],
      [[item('rocket', 'Rocket', 1)], '/items/0/what'],
      [[item('bay', 'Bay', 1.5)], '/items/0/count'],
      [[item('bay', ' ', 1)], '/items/0/name'],
    ] as const) {
      const answer = await ada('post', '/api/opening/equipment', { items });
      expect(answer.status, answer.text).toBe(422);
      expect(answer.body.errors.map((e: { pointer: string }) => e.pointer)).toContain(pointer);
    }
    expect((await day()).done).toMatchObject({ equipment: false, draw: null });
  });

  it('comes as many as there are, numbered on from what is there, a cannon on the only washer; twice sent, it comes once', async () => {
    const items = [
      item('trigger', 'Trigger bottle', 3, 750_000),
      item('cannon', 'Foam cannon', 1, 1_000_000),
      item('washBucket', 'Wash bucket', 1, 20_000_000),
      item('cylinder', 'Cylinder', 1, 100_000),
      item('bay', 'Bay', 2),
      item('pressureWasher', 'Pressure washer', 1),
    ];
    const first = await ada('post', '/api/opening/equipment', { items }, { key: 'starter-one' });
    expect(first.status, first.text).toBe(201);
    await ada('post', '/api/opening/equipment', { items }, { key: 'starter-one' });
    const vessels = (await ada('get', '/api/vessels')).body;
    expect(vessels.map((v: { name: string }) => v.name)).toEqual([
      'Trigger bottle 1',
      'Trigger bottle 2',
      'Trigger bottle 3',
      'Foam cannon',
      'Wash bucket',
    ]);
    const [washer] = (await ada('get', '/api/devices')).body;
    expect(vessels[3]).toMatchObject({
      fillLimitUl: 900_000,
      machineId: washer.id,
      dials: [{ name: 'closed' }, { name: 'half' }, { name: 'open' }],
    });
    expect(vessels[4]).toMatchObject({ role: 'wash', fillLimitUl: 18_000_000 });
    const again = await ada('post', '/api/opening/equipment', { items: items.slice(0, 2) });
    expect(again.body.names).toEqual([
      'Trigger bottle 4',
      'Trigger bottle 5',
      'Trigger bottle 6',
      'Foam cannon 1',
    ]);
    expect((await day()).done).toMatchObject({ equipment: true, bays: true, draw: false });
  });

  it('of every kind there is can be added, in the sizes of each system of units', async () => {
    for (const units of ['metric', 'us'] as const) {
      const items = STARTER_IDS.map((what) => item(what, `${what} ${units}`, 1, usualSizeUl(what, units)));
      const answer = await ada('post', '/api/opening/equipment', { items });
      expect(answer.status, answer.text).toBe(201);
      expect(answer.body.names).toHaveLength(STARTER_IDS.length);
    }
  });
});

describe('a product’s card', () => {
  it('is refused where it says too little or too much, and puts nothing on the shelf', async () => {
    for (const [more, pointer] of [
      [{ strength: null }, '/printed'],
      [{ sizeUl: null }, '/sizeUl'],
      [{ openUl: 6_000_000 }, '/openUl'],
      [{ placeId: null }, '/placeId'],
      [{ name: '' }, '/name'],
    ] as const) {
      const answer = await ada('post', '/api/opening/products', card(more));
      expect(answer.status, answer.text).toBe(422);
      expect(answer.body.errors.map((e: { pointer: string }) => e.pointer)).toContain(pointer);
    }
    expect((await ada('get', '/api/products')).body).toEqual([]);
  });

  it('makes the product as its family usually is, and what stands on the shelf: full ones came, the open one was found', async () => {
    const answer = await ada('post', '/api/opening/products', card());
    expect(answer.status, answer.text).toBe(201);
    expect(answer.body.product).toMatchObject({
      suds: true,
      record: { family: 'neutralFoam', useByDays: 30 },
      uses: [{ kind: 'foam', panelFloor: 0.005 }],
      labelEntries: [{ printed: '1:10 to 1:5', use: 'foam', basis: 'bottle' }],
    });
    expect(
      answer.body.containers.map((c: { heldUl: number; openedAt: string | null; kind: string }) => [
        c.kind,
        c.heldUl,
        c.openedAt !== null,
      ]),
    ).toEqual([
      ['jug', 5_000_000, false],
      ['jug', 5_000_000, false],
      ['jug', 1_200_000, true],
    ]);
    const kinds = await shop.books.rows('SELECT kind FROM movement ORDER BY id');
    expect(kinds.map((m) => (m as { kind: string }).kind)).toEqual(['receive', 'receive', 'count']);
    expect((await ada('post', '/api/opening/products', card())).body.code).toBe('name.taken');
  });

  it('one that is never diluted has no label strength, and one that isn’t there yet no container', async () => {
    const wiped = card({
      name: 'Shed Shine',
      family: 'tyreDressing',
      state: 'readyToUse',
      printed: '',
      strength: null,
      upTo: null,
    });
    const answer = await ada('post', '/api/opening/products', {
      ...wiped,
      sizeUl: null,
      full: 0,
      openUl: null,
      placeId: null,
    });
    expect(answer.status, answer.text).toBe(201);
    expect(answer.body).toMatchObject({ product: { state: 'readyToUse', labelEntries: [] }, containers: [] });
  });
});

describe('first recipes', () => {
  it('as they are proposed they are published all together, or none of them', async () => {
    const products = (await ada('get', '/api/products')).body as Product[];
    const vessels = (await ada('get', '/api/vessels')).body;
    const [proposal] = proposeRecipes(products, vessels, [], '').filter((p) => 'recipe' in p);
    if (!proposal || !('recipe' in proposal)) throw new Error('nothing proposed');
    const recipe = { ...proposal.recipe, name: 'Shed Foam, foam' };
    const why = 'To begin with';
    const half = await ada('post', '/api/opening/recipes', { why, recipes: [recipe, recipe] });
    expect([half.status, half.body.code]).toEqual([422, 'name.taken']);
    expect(half.body.errors[0].pointer).toBe('/recipes/1/name');
    expect((await day()).done.recipes).toBe(false);
    const answer = await ada('post', '/api/opening/recipes', { why, recipes: [recipe] });
    expect(answer.status, answer.text).toBe(201);
    expect(answer.body[0].published).toMatchObject({ name: 'Shed Foam, foam', why });
    expect(
      proposeRecipes(products, vessels, [answer.body[0].published], '').filter((p) => 'recipe' in p),
    ).toEqual([]);
  });
});

describe('the first day’s list', () => {
  it('is ticked off by doing, put away and brought back, and is a manager’s', async () => {
    expect(await day()).toMatchObject({
      over: false,
      done: { crew: false, hardness: false, count: false, backup: false },
    });
    const person = { name: 'Bea Lark', role: 'technician', pin: '1029' };
    expect((await ada('post', '/api/people', { ...person, pin: '1111' })).body.errors[0].pointer).toBe(
      '/pin',
    );
    expect((await ada('post', '/api/people', { ...person, pin: '3456' })).status).toBe(422);
    expect((await ada('post', '/api/people', person)).status).toBe(201);
    expect((await day()).done.crew).toBe(true);
    expect((await ada('post', '/api/opening', { over: true })).body.over).toBe(true);
    expect((await day()).over).toBe(true);
    await ada('post', '/api/opening', { over: false });
    expect((await day()).over).toBe(false);
    const bea = await shop.signIn('Bea Lark', '1029');
    expect((await bea('post', '/api/opening', { over: true })).status).toBe(403);
    expect((await bea('post', '/api/opening/equipment', { items: [item('bay', 'Bay', 1)] })).status).toBe(
      403,
    );
    expect((await bea('post', '/api/opening/products', card({ name: 'Mine' }))).status).toBe(403);
  });
});

import { beforeAll, describe, expect, it } from 'vitest';
import type { Vessel } from '#contract/equipment.ts';
import type { Person } from '#contract/people.ts';
import type { Product } from '#contract/products.ts';
import type { RecipeRow } from '#contract/recipes.ts';
import type { SetUpFile, SetUpLine, SetUpReport } from '#contract/setUpFile.ts';
import { en } from '#contract/words/en.ts';
import { say } from '#contract/words/words.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';

const limepit = serveShop();
const shed = serveShop({ demo: false });
let hester: Caller;
let ada: Caller;
let file: SetUpFile;

const PATH = '/api/opening/set-up';
const put = async (as: Caller, of: object, more: object = {}) => {
  const answer = await as('post', PATH, { file: of, publish: null, preview: false, ...more });
  return { status: answer.status, body: answer.body, lines: (answer.body as SetUpReport).lines ?? [] };
};
const outcomes = (lines: readonly SetUpLine[]) => {
  const found: Partial<Record<SetUpLine['outcome'], number>> = {};
  for (const { outcome } of lines) found[outcome] = (found[outcome] ?? 0) + 1;
  return found;
};
const count = (of: SetUpFile) =>
  Object.values(of).reduce((n: number, l) => n + (Array.isArray(l) ? l.length : 0), 0);

beforeAll(async () => {
  await shed.anyone('post', '/api/shop', {
    code: shed.setupCode,
    name: 'Tin Shed Valeting',
    zone: 'Europe/Dublin',
    currency: 'EUR',
    units: 'metric',
    manager: { name: 'Ada Finch', pin: '8642' },
  });
  [hester, ada] = [await limepit.signIn('Hester Quill'), await shed.signIn('Ada Finch', '8642')];
  const [onIt] = (await hester('get', '/api/products')).body as Product[];
  const head = { name: 'Pump head', kind: 'pump', capacityUl: 30_000, stepUl: 30_000, productId: onIt?.id };
  expect((await hester('post', '/api/measures', head)).status).toBe(201);
  const answer = await hester('get', PATH);
  expect(answer.headers['content-disposition']).toContain('set-up.json');
  file = JSON.parse(answer.text);
});

describe('a shop as a file', () => {
  it('holds all it is set up with, by name alone: no number, no PIN', () => {
    expect(Object.keys(file)).toEqual(
      expect.arrayContaining(['places', 'devices', 'measures', 'vessels', 'products', 'recipes', 'people']),
    );
    expect(file.products?.length).toBeGreaterThan(10);
    expect(file.recipes?.length).toBeGreaterThan(10);
    expect(JSON.stringify(file)).not.toMatch(/"(?:\w+Id|id|pin|revision)":/);
  });

  it('from before a product said how much of it has room is read as it is: nothing is said of that', async () => {
    const [{ record, ...product } = file.products?.[0] as never] = file.products ?? [];
    const { roomUl: _, ...before } = record;
    const seen = await put(ada, { ...file, products: [{ ...product, record: before }] }, { preview: true });
    expect(seen.status).toBe(200);
    expect(seen.lines.find((l) => l.list === 'products')).toMatchObject({ outcome: 'new', refusals: [] });
    const { product: on, ...older } = file.measures?.find((m) => m.kind === 'pump') ?? {};
    expect(on).toBe(file.products?.[0]?.name);
    const measures = await put(ada, { ...file, measures: [older] }, { preview: true });
    expect(measures.lines.find((l) => l.list === 'measures')).toMatchObject({ outcome: 'new', refusals: [] });
  });

  it('is looked at first, adds nothing by that, and is then put in whole: what comes out is what went in', async () => {
    const seen = await put(ada, file, { preview: true, publish: 'From another shop' });
    expect(seen.status, JSON.stringify(seen.body)).toBe(200);
    const { there = 0, ...rest } = outcomes(seen.lines);
    // A new shop begins with a few places and measures of its own.
    expect(there).toBeLessThan(10);
    expect(rest).toEqual({ new: count(file) - there });
    expect((await ada('get', '/api/products')).body).toEqual([]);

    const done = await put(ada, file, { publish: 'From another shop' });
    expect(done.status).toBe(201);
    expect(done.lines).toEqual(seen.lines);
    // What a cannon draws is measured in each shop: without it one recipe lacks a reason, and waits as a draft.
    const drafts = done.lines.filter((l) => l.refusals.length > 0);
    expect(drafts.map((l) => l.refusals.map((r) => r.code))).toEqual([['recipe.reason']]);
    const again: SetUpFile = JSON.parse((await ada('get', PATH)).text);
    expect({ ...again, people: again.people?.filter((p) => p.name !== 'Ada Finch') }).toEqual(file);

    const recipes = (await ada('get', '/api/recipes')).body as RecipeRow[];
    expect(recipes.filter((r) => r.published?.why !== 'From another shop').map((r) => r.draft?.name)).toEqual(
      drafts.map((l) => l.name),
    );
    const cannon = ((await ada('get', '/api/vessels')).body as Vessel[]).find(
      (v) => v.kind === 'cannonBottle',
    );
    expect(cannon?.dials.length).toBeGreaterThan(0);
    const twice = await put(ada, file);
    expect(outcomes(twice.lines)).toEqual({ there: count(file) });
  });

  it('brings people without a PIN: nobody signs in as them until a manager gives one', async () => {
    const people = (await ada('get', '/api/people')).body as Person[];
    const odo = people.find((p) => p.name === 'Odo Marsh');
    for (const pin of ['', '0000', '7294']) {
      const tried = await shed.anyone('post', '/api/sessions', { personId: odo?.id, pin });
      expect(tried.status).toBeGreaterThanOrEqual(400);
    }
    const given = await ada(
      'patch',
      `/api/people/${odo?.id}`,
      { pin: '7294' },
      { ifMatch: odo?.revision ?? 0 },
    );
    expect(given.status, given.text).toBe(200);
    await shed.signIn('Odo Marsh', '7294');
  });
});

describe('an entry that is wrong', () => {
  const head = { format: 'kettle-mix-set-up', version: 1 };
  const [bucket, foam, mix] = [
    () => ({ ...file.vessels?.find((v) => v.kind === 'bucket'), place: null, machine: null }),
    () => ({ ...file.products?.find((p) => p.labelEntries.length > 0) }),
    () => ({ ...file.recipes?.find((r) => r.dial === null) }),
  ];

  it('says what is wrong with it and what would work, and keeps nothing else out', async () => {
    const { lines } = await put(ada, {
      ...head,
      places: [
        { name: 'Wash hall', kind: 'bay' },
        { name: 'Yurt', kind: 'tent' },
        'nonsense',
        { kind: 'bay' },
      ],
      vessels: [
        { ...bucket(), name: 'Blue bucket', place: 'wash hall' },
        { ...bucket(), name: 'Lost bucket', place: 'Moon base' },
        { ...bucket(), name: 'Odd bucket', fillLimitUl: 90_000_000 },
        { ...bucket(), name: 'blue BUCKET' },
        { ...bucket(), name: 'Extra bucket', colour: 'blue' },
      ],
      products: [
        {
          ...foam(),
          name: 'Backward Foam',
          labelEntries: [
            {
              ...foam().labelEntries?.[0],
              strength: { notation: 'percent', percent: 9 },
              upTo: { notation: 'percent', percent: 2 },
            },
          ],
        },
        {
          ...foam(),
          name: 'Sour Foam',
          record: { ...foam().record, phNeat: 1 },
          traits: { ...foam().traits, acid: 'no' },
        },
        { ...foam(), name: 'Plain Foam', record: { ...foam().record, replaces: null } },
        {
          ...foam(),
          name: 'After Foam',
          record: { ...foam().record, replaces: { product: 'Before Foam', k: 4 } },
        },
        { ...foam(), name: 'Before Foam', record: { ...foam().record, replaces: null } },
        { ...foam(), name: 'Egg', record: { ...foam().record, replaces: { product: 'Hen', k: 1 } } },
        { ...foam(), name: 'Hen', record: { ...foam().record, replaces: { product: 'Egg', k: 1 } } },
      ],
      recipes: [{ ...mix(), name: 'Of what is not there', product: 'Nosuch' }],
      people: [{ name: 'Wren Dale', role: 'king' }],
    });
    const line = (name: string) => lines.find((l) => l.name === name);
    expect(outcomes(lines)).toEqual({ new: 5, refused: 13 });
    expect(
      [
        'Yurt',
        '#3',
        '#4',
        'Lost bucket',
        'Odd bucket',
        'blue BUCKET',
        'Extra bucket',
        'Backward Foam',
        'Sour Foam',
        'Egg',
        'Hen',
        'Of what is not there',
        'Wren Dale',
      ].map((name) => [name, line(name)?.refusals[0]?.at]),
    ).toEqual([
      ['Yurt', '/kind'],
      ['#3', ''],
      ['#4', '/name'],
      ['Lost bucket', '/place'],
      ['Odd bucket', '/fillLimitUl'],
      ['blue BUCKET', '/name'],
      ['Extra bucket', ''],
      ['Backward Foam', '/labelEntries/0/upTo'],
      ['Sour Foam', '/record/phNeat'],
      ['Egg', '/record/replaces/product'],
      ['Hen', '/record/replaces/product'],
      ['Of what is not there', '/product'],
      ['Wren Dale', '/role'],
    ]);
    for (const { refusals } of lines) {
      for (const refusal of refusals) {
        const { reason, remedy } = say(refusal as Parameters<typeof say>[0], 'metric', en);
        expect([reason, remedy].every((words) => /\S/.test(words))).toBe(true);
      }
    }
    const ware = (await ada('get', '/api/products')).body as Product[];
    expect(ware.some((p) => p.name === 'Backward Foam')).toBe(false);
    const before = ware.find((p) => p.name === 'Before Foam');
    expect(ware.find((p) => p.name === 'After Foam')?.record.replaces).toEqual({
      productId: before?.id,
      k: 4,
    });
    expect((await ada('get', '/api/recipes')).body.every((r: RecipeRow) => r.published ?? r.draft)).toBe(
      true,
    );
  });

  it('that can be kept but not published stays as a draft and says why', async () => {
    const cells = mix().cells?.map((c) => ({ soil: c.soil, kind: 'not', instead: 'Rinse it first' }));
    const { lines } = await put(
      ada,
      { ...head, recipes: [{ ...mix(), name: 'Nothing to mix', cells }] },
      { publish: 'Now' },
    );
    expect(lines[0]).toMatchObject({ outcome: 'new', refusals: [{ code: 'recipe.noLevels' }] });
    const row = ((await ada('get', '/api/recipes')).body as RecipeRow[]).find(
      (r) => r.draft?.name === 'Nothing to mix',
    );
    expect(row?.published).toBeNull();
  });

  it('as a whole is refused at its field: another format, a newer version, a list nobody knows', async () => {
    for (const [of, pointer] of [
      [{ ...head, format: 'other' }, '/file/format'],
      [{ ...head, version: 2 }, '/file/version'],
      [{ ...head, wands: [] }, '/file'],
      [[], '/file'],
    ] as const) {
      const answer = await put(ada, of);
      expect(answer.status).toBe(422);
      expect(answer.body.errors[0].pointer).toBe(pointer);
    }
    expect((await put(await limepit.signIn('Bram Addy'), head)).status).toBe(403);
    expect((await (await limepit.signIn('Odo Marsh'))('get', PATH)).status).toBe(403);
  });
});

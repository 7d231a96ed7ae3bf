import request from 'supertest';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Product } from '#contract/products.ts';
import { FAMILIES } from '#core/products/family.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';

const shop = serveShop();
let hester: Caller;
let bram: Caller;
let foam: Product;

beforeAll(async () => {
  hester = await shop.signIn('Hester Quill');
  bram = await shop.signIn('Bram Addy');
  foam = await product('Lime Kiln Foam');
});

const product = async (name: string): Promise<Product> => {
  const found = ((await bram('get', '/api/products')).body as Product[]).find((p) => p.name === name);
  if (!found) throw new Error(`no ${name}`);
  return found;
};
const bodyOf = (
  { id: _, revision: __, sheet: ___, labelEntries, ...facts }: Product,
  change: object = {},
) => ({
  ...facts,
  labelEntries: labelEntries.map(({ id: ____, fraction: _____, upToFraction: _top, ...e }) => e),
  ...change,
});
const save = async (change: object) => {
  const now = await product('Lime Kiln Foam');
  return hester('patch', `/api/products/${now.id}`, bodyOf(now, change), { ifMatch: now.revision });
};

describe('a product record', () => {
  it('comes back as it was entered, uses with their limits on the panel', async () => {
    const record = {
      ...foam.record,
      phNeat: 7.4,
      storeFromC: 2,
      surfaces: { ...foam.record.surfaces, leather: 'no' },
      hazards: ['slippery', 'water'],
      replaces: { productId: (await product('Orchard Pre-wash')).id, k: 1.5 },
    };
    const uses = [
      {
        kind: 'foam',
        panelFloor: 0.005,
        panelCeiling: 0.04,
        film: 'foam',
        dwell: { shortestS: 60, fromS: 240, toS: 360, longestS: 420 },
        rateMlPerM2: 41.5,
      },
      { kind: 'wheel', panelFloor: null, panelCeiling: null, film: null, dwell: null, rateMlPerM2: null },
    ];
    const saved = await save({ record, uses });
    expect([saved.status, saved.body.detail]).toEqual([200, undefined]);
    const now = await product('Lime Kiln Foam');
    expect(now.record).toEqual(record);
    expect(now.uses).toEqual(uses);
    expect(now.labelEntries.map((e) => e.use)).toEqual(['foam', 'foam', 'foam']);
  });

  it('keeps both ends of a range, and refuses ends that are the wrong way round', async () => {
    const parts = (water: number) => ({ notation: 'parts', water });
    const range = {
      whatFor: 'By soil',
      printed: '1:20-1:10',
      strength: parts(20),
      upTo: parts(10),
      basis: 'bottle',
      use: 'foam',
    };
    const before = bodyOf(await product('Lime Kiln Foam'), {}).labelEntries;
    const saved = await save({ labelEntries: [range] });
    expect([saved.status, saved.body.detail]).toEqual([200, undefined]);
    const [entry] = (await product('Lime Kiln Foam')).labelEntries;
    expect(entry).toMatchObject(range);
    expect([entry?.fraction, entry?.upToFraction]).toEqual([1 / 21, 1 / 11]);
    for (const upTo of [parts(20), parts(30), parts(-1), { notation: 'percent', percent: 101 }]) {
      const refused = await save({ labelEntries: [{ ...range, upTo }] });
      expect(refused.status).toBe(422);
      expect(refused.body.errors[0].pointer).toContain('/labelEntries/0/upTo');
      expect(refused.body.errors[0].remedy).toMatch(/\w/);
    }
    expect((await product('Lime Kiln Foam')).labelEntries[0]).toMatchObject(range);
    expect((await save({ labelEntries: before })).status).toBe(200);
  });

  it.each([
    ['a family there is not', { record: { family: 'wax' } }, '/record/family'],
    ['a pH over 14', { record: { phNeat: 15 } }, '/record/phNeat'],
    ['a hazard twice', { record: { hazards: ['burns', 'burns'] } }, '/record/hazards'],
    ['half days', { record: { useByDays: 1.5 } }, '/record/useByDays'],
    [
      'a replaced product that works for nothing',
      { record: { replaces: { productId: 3, k: 0 } } },
      '/record/replaces/k',
    ],
    ['a floor over its ceiling', { use: { panelFloor: 0.05, panelCeiling: 0.01 } }, '/uses/0/panelFloor'],
    ['a floor over neat', { use: { panelFloor: 1.2 } }, '/uses/0/panelFloor'],
    [
      'dwell times out of order',
      { use: { dwell: { shortestS: 60, fromS: 30, toS: 90, longestS: 90 } } },
      '/uses/0/dwell/fromS',
    ],
    ['half a dwell', { use: { dwell: { shortestS: 60 } } }, '/uses/0/dwell/fromS'],
  ])(
    'with %s is refused at its field',
    async (_, { record = {}, use = {} }: { record?: object; use?: object }, pointer) => {
      const refused = await save({
        record: { ...foam.record, ...record },
        uses: foam.uses.map((u) => ({ ...u, ...use })),
      });
      expect([refused.status, refused.body.errors?.[0]?.pointer]).toEqual([422, pointer]);
      expect(refused.body.errors[0].remedy).toMatch(/\w/);
    },
  );

  it('with the same use twice, or a pH its traits deny, is refused', async () => {
    const twice = await save({ uses: [...foam.uses, ...foam.uses] });
    expect([twice.status, twice.body.errors[0].message]).toEqual([422, 'Use: Foam is there twice.']);
    const ph = await save({ record: { ...foam.record, phNeat: 12 } });
    expect([ph.status, ph.body.code, ph.body.errors[0].pointer]).toEqual([
      422,
      'ph.strongAlkali',
      '/record/phNeat',
    ]);
  });
});

describe('the demo', () => {
  it('has a product of every family but the one for what fits none, each with a label, a use and a use-by where it is mixed', async () => {
    const all = (await bram('get', '/api/products')).body as Product[];
    expect(all.length).toBeGreaterThanOrEqual(18);
    expect(FAMILIES.filter((f) => !all.some((p) => p.record.family === f))).toEqual(['other']);
    for (const p of all) {
      expect(p.labelEntries.every((e) => p.uses.some((u) => u.kind === e.use))).toBe(true);
      expect([p.name, p.record.firstAid.length > 20, p.record.spill.length > 20]).toEqual([
        p.name,
        true,
        true,
      ]);
    }
  });
});

let keys = 0;
describe('a safety data sheet', () => {
  const pdf = Buffer.from('%PDF-1.4 made up\n%%EOF');
  const attach = async (as: string, bytes: Buffer, type: string, name?: string) => {
    const names = (await shop.anyone('get', '/api/sessions/names')).body as {
      id: number;
      name: string;
      demoPin: string;
    }[];
    const who = names.find((n) => n.name === as);
    const agent = request.agent(shop.app);
    await agent.post('/api/sessions').send({ personId: who?.id, pin: who?.demoPin });
    const sent = agent
      .post(`/api/products/${foam.id}/sheets`)
      .set('Content-Type', type)
      .set('Idempotency-Key', `sheet-key-${++keys}`);
    return (name ? sent.set('X-File-Name', encodeURIComponent(name)) : sent).send(bytes);
  };

  it('is kept as the file it was and opened as one; a newer one takes its place', async () => {
    const first = await attach('Hester Quill', pdf, 'application/pdf', 'Lime Kiln Foam – sheet.pdf');
    expect([first.status, first.body.sheet.name]).toEqual([201, 'Lime Kiln Foam – sheet.pdf']);
    const png = Buffer.from([0x89, 0x50, 0x4e, 0x47, 1, 2, 3]);
    const second = await attach('Hester Quill', png, 'image/png');
    expect(second.body.sheet).toMatchObject({ name: 'Safety data sheet', addedBy: 'Hester Quill' });
    const opened = await bram('get', `/api/products/${foam.id}/sheets/${first.body.sheet.id}`);
    expect(opened.get('Content-Type')).toContain('application/pdf');
    expect(opened.get('X-Content-Type-Options')).toBe('nosniff');
    expect(Buffer.from(opened.body as Buffer)).toEqual(pdf);
    expect((await bram('get', `/api/products/3/sheets/${first.body.sheet.id}`)).status).toBe(404);
  });

  it.each([
    ['by a technician', 'Bram Addy', pdf, 'application/pdf', 403],
    ['that is not what it says it is', 'Hester Quill', Buffer.from('<html>'), 'application/pdf', 415],
    ['of another type', 'Hester Quill', Buffer.from('<html>'), 'text/html', 415],
    ['that is empty', 'Hester Quill', Buffer.alloc(0), 'application/pdf', 415],
    ['of more than 10 MB', 'Hester Quill', Buffer.alloc(10_000_001, '%PDF'), 'application/pdf', 413],
  ])('%s is refused', async (_, as, bytes, type, status) => {
    const before = await shop.books.rows('SELECT count(*)::int AS n FROM product_sheet');
    const answer = await attach(as, bytes, type);
    expect([answer.status, typeof answer.body.detail]).toEqual([status, 'string']);
    expect(await shop.books.rows('SELECT count(*)::int AS n FROM product_sheet')).toEqual(before);
  });
});

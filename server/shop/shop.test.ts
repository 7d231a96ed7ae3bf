import { describe, expect, it } from 'vitest';
import { USUAL_SCHOOLS } from '#core/planning/schools.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';

const shop = serveShop({ demo: false });

const body = {
  code: shop.setupCode,
  name: 'Tin Shed Valeting',
  zone: 'America/Chicago',
  currency: 'USD',
  units: 'us',
  manager: { name: 'Ada Finch', pin: '8642' },
};

describe('the first run', () => {
  it('says that the shop is not set up', async () => {
    expect((await shop.anyone('get', '/api/shop')).body).toMatchObject({ shop: null, needsFirstRun: true });
  });

  it.each([
    ['the wrong code', { code: '000000' }, 403, '/code'],
    ['a zone nobody knows', { zone: 'Mars/Olympus' }, 422, '/zone'],
    ['a zone that is read two ways', { zone: 'SST' }, 422, '/zone'],
    ['summer time by its letters', { zone: 'BST' }, 422, '/zone'],
    ['central time by its letters', { zone: 'CST' }, 422, '/zone'],
    ['a currency in words', { currency: 'pounds' }, 422, '/currency'],
    ['no manager', { manager: undefined }, 422, '/manager'],
    ['three digits', { manager: { name: 'Ada Finch', pin: '864' } }, 422, '/manager/pin'],
  ])('with %s is refused there', async (_, change, status, pointer) => {
    const answer = await shop.anyone('post', '/api/shop', { ...body, ...change });
    expect(answer.status).toBe(status);
    expect(answer.body.errors.map((e: { pointer: string }) => e.pointer)).toContain(pointer);
    expect((await shop.anyone('get', '/api/shop')).body.needsFirstRun).toBe(true);
  });

  it('allows five wrong codes, then waits', async () => {
    const at = shop.now;
    let answer = await shop.anyone('post', '/api/shop', { ...body, code: '111111' });
    for (let i = 0; i < 5; i++)
      answer = await shop.anyone('post', '/api/shop', { ...body, code: `11111${i}` });
    expect([answer.status, answer.body.code]).toEqual([429, 'setup.locked']);
    expect((await shop.anyone('post', '/api/shop', body)).status).toBe(429);
    shop.now = new Date(at.getTime() + 3_600_000);
  });

  it('makes the shop once, with its manager and the usual measures', async () => {
    expect((await shop.anyone('post', '/api/shop', body)).status).toBe(201);
    expect((await shop.anyone('post', '/api/shop', body)).body.code).toBe('shop.there');
    const [name] = (await shop.anyone('get', '/api/sessions/names')).body;
    expect(name).toEqual({ id: name.id, name: 'Ada Finch', role: 'manager' });
    const answer = await shop.anyone('post', '/api/sessions', { personId: name.id, pin: '8642' });
    expect(answer.status).toBe(201);
    expect(await shop.books.rows('SELECT count(*)::int AS n FROM measure')).toEqual([{ n: 4 }]);
  });
});

describe('the shop’s own figures', () => {
  const demo = serveShop();
  type Found = {
    record: { useByDays: number };
    uses: { kind: string; panelFloor: number; panelCeiling: number }[];
  };
  const product = async (as: Caller, name: string) =>
    ((await as('get', '/api/products')).body as (Found & { name: string })[]).find(
      (p) => p.name === name,
    ) as Found;

  it('say how vehicles are washed; what was never chosen is as usual', async () => {
    const hester = await demo.signIn('Hester Quill');
    const { shop: now } = (await hester('get', '/api/shop')).body;
    expect(now.schools).toEqual(USUAL_SCHOOLS);
    const schools = { ...USUAL_SCHOOLS, wheelsWhen: 'last' };
    const set = (body: object) => hester('patch', '/api/shop', body, { ifMatch: now.revision });
    const wrong = await set({ schools: { ...schools, clay: 'always' } });
    expect([wrong.status, wrong.body.errors[0].pointer]).toEqual([422, '/schools/clay']);
    expect((await set({ schools })).body.schools).toEqual(schools);
  });

  it('say what soil is usual there, and after how many days what was done is due again', async () => {
    const hester = await demo.signIn('Hester Quill');
    const set = async (body: object) => {
      const { shop: now } = (await hester('get', '/api/shop')).body;
      return hester('patch', '/api/shop', body, { ifMatch: now.revision });
    };
    const both = { soilHere: ['mineral'], everyDays: { ironWheels: 14 } };
    expect((await set(both)).body).toMatchObject(both);
    // What isn't named stays.
    expect((await set({ name: 'Limepit Lane' })).body).toMatchObject(both);
    const wrong = await set({ soilHere: ['mud'], everyDays: { protection: 0, clay: 10 } });
    expect(wrong.status).toBe(422);
    expect(wrong.body.errors.map((e: { pointer: string }) => e.pointer).sort()).toEqual([
      '/everyDays',
      '/everyDays/protection',
      '/soilHere/0',
    ]);
  });

  it('are followed by products left at them, and by no other', async () => {
    const hester = await demo.signIn('Hester Quill');
    const set = async (body: object) => {
      const { shop: now } = (await hester('get', '/api/shop')).body;
      return hester('patch', '/api/shop', body, { ifMatch: now.revision });
    };
    await demo.books.rows(
      `UPDATE product_use SET panel_ceiling = 0.03 WHERE kind = 'foam'
         AND product_id = (SELECT id FROM product WHERE name = 'Turntable Alkaline Foam')`,
    );
    const answer = await set({
      preWashFloor: 0.04,
      preWashCeiling: 0.06,
      foamFloor: 0.008,
      useByDays: { rinseless: 14 },
      wasteWater: ' In the gully ',
    });
    expect(answer.status, answer.text).toBe(200);
    expect(answer.body).toMatchObject({
      preWashCeiling: 0.06,
      useByDays: { rinseless: 14 },
      wasteWater: 'In the gully',
    });
    expect((await product(hester, 'Orchard Pre-wash')).uses[0]).toMatchObject({
      panelFloor: 0.04,
      panelCeiling: 0.06,
    });
    // A ceiling of its own stays, and no floor is lifted over it.
    expect((await product(hester, 'Turntable Alkaline Foam')).uses[0]).toMatchObject({
      panelFloor: 0.01,
      panelCeiling: 0.03,
    });
    expect((await product(hester, 'Lime Kiln Foam')).uses[0]).toMatchObject({ panelFloor: 0.008 });
    expect((await product(hester, 'Dewpond Rinseless')).record.useByDays).toBe(14);
    // Back to the trade's own: it leaves nothing behind.
    await set({ useByDays: {}, preWashFloor: 0.01, preWashCeiling: 0.05 });
    expect((await product(hester, 'Dewpond Rinseless')).record.useByDays).toBe(90);
    expect((await product(hester, 'Orchard Pre-wash')).uses[0]).toMatchObject({
      panelFloor: 0.01,
      panelCeiling: 0.05,
    });
    const bad = await set({ preWashFloor: 0.06, preWashCeiling: 0.05 });
    expect(bad.body.errors[0]).toMatchObject({ pointer: '/preWashFloor' });
    const bram = await demo.signIn('Bram Addy');
    expect((await bram('patch', '/api/shop', { glass: 'line' }, { ifMatch: 1 })).status).toBe(403);
  });
});

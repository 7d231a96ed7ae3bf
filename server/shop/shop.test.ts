import { describe, expect, it } from 'vitest';
import { serveShop } from '../testing/demoShop.ts';

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
    ['a currency in words', { currency: 'pounds' }, 422, '/currency'],
    ['no manager', { manager: undefined }, 422, '/manager'],
    ['three digits', { manager: { name: 'Ada Finch', pin: '864' } }, 422, '/manager/pin'],
  ])('with %s is refused there', async (_, change, status, pointer) => {
    const answer = await shop.anyone('post', '/api/shop', { ...body, ...change });
    expect(answer.status).toBe(status);
    expect(answer.body.errors.map((e: { pointer: string }) => e.pointer)).toContain(pointer);
    expect((await shop.anyone('get', '/api/shop')).body.needsFirstRun).toBe(true);
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

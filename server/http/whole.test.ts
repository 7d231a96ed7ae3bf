import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import { demoPins } from '../../demo/people.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { pour } from '../testing/pours.ts';

const shop = serveShop();
let bram: Caller;
let hester: Caller;
beforeAll(async () => {
  bram = await shop.signIn('Bram Addy');
  hester = await shop.signIn('Hester Quill');
});
afterEach(() => {
  shop.free = () => 1e12;
  shop.damage.what = null;
});
const CLOCK = {
  placeId: 3,
  vehicle: 'hire camper',
  body: 'hatchback',
  colour: 'black',
  material: 'steel',
  zones: ['uppers'],
  shelter: 'shade',
  start: { kind: 'rinsed', waterC: 15 },
  laid: { kind: 'product', productId: 2, use: 'foam', vesselId: 1, dialId: null, machineId: null },
  batchId: null,
  again: false,
};

/** What was seen of the disk is good for a second. */
const aSecond = () => new Promise((later) => setTimeout(later, 1_050));

describe('a disk with no room', () => {
  it('takes no bookings and says what to do; reading and signing in go on, and so does the same pour later', async () => {
    await aSecond();
    shop.free = () => 30e6;
    const refused = await bram('post', '/api/pours', pour({}), { key: 'no-room-0000001' });
    expect([refused.status, refused.body.code]).toEqual([503, 'disk.full']);
    expect(refused.body.detail).toContain('30 MB left');
    expect(refused.body.remedy).toContain('Make room');
    expect((await bram('get', '/api/containers')).status).toBe(200);
    expect((await shop.signIn('Odo Marsh')).length).toBeGreaterThan(0);
    const { freeBytes, lowRoom } = (await hester('get', '/api/backups')).body;
    expect([freeBytes, lowRoom]).toEqual([30e6, true]);
    shop.free = () => 1e12;
    await aSecond();
    const poured = await bram('post', '/api/pours', pour({}), { key: 'no-room-0000001' });
    expect(poured.status).toBe(201);
  });

  it('is told as what it is where it fills up under a booking', async () => {
    const full = Object.assign(new Error('could not extend file'), { code: '53100' });
    const booking = vi.spyOn(shop.books, 'transaction').mockRejectedValueOnce(full);
    const refused = await bram('post', '/api/pours', pour({}), { key: 'no-room-0000002' });
    expect([refused.status, refused.body.code]).toEqual([503, 'disk.full']);
    booking.mockRestore();
    expect((await bram('post', '/api/pours', pour({}), { key: 'no-room-0000002' })).status).toBe(201);
  });

  it('holds up an import until there is room', async () => {
    const csv = 'Product,Family,How it comes,Label strength\nTin Cup Soap,Neutral foam,concentrate,1:100';
    const sent = await hester('post', '/api/imports/products', csv, {
      headers: { 'Content-Type': 'text/csv' },
    });
    expect(sent.status, JSON.stringify(sent.body)).toBe(202);
    const stateOf = async () => (await hester('get', `/api/imports/${sent.body.id}`)).body.state;
    await expect.poll(stateOf, { timeout: 60_000 }).toMatch(/ready|refused/);
    expect(await stateOf()).toBe('ready');
    await aSecond();
    // There is room when it is asked for, and none from then on.
    let looks = 0;
    shop.free = () => (looks++ === 0 ? 1e12 : 30e6);
    expect((await hester('post', `/api/imports/${sent.body.id}/bookings`, {})).status).toBe(202);
    await expect.poll(() => looks, { timeout: 60_000 }).toBeGreaterThan(2);
    expect(await stateOf()).toBe('booking');
    shop.free = () => 1e12;
    await expect.poll(stateOf, { timeout: 60_000 }).toBe('done');
  });
});

describe('books that are damaged', () => {
  it('are neither read from nor written to, and the way back is named', async () => {
    shop.damage.what = 'a part of them can’t be read';
    shop.damage.remedy = 'Stop the program and restore the copy.';
    for (const answer of [
      await bram('get', '/api/containers'),
      await bram('post', '/api/pours', pour({})),
      await shop.anyone('get', '/api/shop'),
    ]) {
      expect([answer.status, answer.body.code]).toEqual([503, 'books.damaged']);
      expect(answer.body.remedy).toContain('restore the copy');
    }
    expect((await shop.anyone('get', '/api/health')).status).toBe(200);
  });
});

describe('a copy that is asked for', () => {
  it('is a manager’s to ask for, is made by itself, and is listed as read through', async () => {
    expect((await bram('post', '/api/backups', {})).status).toBe(403);
    const asked = await hester('post', '/api/backups', {});
    expect([asked.status, asked.body.making]).toEqual([202, { doing: 'copying', part: 0 }]);
    const now = async () => (await hester('get', '/api/backups')).body;
    await expect.poll(async () => (await now()).making, { timeout: 120_000 }).toBeNull();
    expect(await now()).toMatchObject({ trouble: null, copies: [{ checked: true }] });
  });

  it('is restored by a manager who types their PIN once more, and by nobody else', async () => {
    const { copies } = (await hester('get', '/api/backups')).body;
    const path = `/api/backups/${copies[0].name}/restorations`;
    const right = { pin: demoPins.get('Hester Quill') };
    expect((await bram('post', path, { pin: demoPins.get('Bram Addy') })).status).toBe(403);
    const wrong = await hester('post', path, { pin: '0000' });
    expect([wrong.status, wrong.body.errors[0].pointer]).toEqual([401, '/pin']);
    expect((await hester('post', path, {})).body.errors[0].pointer).toBe('/pin');
    for (const name of ['day-2020-01-01T00-00-00', '..', '%2e%2e%2fbooks'])
      expect((await hester('post', `/api/backups/${name}/restorations`, right)).status, name).toBe(404);
    const clock = { ...CLOCK, key: 'overarestore0001' };
    expect((await bram('post', '/api/clocks', clock)).status).toBe(201);
    const running = await hester('post', path, right);
    expect([running.status, running.body.detail]).toEqual([409, 'A clock runs: Lime Kiln Foam in Bay 1.']);
    await bram('post', `/api/clocks/${clock.key}/ends`, { how: 'rinsed' });
    expect(shop.restoreCopy).toEqual([]);
    expect((await hester('post', path, right)).status).toBe(202);
    expect(shop.restoreCopy).toEqual([copies[0].name]);
  });
});

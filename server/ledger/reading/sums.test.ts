import { beforeAll, describe, expect, it } from 'vitest';
import type { LedgerPage, Summed } from '#contract/stock.ts';
import { type Caller, serveShop } from '../../testing/demoShop.ts';

const shop = serveShop();
let odo: Caller;
beforeAll(async () => {
  odo = await shop.signIn('Odo Marsh');
  await odo('post', '/api/containers/1/wastes', { ul: 300_000, reason: 'spilt', note: '' });
  await odo('post', '/api/containers/3/founds', { ul: 120_000, note: 'behind the door' });
});

const sums = async (query: string) => (await odo('get', `/api/movements/sums?${query}`)).body as Summed[];
const all = (rows: Summed[], what: keyof Summed) => rows.reduce((sum, r) => sum + Number(r[what]), 0);

describe('what was poured and what it cost', () => {
  it('comes to the same, whatever it is put together by', async () => {
    const by = await Promise.all(['product', 'person', 'place', 'month'].map((b) => sums(`by=${b}`)));
    const { totals } = (await odo('get', '/api/movements')).body as LedgerPage;
    const of = (kind: string) => totals.find((t) => t.kind === kind) ?? { ul: 0, n: 0, minor: 0 };
    for (const rows of by) {
      expect(all(rows, 'pouredUl')).toBe(of('pour').ul);
      expect(all(rows, 'pours')).toBe(of('pour').n);
      expect(all(rows, 'pouredMinor')).toBe(of('pour').minor);
      expect(all(rows, 'wastedUl')).toBe(of('waste').ul);
      expect(all(rows, 'wastedMinor')).toBe(of('waste').minor);
      expect(all(rows, 'foundUl')).toBe(of('found').ul);
    }
  });

  it('is what the lines of each come to, the dearest first', async () => {
    const people = await sums('by=person');
    const costs = people.map((p) => p.pouredMinor);
    expect(costs).toEqual([...costs].sort((a, b) => b - a));
    for (const { id, pouredMinor, pouredUl } of people) {
      const page = (await odo('get', `/api/movements?person=${id}&kind=pour`)).body as LedgerPage;
      const standing = page.rows.filter((r) => r.reversedBy === null);
      expect(page.next).toBeNull();
      expect(standing.reduce((sum, r) => sum + r.minor, 0)).toBe(pouredMinor);
      expect(standing.reduce((sum, r) => sum - r.ul, 0)).toBe(pouredUl);
    }
  });

  it('over a period is what its days come to, and days that have not been come to nothing', async () => {
    const whole = all(await sums('by=product'), 'pouredUl');
    const before = all(await sums('by=product&to=2026-04-30'), 'pouredUl');
    const after = all(await sums('by=product&from=2026-05-01'), 'pouredUl');
    expect(before).toBeGreaterThan(0);
    expect(before + after).toBe(whole);
    expect(await sums('by=person&from=2031-01-01')).toEqual([]);
    expect((await odo('get', '/api/movements/sums?by=mood')).body).toMatchObject({
      status: 400,
      remedy: expect.stringContaining('product, person'),
    });
  });
});

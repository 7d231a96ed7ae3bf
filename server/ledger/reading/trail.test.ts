import { beforeAll, describe, expect, it } from 'vitest';
import type { TrailPage } from '#contract/trail.ts';
import { type Caller, serveShop } from '../../testing/demoShop.ts';

const shop = serveShop();
let hester: Caller;
beforeAll(async () => {
  hester = await shop.signIn('Hester Quill');
});

async function everyPage(filter: string): Promise<string[]> {
  const ids: string[] = [];
  for (let before: string | null = ''; before !== null; ) {
    const path: string = `/api/trail?${filter}${before && `&before=${encodeURIComponent(before)}`}`;
    const page = (await hester('get', path)).body as TrailPage;
    ids.push(...page.rows.map((r) => r.id));
    before = page.next;
  }
  return ids;
}

describe('the trail', () => {
  it('leaves out nothing where many things have the same time, nor where a rare kind lies behind a page of others', async () => {
    const people = (await hester('get', '/api/people')).body as { id: number; name: string }[];
    const noor = people.find((p) => p.name === 'Noor Pell')?.id;
    const found = await hester('post', '/api/containers/1/founds', { ul: 1_000, note: 'behind it' });
    expect(found.status, found.text).toBeLessThan(500);
    await hester('post', '/api/containers/1/wastes', { ul: 5_000, reason: 'spilt', note: '' });
    expect((await hester('post', '/api/containers/1/founds', { ul: 1_000, note: 'behind it' })).status).toBe(
      201,
    );
    shop.now = new Date(shop.now.getTime() + 60_000);
    // The clock stands: all of it has the same time.
    for (let i = 0; i < 130; i++) {
      const given = i % 2 === 0;
      const answer = await hester('post', `/api/people/${noor}/sign-offs`, {
        productId: 10,
        given,
        until: null,
      });
      expect(answer.status).toBe(201);
    }
    const [all] = await shop.books.rows<{ n: number }>('SELECT count(*)::int AS n FROM person_event');
    const crew = await everyPage('kind=crew');
    expect([crew.length, new Set(crew).size]).toEqual([all?.n, all?.n]);
    const everything = await everyPage('');
    expect(new Set(everything).size).toBe(everything.length);
    expect(everything.filter((id) => crew.includes(id)).length).toBe(crew.length);
    expect((await everyPage('kind=found')).length).toBeGreaterThan(0);
    // By the shop's days, both ends counted in.
    const dayOf = (at: Date) => at.toISOString().slice(0, 10);
    const yesterday = dayOf(shop.now);
    shop.now = new Date(shop.now.getTime() + 86_400_000);
    // A session does not last a day.
    hester = await shop.signIn('Hester Quill');
    await hester('post', `/api/people/${noor}/sign-offs`, { productId: 10, given: true, until: null });
    const today = dayOf(shop.now);
    const ofToday = await everyPage(`from=${today}&to=${today}`);
    expect(ofToday.length).toBeGreaterThan(0);
    expect([...(await everyPage(`to=${yesterday}`))].sort()).toEqual([...everything].sort());
    expect((await everyPage(`from=${yesterday}`)).sort()).toEqual([...everything, ...ofToday].sort());
    expect(await everyPage(`from=${yesterday}&to=${yesterday}&kind=crew`)).toEqual(crew);
    for (const bad of ['from=soon', 'to=2026-02-31'])
      expect((await hester('get', `/api/trail?${bad}`)).body.code).toBe('filter.unreadable');
    for (const bad of ['1', '2026-05-04T08:00:00Z', 'x,y', '2026-05-04T99:00:00Z,m1']) {
      expect((await hester('get', `/api/trail?before=${bad}`)).status).toBe(400);
    }
  });
});

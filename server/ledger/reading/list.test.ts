import { beforeAll, describe, expect, it } from 'vitest';
import { csvOf } from '#contract/csv.ts';
import type { LedgerPage } from '#contract/stock.ts';
import { type Caller, serveShop } from '../../testing/demoShop.ts';

const shop = serveShop();
let bram: Caller;
let odo: Caller;
beforeAll(async () => {
  [bram, odo] = [await shop.signIn('Bram Addy'), await shop.signIn('Odo Marsh')];
});
const list = async (query = '') => (await bram('get', `/api/movements${query}`)).body as LedgerPage;

describe('the ledger as a list', () => {
  it('is read a page at a time, the newest first, each movement once', async () => {
    const seen: number[] = [];
    const times: string[] = [];
    let next: number | null | undefined;
    do {
      const page = await list(next ? `?after=${next}` : '');
      seen.push(...page.rows.map((r) => r.id));
      times.push(...page.rows.map((r) => r.at));
      next = page.next;
    } while (next !== null);
    expect([...times].sort((a, b) => b.localeCompare(a))).toEqual(times);
    const [all] = await shop.books.rows<{ n: number }>('SELECT count(*)::int AS n FROM movement');
    expect(new Set(seen).size).toBe(all?.n);
  });

  it('is filtered by person, product, place, kind and period, and its totals are what its lines come to', async () => {
    await odo('post', '/api/containers/1/wastes', { ul: 250_000, reason: 'spilt', note: '=SUM(A1)' });
    const everything = async (query: string) => {
      const rows = [];
      let page = await list(`?${query}`);
      const { totals } = page;
      rows.push(...page.rows);
      while (page.next !== null) {
        page = await list(`?${query}&after=${page.next}`);
        rows.push(...page.rows);
      }
      return { rows, totals };
    };
    for (const query of [
      'kind=waste',
      'product=2&kind=pour',
      'person=3&kind=pour',
      'from=2026-05-01&to=2026-05-02&kind=pour',
      'place=2&kind=pour',
    ]) {
      const { rows, totals } = await everything(query);
      expect(rows.length).toBeGreaterThan(0);
      const lines = rows.filter((r) => r.reversedBy === null).reduce((sum, r) => sum + Math.abs(r.ul), 0);
      expect(totals.reduce((sum, t) => sum + t.ul, 0)).toBe(lines);
      expect(totals.reduce((sum, t) => sum + t.n, 0)).toBe(rows.filter((r) => r.reversedBy === null).length);
    }
    const mine = await everything('person=3');
    expect(mine.rows.every((r) => r.personName === 'Bram Addy')).toBe(true);
    expect((await everything('from=2031-01-01')).rows).toEqual([]);
    expect((await list('?kind=waste')).rows[0]).toMatchObject({
      containerCode: 'P-1',
      reason: 'spilt',
      ul: -250_000,
      productName: 'Lime Kiln Foam',
    });
  });

  it('says what can’t be filtered by', async () => {
    for (const bad of ['kind=magic', 'from=yesterday', 'to=2026-13-41', 'from=0000-01-01']) {
      for (const path of ['movements', 'movements/ledger.csv']) {
        expect((await bram('get', `/api/${path}?${bad}`)).body).toMatchObject({
          status: 400,
          remedy: expect.stringMatching(/\S/),
        });
      }
    }
    expect((await bram('get', '/api/movements?person=x')).status).toBeGreaterThanOrEqual(400);
  });

  it('comes as a file a spreadsheet opens and does not run', async () => {
    const answer = await bram('get', '/api/movements/ledger.csv?kind=waste');
    expect(answer.headers['content-type']).toContain('text/csv');
    const [head, first] = answer.text.replace('\uFEFF', '').split('\r\n');
    expect(head).toBe(
      'Movement,"When, Europe/London",Kind,Who,Product,Container,Batch,Place,ml,"Found, ml",Cost,Why,Note,Taken back by',
    );
    // In the shop's own time, and in words.
    expect(first).toMatch(/^\d+,2026-05-0\d \d\d:\d\d,Wasted,/);
    expect(first).toContain('Wasted,Odo Marsh,Lime Kiln Foam,P-1,,Bench,-250,0,1.2,spilt,"\'=SUM(A1)",');
    expect(csvOf(['a'], [['one, "two"'], [null], [-3], ['+1']])).toBe(
      '\uFEFFa\r\n"one, ""two"""\r\n\r\n-3\r\n"\'+1"\r\n',
    );
  });

  it('comes whole, however long it is', async () => {
    const now = new Date('2026-05-03T12:00:00Z');
    await shop.books.rows(
      `INSERT INTO movement (kind, person_id, booked_at, happened_at) SELECT 'open', 1, $1, $1 FROM generate_series(1, 20500)`,
      [now],
    );
    const [count] = await shop.books.rows<{ n: number }>('SELECT count(*)::int AS n FROM movement');
    const file = (await bram('get', '/api/movements/ledger.csv')).text.trimEnd().split('\r\n').slice(1);
    expect(file.length).toBe(count?.n);
    expect(new Set(file.map((line) => line.split(',')[0])).size).toBe(count?.n);
  });
});

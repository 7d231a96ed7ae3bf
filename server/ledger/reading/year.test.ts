import { beforeAll, describe, expect, it } from 'vitest';
import type { CountHead } from '#contract/counts.ts';
import type { Summed } from '#contract/stock.ts';
import type { TrailPage } from '#contract/trail.ts';
import { loadYear } from '../../../demo/loadYear.ts';
import { type Caller, serveShop } from '../../testing/demoShop.ts';

const shop = serveShop();
let hester: Caller;
beforeAll(async () => {
  await shop.books.transaction((tx) => loadYear(tx, shop.now));
  hester = await shop.signIn('Hester Quill');
});

describe('the year the demo shop has behind it', () => {
  it('adds up: nothing appears, nothing is below nothing, and what was put away is empty', async () => {
    const off = await shop.books.rows(
      'SELECT product_id FROM balance GROUP BY 1 HAVING sum(ul) <> 0 OR sum(minor) <> 0',
    );
    expect(off).toEqual([]);
    const rest = await shop.books.rows(
      `SELECT c.code FROM container c JOIN account a ON a.container_id = c.id JOIN balance b ON b.account_id = a.id
       WHERE c.retired_at IS NOT NULL AND (b.ul <> 0 OR b.minor <> 0)`,
    );
    expect(rest).toEqual([]);
    const early = await shop.books.rows(
      `SELECT m.id FROM movement m JOIN container c ON c.id = m.container_id
       WHERE m.happened_at < c.received_at OR (m.kind = 'pour' AND m.happened_at < c.opened_at) OR m.happened_at > c.retired_at`,
    );
    expect(early).toEqual([]);
  });

  it('runs through every month, with a season in it', async () => {
    const months = (await hester('get', '/api/movements/sums?by=month')).body as Summed[];
    expect(months.length).toBeGreaterThanOrEqual(12);
    // The first and the last are cut by the day it is.
    expect(months.slice(1, -1).every((m) => m.pours > 40)).toBe(true);
    const of = async (product: string) => {
      const [row] = await shop.books.rows<{ summer: number; winter: number }>(
        `SELECT coalesce(sum(d.ul) FILTER (WHERE extract(month FROM d.day) BETWEEN 6 AND 8), 0)::bigint AS summer,
           coalesce(sum(d.ul) FILTER (WHERE extract(month FROM d.day) IN (12, 1, 2)), 0)::bigint AS winter
         FROM day_use d JOIN product p ON p.id = d.product_id WHERE p.name = $1 AND d.kind = 'pour'`,
        [product],
      );
      return row as { summer: number; winter: number };
    };
    const [insects, salt] = [await of('Windfall Insect Soak'), await of('Orchard Pre-wash')];
    expect(insects.summer).toBeGreaterThan(3 * insects.winter);
    expect(salt.winter).toBeGreaterThan(1.5 * salt.summer);
  });

  it('has counts that found the van short and a litre gone, one bottle past its day, and a trail', async () => {
    const counts = (await hester('get', '/api/counts')).body as CountHead[];
    expect(new Set(counts.map((c) => c.placeName))).toEqual(new Set(['Bench', 'Van', 'Bay 3']));
    const lost = await shop.books.rows<{ product: string; ul: number }>(
      `SELECT p.name AS product, x.book_ul - x.counted_ul AS ul FROM count_line x JOIN container c ON c.id = x.container_id
       JOIN product p ON p.id = c.product_id WHERE x.book_ul - x.counted_ul > 800000`,
    );
    expect(lost.map((l) => l.product)).toEqual(['Siding All-purpose']);
    const short = await shop.books.rows<{ product: string; ul: number }>(
      `SELECT p.name AS product, sum(x.ul)::bigint AS ul FROM movement m JOIN posting x ON x.movement_id = m.id
       JOIN account a ON a.id = x.from_account JOIN product p ON p.id = x.product_id
       WHERE m.kind = 'count' AND a.kind = 'container' GROUP BY 1 ORDER BY 2 DESC`,
    );
    expect(short[0]).toMatchObject({ product: 'Dewpond Rinseless' });
    expect(short[0]?.ul).toBeGreaterThan(2_000_000);
    const [old] = await shop.books.rows<{ n: number }>(
      `SELECT count(*)::int AS n FROM batch k JOIN account a ON a.batch_id = k.id JOIN balance b ON b.account_id = a.id
       WHERE b.ul > 0 AND k.use_by < $1::date`,
      [shop.now],
    );
    expect(old?.n).toBeGreaterThan(0);
    const trail = (await hester('get', '/api/trail')).body as TrailPage;
    const kinds = new Set(trail.rows.map((r) => r.kind));
    for (const kind of ['takenBack', 'found', 'late', 'counted', 'crew']) expect(kinds).toContain(kind);
  });
});

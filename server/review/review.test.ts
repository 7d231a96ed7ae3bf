import { beforeAll, describe, expect, it } from 'vitest';
import type { Review, ReviewCosts } from '#contract/review.ts';
import type { Summed } from '#contract/stock.ts';
import { loadYear } from '../../demo/loadYear.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { variance } from '../testing/variance.ts';

const shop = serveShop();
let hester: Caller;
let bram: Caller;
beforeAll(async () => {
  await shop.books.transaction((tx) => loadYear(tx, shop.now));
  [hester, bram] = [await shop.signIn('Hester Quill'), await shop.signIn('Bram Addy')];
});
const costs = async (days = '') => (await hester('get', `/api/review/costs?${days}`)).body as ReviewCosts;
const review = async (days = '') => (await hester('get', `/api/review?${days}`)).body as Review;
const sum = <R>(rows: readonly R[], of: (row: R) => number) =>
  rows.reduce((total, row) => total + of(row), 0);

describe('how it went', () => {
  it('costs what the ledger says by month, and takes nothing that was taken back', async () => {
    const months = (await hester('get', '/api/movements/sums?by=month')).body as Summed[];
    const { products } = await costs();
    expect(months.length).toBeGreaterThan(11);
    for (const { id, pouredMinor, wastedMinor, pours } of months) {
      const of = products.filter((p) => p.month === id);
      expect(sum(of, (p) => p.pouredMinor)).toBe(pouredMinor);
      expect(sum(of, (p) => p.wastedMinor)).toBe(wastedMinor);
      expect(sum(of, (p) => p.pours)).toBe(pours);
    }
    const some = await costs('from=2025-08-01&to=2025-08-31');
    expect(new Set(some.products.map((p) => p.month))).toEqual(new Set(['2025-08']));
    expect(sum(some.products, (p) => p.pouredMinor)).toBe(
      months.find((m) => m.id === '2025-08')?.pouredMinor,
    );
  });

  it('counts vehicles that were done, by their day', async () => {
    const before = await costs();
    const [job] = await shop.books.rows<{ id: number; month: string }>(
      `SELECT id, to_char(day, 'YYYY-MM') AS month FROM job WHERE state = 'waits' ORDER BY day LIMIT 1`,
    );
    const done = await hester('post', `/api/jobs/${job?.id}/ends`, { end: 'done', treatments: [] });
    expect(done.status).toBeLessThan(300);
    const vehicles = ({ done: of }: ReviewCosts) => of.find((d) => d.month === job?.month)?.vehicles ?? 0;
    const after = await costs();
    expect(vehicles(after)).toBe(vehicles(before) + 1);
    expect(sum(after.done, (d) => d.vehicles)).toBe(sum(before.done, (d) => d.vehicles) + 1);
    for (const { days } of after.open) expect(days).toBeLessThanOrEqual(31);
  });

  it('tells washes, counts and what was thrown away, by the days that are asked for', async () => {
    const all = await review();
    const counted = (
      await shop.books.rows<{ n: number; agreed: number }>(
        `SELECT count(*)::int AS n, (count(*) FILTER (WHERE abs(counted_ul - book_ul) <= within_ul))::int AS agreed FROM count_line`,
      )
    )[0];
    expect(sum(all.counts, (c) => c.counted)).toBe(counted?.n);
    expect(sum(all.counts, (c) => c.agreed)).toBe(counted?.agreed);
    expect(new Set(all.counts.map((c) => c.method))).toEqual(new Set(['dip', 'empty']));
    expect(sum(all.outcomes, (o) => o.n)).toBeGreaterThan(20);
    expect(all.outOfDate).toEqual([]);
    expect((await review('from=2001-01-01&to=2001-12-31')).counts).toEqual([]);

    const [old] = await shop.books.rows<{ id: number }>(`SELECT id FROM container WHERE lot = 'CY-14'`);
    const waste = { ul: 250_000, reason: 'outOfDate', note: '' };
    const wasted = await hester('post', `/api/containers/${old?.id}/wastes`, waste);
    expect(wasted.status).toBe(201);
    const thrown = (await review()).outOfDate;
    expect(thrown).toMatchObject([{ ul: 250_000 }]);
    expect(thrown[0]?.minor).toBeGreaterThan(0);
  });

  it('tells how strong mixes by a recipe came out, against the ledger worked out by hand', async () => {
    const { strengths } = await variance(hester);
    const batches = await shop.books.rows<{ ratio: number }>(
      `SELECT (sum(g.ul) FILTER (WHERE g.product_id = b.product_id))::float8 / sum(g.ul) / b.fraction AS ratio
       FROM batch b JOIN account a ON a.batch_id = b.id JOIN posting g ON g.to_account = a.id JOIN movement m ON m.id = g.movement_id
       WHERE b.recipe_version_id IS NOT NULL AND NOT b.recipe_left AND m.kind = 'pour'
         AND NOT EXISTS (SELECT FROM movement r WHERE r.reverses = m.id) GROUP BY b.id, b.fraction`,
    );
    expect(sum(strengths, (s) => s.mixes)).toBe(batches.length);
    expect(sum(strengths, (s) => s.off)).toBe(batches.filter((b) => Math.abs(b.ratio - 1) > 0.05).length);
    expect(sum(strengths, (s) => s.meanOff * s.mixes)).toBeCloseTo(
      sum(batches, (b) => Math.abs(b.ratio - 1)),
      6,
    );
  });

  it('is for leads; a day that is none is named', async () => {
    expect((await bram('get', '/api/review')).status).toBe(403);
    expect((await bram('get', '/api/review/costs')).status).toBe(403);
    expect((await hester('get', '/api/review/costs?from=soon')).status).toBe(400);
  });
});

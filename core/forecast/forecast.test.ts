import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { backtest } from './backtest.ts';
import { canTell, forecasts, orderBy, usedOf } from './forecastOf.ts';
import { type RunOut, runOut } from './runOut.ts';
import { SHOP_KINDS, simulatedShop } from './simulatedShops.ts';
import { seasonOf, type Used, weeksOf } from './weeks.ts';

const L = 1_000_000;
/** So many weeks, the oldest first, each with what was used on its Monday. */
const byWeek = (ul: readonly number[], closed: readonly number[] = []): Used => ({
  ul: ul.flatMap((used) => [used, 0, 0, 0, 0, 0, 0]),
  forJobsUl: ul.flatMap(() => [0, 0, 0, 0, 0, 0, 0]),
  open: ul.flatMap((_, week) => Array.from({ length: 7 }, () => !closed.includes(week))),
});
const told = (used: Used, stockUl: number, unsure = 0): RunOut => {
  const out = runOut(used, stockUl, 1, { unsure });
  if (!canTell(out)) throw new Error(`${out.weeks} weeks`);
  return out;
};

describe('the weeks a forecast is drawn from', () => {
  it('are the last twelve in which the shop was open, the newest first, none before its first use', () => {
    expect(weeksOf(byWeek([0, 0, 3, 4, 5])).map((w) => w.ul[0])).toEqual([5, 4, 3]);
    expect(weeksOf(byWeek([1, 2, 0, 4, 5], [2])).map((w) => w.ul[0])).toEqual([5, 4, 2, 1]);
    expect(weeksOf(byWeek(Array.from({ length: 30 }, (_, i) => i + 1)))).toHaveLength(12);
    expect(weeksOf(byWeek([0, 0, 0]))).toEqual([]);
  });

  it('are raised and lowered as last year was, where there is one', () => {
    const twice = Array.from({ length: 70 }, (_, week) => (week % 52 < 26 ? 2 * L : L));
    // A year ago the quiet half begins in eight weeks.
    const season = seasonOf(byWeek(twice), 20);
    expect(season[0]).toBeCloseTo(1, 6);
    expect(season[15]).toBeCloseTo(0.5 ** 0.6, 2);
    expect(seasonOf(byWeek(twice.slice(20)), 20).every((factor) => factor === 1)).toBe(true);
  });
});

describe('when a product runs out', () => {
  it('a litre a week and four of it: in four weeks, give or take how custom wanders', () => {
    const { days, left, weeks } = told(byWeek(Array.from({ length: 12 }, () => L)), 4 * L);
    expect(weeks).toBe(12);
    expect([22, 29]).toContain(days.p50);
    expect(days.p10).toBeGreaterThanOrEqual(22);
    expect(days.p90).toBeLessThanOrEqual(36);
    expect((left[1]?.p50 ?? 0) / L).toBeCloseTo(2, 1);
  });

  it('none there is none today; never used or three weeks short, it says how much more has to be known', () => {
    expect(told(byWeek([L, L, L]), 0).days).toEqual({ p10: 0, p50: 0, p90: 0 });
    expect(runOut(byWeek([0, 0, 0]), L, 1)).toEqual({ weeks: 0, needs: 3 });
    expect(runOut(byWeek([0, L, L]), L, 1)).toEqual({ weeks: 2, needs: 3 });
    // Used once in three weeks is known to be little.
    expect(told(byWeek([L, 0, 0]), 500 * L).days).toEqual({ p10: null, p50: null, p90: null });
  });

  it('more of it never runs out sooner, the three days are in their order, and the same is drawn twice', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 3 * L }), { minLength: 3, maxLength: 14 }),
        fc.integer({ min: 0, max: 30 * L }),
        (weeks, stockUl) => {
          const used = byWeek([L, ...weeks]);
          const [one, again] = [told(used, stockUl, 0.2), told(used, stockUl, 0.2)];
          expect(one).toEqual(again);
          const late = (day: number | null) => day ?? 365;
          expect(late(one.days.p10)).toBeLessThanOrEqual(late(one.days.p50));
          expect(late(one.days.p50)).toBeLessThanOrEqual(late(one.days.p90));
          const more = told(used, stockUl + L, 0.2);
          // Where a course ends the next begins with other draws: a step of a week is no sooner.
          expect(late(more.days.p50)).toBeGreaterThanOrEqual(late(one.days.p50) - 7);
          for (const { p10, p50, p90 } of one.left)
            expect([p10, p50, p90]).toEqual([p10, p50, p90].sort((a, b) => a - b));
        },
      ),
      { numRuns: 25 },
    );
  });
});

describe('forecasts held against what came', () => {
  it.each(SHOP_KINDS)(
    'of a %s shop hold three to nine of ten in their band, and miss by less than the last 28 days',
    (kind) => {
      let [right, of, loss, plainLoss] = [0, 0, 0, 0];
      for (let seed = 1; seed <= 30; seed++) {
        const test = backtest(simulatedShop(kind, seed), seed);
        [right, of] = [right + test.right, of + test.of];
        [loss, plainLoss] = [loss + test.loss, plainLoss + test.plainLoss];
      }
      expect(of).toBeGreaterThan(100);
      expect(right / of).toBeGreaterThan(0.75);
      expect(right / of).toBeLessThan(0.9);
      expect(loss).toBeLessThan(0.9 * plainLoss);
    },
  );

  it('of a product without a past are none', () => {
    expect(backtest(byWeek([L, L, L]), 1)).toMatchObject({ right: 0, of: 0 });
  });

  it('stand with the soonest first, what can’t be told last', () => {
    const litre = byWeek(Array.from({ length: 12 }, () => L));
    const asked = [
      { productId: 1, stockUl: 9 * L, used: litre, booked: null },
      { productId: 2, stockUl: L, used: byWeek([0, 0]), booked: null },
      { productId: 3, stockUl: 2 * L, used: litre, booked: null },
    ];
    expect(forecasts(asked).map((f) => f.productId)).toEqual([3, 1, 2]);
  });

  it('a product is ordered so long before as its supplier takes, and today where that is over', () => {
    const out = told(byWeek(Array.from({ length: 12 }, () => L)), 4 * L);
    expect(orderBy(out, 7)).toBe((out.days.p10 ?? 0) - 7);
    expect(orderBy(out, 60)).toBe(0);
    expect(orderBy({ ...out, days: { ...out.days, p10: null } }, 7)).toBeNull();
  });

  it('days counted back make a row of days', () => {
    expect(
      usedOf(
        4,
        [1, 3],
        [
          [3, 20, 5],
          [1, 10, 0],
        ],
      ),
    ).toEqual({
      ul: [0, 20, 0, 10],
      forJobsUl: [0, 5, 0, 0],
      open: [false, true, false, true],
    });
  });
});

import { describe, expect, it } from 'vitest';
import type { Weather } from '../dwell/weather.ts';
import type { Assessment } from './assessment.ts';
import { completeDay } from './completePlan.ts';
import { BOOK, SHOP } from './madeUpPlan.ts';
import { type Plan, planWash } from './planWash.ts';
import { type DayJob, prepareDay } from './prepareDay.ts';

const job = (id: number, said: Assessment, placeId: number | null = 1, shop = SHOP): DayJob => ({
  id,
  vehicle: `vehicle ${id}`,
  placeId,
  said: { protection: 'wax', ...said },
  plan: planWash({ protection: 'wax', ...said }, shop),
  windows: null,
  shop,
});
const planOf = ({ plan }: DayJob): Plan => {
  if (!plan.ok) throw new Error('it is refused');
  return plan;
};

describe('what a day takes', () => {
  it('one mix for all that take it, as much as they take together; the most first', () => {
    const jobs = [job(1, { level: 2 }), job(2, { level: 2, body: 'van' })];
    const [load, ...others] = prepareDay(jobs, SHOP).loads;
    expect(others).toEqual([]);
    const foam = load?.mixes.find((m) => m.chosen.of === BOOK.foam);
    expect(foam?.jobs).toEqual([1, 2]);
    const [car, van] = jobs.map((j) => planOf(j).mixes.find((m) => m.chosen.of === BOOK.foam)?.mixUl ?? 0);
    // 35 ml to the square metre: a hatchback's 14.7 m2, and a van's 1.8 times that.
    expect(car).toBeCloseTo(514_500, -2);
    expect(van).toBeCloseTo(926_100, -2);
    expect(foam?.mixUl).toBe((car as number) + (van as number));
    // A cannon's bottle takes 900 ml.
    expect(foam?.fills).toBe(2);
    const amounts = load?.mixes.map((m) => m.mixUl) ?? [];
    expect(amounts).toEqual([...amounts].sort((a, b) => b - a));
    expect(load?.litres).toBeCloseTo(planOf(jobs[0] as DayJob).litres + planOf(jobs[1] as DayJob).litres, 9);
  });

  it('the same product at another strength is another mix; each place has its own', () => {
    const jobs = [job(1, { level: 1 }), job(2, { level: 4 }), job(3, { level: 1 }, 7)];
    const { loads } = prepareDay(jobs, SHOP);
    expect(loads.map((l) => [l.placeId, l.jobs])).toEqual([
      [1, [1, 2]],
      [7, [3]],
    ]);
    expect(loads[0]?.mixes.filter((m) => m.chosen.of === BOOK.foam).map((m) => m.jobs)).toEqual(
      expect.arrayContaining([[1], [2]]),
    );
  });

  it('what would do instead is worked out for who does that vehicle, in its own weather', () => {
    const short = (shop: typeof SHOP) => {
      const jobs = [job(1, { level: 3 }, 1, shop)];
      const stockUl = new Map([...SHOP.stockUl, [BOOK.shampoo.product.id, 1]]);
      return prepareDay(jobs, { ...SHOP, stockUl }).short.map((s) => s.instead);
    };
    expect(short(SHOP)).toEqual([[BOOK.protective.product.name]]);
    expect(short({ ...SHOP, book: SHOP.book.filter((r) => r !== BOOK.protective) })).toEqual([[]]);
  });

  it('a product that runs out is named with the first vehicle there is not enough for, and what would do', () => {
    const jobs = [job(1, { level: 3 }), job(2, { level: 3 }), job(3, { level: 3 })];
    const one = planOf(jobs[0] as DayJob).mixes.find((m) => m.chosen.of === BOOK.shampoo)
      ?.productUl as number;
    const stockUl = new Map([...SHOP.stockUl, [BOOK.shampoo.product.id, one * 2]]);
    const { short } = prepareDay(jobs, { ...SHOP, stockUl });
    expect(short).toEqual([
      {
        product: BOOK.shampoo.product,
        neededUl: one * 3,
        stockUl: one * 2,
        fromJob: 3,
        // Never the stripping one: there is wax on it.
        instead: [BOOK.protective.product.name],
      },
    ]);
  });

  it('water brought along stands for all that have none, and runs out at one of them; towels are soaked in so many buckets', () => {
    const away = { level: 1, water: { kind: 'carried', litres: 9 }, drain: false } as const;
    const jobs = [1, 2, 3].map((id) => job(id, away));
    const each = planOf(jobs[0] as DayJob);
    const [load] = prepareDay(jobs, SHOP).loads;
    expect(load?.carried?.litres).toBe(9);
    expect(load?.carried?.neededL).toBeCloseTo(3 * each.litres, 9);
    expect(load?.carried?.fromJob).toBe(Math.floor(9 / each.litres) + 1);
    // 12 L hold 2 L over the towels and 0.144 L a towel: 69.
    const towels = 3 * each.towels.wiping;
    const buckets = Math.ceil(towels / 69);
    expect(load?.soaked).toEqual({ towels, buckets });
    const [enough] = prepareDay([job(1, { ...away, water: { kind: 'carried', litres: 400 } })], SHOP).loads;
    expect(enough?.carried?.fromJob).toBeNull();
    const [hosed] = prepareDay([job(1, { level: 1 })], SHOP).loads;
    expect(hosed).toMatchObject({ carried: null, soaked: null });
  });

  it('complete, it takes as much again of what is laid again, and names what would dry too fast', () => {
    const weather: Weather = { airC: 38, humidity: 0.1, windMs: 8, sky: 'sun' };
    const hot = { ...SHOP, weather };
    const jobs = [
      job(1, { level: 1 }, 1, hot),
      job(2, { level: 1, stands: ['roof'] }, 1, SHOP),
      job(3, { level: 3, looseGrit: true, water: { kind: 'none' } }, 1, hot),
    ];
    const complete = completeDay(jobs);
    expect(complete.map((c) => c.id)).toEqual([1, 2]);
    const whole = jobs.map((j): DayJob => {
      const of = complete.find((c) => c.id === j.id);
      return of ? { ...j, plan: of.plan, windows: of.windows } : j;
    });
    const foamOf = (of: readonly DayJob[]) =>
      prepareDay(of, SHOP).loads[0]?.mixes.find((m) => m.chosen.of === BOOK.foam)?.mixUl ?? 0;
    const [first, second] = jobs.map(
      (j) =>
        planOf(j.id === 3 ? (jobs[1] as DayJob) : j).mixes.find((m) => m.chosen.of === BOOK.foam)?.mixUl ?? 0,
    );
    expect(foamOf(jobs)).toBeCloseTo((first ?? 0) + (second ?? 0), 0);
    expect(foamOf(whole)).toBeCloseTo(2 * (first ?? 0) + (second ?? 0), 0);
    expect(complete.every((c) => c.elapsedS > 600)).toBe(true);
    const shut = whole.map((j) => ({ ...j, windows: j.id === 1 ? false : j.windows }));
    expect(prepareDay(shut, SHOP).incomplete).toEqual([{ id: 1, lacks: 'window' }]);
  });

  it('who is not washed as it stands takes nothing, and is named; so is who has no recipe for a step', () => {
    const without = { ...SHOP, book: SHOP.book.filter((r) => r !== BOOK.foam) };
    const jobs = [
      job(1, { level: 3, looseGrit: true, water: { kind: 'none' } }),
      job(2, { level: 1 }, 1, without),
    ];
    const day = prepareDay(jobs, SHOP);
    expect([day.refused, day.incomplete]).toEqual([[1], [{ id: 2, lacks: 'recipe' }]]);
    expect(day.loads.map((l) => l.jobs)).toEqual([[2]]);
    expect(prepareDay([], SHOP)).toEqual({ loads: [], short: [], refused: [], incomplete: [] });
  });
});

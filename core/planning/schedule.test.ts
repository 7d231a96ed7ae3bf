import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Weather } from '../dwell/weather.ts';
import type { Assessment } from './assessment.ts';
import { SHOP } from './madeUpPlan.ts';
import { ANY_VEHICLE } from './madeUpVehicles.ts';
import { type Plan, type PlanShop, planWash } from './planWash.ts';
import { type Schedule, scheduleOf } from './schedule.ts';
import { type Soak, soaksOf } from './soaks.ts';

type Complete = { plan: Plan; soaks: Soak[]; schedule: Schedule | null };
function complete(said: Assessment, more: Partial<PlanShop> = {}): Complete {
  const shop = { ...SHOP, ...more };
  const plan = planWash({ protection: 'wax', ...said }, shop);
  if (!plan.ok) throw new Error(plan.row);
  const soaks = soaksOf(plan, shop);
  return { plan, soaks, schedule: scheduleOf(plan, soaks) };
}
const HOT: Weather = { airC: 30, humidity: 0.35, windMs: 4, sky: 'sun' };
const WARM: Weather = { airC: 22, humidity: 0.5, windMs: 2, sky: 'bright' };

describe('the course of a plan', () => {
  it.each([0, 1, 2, 3, 4] as const)(
    'of a hatchback at level %i, alone, takes what its first plan says to within a tenth',
    (level) => {
      const { plan, schedule } = complete({ level });
      const minutes = (schedule?.elapsedS ?? 0) / 60;
      expect(minutes).toBeGreaterThan(plan.minutes.elapsed * 0.9);
      expect(minutes).toBeLessThan(plan.minutes.elapsed * 1.1);
    },
  );

  it('foam at 16 C and overcast is done in one piece, bottom up from the front, rinsed in the order it was laid', () => {
    const { soaks } = complete({ level: 1 });
    expect(soaks.map((s) => [s.steps, s.off])).toEqual([[['foam'], 'rinse foam']]);
    expect(soaks[0]?.across?.sections).toHaveLength(1);
    expect(soaks[0]?.across?.walk).toMatchObject({ from: 'bottomUp', rinse: 'same' });
  });

  it('foam laid over a pre-wash is one soak; a pre-wash that is rinsed first is one by itself', () => {
    expect(complete({ level: 2 }).soaks.map((s) => s.steps)).toEqual([['preWash', 'foam']]);
    expect(complete({ level: 4 }).soaks.map((s) => s.steps)).toEqual([['preWash'], ['preWash2', 'foam']]);
  });

  it('a black car in the sun is rinsed cool and done in pieces, or has no window and says what opens one', () => {
    const warm = complete({ level: 1, colour: 'black' }, { weather: WARM });
    const [foam] = warm.soaks;
    expect([foam?.cooled, (foam?.across?.sections.length ?? 0) > 1]).toContain(true);
    const hot = complete({ level: 1, colour: 'black' }, { weather: HOT });
    for (const soak of hot.soaks) {
      if (soak.across) expect(soak.cooled).toBe(true);
      else expect(soak.remedies.map((r) => r.kind)).toContain('shade');
    }
    const shaded = complete({ level: 1, colour: 'black', stands: ['roof'] }, { weather: WARM });
    expect(shaded.soaks[0]).toMatchObject({ cooled: false });
    expect(shaded.soaks[0]?.across).not.toBeNull();
  });

  it('where something has no window there is no course', () => {
    const { plan, soaks } = complete({ level: 1 });
    expect(
      scheduleOf(
        plan,
        soaks.map((s) => ({ ...s, across: null })),
      ),
    ).toBeNull();
  });

  it('alone, the shampoo is mixed while the foam works', () => {
    const { plan, schedule } = complete({ level: 1 });
    const shampoo = plan.mixes.findIndex((m) => m.steps.includes('contact'));
    const mixed = schedule?.acts.find((a) => a.mix === shampoo);
    const [foam] = schedule?.lying ?? [];
    expect(mixed?.fromS).toBeGreaterThanOrEqual(foam?.fromS ?? Number.POSITIVE_INFINITY);
    expect(mixed?.toS).toBeLessThanOrEqual((foam?.toS ?? 0) - 30);
  });

  it('two people are faster than one, and share what is done by hand', () => {
    for (const level of [1, 3] as const) {
      const [one, two] = [complete({ level }), complete({ level, people: 2 })];
      expect(two.schedule?.elapsedS).toBeLessThan((one.schedule?.elapsedS ?? 0) * 0.85);
      expect(two.schedule?.acts.filter((a) => a.step === 'contact').map((a) => a.person)).toEqual([0, 1]);
    }
  });
});

it('any vehicle in any weather: nobody does two things at once, everything is mixed before it is used, and all is off in time', () => {
  let live = 0;
  const weathers = fc.constantFrom<Weather>(SHOP.weather, WARM, HOT, { ...WARM, sky: 'shade', windMs: 6 });
  fc.assert(
    fc.property(ANY_VEHICLE, weathers, (said, weather) => {
      const plan = planWash(said, { ...SHOP, weather });
      if (!plan.ok) return;
      const soaks = soaksOf(plan, { ...SHOP, weather });
      const schedule = scheduleOf(plan, soaks);
      for (const { across, panels, refused } of soaks) {
        expect(across === null).toBe(refused !== null);
        for (const p of across?.sections.flatMap((s) => s.panels) ?? []) {
          const { shortestS, rinseByS } = panels.find((w) => w.id === p.id) ?? { shortestS: 0, rinseByS: 0 };
          expect(p.rinseFromS - p.applyToS).toBeGreaterThan(shortestS - 1e-6);
          expect(p.rinseToS - p.applyFromS).toBeLessThan(rinseByS + 1e-6);
        }
      }
      if (!schedule) return;
      live++;
      const { acts } = schedule;
      for (const person of [0, 1]) {
        const own = acts.filter((a) => a.person === person).sort((a, b) => a.fromS - b.fromS);
        for (const [i, act] of own.entries()) {
          expect(act.toS).toBeLessThanOrEqual((own[i + 1]?.fromS ?? Number.POSITIVE_INFINITY) + 1e-6);
        }
      }
      for (const { mix, toS } of acts) {
        if (mix === null) continue;
        const used = acts.filter((a) => a.step !== null && plan.mixes[mix]?.steps.includes(a.step));
        for (const act of used) expect(toS).toBeLessThanOrEqual(act.fromS + 1e-6);
      }
      const started = acts.filter((a) => a.step !== null && a.what !== 'takeOff');
      const order = started.map((a) => plan.steps.findIndex((s) => s.id === a.step));
      const first = [...new Set(order)];
      for (const id of plan.steps.filter((s) => s.hands > 0).map((s) => s.id)) {
        expect(
          acts.some((a) => a.step === id),
          id,
        ).toBe(true);
      }
      expect(first.length).toBeGreaterThan(0);
      for (const lying of schedule.lying) expect(lying.toS).toBeLessThanOrEqual(lying.dueS + 1e-6);
    }),
    { numRuns: 200, seed: 18 },
  );
  expect(live).toBeGreaterThan(30);
});

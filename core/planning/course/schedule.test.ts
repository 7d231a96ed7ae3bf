import { describe, expect, it } from 'vitest';
import type { Weather } from '../../dwell/weather.ts';
import type { Assessment } from '../assessment.ts';
import { completePlan } from '../completePlan.ts';
import { SHOP } from '../madeUpPlan.ts';
import { type Plan, type PlanShop, planWash } from '../planWash.ts';
import type { Soak } from '../soakOf.ts';
import { soaksOf } from '../soaks.ts';
import type { Schedule } from './acts.ts';
import { scheduleOf } from './schedule.ts';

type Complete = { plan: Plan; soaks: Soak[]; schedule: Schedule | null };
function complete(said: Assessment, more: Partial<PlanShop> = {}): Complete {
  const shop = { ...SHOP, ...more };
  const plan = planWash({ protection: 'wax', ...said }, shop);
  if (!plan.ok) throw new Error(plan.row);
  const soaks = soaksOf(plan, shop);
  return { plan, soaks, schedule: scheduleOf(plan, soaks, shop.schools) };
}
const DISC = { brake: 'disc', finish: 'clearCoated' } as const;
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

  it('a pre-soak that is wiped off is done stretch by stretch, as far as it stays wet', () => {
    const carried = { kind: 'carried', litres: 20 } as const;
    const { plan, soaks, schedule } = complete({ level: 1, water: carried, body: 'estate' });
    expect(soaks.map((s) => [s.steps, s.off])).toEqual([[['preSoak'], 'rinseless']]);
    expect(soaks[0]?.across?.sections.length).toBeGreaterThan(1);
    expect(soaks[0]?.cooled).toBe(false);
    // Laid, wiped and dried are one work: 1.1 minutes to the square metre.
    const acts = schedule?.acts.filter((a) => a.step === 'preSoak' || a.step === 'rinseless') ?? [];
    const handsS = acts.reduce((sum, a) => sum + a.toS - a.fromS, 0);
    expect(handsS / 60).toBeCloseTo(1.1 * 14.7 * 1.25, 1);
    expect(plan.method).toBe('rinseless');
  });

  it('a pre-wash and the foam over it are laid piece by piece where the whole of both would dry', () => {
    const hot = complete(
      { level: 4, colour: 'black' },
      { weather: { airC: 25, humidity: 0.25, windMs: 5, sky: 'sun' } },
    );
    const chain = hot.soaks.find((s) => s.steps.length > 1);
    expect(chain?.across?.sections.length).toBeGreaterThan(1);
    // A piece of foam waits for no more of the pre-wash than its own.
    const laid = (step: string) =>
      hot.schedule?.acts.filter((a) => a.what === 'lay' && a.step === step).map((a) => a.piece);
    expect(laid('preWash2')).toEqual(laid('foam'));
  });

  it('what would be dry before it has worked is laid again, in time, and takes as much again', () => {
    const weather: Weather = { airC: 38, humidity: 0.1, windMs: 8, sky: 'sun' };
    const said: Assessment = { level: 1, protection: 'wax' };
    const made = completePlan(said, { ...SHOP, weather });
    const [foam] = made?.soaks ?? [];
    const againS = foam?.againS ?? 0;
    expect(againS).toBeGreaterThan(20);
    const acts = made?.schedule?.acts.filter((a) => a.step === 'foam' || a.step === 'rinse foam') ?? [];
    for (const [piece] of foam?.across?.sections.entries() ?? []) {
      const of = acts.filter((a) => a.piece === piece && a.what !== 'cool');
      expect(of.map((a) => a.what)).toEqual(['lay', 'again', 'takeOff']);
      const [lay, again, off] = of;
      const afterS = (again?.fromS ?? 0) - (lay?.fromS ?? 0);
      expect(afterS).toBeGreaterThanOrEqual(againS - 1e-6);
      expect(afterS).toBeLessThanOrEqual(againS * 1.1 + 1e-6);
      for (const { shortestS, rinseByS } of foam?.panels ?? []) {
        expect((off?.fromS ?? 0) - (lay?.toS ?? 0)).toBeGreaterThanOrEqual(shortestS - 1e-6);
        expect((off?.fromS ?? 0) - (lay?.fromS ?? 0)).toBeLessThan(rinseByS);
      }
    }
    const once = planWash(said, { ...SHOP, weather });
    const mixUl = (plan: Plan | null) => plan?.mixes.find((m) => m.steps.includes('foam'))?.mixUl ?? 0;
    expect(mixUl(made?.plan ?? null)).toBe(2 * mixUl(once.ok ? once : null));
    expect(made?.plan.productMinor).toBeGreaterThan(once.ok ? (once.productMinor ?? 0) : 0);
    // Under a roof once is enough.
    expect(
      completePlan({ ...said, stands: ['roof'] }, { ...SHOP, weather: WARM })?.soaks[0]?.againS,
    ).toBeNull();
  });

  it('moving a vehicle and a roof out of reach take both of two', () => {
    const both = (said: Assessment, kind: string) => {
      const { plan, schedule } = complete({ ...said, people: 2 });
      const step = plan.steps.find((s) => s.kind === kind)?.id;
      return schedule?.acts.filter((a) => a.step === step).map((a) => a.person);
    };
    expect(both({ body: 'van' }, 'dry')).toEqual([0, 1]);
    const bay = { level: 3, water: { kind: 'carried', litres: 40 }, drain: false, bayNear: true } as const;
    expect(both(bay, 'move')).toEqual([0, 1]);
  });

  it('where something has no window there is no course', () => {
    const { plan, soaks } = complete({ level: 1 });
    expect(
      scheduleOf(
        plan,
        soaks.map((s) => ({ ...s, across: null })),
        SHOP.schools,
      ),
    ).toBeNull();
  });

  it('what lies on different parts lies at once, and takes the longer of both', () => {
    const spots = (iron: 'rear' | 'front') =>
      [
        { kind: 'tar', zones: ['front'], many: false },
        { kind: 'iron', zones: [iron], many: false },
      ] as const;
    const overlap = (schedule: Schedule | null) => {
      const [tar, iron] = ['tar', 'iron'].map((id) => schedule?.lying.find((l) => l.steps.includes(id)));
      return Math.min(tar?.toS ?? 0, iron?.toS ?? 0) - Math.max(tar?.fromS ?? 0, iron?.fromS ?? 0);
    };
    expect(overlap(complete({ level: 1, spots: spots('rear') }).schedule)).toBeGreaterThan(0);
    // Iron lies under the tar: on one part it comes after it.
    expect(overlap(complete({ level: 1, spots: spots('front') }).schedule)).toBeLessThan(0);
  });

  it('what stands on wheels stands as long as its recipe says', () => {
    const due = complete({ level: 1, due: ['ironWheels'], axles: { front: DISC, rear: DISC } });
    const step = due.plan.steps.find((s) => s.kind === 'wheelIron');
    expect(step?.choice.chosen).not.toBeNull();
    const [laid, off] = ['wheelIron', 'rinse wheelIron'].map((id) =>
      due.schedule?.acts.find((a) => a.step === id),
    );
    const fromS = step?.choice.chosen?.cell.dwell?.fromS ?? 0;
    expect((off?.fromS ?? 0) - (laid?.fromS ?? 0)).toBeGreaterThanOrEqual(fromS - 1e-6);
  });

  it('two people are faster than one, and share what is done by hand', () => {
    for (const level of [1, 3] as const) {
      const [one, two] = [complete({ level }), complete({ level, people: 2 })];
      expect(two.schedule?.elapsedS).toBeLessThan((one.schedule?.elapsedS ?? 0) * 0.85);
      expect(two.schedule?.acts.filter((a) => a.step === 'contact').map((a) => a.person)).toEqual([0, 1]);
    }
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Weather } from '../dwell/weather.ts';
import { rulesFor } from '../safety/rules.ts';
import { BODIES } from '../soil/bodies.ts';
import { panelsOf } from '../soil/panels.ts';
import { SOIL_LEVELS, type SoilLevel } from '../soil/soil.ts';
import {
  type Assessment,
  AXLES,
  BRAKES,
  FOLLOWS,
  PROTECTIONS,
  SPECIALS,
  SPOT_KINDS,
  WHEEL_FINISHES,
} from './assessment.ts';
import type { Schedule } from './course/acts.ts';
import { partsOf, reachOf } from './course/reach.ts';
import { scheduleOf } from './course/schedule.ts';
import { edgesOf } from './edges.ts';
import { WASH_ZONES } from './levels.ts';
import { SHOP } from './madeUpPlan.ts';
import { orderBy, type Plan, planWash } from './planWash.ts';
import { laidMixOf, laidOnOf } from './recipeFor.ts';
import { soaksOf } from './soaks.ts';

const ids = (plan: Plan): string[] => plan.steps.map((s) => s.id);

const soil = fc.constantFrom(...SOIL_LEVELS);
const ANY_VEHICLE: fc.Arbitrary<Assessment> = fc
  .record(
    {
      body: fc.constantFrom(...BODIES),
      level: soil,
      zones: fc.dictionary(fc.constantFrom(...WASH_ZONES), soil, { maxKeys: 3 }),
      looseGrit: fc.boolean(),
      hot: fc.boolean(),
      spots: fc.array(
        fc.record({
          kind: fc.constantFrom(...SPOT_KINDS),
          zones: fc.uniqueArray(fc.constantFrom(...WASH_ZONES), { minLength: 1, maxLength: 3 }),
          many: fc.boolean(),
        }),
        { maxLength: 3 },
      ),
      axles: fc.record(
        Object.fromEntries(
          AXLES.map((axle) => [
            axle,
            fc.record({
              brake: fc.constantFrom(...BRAKES, 'unknown' as const),
              finish: fc.constantFrom(...WHEEL_FINISHES, 'unknown' as const),
            }),
          ]),
        ) as never,
      ),
      protection: fc.constantFrom(...PROTECTIONS, 'unknown' as const),
      beads: fc.boolean(),
      specials: fc.uniqueArray(fc.constantFrom(...SPECIALS), { maxLength: 2 }),
      water: fc.oneof(
        fc.constant({ kind: 'hose' as const }),
        fc.constant({ kind: 'none' as const }),
        fc.record({ kind: fc.constant('carried' as const), litres: fc.integer({ min: 0, max: 40 }) }),
      ),
      drain: fc.boolean(),
      runOffBan: fc.boolean(),
      bayNear: fc.boolean(),
      minutes: fc.option(fc.integer({ min: 10, max: 120 })),
      follows: fc.uniqueArray(fc.constantFrom(...FOLLOWS), { minLength: 1, maxLength: 2 }),
      touchless: fc.boolean(),
      marring: fc.boolean(),
    },
    { requiredKeys: [] },
  )
  .map((a) => a as unknown as Assessment);

describe('whatever a vehicle is like', () => {
  it('no step comes before what has to come first, every step has a reason, and a plan is the same twice', () => {
    let plans = 0;
    fc.assert(
      fc.property(ANY_VEHICLE, (assessment) => {
        const plan = planWash(assessment, SHOP);
        expect(JSON.stringify(planWash(structuredClone(assessment), SHOP))).toBe(JSON.stringify(plan));
        if (!plan.ok) {
          expect(plan.allow.length).toBeGreaterThan(0);
          return;
        }
        plans++;
        const kinds = plan.steps.map((s) => s.kind);
        for (const { before, after } of edgesOf(orderBy(plan.method, plan.seen, SHOP.schools))) {
          if (!kinds.includes(before) || !kinds.includes(after)) continue;
          expect(kinds.lastIndexOf(before), `${before} before ${after}`).toBeLessThan(kinds.indexOf(after));
        }
        for (const [i, step] of plan.steps.entries()) {
          expect(step.because.length, step.id).toBeGreaterThan(0);
          if (step.takesOff) expect(plan.steps[i - 1]?.id).toBe(step.takesOff);
        }
        expect(new Set(ids(plan)).size).toBe(plan.steps.length);
        const wants = plan.steps.filter((s) => s.use !== null);
        expect(plan.missing).toEqual(wants.filter((s) => !s.choice.chosen).map((s) => s.id));
      }),
      { numRuns: 600 },
    );
    expect(plans).toBeGreaterThan(200);
  });

  it('no mix is planned that a rule stops or leaves to a manager, and loose grit is never wiped dry', () => {
    fc.assert(
      fc.property(ANY_VEHICLE, (assessment) => {
        const plan = planWash(assessment, SHOP);
        if (!plan.ok) return;
        for (const step of plan.steps) {
          const { chosen } = step.choice;
          if (!chosen) continue;
          const mix = laidMixOf(chosen.of, chosen.judged, SHOP.signedOff);
          expect(rulesFor(mix, laidOnOf(step, plan.seen)).filter((r) => r.verdict !== 'caution')).toEqual([]);
        }
        const gritty = plan.seen.looseGrit || plan.seen.stuckFilm;
        if (gritty && plan.method === 'rinseless') expect(ids(plan)).toContain('firstRinse');
        if (plan.method === 'waterless') expect(plan.seen.dirtiest).toBeLessThanOrEqual(1);
      }),
      { numRuns: 400 },
    );
  });

  it('more soil never takes less of the same product in the same kind of step', () => {
    fc.assert(
      fc.property(ANY_VEHICLE, fc.integer({ min: 0, max: 3 }), (assessment, level) => {
        const of = (l: number) => planWash({ ...assessment, zones: {}, level: l as SoilLevel }, SHOP);
        const [less, more] = [of(level), of(level + 1)];
        if (!less.ok || !more.ok || less.method !== more.method) return;
        for (const kind of ['preWash', 'foam', 'spotSoak'] as const) {
          const sum = (plan: Plan) =>
            plan.steps.filter((s) => s.kind === kind).reduce((ul, s) => ul + (s.taken?.productUl ?? 0), 0);
          expect(sum(more), kind).toBeGreaterThanOrEqual(sum(less));
        }
      }),
      { numRuns: 300 },
    );
  });
});

const WARM: Weather = { airC: 22, humidity: 0.5, windMs: 2, sky: 'bright' };
const HOT: Weather = { airC: 30, humidity: 0.35, windMs: 4, sky: 'sun' };

it('any vehicle in any weather: nobody does two things at once, everything is mixed before it is used, and all is off in time', () => {
  let live = 0;
  let stuck = 0;
  const weathers = fc.constantFrom<Weather>(SHOP.weather, WARM, HOT, { ...WARM, sky: 'shade', windMs: 6 });
  fc.assert(
    fc.property(ANY_VEHICLE, weathers, (said, weather) => {
      const plan = planWash(said, { ...SHOP, weather });
      if (!plan.ok) return;
      const soaks = soaksOf(plan, { ...SHOP, weather });
      const schedule = scheduleOf(plan, soaks, SHOP.schools);
      for (const { across, panels, refused } of soaks) {
        expect(across === null).toBe(refused !== null);
        for (const p of across?.sections.flatMap((s) => s.panels) ?? []) {
          const { shortestS, rinseByS } = panels.find((w) => w.id === p.id) ?? { shortestS: 0, rinseByS: 0 };
          expect(p.rinseFromS - p.applyToS).toBeGreaterThan(shortestS - 1e-6);
          expect(p.rinseToS - p.applyFromS).toBeLessThan(rinseByS + 1e-6);
        }
      }
      if (!schedule) {
        if (soaks.every((s) => s.across)) stuck++;
        return;
      }
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
      keepsOff(plan, schedule);
      keepsOrder(plan, schedule);
      expect(scheduleOf(plan, soaks, SHOP.schools)).toEqual(schedule);
    }),
    { numRuns: 200, seed: 18 },
  );
  expect(live).toBeGreaterThan(30);
  // Where everything has a window there is a course.
  expect(stuck).toBe(0);
});

const zonesParts = (plan: Plan, id: string) =>
  partsOf(panelsOf(plan.steps.find((s) => s.id === id)?.zones ?? []));

/** Nobody works on, or wets, what lies and still works. */
function keepsOff(plan: Plan, { acts, lying }: Schedule): void {
  for (const { steps, fromS, toS } of lying) {
    const parts = zonesParts(plan, steps.at(-1) as string);
    for (const act of acts) {
      const step = plan.steps.find((s) => s.id === act.step);
      if (!step || act.toS <= fromS + 1e-6 || act.fromS >= toS - 1e-6) continue;
      // Its own pieces are kept apart piece by piece.
      if (steps.includes(step.id) || step.takesOff === steps.at(-1) || step.kind === 'rinseless') continue;
      const own = partsOf(panelsOf(step.zones));
      expect((own | reachOf(step.kind, own)) & parts, `${step.id} while ${steps.join(' ')} lies`).toBe(0);
    }
  }
}

/** No step is begun before what its edges demand is done. */
function keepsOrder(plan: Plan, { acts }: Schedule): void {
  const edges = edgesOf(orderBy(plan.method, plan.seen, SHOP.schools));
  const endS = (id: string) => {
    const off = plan.steps.find((s) => s.takesOff === id)?.id;
    return Math.max(0, ...acts.filter((a) => a.step === id || a.step === off).map((a) => a.toS));
  };
  const beginS = (id: string) =>
    Math.min(...acts.filter((a) => a.step === id && a.what !== 'cool').map((a) => a.fromS));
  for (const { before, after } of edges) {
    for (const one of plan.steps.filter((s) => s.kind === before)) {
      for (const two of plan.steps.filter((s) => s.kind === after)) {
        const apart = !one.zones.some((z) => two.zones.includes(z));
        const laidOver = before === 'preWash' && after === 'foam';
        // A second pre-wash goes before its foam; the order of the plan holds among passes.
        const backwards = plan.steps.indexOf(one) > plan.steps.indexOf(two);
        if ((apart && ['tar', 'iron', 'clay', 'spotSoak'].includes(before)) || laidOver || backwards)
          continue;
        if (before === 'preSoak' && after === 'rinseless') continue;
        expect(endS(one.id), `${one.id} before ${two.id}`).toBeLessThanOrEqual(beginS(two.id) + 1e-6);
      }
    }
  }
}

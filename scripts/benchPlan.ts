import { uniformFrom } from '#core/mixing/random.ts';
import { type Assessment, FOLLOWS, PROTECTIONS, SPOT_KINDS } from '#core/planning/assessment.ts';
import { completePlan } from '#core/planning/completePlan.ts';
import { WASH_ZONES } from '#core/planning/levels.ts';
import { SHOP } from '#core/planning/madeUpPlan.ts';
import { planWash } from '#core/planning/planWash.ts';
import { prepareDay } from '#core/planning/prepareDay.ts';
import { whatWouldChange } from '#core/planning/whatChanges.ts';
import { BODIES } from '#core/soil/bodies.ts';
import { SOIL_LEVELS } from '#core/soil/soil.ts';
import { say } from './benchSay.ts';

const VEHICLES = 200;
/** Milliseconds a first plan may take, and all the others of what would change it. */
const FIRST_MS = 50;
const FLIPS_MS = 3_000;
/** With windows and course; and what a day of so many vehicles takes. */
const COMPLETE_MS = 400;
const DAY_MS = 300;
const DAY_JOBS = 30;

/** Plans of as many vehicles, each of its own kind, the same every time. */
export function planTimes(): void {
  const uniform = uniformFrom(7);
  const one = <T>(of: readonly T[]): T => of[Math.floor(uniform() * of.length)] as T;
  const vehicles = Array.from(
    { length: VEHICLES },
    (): Assessment => ({
      body: one(BODIES),
      level: one(SOIL_LEVELS),
      zones: { [one(WASH_ZONES)]: one(SOIL_LEVELS) },
      protection: one(PROTECTIONS),
      follows: [one(FOLLOWS)],
      spots: [{ kind: one(SPOT_KINDS), zones: [one(WASH_ZONES)], many: uniform() < 0.5 }],
      minutes: one([null, 20, 45, 90]),
      people: one([1, 2] as const),
    }),
  );
  for (const [what, budget, work] of [
    ['a first plan, 95th of 100 / 50 ms', FIRST_MS, (v: Assessment) => planWash(v, SHOP)],
    ['a complete plan, 95th of 100 / 400 ms', COMPLETE_MS, (v: Assessment) => completePlan(v, SHOP)],
    ['what would change it, 95th of 100 / 3 s', FLIPS_MS, (v: Assessment) => whatWouldChange(v, SHOP)],
  ] as const) {
    const taken = vehicles.map((vehicle) => {
      const start = performance.now();
      work(vehicle);
      return performance.now() - start;
    });
    const late = taken.sort((a, b) => a - b)[Math.floor(0.95 * VEHICLES)] as number;
    say(what, (late / budget).toFixed(3), `${late.toFixed(2)} ms over ${VEHICLES} vehicles`);
  }
  const start = performance.now();
  const jobs = vehicles.slice(0, DAY_JOBS).map((said, id) => ({
    id,
    vehicle: `vehicle ${id}`,
    placeId: id % 4,
    said,
    plan: planWash(said, SHOP),
    windows: null,
    shop: SHOP,
  }));
  prepareDay(jobs, SHOP);
  const took = performance.now() - start;
  say('a day of 30 prepared / 300 ms', (took / DAY_MS).toFixed(3), `${took.toFixed(1)} ms, plans made`);
}

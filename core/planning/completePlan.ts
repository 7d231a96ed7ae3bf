import type { Weather } from '../dwell/weather.ts';
import type { Taken } from './amounts.ts';
import type { Assessment, Stand } from './assessment.ts';
import type { Schedule } from './course/acts.ts';
import { scheduleOf } from './course/schedule.ts';
import { METHODS, type Method } from './methods.ts';
import { amountsOf, type Plan, type PlanShop, planWash } from './planWash.ts';
import type { Soak } from './soakOf.ts';
import { soaksOf } from './soaks.ts';

// A plan with what the weather makes of it, and what else could be done: by another method, at another hour, elsewhere.

/** What opens a window where there is none: another place to stand. */
export type Way = { readonly stand: Stand; readonly elapsedS: number };

/** A plan with its windows and its course. */
export type Complete = {
  readonly plan: Plan;
  readonly soaks: readonly Soak[];
  /** Null where something has no window. */
  readonly schedule: Schedule | null;
};

/** @returns null where the vehicle isn't washed as it stands */
export function completePlan(assessment: Assessment, shop: PlanShop): Complete | null {
  const plan = planWash(assessment, shop);
  return plan.ok ? completed(plan, shop) : null;
}

export function completed(plan: Plan, shop: PlanShop): Complete {
  const soaks = soaksOf(plan, shop);
  const whole = withLaidAgain(plan, soaks, shop);
  return { plan: whole, soaks, schedule: scheduleOf(whole, soaks, shop.schools) };
}

/** What is laid again takes as much again. */
function withLaidAgain(plan: Plan, soaks: readonly Soak[], shop: PlanShop): Plan {
  const again = soaks.flatMap((s) => (s.againS === null ? [] : [s.steps.at(-1)]));
  if (again.length === 0) return plan;
  const twice = ({ mixUl, productUl, waterUl, buckets }: Taken): Taken => ({
    mixUl: 2 * mixUl,
    productUl: 2 * productUl,
    waterUl: 2 * waterUl,
    buckets,
  });
  const steps = plan.steps.map((step) =>
    again.includes(step.id) && step.taken ? { ...step, taken: twice(step.taken) } : step,
  );
  return { ...plan, steps, ...amountsOf(steps, plan.method, shop) };
}

/** How long a plan takes, in seconds: by its course, else by its first figures. */
const lastsS = ({ plan, schedule }: Complete): number => schedule?.elapsedS ?? plan.minutes.elapsed * 60;

/** A vehicle of a day with its windows and its course; `windows` where everything has one. */
export type DayPlan = {
  readonly id: number;
  readonly plan: Plan;
  readonly elapsedS: number;
  readonly windows: boolean;
};

/** The plans of a day's vehicles, complete; none for those that aren't washed as they stand. */
export function completeDay(
  jobs: readonly { readonly id: number; readonly said: Assessment; readonly shop: PlanShop }[],
): DayPlan[] {
  return jobs.flatMap(({ id, said, shop }) => {
    const made = completePlan(said, shop);
    return made ? [{ id, plan: made.plan, elapsedS: lastsS(made), windows: made.schedule !== null }] : [];
  });
}

/** Places to stand that would open every window, and how long it takes there. */
export function waysOut(assessment: Assessment, shop: PlanShop): Way[] {
  return (['shade', 'roof'] as const).flatMap((stand) => {
    const there = completePlan({ ...assessment, stands: [stand] }, shop);
    return there?.schedule ? [{ stand, elapsedS: there.schedule.elapsedS }] : [];
  });
}

/** The same vehicle by another method: what that would take, or that it may not be. */
export type ByMethod = {
  readonly method: Method;
  /** Null where it is not possible. */
  readonly takes: {
    readonly seconds: number;
    readonly litres: number;
    readonly productMinor: number | null;
    readonly towels: number;
    /** Everything has a window and a recipe. */
    readonly whole: boolean;
  } | null;
};

/** What the vehicle takes by every method, the one planned among them. */
export function byMethod(assessment: Assessment, shop: PlanShop): ByMethod[] {
  return METHODS.map((method) => {
    const made = completePlan({ ...assessment, method }, shop);
    if (!made || made.plan.method !== method) return { method, takes: null };
    const { plan, schedule } = made;
    const { wiping, drying, wheels } = plan.towels;
    return {
      method,
      takes: {
        seconds: lastsS(made),
        litres: plan.litres,
        productMinor: plan.productMinor,
        towels: wiping + drying + wheels,
        whole: schedule !== null && plan.missing.length === 0,
      },
    };
  });
}

/** An hour, and what the plan comes to in its weather. */
export type AtHour = {
  readonly at: string;
  /** Null where it is not washed then at all. */
  readonly takes: { readonly seconds: number; readonly pieces: number; readonly cooled: boolean } | null;
  /** Something dries before it is off. */
  readonly tooFast: boolean;
};

/** What the plan comes to in each of the coming hours. */
export function byHour(
  assessment: Assessment,
  shop: PlanShop,
  hours: readonly { readonly at: string; readonly weather: Weather }[],
): AtHour[] {
  return hours.map(({ at, weather }) => {
    const made = completePlan(assessment, { ...shop, weather });
    const { soaks = [], schedule = null } = made ?? {};
    const pieces = Math.max(1, ...soaks.map((s) => s.across?.sections.length ?? 1));
    return {
      at,
      takes:
        made && schedule ? { seconds: schedule.elapsedS, pieces, cooled: soaks.some((s) => s.cooled) } : null,
      tooFast: made !== null && schedule === null,
    };
  });
}

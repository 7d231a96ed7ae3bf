import type { Assessment } from '../planning/assessment.ts';
import { completePlan } from '../planning/completePlan.ts';
import { SHOP } from '../planning/madeUpPlan.ts';
import type { PlanShop } from '../planning/planWash.ts';
import type { RunDone, RunEvent } from './runEvents.ts';
import { frozen, type RunPlan } from './runPlan.ts';
import { isOver, type RunStand, runStand } from './runState.ts';
import { asksCheck, toDoNow } from './toDoNow.ts';

// Made-up runs for tests: a plan of the made-up shop, and people who do what they are told to, faster or slower than planned.

export const BEGIN_MS = Date.parse('2026-05-04T09:00:00Z');

export function planOf(said: Assessment, more: Partial<PlanShop> = {}): RunPlan {
  const shop = { ...SHOP, ...more };
  const complete = completePlan({ protection: 'wax', ...said }, shop);
  if (!complete) throw new Error('the vehicle is not washed as it stands');
  const plan = frozen(complete, shop, 50_000);
  if (!plan) throw new Error('something has no window');
  return JSON.parse(JSON.stringify(plan));
}

let keys = 0;
export const eventOf = (done: RunDone, ms: number, personId = 1): RunEvent => ({
  key: `k${String(++keys).padStart(15, '0')}`,
  at: new Date(ms).toISOString(),
  personId,
  done,
});

export type Told = { events: RunEvent[]; stand: RunStand; overdueS: number[]; endMs: number };

/**
 * Does a plan by what is said to be done, a second at a time.
 *
 * @param of.pace how long each task takes for what was planned: 1 as planned
 * @param of.failing whether a check fails
 */
export function done(
  plan: RunPlan,
  of: { people?: 1 | 2; pace?: () => number; failing?: (task: string) => boolean } = {},
): Told {
  const { people = 1, pace = () => 1, failing = () => false } = of;
  const slots = people === 2 ? ([0, 1] as const) : ([0] as const);
  const events: RunEvent[] = slots.map((slot) => eventOf({ kind: 'joined', slot }, BEGIN_MS, slot + 1));
  const busy = new Map<number, { task: string; untilMs: number }>();
  const overdueS: number[] = [];
  let stand = runStand(plan, events);
  let ms = BEGIN_MS;
  for (; !stand.tasks.every((t) => isOver(t) && !asksCheck(t)); ms += 1_000) {
    if (ms > BEGIN_MS + 12 * 3_600_000) throw new Error('it comes to no end');
    for (const slot of slots) {
      const person = slot + 1;
      const at = busy.get(person);
      if (at && ms < at.untilMs) continue;
      if (at) {
        events.push(eventOf({ kind: 'ended', task: at.task }, ms, person));
        busy.delete(person);
        stand = runStand(plan, events);
      }
      const { now } = toDoNow(stand, slot, ms);
      if (!now || now.stand.state === 'runs' || (now.fromMs !== null && now.fromMs > ms)) continue;
      const { task } = now.stand;
      if (asksCheck(now.stand)) {
        const done = failing(task.id)
          ? ({ kind: 'failed', task: task.id, next: 'repeat' } as const)
          : ({ kind: 'passed', task: task.id } as const);
        events.push(eventOf(done, ms, person));
      } else {
        if (now.byMs !== null) overdueS.push((ms - now.byMs) / 1_000);
        events.push(eventOf({ kind: 'begun', task: task.id }, ms, person));
        busy.set(person, { task: task.id, untilMs: ms + task.lastsS * 1_000 * pace() });
      }
      stand = runStand(plan, events);
    }
  }
  return { events, stand, overdueS, endMs: ms };
}

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BEGIN_MS, eventOf, planOf } from './madeUpRun.ts';
import type { RunDone, RunEvent } from './runEvents.ts';
import type { RunPlan } from './runPlan.ts';
import { isOver, runStand } from './runState.ts';
import { asksCheck, toDoNow } from './toDoNow.ts';

const ONE = planOf({ level: 3, body: 'hatchback' });
const TWO = planOf({ level: 3, body: 'estate', people: 2 });

/** What somebody would press of what they are shown; null where there is nothing for them. */
function press(plan: RunPlan, events: readonly RunEvent[], slot: 0 | 1, ms: number): RunDone | null {
  const { now } = toDoNow(runStand(plan, events), slot, ms);
  if (!now) return null;
  const { task, state } = now.stand;
  if (asksCheck(now.stand)) return { kind: 'passed', task: task.id };
  return state === 'runs' ? { kind: 'ended', task: task.id } : { kind: 'begun', task: task.id };
}

describe('a run handed over in the middle', () => {
  it('what whoever left had begun, or not looked at yet, goes on with whoever has their place', () => {
    const joined = eventOf({ kind: 'joined', slot: 0 }, BEGIN_MS, 1);
    const [first] = ONE.tasks.filter((t) => t.checked && t.after.length === 0);
    const task = (first ?? ONE.tasks[0])?.id as string;
    const begun = eventOf({ kind: 'begun', task }, BEGIN_MS + 1_000, 1);
    const over = eventOf({ kind: 'joined', slot: 0 }, BEGIN_MS + 2_000, 2);
    const now = toDoNow(runStand(ONE, [joined, begun, over]), 0, BEGIN_MS + 3_000).now;
    expect(now?.stand).toMatchObject({ task: { id: task }, state: 'runs', begunBy: 1 });
  });

  it('whoever goes on without the other has all of it to do', () => {
    const events = [
      eventOf({ kind: 'joined', slot: 0 }, BEGIN_MS, 1),
      eventOf({ kind: 'joined', slot: 1 }, BEGIN_MS, 2),
      eventOf({ kind: 'joined', slot: 1 }, BEGIN_MS + 1_000, 1),
    ];
    let ms = BEGIN_MS + 2_000;
    for (let turn = 0; turn < 200; turn++) {
      const what = press(TWO, events, 0, ms);
      if (!what) break;
      ms += 15_000;
      events.push(eventOf(what, ms, 1));
    }
    expect(runStand(TWO, events).tasks.filter((t) => !isOver(t) || asksCheck(t))).toEqual([]);
  });

  it('comes to its end whoever leaves when, with the second there or not', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(ONE, TWO),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 90 }), fc.constantFrom<0 | 1>(0, 1)), { maxLength: 4 }),
        fc.boolean(),
        (plan, changes, helped) => {
          const events = [eventOf({ kind: 'joined', slot: 0 }, BEGIN_MS, 1)];
          if (helped) events.push(eventOf({ kind: 'joined', slot: 1 }, BEGIN_MS, 2));
          let person = 2;
          let ms = BEGIN_MS;
          const finished = () => runStand(plan, events).tasks.every((t) => isOver(t) && !asksCheck(t));
          for (let turn = 0; !finished(); turn++) {
            expect(turn).toBeLessThan(400);
            for (const [, slot] of changes.filter(([at]) => at === turn))
              events.push(eventOf({ kind: 'joined', slot }, ++ms, ++person));
            const { people } = runStand(plan, events);
            let pressed = false;
            for (const [slot, who] of people) {
              const what = press(plan, events, slot, ms);
              ms += 1_000;
              if (what) events.push(eventOf(what, ms, who));
              pressed ||= what !== null;
            }
            // Somebody always has something to do.
            expect(pressed).toBe(true);
            ms += 20_000;
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { eventOf, planOf, BEGIN_MS as T } from './madeUpRun.ts';
import type { RunEvent } from './runEvents.ts';
import type { RunPlan } from './runPlan.ts';
import { runStand, type TaskStand } from './runState.ts';

const HATCH = planOf({ level: 3, body: 'hatchback' });
const foam = (plan: RunPlan) => plan.tasks.find((t) => t.lays && t.does.at(-1)?.step === 'foam');

describe('what a run comes to', () => {
  const some: fc.Arbitrary<RunEvent[]> = fc
    .array(
      fc.record({
        minute: fc.integer({ min: 0, max: 60 }),
        person: fc.constantFrom(1, 2),
        kind: fc.constantFrom(
          'begun',
          'ended',
          'passed',
          'failed',
          'skipped',
          'joined',
          'taken',
          'noted',
          'finished',
          'undone',
        ),
        task: fc.integer({ min: 0, max: HATCH.tasks.length }),
        failed: fc.constantFrom('repeat', 'stronger', 'other', 'goodEnough'),
      }),
      { maxLength: 60 },
    )
    .map((told) => {
      const events: RunEvent[] = [];
      for (const { minute, person, kind, task: at, failed } of told) {
        const task = HATCH.tasks[at]?.id ?? 'no such task';
        const ms = T + minute * 60_000;
        const of = events[at % Math.max(1, events.length)]?.key ?? 'none';
        const event = {
          begun: () => eventOf({ kind: 'begun', task }, ms, person),
          ended: () => eventOf({ kind: 'ended', task }, ms, person),
          passed: () => eventOf({ kind: 'passed', task }, ms, person),
          failed: () => eventOf({ kind: 'failed', task, next: failed as never }, ms, person),
          skipped: () => eventOf({ kind: 'skipped', task, reason: 'noTime', note: '' }, ms, person),
          joined: () => eventOf({ kind: 'joined', slot: (at % 2) as 0 | 1 }, ms, person),
          taken: () => eventOf({ kind: 'taken', mix: at % 9, batchId: at, batch: `B-${at}` }, ms, person),
          noted: () => eventOf({ kind: 'noted', task: null, text: 'a scratch' }, ms, person),
          finished: () => eventOf({ kind: 'finished' }, ms, person),
          undone: () => eventOf({ kind: 'undone', of }, ms, person),
        }[kind as 'begun'];
        events.push(event());
      }
      return events;
    });

  it('is the same whatever order its events arrive in, on two devices, late, and twice', () => {
    let failedAgain = 0;
    fc.assert(
      fc.property(some, fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })), (events, random) => {
        const shuffled = events
          .map((e) => ({ e, at: random.next().value as number }))
          .sort((a, b) => a.at - b.at)
          .map(({ e }) => e);
        const [here, there] = [1, 2].map((p) => shuffled.filter((e) => e.personId === p)) as [
          RunEvent[],
          RunEvent[],
        ];
        const told = runStand(HATCH, events);
        expect(runStand(HATCH, shuffled)).toEqual(told);
        expect(runStand(HATCH, [...there, ...here, ...shuffled])).toEqual(told);
        for (const t of told.tasks) {
          holds(t);
          if (t.task.id.includes('#')) failedAgain++;
        }
      }),
      { numRuns: 300 },
    );
    expect(failedAgain).toBeGreaterThan(20);
  });

  const at = (id: string, events: RunEvent[]): TaskStand | undefined =>
    runStand(HATCH, events).tasks.find((t) => t.task.id === id);

  it('ended twice by two people: the first counts, the second is told that it was', () => {
    const events = [
      eventOf({ kind: 'begun', task: 'setUp' }, T, 1),
      eventOf({ kind: 'ended', task: 'setUp' }, T + 60_000, 2),
      eventOf({ kind: 'ended', task: 'setUp' }, T + 90_000, 1),
    ];
    expect(at('setUp', events)).toMatchObject({ state: 'done', endedBy: 2, endedMs: T + 60_000 });
    expect(runStand(HATCH, events).unfit.map((u) => u.why)).toEqual(['alreadyDone']);
  });

  it('what is taken back never was, even where it arrives later than what takes it back', () => {
    const begun = eventOf({ kind: 'begun', task: 'setUp' }, T);
    const back = eventOf({ kind: 'undone', of: begun.key }, T + 5_000);
    for (const events of [
      [begun, back],
      [back, begun],
    ])
      expect(at('setUp', events)?.state).toBe('waits');
    expect(runStand(HATCH, [begun, back]).last).toBeNull();
  });

  it('what is left out takes with it what would take it off, and done after all it is both again', () => {
    const lay = foam(HATCH)?.id as string;
    const off = HATCH.tasks.find((t) => t.takesOff === lay)?.id as string;
    const events = [eventOf({ kind: 'skipped', task: lay, reason: 'noProduct', note: '' }, T)];
    expect([at(lay, events)?.state, at(off, events)?.state]).toEqual(['skipped', 'skipped']);
    events.push(eventOf({ kind: 'begun', task: lay }, T + 1_000));
    expect([at(lay, events)?.state, at(off, events)?.state]).toEqual(['runs', 'waits']);
  });

  it('a failed check lays and takes off again, stronger where that was said; what comes after waits for it', () => {
    const lay = foam(HATCH)?.id as string;
    const off = HATCH.tasks.find((t) => t.takesOff === lay) as RunPlan['tasks'][number];
    const failed = eventOf({ kind: 'failed', task: off.id, next: 'stronger' }, T + 3_000);
    const stand = runStand(HATCH, [eventOf({ kind: 'ended', task: off.id }, T), failed]);
    const added = stand.tasks.filter((t) => t.task.id.includes('#'));
    expect(added.map((t) => t.task.id.split('#')[0])).toEqual([lay, off.id]);
    const step = HATCH.steps.find((s) => s.id === 'foam');
    expect(added[0]?.instead?.soil).toBeGreaterThan(step?.laid?.soil ?? 9);
    const waits = stand.tasks.filter((t) => t.task.after.includes(off.id) && !t.task.id.includes('#'));
    expect(waits.length).toBeGreaterThan(0);
    for (const { task } of waits) expect(task.after).toContain(added[1]?.task.id);
    // The plan itself is as it was frozen.
    expect(HATCH.tasks.some((t) => t.id.includes('#') || t.after.some((a) => a.includes('#')))).toBe(false);
    expect(
      runStand(HATCH, [failed, eventOf({ kind: 'failed', task: off.id, next: 'repeat' }, T + 4_000)]).unfit,
    ).toHaveLength(1);
  });

  it('once it is over nothing more is done, but what was seen of it may be said', () => {
    const over = eventOf({ kind: 'finished' }, T);
    const stand = runStand(HATCH, [
      over,
      eventOf({ kind: 'begun', task: 'setUp' }, T + 1_000),
      eventOf({ kind: 'noted', task: null, text: 'a chip on the bonnet' }, T + 2_000),
    ]);
    expect(stand.finishedMs).toBe(T);
    expect(stand.unfit.map((u) => u.why)).toEqual(['over']);
    expect(stand.notes).toHaveLength(1);
  });
});

function holds({ state, begunMs, endedMs, skipped, check }: TaskStand): void {
  expect(state === 'done').toBe(endedMs !== null);
  expect(state === 'skipped').toBe(skipped !== null);
  if (state === 'waits') expect([begunMs, endedMs]).toEqual([null, null]);
  if (begunMs !== null && endedMs !== null) expect(endedMs).toBeGreaterThanOrEqual(begunMs);
  if (check === 'passed') expect(skipped?.note ?? '').toBeDefined();
}

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { done, eventOf, planOf, BEGIN_MS as T } from './madeUpRun.ts';
import type { RunPlan } from './runPlan.ts';
import { runStand } from './runState.ts';
import { lyingNow, mayBegin, toDoNow } from './toDoNow.ts';

const HATCH = planOf({ level: 3, body: 'hatchback' });
const TWO = planOf({ level: 3, body: 'estate', people: 2 });
const PLANS = [
  HATCH,
  TWO,
  planOf({ level: 1 }),
  planOf({ level: 0, water: { kind: 'none' } }),
  planOf({ level: 2, spots: [{ kind: 'insects', zones: ['front'], many: true }], follows: ['polish'] }),
];
const foam = (plan: RunPlan) => plan.tasks.find((t) => t.lays && t.does.at(-1)?.step === 'foam');

describe('a plan that is frozen', () => {
  it('holds all that is needed beside the vehicle: tasks in the order of the course, what comes before each, mixes', () => {
    expect(HATCH.tasks.map((t) => t.fromS)).toEqual(
      HATCH.tasks.map((t) => t.fromS).toSorted((a, b) => a - b),
    );
    expect(HATCH.tasks[0]?.id).toBe('setUp');
    expect(HATCH.tasks.at(-1)?.id).toBe('packUp');
    expect(new Set(HATCH.tasks.map((t) => t.id)).size).toBe(HATCH.tasks.length);
    const ids = new Set(HATCH.tasks.map((t) => t.id));
    for (const task of HATCH.tasks) {
      for (const before of task.after) expect(ids).toContain(before);
      if (task.takesOff) expect(HATCH.tasks.find((t) => t.id === task.takesOff)?.lays).not.toBeNull();
    }
    const laid = foam(HATCH);
    expect(laid?.lays?.waitS).toBeGreaterThan(0);
    const step = HATCH.steps.find((s) => s.id === 'foam');
    expect(step?.laid?.product).toMatch(/neutralFoam/);
    expect(HATCH.mixes[step?.mix ?? -1]?.steps).toContain('foam');
    expect(step?.m2).toBeGreaterThan(5);
  });

  it('says what a failed check can come to: again, a step stronger, another product, and what each takes', () => {
    const { remedies = [] } = HATCH.steps.find((s) => s.id === 'rinse foam') ?? {};
    expect(remedies.map((r) => r.kind).slice(0, 2)).toEqual(['repeat', 'stronger']);
    const [again, stronger] = remedies;
    expect(stronger?.laid?.soil).toBeGreaterThan(again?.laid?.soil ?? 9);
    expect(stronger?.productUl).toBeGreaterThan(again?.productUl ?? 0);
    expect(stronger?.minor).toBeGreaterThan(again?.minor ?? 0);
    expect(again?.minutes).toBeGreaterThan(4);
  });

  it('two have their own tasks, and what both do together is nobody’s alone', () => {
    expect(new Set(TWO.tasks.map((t) => t.slot))).toEqual(new Set([0, 1, null]));
  });
});

describe('doing what is said', () => {
  it.each(PLANS.map((plan, i) => [i, plan] as const))(
    'as fast as planned, plan %i takes what it says, and nothing is late',
    (_, plan) => {
      const { stand, overdueS, endMs } = done(plan, { people: plan.people });
      expect(stand.unfit).toEqual([]);
      expect(Math.max(0, ...overdueS)).toBeLessThanOrEqual(1);
      expect((endMs - T) / 1_000).toBeLessThan(plan.elapsedS * 1.15 + 60);
    },
  );

  it('faster or slower, alone or by two, with checks that fail: the order holds, and nothing comes off too soon', () => {
    fc.assert(
      fc.property(fc.constantFrom(...PLANS), fc.integer(), (plan, seed) => {
        let n = seed;
        const random = () => {
          n = (Math.imul(n, 1_664_525) + 1_013_904_223) | 0;
          return (n >>> 0) / 2 ** 32;
        };
        const { stand } = done(plan, {
          people: plan.people,
          pace: () => 0.7 + 0.7 * random(),
          failing: () => random() < 0.1,
        });
        const by = new Map(stand.tasks.map((t) => [t.task.id, t]));
        for (const { task, begunMs } of stand.tasks) {
          for (const before of task.after)
            expect(by.get(before)?.endedMs ?? 0).toBeLessThanOrEqual(begunMs ?? 0);
          const laid = task.takesOff ? by.get(task.takesOff) : null;
          if (laid) {
            const soaked = ((begunMs ?? 0) - (laid.endedMs ?? 0)) / 1_000;
            expect(soaked).toBeGreaterThanOrEqual((laid.task.lays?.waitS ?? 0) - 1e-6);
          }
        }
      }),
      { numRuns: 40 },
    );
  });

  it('what is begun goes on, what is ripe comes off, and a task that would not be done in time waits', () => {
    const lay = foam(HATCH) as RunPlan['tasks'][number];
    const off = HATCH.tasks.find((t) => t.takesOff === lay.id) as RunPlan['tasks'][number];
    const events = HATCH.tasks
      .slice(0, HATCH.tasks.indexOf(lay))
      .flatMap((t) => [
        eventOf({ kind: 'ended', task: t.id }, T),
        eventOf({ kind: 'passed', task: t.id }, T),
      ]);
    events.push(eventOf({ kind: 'joined', slot: 0 }, T), eventOf({ kind: 'begun', task: lay.id }, T));
    expect(toDoNow(runStand(HATCH, events), 0, T).now?.stand.task.id).toBe(lay.id);
    events.push(eventOf({ kind: 'ended', task: lay.id }, T + 100_000));
    const stand = runStand(HATCH, events);
    const { waitS = 0, latestS = 0 } = lay.lays ?? {};
    const [lies] = lyingNow(stand);
    expect(lies?.off.task.id).toBe(off.id);
    // Laid faster than planned, the first of it has had less of its time by then; slower, more.
    const sparedS = lay.lastsS - 100;
    expect(lies?.fromMs).toBeCloseTo(T + 100_000 + (waitS + Math.max(0, sparedS)) * 1_000, 3);
    expect(lies?.byMs).toBeCloseTo(T + 100_000 + (latestS + sparedS) * 1_000, 3);
    const soon = toDoNow(stand, 0, T + 100_000);
    expect(soon.now?.stand.task.id === off.id ? soon.now.fromMs : null).not.toBe(0);
    const ripe = toDoNow(stand, 0, (lies?.fromMs ?? 0) + 1);
    expect(ripe.now).toMatchObject({ fromMs: null, byMs: lies?.byMs });
    expect(ripe.now?.stand.task.id).toBe(off.id);
    // Nothing that gets wet of it or touches it can be begun beside it.
    for (const other of mayBegin(stand).filter((t) => t.task.id !== off.id))
      expect((other.task.parts | other.task.reach) & (lay.lays?.parts ?? 0)).toBe(0);
  });
});

describe('two things that lie at once', () => {
  const laid = (id: string, waitS: number, part: number) => ({
    ...(foam(HATCH) as RunPlan['tasks'][number]),
    id,
    after: [],
    lastsS: 30,
    parts: part,
    reach: part,
    lays: { waitS, latestS: waitS + 60, parts: part },
  });
  const off = (of: string, part: number) => ({
    ...laid(`off ${of}`, 0, part),
    after: [of],
    lays: null,
    takesOff: of,
  });
  const plan: RunPlan = {
    ...HATCH,
    tasks: [laid('one', 100, 1), laid('other', 60, 2), off('one', 1), off('other', 2)],
  };

  it('come due for one person 30 s apart at the least: the second is laid later where they would not', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 200 }), (afterS) => {
        const events = [
          eventOf({ kind: 'joined', slot: 0 }, T),
          eventOf({ kind: 'begun', task: 'one' }, T),
          eventOf({ kind: 'ended', task: 'one' }, T + 30_000),
        ];
        const nowMs = T + 30_000 + afterS * 1_000;
        const { now } = toDoNow(runStand(plan, events), 0, nowMs);
        if (now?.stand.task.id !== 'other') return;
        const beginMs = now.fromMs ?? nowMs;
        const dueMs = beginMs + 30_000 + 60_000;
        const firstMs = T + 130_000;
        expect(dueMs <= firstMs - 30_000 || dueMs >= firstMs + 30_000).toBe(true);
      }),
    );
    const events = [eventOf({ kind: 'joined', slot: 0 }, T), eventOf({ kind: 'ended', task: 'one' }, T)];
    expect(toDoNow(runStand(plan, events), 0, T).now).toMatchObject({ stand: { task: { id: 'other' } } });
    expect(toDoNow(runStand(plan, events), 0, T).now?.fromMs).toBe(T + 40_000);
  });

  it('what lies and is due next is waited for where nothing else can be done in time', () => {
    const events = [
      eventOf({ kind: 'joined', slot: 0 }, T),
      eventOf({ kind: 'ended', task: 'one' }, T),
      eventOf({ kind: 'ended', task: 'other' }, T),
    ];
    const { now } = toDoNow(runStand(plan, events), 0, T + 1_000);
    expect(now).toMatchObject({
      stand: { task: { id: 'off other' } },
      fromMs: T + 60_000,
      byMs: T + 120_000,
    });
  });
});

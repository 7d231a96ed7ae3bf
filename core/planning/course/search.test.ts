import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Schedule } from './acts.ts';
import { Search } from './search.ts';
import { type Batch, PLAIN, type Task } from './task.ts';

const min = (m: number) => m * 60;
const work = (step: string, minutes: number, more: Partial<Task> & { needs?: number[] } = {}): Task => {
  const { needs = [], ...of } = more;
  return {
    does: [{ what: 'work', step, piece: null, mix: null, lastsS: min(minutes) }],
    lastsS: min(minutes),
    ...PLAIN,
    after: needs.reduce((all, i) => all | (1n << BigInt(i)), 0n),
    ...of,
  };
};
const mix = (at: number): Task => ({
  ...work('', 1, { atBench: true }),
  does: [{ what: 'mix', step: null, piece: null, mix: at, lastsS: min(1) }],
});
const lies = (waitMin: number, latestMin: number, parts = 1): Batch => ({
  steps: ['foam'],
  piece: 0,
  parts,
  waitS: min(waitMin),
  latestS: min(latestMin),
});
const course = (tasks: Task[], batches: Batch[], people = 1) => {
  const found = new Search(tasks, batches, people).best();
  if (!found) throw new Error('no course');
  return found;
};
const minutesOf = ({ acts }: Schedule, step: string) =>
  acts.filter((a) => a.step === step).map((a) => [a.fromS / 60, a.toS / 60]);

describe('the search for a course', () => {
  const foam = [work('foam', 2, { parts: 1, lays: 0 }), work('rinse', 3, { takesOff: 0, needs: [0] })];

  it('does elsewhere what fits while something soaks, and waits for nothing else', () => {
    const found = course([...foam, work('glass', 5, { parts: 2 })], [lies(6, 9)]);
    expect(found.elapsedS).toBe(min(2 + 6 + 3));
    expect(minutesOf(found, 'glass')).toEqual([[2, 7]]);
    expect(found).toMatchObject({ shortest: true, idleS: [min(1)] });
  });

  it('begins nothing that would not be done, and laid down, 30 s before it is due', () => {
    const found = course([...foam, work('glass', 5, { parts: 2 })], [lies(4, 5.7)]);
    // 2 laid, 4 waited, 3 rinsed, and the glass before or after.
    expect(found.elapsedS).toBe(min(2 + 4 + 3 + 5));
    const fits = course([...foam, work('glass', 5, { parts: 2 })], [lies(4, 5.75)]);
    expect(fits.elapsedS).toBe(min(2 + 5 + 3));
  });

  it('touches and wets nothing that still works', () => {
    const washed = course([...foam, work('wash', 5, { parts: 2, reach: 1 })], [lies(6, 9)]);
    expect(washed.elapsedS).toBe(min(2 + 6 + 3 + 5));
  });

  it('alone, a mix is made on a walk of a minute each way, within half of the time it may lie', () => {
    const tasks = [...foam, mix(0), work('wash', 4, { parts: 1, needs: [1, 2] })];
    const long = course(tasks, [lies(6, 7)]);
    expect(long.elapsedS).toBe(min(2 + 6 + 3 + 4));
    expect(long.acts.find((a) => a.mix === 0)).toMatchObject({ fromS: min(3), toS: min(4) });
    const short = course(tasks, [lies(5, 5.9)]);
    expect(short.elapsedS).toBe(min(2 + 5 + 3 + 4 + 1));
  });

  it('two mixes on one walk need one walk', () => {
    const tasks = [...foam, mix(0), mix(1), work('wash', 4, { parts: 1, needs: [1, 2, 3] })];
    const found = course(tasks, [lies(8, 9)]);
    expect(found.elapsedS).toBe(min(2 + 8 + 3 + 4));
    expect(found.acts.filter((a) => a.what === 'mix').map((a) => a.fromS / 60)).toEqual([3, 4]);
  });

  it('two things that lie are taken off 30 s apart by one person, each in its time, or one after the other', () => {
    const two = (latest: number) =>
      course(
        [
          work('tar', 1, { parts: 1, lays: 0 }),
          work('off tar', 1, { takesOff: 0, needs: [0] }),
          work('iron', 1, { parts: 2, lays: 1 }),
          work('off iron', 1, { takesOff: 1, needs: [2] }),
        ],
        [lies(4, latest), { ...lies(4, latest, 2), steps: ['iron'] }],
      );
    const both = two(6);
    expect(both.elapsedS).toBe(min(1 + 4 + 1 + 0.5 + 1));
    expect(both.lying.map((l) => l.toS / 60)).toEqual([5, 6.5]);
    for (const { toS, dueS } of both.lying) expect(toS).toBeLessThanOrEqual(dueS);
    // No minute to spare: the second is laid so much later that it comes due when a hand is free.
    const tight = two(4);
    expect(tight.lying.map((l) => [l.fromS / 60, l.toS / 60])).toEqual([
      [1, 5],
      [2.5, 6.5],
    ]);
    expect(tight.elapsedS).toBe(min(7.5));
  });

  it('what takes a helper is done by both, in the same time unless they share it', () => {
    const rest = [work('glass', 2, { parts: 2 })];
    const moved = course([work('move', 2, { helper: true }), ...rest], [], 2);
    expect(moved.acts.filter((a) => a.step === 'move').map((a) => [a.person, a.fromS, a.toS])).toEqual([
      [0, 0, min(2)],
      [1, 0, min(2)],
    ]);
    expect(moved.elapsedS).toBe(min(4));
    expect(course([work('roof', 4, { helper: true, shared: true }), ...rest], [], 2).elapsedS).toBe(min(4));
    // Somebody alone does it alone.
    expect(course([work('move', 2, { helper: true }), ...rest], []).elapsedS).toBe(min(4));
  });

  it('two people share what is done by hand, never hold one machine at once, and keep off each other’s work', () => {
    expect(course([work('wash', 8, { parts: 1, shared: true })], [], 2).elapsedS).toBe(min(4));
    const machines = [
      work('rinse', 3, { parts: 1, machine: true }),
      work('foam', 2, { parts: 2, machine: true }),
    ];
    expect(course(machines, [], 2).elapsedS).toBe(min(5));
    const apart = [work('tyres', 3, { parts: 1 }), work('glass', 2, { parts: 2 })];
    expect(course(apart, [], 2).elapsedS).toBe(min(3));
    const wet = [work('tyres', 3, { parts: 1, reach: 2 }), work('glass', 2, { parts: 2 })];
    expect(course(wet, [], 2).elapsedS).toBe(min(5));
    const harsh = [work('acid', 3, { parts: 1, alone: true }), work('glass', 2, { parts: 2 })];
    expect(course(harsh, [], 2).elapsedS).toBe(min(5));
    // At the bench somebody may be.
    expect(course([work('acid', 3, { parts: 1, alone: true }), mix(0)], [], 2).elapsedS).toBe(min(3));
  });

  it('of courses as short, the one with the fewest changes of tool', () => {
    const tasks = [
      work('rinse 1', 2, { parts: 1, machine: true }),
      work('brush', 2, { parts: 2 }),
      work('rinse 2', 2, { parts: 4, machine: true }),
    ];
    const found = course(tasks, []);
    expect(found.elapsedS).toBe(min(6));
    expect(found.acts.map((a) => a.step)).toEqual(['rinse 1', 'rinse 2', 'brush']);
  });

  it('where nothing keeps to a window there is no course', () => {
    const tasks = [...foam, work('check', 0.5, { parts: 1, needs: [0] })];
    // The check comes between laying and rinsing, and touches what lies.
    tasks[1] = { ...(tasks[1] as Task), after: 0b101n };
    expect(new Search(tasks, [lies(4, 5)], 1).best()).toBeNull();
  });

  it('is as short as the best of all orders', () => {
    const minutes = fc.integer({ min: 1, max: 6 });
    const others = fc.array(fc.record({ lasts: minutes, wets: fc.boolean(), first: fc.boolean() }), {
      minLength: 1,
      maxLength: 4,
    });
    let filled = 0;
    fc.assert(
      fc.property(
        minutes,
        minutes,
        minutes,
        fc.integer({ min: 0, max: 4 }),
        others,
        (lay, wait, off, more, rest) => {
          const tasks = [
            work('lay', lay, { parts: 1, lays: 0 }),
            work('off', off, { takesOff: 0, needs: [0] }),
            ...rest.map(({ lasts, wets, first }, i) =>
              work(`w${i}`, lasts, { parts: 2, reach: wets ? 1 : 0, needs: first && i > 0 ? [i + 1] : [] }),
            ),
          ];
          const batch = lies(wait, wait + more);
          const best = bestOfAllOrders(tasks, batch);
          const found = course(tasks, [batch]);
          expect(found.elapsedS).toBeCloseTo(best, 6);
          expect(found.shortest).toBe(true);
          const hands = tasks.reduce((sum, t) => sum + t.lastsS, 0);
          if (found.elapsedS < hands + min(wait)) filled++;
        },
      ),
      { numRuns: 150 },
    );
    expect(filled).toBeGreaterThan(30);
  });
});

/** Tried out, order by order, by one person who does each as soon as may be. */
function bestOfAllOrders(tasks: readonly Task[], batch: Batch): number {
  let best = Number.POSITIVE_INFINITY;
  const go = (left: number[], done: number[], at: number, laid: number | null) => {
    if (left.length === 0) best = Math.min(best, at);
    for (const i of left) {
      const task = tasks[i] as Task;
      const needs = tasks.flatMap((_, j) => (task.after & (1n << BigInt(j)) ? [j] : []));
      if (!needs.every((j) => done.includes(j))) continue;
      const others = left.filter((j) => j !== i);
      if (task.lays !== null) go(others, [...done, i], at + task.lastsS, at + task.lastsS);
      else if (task.takesOff !== null) {
        const from = Math.max(at, (laid as number) + batch.waitS);
        if (from <= (laid as number) + batch.latestS) go(others, [...done, i], from + task.lastsS, null);
      } else {
        const to = at + task.lastsS;
        const keeps = laid === null || (!(task.reach & 1) && to + 45 <= laid + batch.latestS);
        if (keeps) go(others, [...done, i], to, laid);
      }
    }
  };
  go(
    tasks.map((_, i) => i),
    [],
    0,
    null,
  );
  return best;
}

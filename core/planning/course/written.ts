import type { Act, Lying, Schedule } from './acts.ts';
import type { Batch, Task } from './task.ts';

// A course written down: who does what from when to when, what lies meanwhile, and who waits.

/** A task given to somebody. */
export type Given = {
  readonly task: number;
  readonly person: number;
  readonly fromS: number;
  readonly toS: number;
  /** Both do its first part. */
  readonly joint: boolean;
  /** It is a mix made on a walk to the bench, while something lies. */
  readonly away: boolean;
};

/** What both do at once takes half as long where they share it, and as long as ever where one helps the other. */
export const jointS = ({ shared }: Task, s: number): number => (shared ? s / 2 : s);

export function written(
  given: readonly Given[],
  elapsedS: number,
  { tasks, batches, people }: { tasks: readonly Task[]; batches: readonly Batch[]; people: number },
): Omit<Schedule, 'shortest'> {
  const acts = given.flatMap((g) => actsOf(g, tasks[g.task] as Task));
  const laidS = new Map<number, number>();
  const lying: Lying[] = [];
  for (const { task, fromS, toS } of given) {
    const { lays, takesOff } = tasks[task] as Task;
    if (takesOff !== null) {
      const { steps, piece, latestS } = batches[takesOff] as Batch;
      const from = laidS.get(takesOff) as number;
      lying.push({ steps, piece, fromS: from, toS: fromS, dueS: from + latestS });
    }
    if (lays !== null) laidS.set(lays, toS);
  }
  const idleS = Array.from(
    { length: people },
    (_, person) =>
      elapsedS - acts.filter((a) => a.person === person).reduce((sum, a) => sum + a.toS - a.fromS, 0),
  );
  return { acts, lying, elapsedS, idleS };
}

function actsOf({ fromS, person, joint }: Given, of: Task): Act[] {
  let at = fromS;
  return of.does.flatMap(({ lastsS, ...does }, i) => {
    const both = joint && i === 0;
    const from = at;
    at += both ? jointS(of, lastsS) : lastsS;
    if (at - from <= 1e-6) return [];
    const by = both ? [0, 1] : [person];
    return by.map((who) => ({ ...does, person: who, fromS: from, toS: at }));
  });
}

/** What is good about a course besides how long it takes: parts by seconds that soak in their time, and changes of tool. */
export function meritOf(
  given: readonly Given[],
  { tasks, batches }: { tasks: readonly Task[]; batches: readonly Batch[] },
): { readonly soaked: number; readonly changes: number } {
  let [soaked, changes] = [0, 0];
  const laidS = new Map<number, number>();
  const held = new Map<number, boolean>();
  for (const { task, person, fromS, toS } of given) {
    const { lays, takesOff, machine, atBench } = tasks[task] as Task;
    if (takesOff !== null) {
      const { parts, latestS } = batches[takesOff] as Batch;
      soaked += partCount(parts) * Math.min(latestS, fromS - (laidS.get(takesOff) ?? fromS));
    }
    if (lays !== null) laidS.set(lays, toS);
    if (atBench) continue;
    if (held.get(person) !== machine) changes++;
    held.set(person, machine);
  }
  return { soaked, changes };
}

const partCount = (parts: number): number => parts.toString(2).replaceAll('0', '').length;

import type { FailThen, RunEvent, SkipReason } from './runEvents.ts';
import { inTurn } from './runEvents.ts';
import type { RunLaid } from './runLaid.ts';
import type { RunPlan, RunTask } from './runPlan.ts';

// How a run stands: what its events come to, whatever the order they arrived in.

/** A task as it stands. Times are in milliseconds since 1970. */
export type TaskStand = {
  readonly task: RunTask;
  /** With what it is laid, where that is another than planned. */
  readonly instead: RunLaid | null;
  readonly state: 'waits' | 'runs' | 'done' | 'skipped';
  readonly begunMs: number | null;
  readonly begunBy: number | null;
  readonly endedMs: number | null;
  readonly endedBy: number | null;
  readonly skipped: { readonly reason: SkipReason; readonly note: string; readonly by: number } | null;
  /** Its check: null where nobody has looked yet, or there is none. */
  readonly check: 'passed' | FailThen | null;
};

/** An event that changes nothing: what it says was already so, or can't be any more. */
export type Unfit = {
  readonly event: RunEvent;
  readonly why: 'alreadyDone' | 'alreadySkipped' | 'over' | 'noSuchTask' | 'noSuchMix' | 'answered';
};

export type RunStand = {
  /** The plan's tasks, and those that a failed check added, in the order of work. */
  readonly tasks: readonly TaskStand[];
  /** Who works as whom: the newest who joined. */
  readonly people: ReadonlyMap<0 | 1, number>;
  /** The batch each mix is taken from, by the place of the mix. */
  readonly taken: ReadonlyMap<number, { readonly batchId: number; readonly batch: string }>;
  readonly notes: readonly {
    readonly key: string;
    readonly task: string | null;
    readonly text: string;
    readonly by: number;
    readonly atMs: number;
  }[];
  readonly finishedMs: number | null;
  readonly finishedBy: number | null;
  readonly unfit: readonly Unfit[];
  /** The newest that still counts, which can be taken back. */
  readonly last: RunEvent | null;
};

type Open = { -readonly [K in keyof TaskStand]: TaskStand[K] };

/**
 * What the events of a run come to. The same events come to the same, in whatever order and however often they are told.
 *
 * @param events of all devices, as far as they are known
 */
export function runStand(plan: RunPlan, events: readonly RunEvent[]): RunStand {
  const all = inTurn(events);
  const takenBack = new Set(all.flatMap((e) => (e.done.kind === 'undone' ? [e.done.of] : [])));
  const telling = new Telling(plan);
  for (const event of all) {
    if (event.done.kind !== 'undone' && !takenBack.has(event.key)) telling.tell(event);
  }
  return telling.stand();
}

class Telling {
  readonly #tasks: Open[];
  readonly #plan: RunPlan;
  readonly #people = new Map<0 | 1, number>();
  readonly #taken = new Map<number, { batchId: number; batch: string }>();
  readonly #notes: RunStand['notes'][number][] = [];
  readonly #unfit: Unfit[] = [];
  #finished: { ms: number; by: number } | null = null;
  #last: RunEvent | null = null;

  constructor(plan: RunPlan) {
    this.#plan = plan;
    this.#tasks = plan.tasks.map((task) => waiting(task, null));
  }

  stand = (): RunStand => ({
    tasks: this.#withoutPointless(),
    people: this.#people,
    taken: this.#taken,
    notes: this.#notes,
    finishedMs: this.#finished?.ms ?? null,
    finishedBy: this.#finished?.by ?? null,
    unfit: this.#unfit,
    last: this.#last,
  });

  /** What was never laid is not taken off. */
  #withoutPointless(): TaskStand[] {
    const left = new Map<string, TaskStand['skipped']>();
    return this.#tasks.map((stand) => {
      const { task, state } = stand;
      const laid = task.takesOff === null ? undefined : left.get(task.takesOff);
      if (state === 'waits' && laid) {
        left.set(task.id, laid);
        return { ...stand, state: 'skipped', skipped: laid };
      }
      if (state === 'skipped') left.set(task.id, stand.skipped);
      return stand;
    });
  }

  tell(event: RunEvent): void {
    const why = this.#told(event);
    if (why === null) this.#last = event;
    else this.#unfit.push({ event, why });
  }

  /** @returns why it changes nothing; null where it counts */
  #told(event: RunEvent): Unfit['why'] | null {
    const { done, personId: by } = event;
    const ms = Date.parse(event.at);
    if (done.kind === 'noted') {
      this.#notes.push({ key: event.key, task: done.task, text: done.text, by, atMs: ms });
      return null;
    }
    // What was seen of it may be said afterwards.
    if (this.#finished && done.kind !== 'passed' && done.kind !== 'failed') return 'over';
    switch (done.kind) {
      case 'joined':
        this.#people.set(done.slot, by);
        return null;
      case 'taken':
        if (!this.#plan.mixes[done.mix]) return 'noSuchMix';
        this.#taken.set(done.mix, { batchId: done.batchId, batch: done.batch });
        return null;
      case 'finished':
        this.#finished = { ms, by };
        return null;
      case 'undone':
        return null;
      default: {
        const task = this.#tasks.find((t) => t.task.id === done.task);
        if (!task) return 'noSuchTask';
        return this.#ofTask(task, event, ms);
      }
    }
  }

  #ofTask(task: Open, { done, personId: by, key }: RunEvent, ms: number): Unfit['why'] | null {
    switch (done.kind) {
      case 'begun':
        if (task.begunMs !== null) return task.begunBy === by ? 'answered' : 'alreadyDone';
        if (task.state === 'done') return 'alreadyDone';
        // What was left out is done after all.
        Object.assign(task, { begunMs: ms, begunBy: by, state: 'runs', skipped: null });
        return null;
      case 'ended':
        if (task.endedMs !== null) return 'alreadyDone';
        task.begunMs ??= ms;
        task.begunBy ??= by;
        Object.assign(task, { endedMs: ms, endedBy: by, state: 'done', skipped: null });
        return null;
      case 'skipped':
        if (task.state === 'done') return 'alreadyDone';
        if (task.state === 'skipped') return 'alreadySkipped';
        Object.assign(task, {
          state: 'skipped',
          skipped: { reason: done.reason, note: done.note, by },
        });
        return null;
      case 'passed':
      case 'failed':
        if (task.check !== null) return 'answered';
        task.check = done.kind === 'passed' ? 'passed' : done.next;
        if (done.kind === 'failed' && done.next !== 'goodEnough' && !this.#finished)
          this.#again(task, done.next, key);
        return null;
      default:
        return null;
    }
  }

  /** What is done anew because a check failed: what was laid is laid and taken off again, and what comes after waits for it. */
  #again(failed: Open, then: FailThen, key: string): void {
    const chain = [failed];
    for (let laid = failed.task.takesOff; laid !== null; ) {
      const layer = this.#tasks.find((t) => t.task.id === laid);
      if (!layer) break;
      chain.unshift(layer);
      laid = layer.task.takesOff;
    }
    const mark = `#${key.slice(0, 8)}`;
    const ids = new Set(chain.map((t) => t.task.id));
    const instead = this.#remedyOf(failed.task, then);
    const copies = chain.map(({ task }, i): Open => {
      const before = chain[i - 1]?.task.id;
      return waiting(
        {
          ...task,
          id: `${task.id}${mark}`,
          after: [failed.task.id, ...(before === undefined ? [] : [`${before}${mark}`])],
          takesOff: task.takesOff !== null && ids.has(task.takesOff) ? `${task.takesOff}${mark}` : null,
        },
        instead,
      );
    });
    const last = copies.at(-1)?.task.id as string;
    for (const other of this.#tasks) {
      if (other.state === 'waits' && other.task.after.includes(failed.task.id))
        other.task = { ...other.task, after: [...other.task.after, last] };
    }
    this.#tasks.splice(this.#tasks.indexOf(failed) + 1, 0, ...copies);
  }

  #remedyOf(task: RunTask, then: FailThen): RunLaid | null {
    const steps = task.does.flatMap((d) => this.#plan.steps.find((s) => s.id === d.step) ?? []);
    for (const { remedies } of steps.toReversed()) {
      const remedy = remedies.find((r) => r.kind === then);
      if (remedy && remedy.kind !== 'repeat') return remedy.laid;
    }
    return null;
  }
}

const waiting = (task: RunTask, instead: RunLaid | null): Open => ({
  task,
  instead,
  state: 'waits',
  begunMs: null,
  begunBy: null,
  endedMs: null,
  endedBy: null,
  skipped: null,
  check: null,
});

/** Done, or left out: nothing waits for it any more. */
export const isOver = ({ state }: Pick<TaskStand, 'state'>): boolean =>
  state === 'done' || state === 'skipped';

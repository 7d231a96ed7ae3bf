import type { Schedule } from './acts.ts';
import type { Batch, Task } from './task.ts';
import { type Given, jointS, meritOf, written } from './written.ts';

// Depth first in the order of the plan: what is tried first is what somebody would do who goes from step to step, and what
// can't be shorter than what was found is left. Source of the bounds: elapsed and the larger of hands left per person and
// the longest chain left.

/** The search is ended after so many places in it, never by a clock: the same plan is the same course on any machine. */
const MOST_NODES = 20_000;
/** So many of them are spent on courses as short as the best, for one that is better otherwise. */
const TIES_NODES = 1_500;
/** Whoever does something else meanwhile is back so long before it is due; so far apart are two that one person takes off. */
const BACK_S = 30;
/** To lay down what is in the hand and take up what rinses. */
const CHANGE_S = 15;
/** From the vehicle to the bench, or back. */
const WALK_S = 60;
/** Away from the vehicle for half of the time until it is due at most. */
const AWAY = 0.5;
const CLOSE_S = 1e-6;

type Open = { readonly batch: number; readonly laidS: number };
/** The place in the search: who is free when, and what lies. */
type Now = {
  readonly free: readonly number[];
  readonly away: readonly boolean[];
  /** What each does until they are free. */
  readonly doing: readonly (number | null)[];
  readonly open: readonly Open[];
  readonly lastOffS: number;
};

/** Gives tasks to people, one after the other. */
export class Search {
  readonly #tasks: readonly Task[];
  readonly #batches: readonly Batch[];
  readonly #people: number;
  readonly #after: readonly number[][];
  /** How long each that lies takes to take off. */
  readonly #offS: readonly number[];
  /** What is left of the longest chain from the begin of each task on. */
  readonly #tailS: number[];
  readonly #done: boolean[];
  /** The same as bits. */
  #mask = 0n;
  readonly #endS: number[];
  readonly #given: Given[] = [];
  readonly #seen = new Map<string, number>();
  #left: number;
  #nodes = 0;
  #best: { readonly given: readonly Given[]; readonly elapsedS: number } | null = null;
  /** Places since the best was found. */
  #since = 0;

  constructor(tasks: readonly Task[], batches: readonly Batch[], people: number) {
    this.#tasks = tasks;
    this.#batches = batches;
    this.#people = people;
    this.#after = tasks.map(({ after }) => bitsOf(after));
    this.#offS = batches.map((_, i) => tasks.find((t) => t.takesOff === i)?.lastsS ?? 0);
    this.#done = tasks.map(() => false);
    this.#endS = tasks.map(() => 0);
    this.#left = tasks.reduce((sum, t) => sum + t.lastsS, 0);
    this.#tailS = tasks.map(() => 0);
    for (let i = tasks.length - 1; i >= 0; i--) this.#tailS[i] = this.#tailOf(i);
  }

  #tailOf(i: number): number {
    const task = this.#tasks[i] as Task;
    const waitS = task.lays === null ? 0 : (this.#batches[task.lays] as Batch).waitS;
    let most = 0;
    for (let j = i + 1; j < this.#tasks.length; j++) {
      if (!this.#after[j]?.includes(i)) continue;
      const takes = task.lays !== null && this.#tasks[j]?.takesOff === task.lays;
      most = Math.max(most, (takes ? waitS : 0) + (this.#tailS[j] as number));
    }
    return (task.shared && this.#people > 1 ? task.lastsS / 2 : task.lastsS) + most;
  }

  best(): Schedule | null {
    const all = Array.from({ length: this.#people }, () => 0);
    this.#from({
      free: all,
      away: all.map(() => false),
      doing: all.map(() => null),
      open: [],
      lastOffS: Number.NEGATIVE_INFINITY,
    });
    if (!this.#best) return null;
    const made = { tasks: this.#tasks, batches: this.#batches, people: this.#people };
    return { ...written(this.#best.given, this.#best.elapsedS, made), shortest: this.#nodes < MOST_NODES };
  }

  #from(now: Now): void {
    if (this.#nodes >= MOST_NODES) return;
    this.#nodes++;
    if (this.#left <= CLOSE_S && this.#done.every(Boolean)) {
      this.#found(Math.max(...now.free));
      return;
    }
    if (this.#best) {
      this.#since++;
      // As short, it may still be better otherwise, as long as there is time to look.
      const tied = this.#since < TIES_NODES ? CLOSE_S : -CLOSE_S;
      if (this.#atLeastS(now) >= this.#best.elapsedS + tied) return;
    }
    if (this.#wasHere(now)) return;
    const person = now.free[1] !== undefined && now.free[1] < (now.free[0] as number) - CLOSE_S ? 1 : 0;
    for (const given of this.#choices(person, now)) this.#give(given, now);
    // Whoever finds nothing to do waits for the other.
    const other = now.free[1 - person];
    if (other !== undefined && other > (now.free[person] as number) + CLOSE_S)
      this.#from({ ...now, free: now.free.map((s, i) => (i === person ? other : s)) });
  }

  /** The shortest is kept; of those as short, the one where most soaks longest, then the one with the fewest changes of tool. */
  #found(elapsedS: number): void {
    const best = this.#best;
    const shorter = best === null || elapsedS < best.elapsedS - CLOSE_S;
    if (!shorter) {
      if (elapsedS > best.elapsedS + CLOSE_S) return;
      const made = { tasks: this.#tasks, batches: this.#batches };
      const [a, b] = [meritOf(this.#given, made), meritOf(best.given, made)];
      if (a.soaked < b.soaked + 1 && (a.soaked < b.soaked - 1 || a.changes >= b.changes)) return;
    }
    this.#best = { given: [...this.#given], elapsedS };
    if (shorter) this.#since = 0;
  }

  /** No course from here is shorter. */
  #atLeastS({ free }: Now): number {
    const sum = free.reduce((a, b) => a + b, 0);
    let least = Math.max(...free, (sum + this.#left) / this.#people);
    const first = Math.min(...free);
    for (const [i, tailS] of this.#tailS.entries())
      if (!this.#done[i]) least = Math.max(least, first + tailS);
    return least;
  }

  /** Whether the same was done before, with the same lying for as long, in no more time. */
  #wasHere({ free, away, open, lastOffS }: Now): boolean {
    const [at = 0, other = at] = free;
    const lie = open.map((o) => `${o.batch}:${Math.round(at - o.laidS)}`).join(' ');
    const off = open.length > 0 ? Math.round(at - Math.max(lastOffS, at - 10_000)) : 0;
    const key = `${this.#mask.toString(36)} ${lie} ${off} ${Math.round(at - other)} ${away.map(Number).join('')}`;
    const before = this.#seen.get(key);
    if (before !== undefined && before <= at + CLOSE_S) return true;
    this.#seen.set(key, at);
    return false;
  }

  /** What a person may do next, in the order it is tried. */
  #choices(person: number, now: Now): Given[] {
    const choices: Given[] = [];
    for (const [i, task] of this.#tasks.entries()) {
      if (this.#done[i] || !this.#after[i]?.every((before) => this.#done[before])) continue;
      const two = this.#people > 1;
      if (two && (task.shared || task.helper)) this.#consider(choices, i, person, now, true);
      if (!two || !task.helper) this.#consider(choices, i, person, now, false);
    }
    const at = now.free[person] as number;
    // What is ripe comes off first; then what can be begun at once, in the order of the plan.
    const later = ({ task, fromS }: Given) =>
      fromS > at + CLOSE_S ? fromS : this.#tasks[task]?.takesOff === null ? -1 : -2;
    return choices
      .map((given, i) => ({ given, i }))
      .sort((a, b) => later(a.given) - later(b.given) || a.i - b.i)
      .map(({ given }) => given);
  }

  #consider(choices: Given[], i: number, person: number, now: Now, joint: boolean): void {
    const task = this.#tasks[i] as Task;
    const { free, open, lastOffS } = now;
    const lies = open.filter((o) => o.batch !== task.takesOff);
    // Nothing that gets wet, and no hand, touches what still works.
    const touches = task.parts | task.reach;
    if (!task.atBench && lies.some((o) => touches & (this.#batches[o.batch] as Batch).parts)) return;
    let fromS = joint ? Math.max(...free) : (free[person] as number);
    for (const before of this.#after[i] ?? []) fromS = Math.max(fromS, this.#endS[before] as number);
    if (this.#people > 1 && !joint) fromS = this.#besideS(task, 1 - person, fromS, now);
    const away = task.does[0]?.what === 'mix' && lies.length > 0;
    // A second mix on one walk needs no second one.
    if (away) fromS += now.away[person] ? -WALK_S : WALK_S;
    const [first = 0, ...then] = task.does.map((d) => d.lastsS);
    const toS = fromS + (joint ? jointS(task, first) : first) + then.reduce((sum, s) => sum + s, 0);
    const backS = away ? toS + WALK_S : toS;
    // Whoever holds the machine already changes nothing.
    const readyS = task.machine ? backS : backS + CHANGE_S;
    if (task.takesOff !== null) {
      const own = open.find((o) => o.batch === task.takesOff) as Open;
      const { waitS, latestS } = this.#batches[own.batch] as Batch;
      const alone = this.#people < 2 && lastOffS > own.laidS ? lastOffS + BACK_S : 0;
      const off = Math.max(fromS, own.laidS + waitS, alone);
      if (off > own.laidS + latestS + CLOSE_S) return;
      const endS = off + task.lastsS;
      if (this.#inTime(lies, person, endS, now))
        choices.push({ task: i, person, fromS: off, toS: endS, joint: false, away: false });
      return;
    }
    const laterS =
      task.lays === null
        ? 0
        : this.#laterBy(
            task.lays,
            toS,
            lies,
            Math.min(toS, ...(this.#people > 1 ? [free[1 - person] as number] : [])),
          );
    if (laterS === null || !this.#inTime(lies, joint ? null : person, readyS + laterS, now)) return;
    if (away && !this.#mayLeave(lies, person, backS, now)) return;
    choices.push({ task: i, person, fromS: fromS + laterS, toS: toS + laterS, joint, away });
  }

  /** How much later something is laid, so that one person takes it and all that lies off in time; null where nothing helps. */
  #laterBy(batch: number, laidS: number, lies: readonly Open[], freeS: number): number | null {
    let laterS = 0;
    for (let tries = 0; tries <= lies.length; tries++) {
      const own = { batch, laidS: laidS + laterS };
      const late = this.#firstLate([...lies, own], freeS === laidS ? own.laidS : freeS);
      if (!late) return laterS;
      // Behind what would be late for it, or by as much as it is late itself.
      laterS +=
        late.open === own ? late.byS : Math.max(CLOSE_S, this.#dueS(late.open) - this.#dueS(own)) + CLOSE_S;
    }
    return null;
  }

  /** When somebody may begin beside the other: not where they work or make wet, not with the machine they hold. */
  #besideS(task: Task, other: number, fromS: number, { free, doing }: Now): number {
    const theirs = doing[other];
    const untilS = free[other] as number;
    if (theirs == null || untilS <= fromS + CLOSE_S) return fromS;
    const their = this.#tasks[theirs] as Task;
    const clash =
      (task.machine && their.machine) ||
      (!task.atBench &&
        !their.atBench &&
        (task.alone ||
          their.alone ||
          ((task.parts | task.reach) & their.reach) !== 0 ||
          (task.reach & (their.parts | their.reach)) !== 0));
    return clash ? untilS : fromS;
  }

  /** Somebody is there before each is due. */
  #inTime(lies: readonly Open[], person: number | null, busyUntilS: number, { free }: Now): boolean {
    const other = person === null ? busyUntilS : (free[1 - person] ?? Number.POSITIVE_INFINITY);
    const thereS = Math.min(busyUntilS, other);
    return lies.every((o) => thereS + BACK_S <= this.#dueS(o) + CLOSE_S);
  }

  #dueS = ({ batch, laidS }: Open): number => laidS + (this.#batches[batch] as Batch).latestS;

  /** Alone, nobody leaves what lies for more than half of its time. */
  #mayLeave(lies: readonly Open[], person: number, backS: number, { free }: Now): boolean {
    if (this.#people > 1 && (free[1 - person] as number) <= backS) return true;
    return lies.every((o) => backS <= o.laidS + (this.#dueS(o) - o.laidS) * AWAY + CLOSE_S);
  }

  #give(given: Given, now: Now): void {
    const task = this.#tasks[given.task] as Task;
    const { person, toS, joint, away } = given;
    const [first = 0] = task.does.map((d) => d.lastsS);
    const free = now.free.map((s, i) => {
      if (i === person) return away ? toS + WALK_S : toS;
      return joint ? given.fromS + jointS(task, first) : s;
    });
    const open = now.open.filter((o) => o.batch !== task.takesOff);
    if (task.lays !== null) open.push({ batch: task.lays, laidS: toS });
    const next: Now = {
      free,
      away: now.away.map((was, i) => (i === person ? away : was)),
      doing: now.doing.map((was, i) => (i === person ? given.task : joint ? null : was)),
      open,
      lastOffS: task.takesOff === null ? now.lastOffS : toS,
    };
    const bit = 1n << BigInt(given.task);
    this.#done[given.task] = true;
    this.#mask |= bit;
    this.#endS[given.task] = toS;
    this.#left -= task.lastsS;
    this.#given.push(given);
    this.#from(next);
    this.#given.pop();
    this.#left += task.lastsS;
    this.#done[given.task] = false;
    this.#mask &= ~bit;
  }

  /** The first of what lies that one person who takes it all off, one after the other, comes to too late. */
  #firstLate(open: readonly Open[], fromS: number): { open: Open; byS: number } | null {
    let atS = fromS;
    for (const o of [...open].sort((a, b) => this.#dueS(a) - this.#dueS(b))) {
      const beginS = Math.max(atS, o.laidS + (this.#batches[o.batch] as Batch).waitS);
      const byS = beginS - this.#dueS(o);
      if (byS > CLOSE_S) return { open: o, byS };
      atS = beginS + (this.#offS[o.batch] as number) + BACK_S;
    }
    return null;
  }
}

const bitsOf = (mask: bigint): number[] => {
  const bits: number[] = [];
  for (let i = 0; mask >> BigInt(i); i++) if (mask & (1n << BigInt(i))) bits.push(i);
  return bits;
};

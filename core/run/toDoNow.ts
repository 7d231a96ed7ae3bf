import { tookS } from './compared.ts';
import type { RunTask } from './runPlan.ts';
import { isOver, type RunStand, type TaskStand } from './runState.ts';

// What somebody does now, and what they do meanwhile: the course goes on from how things really stand.

/** Whoever does something else meanwhile is back so long before it is due; so far apart are two that one person takes off. */
const BACK_S = 30;
/** To lay down what is in the hand and take up what rinses. */
const CHANGE_S = 15;

/** Something that lies on the vehicle. Times are in milliseconds since 1970. */
export type Lies = {
  readonly laid: TaskStand;
  readonly off: TaskStand;
  /** It has worked by then, from the end of laying. */
  readonly fromMs: number;
  /** Taking it off begins by then. */
  readonly byMs: number;
};

export type ToDo = {
  readonly stand: TaskStand;
  /** It is not begun sooner; null: it may be begun now. */
  readonly fromMs: number | null;
  /** It is begun by then, because of what lies. */
  readonly byMs: number | null;
};

export type RunNow = {
  /** What somebody does, or is to do next; null where nothing is left for them. */
  readonly now: ToDo | null;
  /** What can be done while that has to wait. */
  readonly meanwhile: TaskStand | null;
  /** What comes after it. */
  readonly next: TaskStand | null;
};

/** What lies on the vehicle now: laid, and nobody has begun to take it off. */
export function lyingNow({ tasks }: Pick<RunStand, 'tasks'>): Lies[] {
  return tasks.flatMap((off) => {
    const laid = tasks.find((t) => t.task.id === off.task.takesOff);
    if (!laid?.task.lays || laid.endedMs === null || laid.begunMs === null || off.state !== 'waits')
      return [];
    const { waitS, latestS } = laid.task.lays;
    // Laid faster than planned, its first part has had less of its time by the end of laying; slower, more. What was ticked off
    // is taken to have been laid as planned.
    const took = tookS(laid);
    const sparedS = took === null ? 0 : laid.task.lastsS - took;
    return [
      {
        laid,
        off,
        fromMs: laid.endedMs + (waitS + Math.max(0, sparedS)) * 1_000,
        byMs: Math.max(laid.endedMs, laid.endedMs + (latestS + sparedS) * 1_000),
      },
    ];
  });
}

/** Tasks that can be begun: all that comes before them is over, and what lies is not touched or made wet. */
export function mayBegin(stand: Pick<RunStand, 'tasks'>): TaskStand[] {
  const { tasks } = stand;
  const over = new Set(tasks.filter(isOver).map((t) => t.task.id));
  const lies = lyingNow(stand);
  return tasks.filter(({ state, task }) => {
    if (state !== 'waits' || !task.after.every((id) => over.has(id))) return false;
    const others = lies.filter((l) => l.off.task.id !== task.id);
    return (
      isAtBench(task) || others.every((l) => !((task.parts | task.reach) & (l.laid.task.lays?.parts ?? 0)))
    );
  });
}

const isAtBench = ({ does }: RunTask): boolean =>
  does.every((d) => d.what === 'setUp' || d.what === 'mix' || d.what === 'packUp');

/**
 * What somebody does now. What they have begun goes on; then what is ripe comes off; then what the course gives them next, as
 * long as they are back 30 s before anything is due and no two things come due for them within 30 s; else they wait for what
 * is due first.
 *
 * @param slot as whom they work, by the course; null: they are only looking
 * @param nowMs in milliseconds since 1970
 */
export function toDoNow(stand: RunStand, slot: 0 | 1 | null, nowMs: number): RunNow {
  const person = slot === null ? null : (stand.people.get(slot) ?? null);
  const mine = ({ task }: TaskStand) =>
    task.slot === null ||
    slot === null ||
    task.slot === slot ||
    stand.people.get(task.slot as 0 | 1) === person;
  // What somebody had in hand who works on it no more goes on with whoever has their place.
  const present = new Set(stand.people.values());
  const isLeftBehind = (by: number | null) => by !== null && !present.has(by);
  const forMe = (t: TaskStand) => mine(t) || present.size < 2;
  const running = stand.tasks.filter((t) => t.state === 'runs');
  // What both do together goes on for both.
  const own =
    running.find((t) => t.begunBy === person) ??
    running.find((t) => slot === null || (t.task.slot === null && present.size > 1)) ??
    running.find((t) => isLeftBehind(t.begunBy) && forMe(t));
  const unlooked =
    stand.tasks.find((t) => asksCheck(t) && (t.endedBy === person || slot === null)) ??
    stand.tasks.find((t) => asksCheck(t) && isLeftBehind(t.endedBy) && forMe(t));
  const lies = lyingNow(stand);
  const all = mayBegin(stand);
  const ready = all.some(mine) ? all.filter(mine) : besides(stand, all, lies, nowMs);
  const doing = own ?? unlooked;
  const choice = chosen(ready, stand, lies, nowMs);
  if (doing) {
    const next = choice?.stand ?? after(stand, doing);
    return { now: { stand: doing, fromMs: null, byMs: null }, meanwhile: null, next };
  }
  if (!choice) return { now: null, meanwhile: null, next: null };
  const others = ready.filter((t) => t !== choice.stand);
  const next = chosen(others, stand, lies, nowMs)?.stand ?? after(stand, choice.stand);
  return { now: choice, meanwhile: choice.fromMs === null ? null : harmless(others), next };
}

/** Whoever has nothing of their own takes what nobody does next; alone, that is all there is. */
function besides(
  stand: RunStand,
  all: readonly TaskStand[],
  lies: readonly Lies[],
  nowMs: number,
): readonly TaskStand[] {
  if (new Set(stand.people.values()).size < 2) return all;
  const busy = stand.tasks.some((t) => t.state === 'runs');
  const theirs = busy ? null : chosen(all, stand, lies, nowMs)?.stand;
  return all.filter(
    (t) => t !== theirs && t.task.lays === null && t.task.takesOff === null && isAtBench(t.task),
  );
}

/** Something that can be done standing by, without hand or water on what lies. */
const harmless = (others: readonly TaskStand[]): TaskStand | null =>
  others.find(({ task }) => task.takesOff === null && task.lays === null && isAtBench(task)) ?? null;

const after = ({ tasks }: RunStand, { task }: TaskStand): TaskStand | null =>
  tasks.find((t) => t.state === 'waits' && t.task.id !== task.id && t.task.after.includes(task.id)) ?? null;

/** It is done and nobody has said how its check came out. */
export const asksCheck = ({ state, check, task }: TaskStand): boolean =>
  state === 'done' && check === null && task.checked;

function chosen(
  ready: readonly TaskStand[],
  { tasks }: Pick<RunStand, 'tasks'>,
  lies: readonly Lies[],
  nowMs: number,
): ToDo | null {
  const takers = ready
    .flatMap((stand) => {
      const of = lies.find((l) => l.off.task.id === stand.task.id);
      return of ? [{ stand, fromMs: of.fromMs, byMs: of.byMs }] : [];
    })
    .sort((a, b) => a.byMs - b.byMs);
  const ripe = takers.find((t) => t.fromMs <= nowMs + CHANGE_S * 1_000);
  if (ripe) return { ...ripe, fromMs: ripe.fromMs > nowMs ? ripe.fromMs : null };
  const dueMs = Math.min(...takers.map((t) => t.byMs));
  const others = ready
    .filter((s) => !lies.some((l) => l.off.task.id === s.task.id))
    .sort((a, b) => a.task.fromS - b.task.fromS);
  let held: ToDo | null = null;
  for (const stand of others) {
    const endMs = nowMs + stand.task.lastsS * 1_000;
    if (endMs + (BACK_S + CHANGE_S) * 1_000 > dueMs) continue;
    const laterMs = Math.max(apartMs(stand, lies, endMs), freeMs(stand, tasks, endMs));
    if (laterMs === 0) return { stand, fromMs: null, byMs: null };
    held ??= { stand, fromMs: nowMs + laterMs, byMs: null };
  }
  return held ?? takers[0] ?? null;
}

/** By how much something is laid later, so that what has to be done before it is taken off is over by the time it is due. */
function freeMs({ task }: TaskStand, tasks: readonly TaskStand[], endMs: number): number {
  const off = task.lays && tasks.find((t) => t.task.takesOff === task.id);
  if (!task.lays || !off) return 0;
  const dueMs = endMs + task.lays.latestS * 1_000;
  const before = tasks.filter(
    (t) => off.task.after.includes(t.task.id) && t.task.id !== task.id && t.state === 'runs',
  );
  const freeAtMs = Math.max(0, ...before.map((t) => (t.begunMs ?? 0) + t.task.lastsS * 1_000));
  return Math.max(0, freeAtMs + CHANGE_S * 1_000 - dueMs);
}

/** By how much something is laid later, so that nothing else comes due for the same person within 30 s of it. */
function apartMs({ task: { lays } }: TaskStand, lies: readonly Lies[], endMs: number): number {
  if (!lays) return 0;
  let laterMs = 0;
  for (const other of [...lies].sort((a, b) => a.fromMs - b.fromMs)) {
    const dueMs = endMs + laterMs + lays.waitS * 1_000;
    const offMs = Math.max(BACK_S, other.off.task.lastsS) * 1_000;
    if (dueMs > other.fromMs - BACK_S * 1_000 && dueMs < other.fromMs + offMs)
      laterMs += other.fromMs + offMs - dueMs;
  }
  return laterMs;
}

import { get as getKept, update } from 'idb-keyval';
import { create } from 'zustand';
import type { Clock, ClockLayer, End } from '#contract/clocks.ts';
import type { Problem } from '#contract/problem.ts';
import { ApiProblem, isDefinite, newKey, post } from '../lib/api.ts';
import { shopMs, shopNow } from '../lib/clock.ts';
import { problemSaid, t } from '../lib/speech.ts';
import { askAgain, clocksQuery, queryClient } from '../state/queries.ts';

/** What a command does to the clocks shown, until the shop's machine has answered. */
export type Effect =
  | { kind: 'start'; clock: Clock }
  | { kind: 'layer'; layer: ClockLayer }
  | { kind: 'dropLayer' }
  | { kind: 'end'; how: End; by: string }
  | { kind: 'resume' }
  | { kind: 'note' };

/** Something done to a clock, on its way to the shop's machine. */
export type Sent = {
  id: string;
  clockKey: string;
  path: string;
  body: Record<string, unknown>;
  /** When it happened, on the shop's clock. */
  at: string;
  personId: number;
  /** In words, for where it comes too late. */
  what: string;
  effect: Effect;
};

/** A command the shop's machine refused. */
export type Refused = { id: string; what: string; problem: Problem; kept: boolean };

type Outbox = {
  waiting: Sent[];
  refused: Refused[];
  /** Why what waits is not sent yet, null where nothing is in the way. */
  held: string | null;
};
export const useOutbox = create<Outbox>()(() => ({ waiting: [], refused: [], held: null }));

const STORE = 'kettle-outbox';
const TRY_AGAIN_MS = 3_000;
const AT_MOST_MS = 60_000;
/** The disk is full, or the books are damaged: nothing is wrong with what was sent. */
const NOT_NOW = 503;
/** So often a fault of the program is taken for a moment's. */
const STUMBLES = 4;
/** What is refused this long after it happened is for a lead to look at. */
const LATE_MS = 15_000;

async function keptHere(): Promise<Sent[]> {
  try {
    return (await getKept<Sent[]>(STORE)) ?? [];
  } catch {
    return [];
  }
}

/** Takes up what waits on this device since before the page was loaded. */
export async function takeUpOutbox(): Promise<void> {
  const kept = await keptHere();
  const known = new Set(useOutbox.getState().waiting.map((s) => s.id));
  useOutbox.setState(({ waiting }) => ({ waiting: [...kept.filter((s) => !known.has(s.id)), ...waiting] }));
}

/** Changes what is kept on the device, where another tab may keep some too. */
async function keep(change: (all: Sent[]) => Sent[]): Promise<void> {
  try {
    await update<Sent[]>(STORE, (all = []) => change(all));
  } catch {
    // A device that keeps nothing has what waits for as long as the page is open.
  }
}

/**
 * Does something to a clock: it shows at once and is sent in turn, each under its own key, as often as it takes. What was
 * done without a connection counts from when it was done.
 */
export function send(command: Omit<Sent, 'id' | 'at'>): Promise<void> {
  const sent: Sent = { ...command, id: newKey(), at: shopNow().toISOString() };
  waitMs = TRY_AGAIN_MS;
  useOutbox.setState(({ waiting }) => ({ waiting: [...waiting, sent] }));
  void keep((all) => [...all, sent]);
  return flush(command.personId);
}

let flushing: Promise<void> | null = null;
let again: ReturnType<typeof setTimeout> | null = null;
let waitMs = TRY_AGAIN_MS;

/** Sends what waits for someone, in order. */
export function flush(personId: number): Promise<void> {
  flushing ??= sendAll(personId).finally(() => {
    flushing = null;
  });
  return flushing;
}

async function sendAll(personId: number): Promise<void> {
  for (;;) {
    const next = useOutbox.getState().waiting.find((s) => s.personId === personId);
    if (!next) return;
    try {
      const clock = await post<Clock>(next.path, { ...next.body, occurredAt: next.at }, { key: next.id });
      queryClient.setQueryData(clocksQuery.queryKey, (all: Clock[] = []) =>
        all.some((c) => c.key === clock.key)
          ? all.map((c) => (c.key === clock.key ? clock : c))
          : [...all, clock],
      );
      useOutbox.setState({ held: null });
      waitMs = TRY_AGAIN_MS;
      done(next);
    } catch (error) {
      const { problem } = error as ApiProblem;
      const reached = error instanceof ApiProblem && problem.status > 0;
      if (!isDefinite(error) || problem.status === 429) {
        useOutbox.setState({
          held: reached ? problemSaid(problem).reason.replace(/\.$/, '') : t('No connection'),
        });
        // What the program stumbles over each time is for a lead to look at: it must not hold up what comes after it.
        const stumbles =
          reached && problem.status >= 500 && problem.status !== NOT_NOW ? stumbledOver(next.id) : 0;
        if (stumbles < STUMBLES || !(await refuse(next, problem, true))) {
          tryLater(personId);
          return;
        }
        continue;
      }
      if (!(await refuse(next, problem))) {
        tryLater(personId);
        return;
      }
    }
  }
}

function tryLater(personId: number): void {
  if (again !== null) clearTimeout(again);
  again = setTimeout(() => void flush(personId), waitMs);
  waitMs = Math.min(2 * waitMs, AT_MOST_MS);
}

const stumbled = new Map<string, number>();

/** How often the program has had a fault over a command. */
function stumbledOver(id: string): number {
  const times = (stumbled.get(id) ?? 0) + 1;
  stumbled.set(id, times);
  return times;
}

function done(sent: Sent): void {
  useOutbox.setState(({ waiting }) => ({ waiting: waiting.filter((s) => s.id !== sent.id) }));
  void keep((all) => all.filter((s) => s.id !== sent.id));
}

/** @returns whether it was dealt with; what can't be kept for a lead yet goes on waiting here */
async function refuse(sent: Sent, problem: Problem, unsettled = false): Promise<boolean> {
  const late = unsettled || shopMs() - Date.parse(sent.at) > LATE_MS;
  if (late) {
    const body = {
      what: sent.what,
      reason: problemSaid(problem).reason,
      body: JSON.stringify(sent.body),
      occurredAt: sent.at,
    };
    const kept = await post('/unsettled', body, { key: `late-${sent.id}` }).then(
      () => true,
      () => false,
    );
    if (!kept) return false;
  }
  useOutbox.setState(({ refused }) => ({
    refused: [...refused, { id: sent.id, what: sent.what, problem, kept: late }],
  }));
  done(sent);
  askAgain('clocks');
  return true;
}

export const forgetRefused = (id: string): void =>
  useOutbox.setState(({ refused }) => ({ refused: refused.filter((r) => r.id !== id) }));

/** The clocks as they will be once everything that waits has arrived. */
export function withWaiting(clocks: readonly Clock[], waiting: readonly Sent[]): Clock[] {
  const all = new Map(clocks.map((c) => [c.key, c]));
  for (const { effect, clockKey, at } of waiting) {
    if (effect.kind === 'start') {
      if (!all.has(clockKey))
        all.set(clockKey, {
          ...effect.clock,
          startedAt: at,
          layers: effect.clock.layers.map((l) => ({ ...l, at })),
        });
      continue;
    }
    const clock = all.get(clockKey);
    if (clock) all.set(clockKey, after(clock, effect, at));
  }
  return [...all.values()];
}

function after(clock: Clock, effect: Exclude<Effect, { kind: 'start' }>, at: string): Clock {
  switch (effect.kind) {
    case 'layer':
      return clock.endedAt ? clock : { ...clock, layers: [...clock.layers, { ...effect.layer, at }] };
    case 'dropLayer':
      return clock.layers.length > 1 ? { ...clock, layers: clock.layers.slice(0, -1) } : clock;
    case 'end':
      return clock.endedAt ? clock : { ...clock, endedAt: at, endedBy: effect.by, end: effect.how };
    case 'resume':
      return { ...clock, endedAt: null, endedBy: null, end: null };
    default:
      return clock;
  }
}

import { get as getKept, update } from 'idb-keyval';
import { create } from 'zustand';
import type { Problem } from '#contract/problem.ts';
import type { Sentence } from '#core/say.ts';
import { type ApiProblem, isDefinite, newKey, post } from '../lib/api.ts';
import { shopMs } from '../lib/shopNow.ts';
import { forgetLarge, keepLarge, largeOf } from './largeKept.ts';

/** Something done on this device, on its way to the shop's machine. */
export type Sent<Effect = unknown> = {
  id: string;
  /** Which {@link Outbox} it goes through. */
  kind: string;
  /** What it was done to. */
  subject: string;
  path: string;
  body: Record<string, unknown>;
  /** When it happened, on the shop's clock. */
  at: string;
  personId: number;
  /** In words, for where it comes too late. */
  what: Sentence;
  /** What it does to what is shown, until the shop's machine has answered. */
  effect: Effect;
  /** The field of its body that is kept by itself: it is too large to be written anew with all that waits. */
  large?: string;
};

/** A command the shop's machine refused. */
export type Refused = { id: string; what: Sentence; problem: Problem; kept: boolean };

/** A field that is kept by itself until it is sent, and its text. */
export type Large = { field: string; text: string };

type Waiting = {
  waiting: Sent[];
  refused: Refused[];
  /** Why what waits is not sent yet, null where nothing is in the way. */
  held: Problem | null;
};
export const useOutbox = create<Waiting>()(() => ({ waiting: [], refused: [], held: null }));

const STORE = 'kettle-outbox';
const TRY_AGAIN_MS = 3_000;
const AT_MOST_MS = 60_000;
/** The disk is full, or the books are damaged: nothing is wrong with what was sent. */
const NOT_NOW = 503;
/** So often a fault of the program is taken for a moment's. */
const STUMBLES = 4;
/** What is refused this long after it happened is for a lead to look at. */
const LATE_MS = 15_000;

const takers = new Map<string, (answer: unknown) => void>();

/**
 * A way out for one kind of command: each shows at once and is sent in turn, under its own key, as often as it takes. What
 * was done without a connection counts from when it was done; what no longer fits then goes to a lead.
 *
 * @param kind unlike every other's, and kept on the device with what waits
 * @param take shows what the shop's machine answered
 */
export function outboxOf<Effect, Answer>(kind: string, take: (answer: Answer) => void) {
  takers.set(kind, take as (answer: unknown) => void);
  return {
    async send(command: Omit<Sent<Effect>, 'id' | 'at' | 'kind' | 'large'>, large?: Large): Promise<void> {
      const sent: Sent = {
        ...command,
        kind,
        id: newKey(),
        at: nextTime(),
        ...(large && { large: large.field }),
      };
      if (large) await keepLarge(sent.id, large.text);
      waitMs = TRY_AGAIN_MS;
      useOutbox.setState(({ waiting }) => ({ waiting: [...waiting, sent] }));
      void keep((all) => [...all, sent]);
      return flush(command.personId);
    },
    /** What of it is still on its way, in order. */
    of: (waiting: readonly Sent[]): Sent<Effect>[] =>
      waiting.filter((s): s is Sent<Effect> => s.kind === kind),
  };
}

/** When the last thing was done here, in milliseconds since 1970. */
let lastMs = 0;

/** Now, and never before what was done here last: the shop's time may have been put right in between. */
function nextTime(): string {
  lastMs = Math.max(shopMs(), lastMs + 1);
  return new Date(lastMs).toISOString();
}

async function keptHere(): Promise<Sent[]> {
  try {
    return ((await getKept<Sent[]>(STORE)) ?? []).map(asNow);
  } catch {
    return [];
  }
}

/** Clocks alone had an outbox once, and said in one language what was done. */
function asNow(
  kept: Sent | (Omit<Sent, 'kind' | 'subject' | 'what'> & { clockKey: string; what: string }),
): Sent {
  if (!('clockKey' in kept)) return kept;
  const { clockKey, what, ...others } = kept;
  return { ...others, kind: 'clock', subject: clockKey, what: [what] };
}

/** Takes up what waits on this device since before the page was loaded. */
export async function takeUpOutbox(): Promise<void> {
  const kept = await keptHere();
  const known = new Set(useOutbox.getState().waiting.map((s) => s.id));
  lastMs = Math.max(lastMs, ...kept.map((s) => Date.parse(s.at)));
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
    const mine = useOutbox.getState().waiting.filter((s) => s.personId === personId);
    // What is large takes long to send: it holds up nothing else.
    const next = mine.find((s) => !s.large) ?? mine[0];
    if (!next) return;
    try {
      const large = next.large ? { [next.large]: (await largeOf(next.id)) ?? '' } : {};
      const answer = await post(next.path, { ...next.body, ...large, occurredAt: next.at }, { key: next.id });
      takers.get(next.kind)?.(answer);
      useOutbox.setState({ held: null });
      waitMs = TRY_AGAIN_MS;
      done(next);
    } catch (error) {
      if (!(await dealtWith(next, error as ApiProblem))) {
        tryLater(personId);
        return;
      }
    }
  }
}

/** @returns whether what comes after it can be sent */
async function dealtWith(sent: Sent, error: ApiProblem): Promise<boolean> {
  const { problem } = error;
  if (isDefinite(error) && problem.status !== 429 && !isEarly(sent, problem)) return refuse(sent, problem);
  useOutbox.setState({ held: problem });
  // What the program stumbles over each time is for a lead to look at: it must not hold up what comes after it.
  const stumbles = problem.status >= 500 && problem.status !== NOT_NOW ? stumbledOver(sent.id) : 0;
  return stumbles >= STUMBLES && refuse(sent, problem, true);
}

/** So far behind a device the shop's machine may be without anybody having set a clock wrong. */
const EARLY_MS = 120_000;

/** The shop's machine has not come to when it happened: in a moment it has. */
const isEarly = (sent: Sent, { code }: Problem): boolean =>
  code === 'when.future' && Date.parse(sent.at) - shopMs() < EARLY_MS;

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
  if (sent.large) void forgetLarge(sent.id);
}

/** @returns whether it was dealt with; what can't be kept for a lead yet goes on waiting here */
async function refuse(sent: Sent, problem: Problem, unsettled = false): Promise<boolean> {
  const late = unsettled || shopMs() - Date.parse(sent.at) > LATE_MS;
  if (late) {
    const { code, facts, of, detail, remedy } = problem;
    const body = {
      what: sent.what,
      refusal: { code, facts, of, detail, remedy },
      path: sent.path,
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
  return true;
}

export const forgetRefused = (id: string): void =>
  useOutbox.setState(({ refused }) => ({ refused: refused.filter((r) => r.id !== id) }));

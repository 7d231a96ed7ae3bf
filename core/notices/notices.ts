// What needs a person: from what the shop knows, the foremost few, each with the day it is due.

/** What it is about, the most pressing first where two are due on the same day. */
export const NOTICE_KINDS = [
  'settle',
  'none',
  'low',
  'verify',
  'order',
  'orderLate',
  'outOfDate',
  'drift',
  'count',
] as const;
export type NoticeKind = (typeof NOTICE_KINDS)[number];

export type Notice = {
  readonly kind: NoticeKind;
  /** Tells it apart from others of its kind, whenever it is told. */
  readonly id: string;
  /** The day it is due, as `2026-05-04`. */
  readonly dueOn: string;
  /** What it is about: a product, a place, a line, a code. */
  readonly name: string;
  /** Figures it is said with: amounts in microlitres, days, shares. */
  readonly facts: Readonly<Record<string, number | string>>;
  /** Where it is seen to, in the program. */
  readonly path: string;
  /** For leads and managers alone. */
  readonly lead: boolean;
};

/** No more than so many at once: a longer list is read by nobody. */
export const MOST_NOTICES = 7;
/** So many days ahead are told. */
const AHEAD_DAYS = 7;
const DAY_MS = 86_400_000;

/** A day so many days after another. */
export const dayAfter = (day: string, days: number): string =>
  new Date(Date.parse(`${day}T12:00:00Z`) + days * DAY_MS).toISOString().slice(0, 10);

/**
 * The foremost notices: what is due first and what is coming in a week after it; the more pressing kind first, then what has
 * been due for longer.
 *
 * @param today `2026-05-04`, in the shop
 */
export function foremost(all: readonly Notice[], today: string): Notice[] {
  const until = dayAfter(today, AHEAD_DAYS);
  const due = ({ dueOn }: Notice) => (dueOn <= today ? 0 : 1);
  const rank = ({ kind }: Notice) => NOTICE_KINDS.indexOf(kind);
  return all
    .filter((n) => n.dueOn <= until)
    .sort(
      (a, b) =>
        due(a) - due(b) ||
        rank(a) - rank(b) ||
        a.dueOn.localeCompare(b.dueOn) ||
        a.name.localeCompare(b.name) ||
        a.id.localeCompare(b.id),
    )
    .slice(0, MOST_NOTICES);
}

/** Places are counted so often, in days, where nobody says otherwise. */
export const COUNT_DAYS = 31;

/** Two measures of one draw that differ by more than this share, and than both may be off, are a drift. */
const DRIFT = 0.1;
/** Within so many standard deviations 19 times of 20. */
const SURE = 1.96;

/**
 * Whether a draw has drifted: its newest measure against the one before.
 *
 * Each with its relative standard uncertainty `u`.
 *
 * @returns by what share it changed; null where that is no more than measuring explains
 */
export function driftOf(
  before: { readonly q: number; readonly u: number },
  now: { readonly q: number; readonly u: number },
): number | null {
  const change = now.q / before.q - 1;
  return Math.abs(change) > Math.max(DRIFT, SURE * Math.hypot(before.u, now.u)) ? change : null;
}

import type { Remedy } from './remediesOf.ts';

// What happens in a run. Each has a key made where it happened, so that it counts once however often it arrives, and the time
// at which it happened, so that it counts the same whenever it arrives.

/** Why something of a plan is left out. */
export const SKIP_REASONS = ['notNeeded', 'noTime', 'noProduct', 'customer', 'unsafe', 'other'] as const;
export type SkipReason = (typeof SKIP_REASONS)[number];
export const SKIP_NAMES: Record<SkipReason, string> = {
  notNeeded: 'not needed after all',
  noTime: 'no time',
  noProduct: 'nothing there to do it with',
  customer: 'the customer does not want it',
  unsafe: 'not safe here',
  other: 'something else',
};

/** What is done where a check failed: one of its remedies, or it is good enough as it is. */
export const FAIL_THEN = ['repeat', 'stronger', 'other', 'goodEnough'] as const satisfies readonly (
  | Remedy['kind']
  | 'goodEnough'
)[];
export type FailThen = (typeof FAIL_THEN)[number];

export type RunDone =
  | { readonly kind: 'joined'; readonly slot: 0 | 1 }
  | { readonly kind: 'begun'; readonly task: string }
  | { readonly kind: 'ended'; readonly task: string }
  | { readonly kind: 'passed'; readonly task: string }
  | { readonly kind: 'failed'; readonly task: string; readonly next: FailThen }
  | { readonly kind: 'skipped'; readonly task: string; readonly reason: SkipReason; readonly note: string }
  | { readonly kind: 'taken'; readonly mix: number; readonly batchId: number; readonly batch: string }
  | { readonly kind: 'noted'; readonly task: string | null; readonly text: string }
  | { readonly kind: 'finished' }
  /** Takes back another of them. */
  | { readonly kind: 'undone'; readonly of: string };

export type RunEvent = {
  readonly key: string;
  /** When it happened, as ISO 8601 with a time zone. */
  readonly at: string;
  readonly personId: number;
  readonly done: RunDone;
};

/**
 * Events in the order in which they count: by when they happened, those of one moment by key; each once.
 *
 * @example inTurn([b, a, b]) // [a, b]
 */
export function inTurn(events: readonly RunEvent[]): RunEvent[] {
  const once = new Map(events.map((e) => [e.key, e]));
  const when = (e: RunEvent) => Date.parse(e.at);
  return [...once.values()].sort((a, b) => when(a) - when(b) || (a.key < b.key ? -1 : 1));
}

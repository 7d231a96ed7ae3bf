import type { Clock, ClockLayer, End } from '#contract/clocks.ts';
import { outboxOf, type Sent } from '../state/outbox.ts';
import { clocksQuery, queryClient } from '../state/queries.ts';

/** What a command does to the clocks shown, until the shop's machine has answered. */
export type Effect =
  | { kind: 'start'; clock: Clock }
  | { kind: 'layer'; layer: ClockLayer }
  | { kind: 'dropLayer' }
  | { kind: 'end'; how: End; by: string }
  | { kind: 'resume' }
  | { kind: 'note' };

/** What is done to clocks goes this way; its subject is the clock's key. */
export const clockOutbox = outboxOf<Effect, Clock>('clock', (clock) =>
  queryClient.setQueryData(clocksQuery.queryKey, (all: Clock[] = []) =>
    all.some((c) => c.key === clock.key)
      ? all.map((c) => (c.key === clock.key ? clock : c))
      : [...all, clock],
  ),
);

/** The clocks as they will be once everything that waits has arrived. */
export function withWaiting(clocks: readonly Clock[], waiting: readonly Sent[]): Clock[] {
  const all = new Map(clocks.map((c) => [c.key, c]));
  for (const { effect, subject, at } of clockOutbox.of(waiting)) {
    if (effect.kind === 'start') {
      if (!all.has(subject))
        all.set(subject, {
          ...effect.clock,
          startedAt: at,
          layers: effect.clock.layers.map((l) => ({ ...l, at })),
        });
      continue;
    }
    const clock = all.get(subject);
    if (clock) all.set(subject, after(clock, effect, at));
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

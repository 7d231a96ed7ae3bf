import { useEffect, useState } from 'react';
import type { RunStand } from '#core/run/runState.ts';
import { type RunNow, toDoNow } from '#core/run/toDoNow.ts';
import { everySecond, shopMs } from '../lib/shopNow.ts';

/** What tells one answer from another. */
const keyOf = ({ now, meanwhile, next }: RunNow): string =>
  [now?.stand.task.id, now?.stand.state, now?.fromMs, now?.byMs, meanwhile?.task.id, next?.task.id].join(' ');

/** What is done now: looked at every second, and rendered anew only where it has changed. */
export function useToDo(stand: RunStand, slot: 0 | 1 | null): RunNow {
  const [of, set] = useState(() => ({ stand, slot, todo: toDoNow(stand, slot, shopMs()) }));
  useEffect(
    () =>
      everySecond((nowMs) => {
        const todo = toDoNow(stand, slot, nowMs);
        set((was) =>
          was.stand === stand && was.slot === slot && keyOf(was.todo) === keyOf(todo)
            ? was
            : { stand, slot, todo },
        );
      }),
    [stand, slot],
  );
  return of.stand === stand && of.slot === slot ? of.todo : toDoNow(stand, slot, shopMs());
}

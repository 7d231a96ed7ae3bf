import { useMemo } from 'react';
import type { Clock } from '#contract/clocks.ts';
import { useOutbox } from '../state/outbox.ts';
import { clocksQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { withWaiting } from './clockOutbox.ts';

const NONE: Clock[] = [];

/** Every clock there is to see, with what was done to them here and is still on its way. */
export function useClocks(): Clock[] {
  const { data = NONE } = useQuery(clocksQuery);
  const waiting = useOutbox((state) => state.waiting);
  return useMemo(() => withWaiting(data, waiting), [data, waiting]);
}

/** Those that run, the oldest first. */
export function useRunning(): Clock[] {
  const clocks = useClocks();
  return useMemo(() => clocks.filter((c) => c.endedAt === null), [clocks]);
}

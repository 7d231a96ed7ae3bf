import { useEffect, useMemo, useState } from 'react';
import type { Run } from '#contract/runs.ts';
import type { RunDone } from '#core/run/runEvents.ts';
import { type RunStand, runStand } from '#core/run/runState.ts';
import { type Sentence, toSay } from '#core/say.ts';
import { useSession } from '../lib/session.tsx';
import { useOutbox } from '../state/outbox.ts';
import { runQuery } from '../state/runQueries.ts';
import { useQuery } from '../state/useQuery.ts';
import { keepRun, keptRun } from './keptRuns.ts';
import { eventsWaiting, startedHere, tellRun, type UseWaiting, usesWaiting } from './runOutbox.ts';

export type RunHere = {
  run: Run;
  /** With what was done here and is still on its way. */
  stand: RunStand;
  /** As whom whoever is signed in works; null: they look on. */
  slot: 0 | 1 | null;
  tell: (done: RunDone, what?: Sentence) => string;
  uses: readonly UseWaiting[];
};

/** A run as it stands on this device; null while it is asked for. */
export function useRun(key: string): { here: RunHere | null; error: Error | null } {
  const { who } = useSession();
  const waiting = useOutbox((state) => state.waiting);
  const begun = useMemo(() => startedHere(key, waiting), [key, waiting]);
  const { data, error } = useQuery({ ...runQuery(key), enabled: begun === null });
  const kept = useRunKept(key, data !== undefined || begun !== null);
  const run = data ?? begun ?? kept;
  useEffect(() => {
    if (run) keepRun(run);
  }, [run]);
  const here = useMemo((): RunHere | null => {
    if (!run) return null;
    const stand = runStand(run.plan, [...run.events, ...eventsWaiting(key, waiting)]);
    const slot = ([0, 1] as const).find((s) => stand.people.get(s) === who.personId) ?? null;
    const said = toSay('Done on {0}', run.vehicle);
    return {
      run,
      stand,
      slot,
      tell: (done, what = said) => tellRun(key, done, who.personId, what),
      uses: usesWaiting(key, waiting),
    };
  }, [run, key, waiting, who.personId]);
  return { here, error: here ? null : error };
}

/** The run as this device has it, where it is not known otherwise. */
function useRunKept(key: string, known: boolean): Run | null {
  const [kept, set] = useState<Run | null>(null);
  useEffect(() => {
    if (known) return;
    let wanted = true;
    void keptRun(key).then((run) => wanted && set(run));
    return () => {
      wanted = false;
    };
  }, [key, known]);
  return kept?.key === key ? kept : null;
}

import { get, update } from 'idb-keyval';
import type { Run } from '#contract/runs.ts';

// The runs somebody worked on here, on the device itself: a phone that was cut off goes on from them.

const STORE = 'kettle-runs';
const MOST = 12;

/** Keeps a run as it is known now; the oldest of many is let go of. */
export function keepRun(run: Run): void {
  void update<Run[]>(STORE, (all = []) =>
    [run, ...all.filter((r) => r.key !== run.key)].slice(0, MOST),
  ).catch(
    // A device that keeps nothing has it for as long as the page is open.
    () => undefined,
  );
}

export const keptRun = async (key: string): Promise<Run | null> => {
  try {
    return (await get<Run[]>(STORE))?.find((r) => r.key === key) ?? null;
  } catch {
    return null;
  }
};

import { type Remote, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { Plans } from '../workers/plan.worker.ts';

let worker: Remote<Plans> | null = null;

/** One worker for the page, started with the first plan. */
function plans(): Remote<Plans> {
  worker ??= wrap<Plans>(
    new Worker(new URL('../workers/plan.worker.ts', import.meta.url), { type: 'module' }),
  );
  return worker;
}

/**
 * What the worker answers; null until it has. The answer to a question before stays until the next has come.
 *
 * @param ask the same as long as the question is
 */
export function useWorkedOut<T>(ask: (of: Remote<Plans>) => Promise<T>): T | null {
  const [answer, setAnswer] = useState<{ found: T } | null>(null);
  useEffect(() => {
    let wanted = true;
    // What can't be worked out is left out: the first plan stands.
    ask(plans()).then(
      (found) => wanted && setAnswer({ found }),
      () => undefined,
    );
    return () => {
      wanted = false;
    };
  }, [ask]);
  return answer?.found ?? null;
}

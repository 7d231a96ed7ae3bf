import { type Remote, wrap } from 'comlink';
import { useEffect, useState } from 'react';

/** So long after a worker could not be fetched, or broke down, the next is started. */
const AGAIN_MS = 2_000;

type Started<W> = {
  readonly of: Remote<W>;
  /** Who is to ask another, should this one never answer. */
  readonly waiting: Set<() => void>;
};

/**
 * What a worker works out, as a hook: null until it has. The answer to a question before stays until the next has come.
 * Where the worker is lost with its program on the way, or breaks down, another is asked.
 *
 * @param start starts the worker: one for the page, with the first question
 * @returns a hook; `ask` is the same as long as the question is
 */
export function workedOutBy<W>(start: () => Worker): <T>(ask: (of: Remote<W>) => Promise<T>) => T | null {
  let started: Started<W> | null = null;
  const worker = (): Started<W> => {
    if (started) return started;
    const own = start();
    const mine: Started<W> = { of: wrap<W>(own), waiting: new Set() };
    own.addEventListener('error', () => {
      own.terminate();
      if (started === mine) started = null;
      for (const again of mine.waiting) again();
    });
    started = mine;
    return mine;
  };
  return <T>(ask: (of: Remote<W>) => Promise<T>): T | null => {
    const [answer, setAnswer] = useState<{ found: T } | null>(null);
    useEffect(() => {
      let wanted = true;
      let later: ReturnType<typeof setTimeout> | undefined;
      const asks = () => {
        const { of, waiting } = worker();
        const again = () => {
          if (wanted) later = setTimeout(asks, AGAIN_MS);
        };
        waiting.add(again);
        // What can't be worked out is left out.
        ask(of)
          .then(
            (found) => wanted && setAnswer({ found }),
            () => undefined,
          )
          .finally(() => waiting.delete(again));
      };
      asks();
      return () => {
        wanted = false;
        clearTimeout(later);
      };
    }, [ask]);
    return answer?.found ?? null;
  };
}

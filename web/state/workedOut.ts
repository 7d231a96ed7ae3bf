import { type Remote, wrap } from 'comlink';
import { useEffect, useState } from 'react';

/**
 * What a worker works out, as a hook: null until it has. The answer to a question before stays until the next has come.
 *
 * @param start starts the worker: one for the page, with the first question
 * @returns a hook; `ask` is the same as long as the question is
 */
export function workedOutBy<W>(start: () => Worker): <T>(ask: (of: Remote<W>) => Promise<T>) => T | null {
  let worker: Remote<W> | null = null;
  return <T>(ask: (of: Remote<W>) => Promise<T>): T | null => {
    const [answer, setAnswer] = useState<{ found: T } | null>(null);
    useEffect(() => {
      let wanted = true;
      worker ??= wrap<W>(start());
      // What can't be worked out is left out.
      ask(worker).then(
        (found) => wanted && setAnswer({ found }),
        () => undefined,
      );
      return () => {
        wanted = false;
      };
    }, [ask]);
    return answer?.found ?? null;
  };
}

import { useEffect } from 'react';
import { ApiProblem } from '../lib/api.ts';
import { queryClient } from '../state/queries.ts';

/** Tries again what failed because the shop's machine could not be reached, as soon as anything is answered again. */
export function useOnceReached(error: unknown, again: () => void): void {
  const answered = error instanceof ApiProblem ? error.problem : null;
  const unreached = answered !== null && (answered.status === 0 || answered.status >= 500);
  useEffect(() => {
    if (unreached)
      return queryClient
        .getQueryCache()
        .subscribe((event) => event.type === 'updated' && event.action.type === 'success' && again());
  }, [unreached, again]);
}

import { onlineManager } from '@tanstack/react-query';
import { useEffect } from 'react';
import { ApiProblem } from '../lib/api.ts';
import { queryClient } from '../state/queries.ts';

/**
 * Tries again what failed because the shop's machine could not be reached, with the next connection or as soon as anything is
 * answered again.
 */
export function useOnceReached(error: unknown, again: () => void): void {
  const answered = error instanceof ApiProblem ? error.problem : null;
  const unreached = answered !== null && (answered.status === 0 || answered.status >= 500);
  useEffect(() => {
    if (!unreached) return;
    const answers = queryClient
      .getQueryCache()
      .subscribe((event) => event.type === 'updated' && event.action.type === 'success' && again());
    const connections = onlineManager.subscribe((online) => online && again());
    return () => {
      answers();
      connections();
    };
  }, [unreached, again]);
}

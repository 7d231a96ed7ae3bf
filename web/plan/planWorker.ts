import { workedOutBy } from '../state/workedOut.ts';
import type { Plans } from '../workers/plan.worker.ts';

/** What is worked out of plans off the main thread; where it can't be, the first plan stands. */
export const useWorkedOut = workedOutBy<Plans>(
  () => new Worker(new URL('../workers/plan.worker.ts', import.meta.url), { type: 'module' }),
);

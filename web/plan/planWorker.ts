import type { Plan } from '#core/planning/planWash.ts';
import { workedOutBy } from '../state/workedOut.ts';
import type { Plans } from '../workers/plan.worker.ts';

/** What is worked out of plans off the main thread; where it can't be, the first plan stands. */
export const useWorkedOut = workedOutBy<Plans>(
  () => new Worker(new URL('../workers/plan.worker.ts', import.meta.url), { type: 'module' }),
);

/** Whether two plans do the same: one may have been made for what was said before. */
export const sameSteps = (one: Plan, other: Plan): boolean =>
  one.seen.people === other.seen.people &&
  one.steps.length === other.steps.length &&
  one.steps.every((step, i) => step.id === other.steps[i]?.id);

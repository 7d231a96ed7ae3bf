import type { Plan } from '../planWash.ts';
import type { Schools } from '../schools.ts';
import type { Soak } from '../soakOf.ts';
import type { Schedule } from './acts.ts';
import { Search } from './search.ts';
import { tasksOf } from './tasks.ts';

// Who does what when: the shortest course that keeps to every window.

/** The course of a plan whose soaks all have a window; null where one has none, or no course keeps to them all. */
export function scheduleOf(plan: Plan, soaks: readonly Soak[], schools: Schools): Schedule | null {
  const made = tasksOf(plan, soaks, schools);
  return made && new Search(made.tasks, made.batches, plan.seen.people).best();
}

import { STEP_NAMES } from '#core/planning/steps.ts';
import { SKIP_NAMES } from '#core/run/runEvents.ts';
import type { RunPlan, RunStep, RunTask } from '#core/run/runPlan.ts';
import type { TaskStand } from '#core/run/runState.ts';
import { t } from '../lib/speech.ts';
import { stepWhere } from '../plan/planWords.ts';

/** The step a task is done for: what it lays, takes off or works on; null for what is got ready. */
export function stepOf(plan: RunPlan, task: RunTask): RunStep | null {
  const main = task.lays ? task.does.at(-1) : task.does[0];
  return plan.steps.find((s) => s.id === main?.step) ?? null;
}

/** What a step is called; a rinse by what it takes off. */
export function stepName(plan: RunPlan, step: RunStep): string {
  const laid = step.takesOff === null ? null : plan.steps.find((s) => s.id === step.takesOff);
  const name = t(STEP_NAMES[step.kind]);
  return laid ? `${name}: ${t(STEP_NAMES[laid.kind]).toLowerCase()}` : name;
}

/** Where a step is done, where its name doesn't say so. */
export function whereOf(step: RunStep): string {
  const where = stepWhere(step);
  return where.toLowerCase() === t(STEP_NAMES[step.kind]).toLowerCase() ? '' : where;
}

/** What a task lays or rinses off, in the words of its step. */
export function taskName(plan: RunPlan, { task }: Pick<TaskStand, 'task'>): string {
  const what = task.does[0]?.what;
  if (what === 'setUp') return t('Set up');
  if (what === 'packUp') return t('Pack up');
  if (what === 'mix') return t('Mix {0}', plan.mixes[task.does[0]?.mix ?? -1]?.laid.product ?? '');
  const step = stepOf(plan, task);
  if (!step) return '';
  const name = t(STEP_NAMES[step.kind]);
  if (task.does.at(-1)?.what === 'again') return t('Lay more: {0}', name.toLowerCase());
  const under = task.does.filter((d) => d.what === 'lay').slice(0, -1);
  if (under.length > 0) {
    const first = plan.steps.find((s) => s.id === under[0]?.step);
    if (first) return t('{0}, then {1} over it', t(STEP_NAMES[first.kind]), name.toLowerCase());
  }
  if (task.takesOff !== null) return stepName(plan, step);
  const after = task.does.length > 1 && task.does.at(-1)?.what === 'work';
  return after ? t('{0}, then rinse', name) : name;
}

/** Which piece of the vehicle it is; nothing where it is done as a whole. */
export const pieceName = ({ task }: Pick<TaskStand, 'task'>): string => {
  const piece = task.does.at(-1)?.piece ?? null;
  return piece !== null && task.pieces > 1 ? t('piece {0} of {1}', piece + 1, task.pieces) : '';
};

/** How a task stands, in a word. */
export function standName({ state, skipped, check }: TaskStand): string {
  if (state === 'skipped') return t('left out: {0}', t(SKIP_NAMES[skipped?.reason ?? 'other']));
  if (state === 'done' && check === 'goodEnough') return t('good enough');
  if (state === 'done' && check !== null && check !== 'passed') return t('not yet clean: done again');
  return state === 'done' ? t('done') : state === 'runs' ? t('being done') : '';
}

import type { StepKind } from '../planning/steps.ts';
import type { SoilLevel } from '../soil/soil.ts';
import { fractionOf } from '../strength/strength.ts';
import type { RunPlan } from './runPlan.ts';
import type { RunStand } from './runState.ts';

/** Something that went onto the vehicle in a run: what, how strong in its bottle, out of which batch, and when. */
export type WasLaid = {
  readonly step: string;
  readonly kind: StepKind;
  readonly productId: number;
  readonly product: string;
  readonly recipeId: number;
  readonly soil: SoilLevel;
  /** Product of the mix, 0 to 1. */
  readonly fraction: number;
  readonly batchId: number | null;
  /** When it was begun, in milliseconds since 1970. */
  readonly atMs: number;
  /** How often its check failed. */
  readonly failed: number;
};

/** What went onto the vehicle, step by step, the first time first; what was left out or not begun is not among it. */
export function laidIn(plan: RunPlan, { tasks, taken }: RunStand): WasLaid[] {
  const found = new Map<string, WasLaid>();
  for (const { task, instead, begunMs, state } of tasks) {
    if (begunMs === null || state === 'skipped') continue;
    for (const part of task.does) {
      const step = plan.steps.find((s) => s.id === part.step);
      const isLast = part === task.does.findLast((d) => d.what === 'lay' || d.what === 'work');
      const laid = instead && isLast ? instead : (step?.laid ?? null);
      if (!step || !laid || (part.what !== 'lay' && part.what !== 'work')) continue;
      const fraction = fractionOf(laid.strength);
      const key = `${step.id} ${laid.productId} ${laid.soil}`;
      const before = found.get(key);
      found.set(key, {
        step: step.id,
        kind: step.kind,
        productId: laid.productId,
        product: laid.product,
        recipeId: laid.recipeId,
        soil: laid.soil,
        fraction: fraction.ok ? fraction.value : 0,
        batchId: step.mix === null ? null : (taken.get(step.mix)?.batchId ?? null),
        atMs: Math.min(before?.atMs ?? begunMs, begunMs),
        failed: failedOf(step.id, plan, tasks),
      });
    }
  }
  return [...found.values()].sort((a, b) => a.atMs - b.atMs);
}

/** How often what a step laid, or the step itself, was not clean. */
const failedOf = (step: string, plan: RunPlan, tasks: RunStand['tasks']): number =>
  tasks.filter(({ task, check }) => {
    if (check === null || check === 'passed') return false;
    const main = plan.steps.find((s) => s.id === task.does.at(-1)?.step);
    return main?.id === step || main?.takesOff === step;
  }).length;

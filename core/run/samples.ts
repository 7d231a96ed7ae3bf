import type { StepKind } from '../planning/steps.ts';
import type { Delivery } from '../products/delivery.ts';
import { deliveryOf } from '../products/record.ts';
import type { SoilLevel } from '../soil/soil.ts';
import { compared, tookS } from './compared.ts';
import type { RunPlan } from './runPlan.ts';
import type { RunStand } from './runState.ts';

// What one run says beside the seeds, each as a ratio to what the seeds say: what was learned before is taken out again.

export type RunSample =
  | {
      readonly of: 'minutes';
      readonly kind: StepKind;
      readonly level: SoilLevel | null;
      readonly ratio: number;
    }
  | { readonly of: 'rate'; readonly productId: number; readonly means: Delivery; readonly ratio: number }
  | {
      readonly of: 'check';
      readonly recipeId: number;
      readonly level: SoilLevel;
      readonly checks: number;
      readonly failed: number;
    };

/** How much of a batch was used for the run, in microlitres, and whether somebody looked. */
export type UsedOf = { readonly batchId: number; readonly ul: number; readonly seen: boolean };

/** What a run that is over says. What was ticked off without being timed, and what was only taken to be as planned, says nothing. */
export function samplesOf(plan: RunPlan, stand: RunStand, used: readonly UsedOf[]): RunSample[] {
  return [...minutesIn(plan, stand), ...ratesIn(plan, stand, used), ...checksIn(plan, stand)];
}

function minutesIn(plan: RunPlan, stand: RunStand): RunSample[] {
  const timed = compared(plan, stand).steps.filter(
    (s) => s.tookS !== null && s.plannedS > 0 && !s.leftOut && wholeTimed(s.step.id, stand),
  );
  const byKey = new Map<string, { kind: StepKind; level: SoilLevel | null; tookS: number; seedS: number }>();
  for (const { step, tookS: took, plannedS } of timed) {
    const { kind, level, pace } = step;
    const key = `${kind} ${level}`;
    const { tookS: t = 0, seedS: s = 0 } = byKey.get(key) ?? {};
    byKey.set(key, { kind, level, tookS: t + (took ?? 0), seedS: s + plannedS / pace });
  }
  return [...byKey.values()].map(({ kind, level, tookS: took, seedS }) => ({
    of: 'minutes',
    kind,
    level,
    ratio: took / seedS,
  }));
}

/** Every task of a step was timed: what was half ticked off says nothing. */
const wholeTimed = (step: string, { tasks }: RunStand): boolean =>
  tasks.filter((s) => s.task.does.some((d) => d.step === step)).every((s) => tookS(s) !== null);

/** A bucket is filled as a bucket, whatever is washed from it. */
const SPRAYED: readonly Delivery[] = ['trigger', 'pumpSprayer', 'cannon', 'hoseGun'];

function ratesIn(plan: RunPlan, stand: RunStand, used: readonly UsedOf[]): RunSample[] {
  const byKey = new Map<string, { productId: number; means: Delivery; usedUl: number; seedUl: number }>();
  // Of a bottle that was looked at once all that was used of it counts.
  const seen = new Set(used.filter((u) => u.seen).map((u) => u.batchId));
  for (const batchId of seen) {
    const ul = used.filter((u) => u.batchId === batchId).reduce((sum, u) => sum + u.ul, 0);
    const from = [...stand.taken].filter(([, taken]) => taken.batchId === batchId).map(([mix]) => mix);
    const [first] = from.flatMap((i) => plan.mixes[i] ?? []);
    const means = first ? deliveryOf(first.vesselKind) : null;
    if (!first || means === null || !SPRAYED.includes(means)) continue;
    const { productId } = first.laid;
    const key = `${productId} ${means}`;
    const { usedUl = 0, seedUl = 0 } = byKey.get(key) ?? {};
    byKey.set(key, {
      productId,
      means,
      usedUl: usedUl + ul,
      seedUl: seedUl + seedUlOf(from, plan, stand),
    });
  }
  return [...byKey.values()].flatMap(({ productId, means, usedUl, seedUl }) =>
    seedUl > 0 ? [{ of: 'rate' as const, productId, means, ratio: usedUl / seedUl }] : [],
  );
}

/** What the steps of some mixes take by their recipes alone, as often as they were done, in microlitres. */
const seedUlOf = (mixes: readonly number[], plan: RunPlan, stand: RunStand): number =>
  plan.steps
    .filter((s) => s.mix !== null && mixes.includes(s.mix))
    .reduce((sum, s) => sum + ((s.mixUl ?? 0) / s.rate) * timesDone(s.id, plan, stand), 0);

/** How often a step was done for what was planned: less where pieces were left out, more where it was done again. */
function timesDone(step: string, plan: RunPlan, { tasks }: RunStand): number {
  const takes = (does: RunPlan['tasks'][number]['does']) =>
    does.filter((d) => d.step === step && d.what !== 'cool').reduce((sum, d) => sum + d.lastsS, 0);
  const planned = plan.tasks.reduce((sum, t) => sum + takes(t.does), 0);
  const done = tasks
    .filter((s) => s.state === 'done' && !s.instead)
    .reduce((sum, s) => sum + takes(s.task.does), 0);
  return planned > 0 ? done / planned : tasks.some((s) => s.state === 'done') ? 1 : 0;
}

function checksIn(plan: RunPlan, { tasks }: RunStand): RunSample[] {
  const byKey = new Map<string, { recipeId: number; level: SoilLevel; checks: number; failed: number }>();
  for (const { task, check, instead } of tasks) {
    if (check === null) continue;
    const step = plan.steps.find((s) => s.id === task.does.at(-1)?.step);
    const laid = instead ?? (step?.laid || plan.steps.find((s) => s.id === step?.takesOff)?.laid);
    if (!laid) continue;
    const key = `${laid.recipeId} ${laid.soil}`;
    const { checks = 0, failed = 0 } = byKey.get(key) ?? {};
    const isFailed = check !== 'passed' && check !== 'goodEnough';
    byKey.set(key, {
      recipeId: laid.recipeId,
      level: laid.soil,
      checks: checks + 1,
      failed: failed + (isFailed ? 1 : 0),
    });
  }
  return [...byKey.values()].map((c) => ({ of: 'check', ...c }));
}

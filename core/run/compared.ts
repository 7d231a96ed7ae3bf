import type { RunPlan, RunStep, RunTask } from './runPlan.ts';
import type { RunStand, TaskStand } from './runState.ts';

// What was done, held against what was planned.

/** A step as it was done. */
export type StepCompared = {
  readonly step: RunStep;
  /** Seconds of hands as planned, what a failed check added among them. */
  readonly plannedS: number;
  /** As it was; null where nobody timed it. */
  readonly tookS: number | null;
  /** Some of it was left out. */
  readonly leftOut: boolean;
  /** How often its check failed. */
  readonly failed: number;
  readonly goodEnough: boolean;
};

export type RunCompared = {
  readonly steps: readonly StepCompared[];
  /** Setting up, mixing and packing up. */
  readonly around: { readonly plannedS: number; readonly tookS: number | null };
  /** From the begin of the first to the end of the last. */
  readonly elapsedS: number | null;
};

/** A task begun and ended within so little was ticked off afterwards, not timed. */
const LEAST_S = 3;

/** Seconds a task took; null where it was ended without having been begun. */
export function tookS({ begunMs, endedMs, state }: TaskStand): number | null {
  if (state !== 'done' || begunMs === null || endedMs === null) return null;
  const s = (endedMs - begunMs) / 1_000;
  return s >= LEAST_S ? s : null;
}

/** What each step of a run took: a task of several parts is shared out as they were planned. */
export function compared(plan: RunPlan, { tasks }: Pick<RunStand, 'tasks'>): RunCompared {
  const steps = plan.steps.map((step): StepCompared => {
    const own = tasks.filter((s) => s.task.does.some((d) => d.step === step.id));
    const main = own.filter((s) => mainStep(s.task) === step.id);
    return {
      step,
      plannedS: sum(own.map((s) => shareS(s.task, step.id))),
      tookS: timed(own.map((s) => partS(s, step.id))),
      leftOut: own.some((s) => s.state === 'skipped'),
      failed: main.filter((s) => s.check !== null && s.check !== 'passed' && s.check !== 'goodEnough').length,
      goodEnough: main.some((s) => s.check === 'goodEnough'),
    };
  });
  const bench = tasks.filter((s) => s.task.does.every((d) => d.step === null));
  const [begun, ended] = [tasks.flatMap((s) => s.begunMs ?? []), tasks.flatMap((s) => s.endedMs ?? [])];
  return {
    steps: steps.filter((s) => s.plannedS > 0 || s.tookS !== null),
    around: { plannedS: sum(bench.map((s) => s.task.lastsS)), tookS: timed(bench.map(tookS)) },
    elapsedS: begun.length > 0 && ended.length > 0 ? (Math.max(...ended) - Math.min(...begun)) / 1_000 : null,
  };
}

/** The step a task is judged by: what it lays, else the last of it. */
const mainStep = (task: RunTask): string | null => task.does.at(-1)?.step ?? null;

const shareS = (task: RunTask, step: string): number => {
  const all = sum(task.does.map((d) => d.lastsS));
  const own = sum(task.does.filter((d) => d.step === step).map((d) => d.lastsS));
  return all > 0 ? (task.lastsS * own) / all : 0;
};

function partS(stand: TaskStand, step: string): number | null {
  const took = tookS(stand);
  return took === null || stand.task.lastsS <= 0
    ? null
    : (took * shareS(stand.task, step)) / stand.task.lastsS;
}

/** Together; null where one of them was not timed and none is known. */
const timed = (all: readonly (number | null)[]): number | null => {
  const known = all.filter((s) => s !== null);
  return known.length > 0 ? sum(known) : null;
};
const sum = (all: readonly number[]): number => all.reduce((a, b) => a + b, 0);

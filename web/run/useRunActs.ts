import { STEP_NAMES } from '#core/planning/steps.ts';
import type { FailThen, SkipReason } from '#core/run/runEvents.ts';
import type { TaskStand } from '#core/run/runState.ts';
import { toSay } from '#core/say.ts';
import { unlockSound } from '../clocks/alarm.ts';
import { useClocks } from '../clocks/useClocks.ts';
import { useSession } from '../lib/session.tsx';
import { clockBegins, clockEnds, clockFollows } from './runClock.ts';
import { stepOf } from './runWords.ts';
import type { RunHere } from './useRun.ts';

/** What can be done with a task of a run; it shows at once, and is sent as soon as the shop's machine can be reached. */
export function useRunActs({ run, stand, tell }: RunHere) {
  const { who } = useSession();
  const clocks = useClocks();
  const by = { personId: who.personId, name: who.name };
  const named = ({ task }: TaskStand) => {
    const step = stepOf(run.plan, task);
    return step ? STEP_NAMES[step.kind] : task.id;
  };
  return {
    begin: (of: TaskStand) => {
      unlockSound();
      tell({ kind: 'begun', task: of.task.id }, toSay('Begun on {0}: {1}', run.vehicle, named(of)));
      const mix = run.plan.steps.find((s) => s.id === of.task.does.at(-1)?.step)?.mix ?? null;
      if (of.task.takesOff === null && of.task.lays)
        clockBegins(run, of, by, (mix === null ? null : stand.taken.get(mix)?.batchId) ?? null);
      clockEnds(run, of, clocks, by);
    },
    end: (of: TaskStand) => {
      tell({ kind: 'ended', task: of.task.id }, toSay('Done on {0}: {1}', run.vehicle, named(of)));
      if (of.task.lays) clockFollows(run, of, clocks, by);
    },
    pass: (of: TaskStand) =>
      tell({ kind: 'passed', task: of.task.id }, toSay('Check passed on {0}: {1}', run.vehicle, named(of))),
    fail: (of: TaskStand, then: FailThen) =>
      tell(
        { kind: 'failed', task: of.task.id, next: then },
        toSay('Check failed on {0}: {1}', run.vehicle, named(of)),
      ),
    leaveOut: (of: TaskStand, reason: SkipReason, note: string) =>
      tell(
        { kind: 'skipped', task: of.task.id, reason, note },
        toSay('Left out on {0}: {1}', run.vehicle, named(of)),
      ),
  };
}

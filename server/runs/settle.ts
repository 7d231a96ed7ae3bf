import type { Treatment } from '#core/planning/intervals.ts';
import type { RunPlan } from '#core/run/runPlan.ts';
import type { RunStand } from '#core/run/runState.ts';
import type { Queryable } from '../db/books.ts';
import { problem } from '../http/problems.ts';
import { endJob, jobs, reopenJob } from '../jobs/queries.ts';
import { noteSamples } from './learned.ts';
import { openRunOf, type RunRow, setFinished } from './queries.ts';

/** What a run did to its vehicle that is due again by date: all its steps were done, none left out. */
export function treatmentsDone({ treatments }: RunPlan, { tasks }: RunStand): Treatment[] {
  const wasDone = (step: string) => {
    const own = tasks.filter((t) => t.task.does.some((d) => d.step === step));
    return own.length > 0 && own.every((t) => t.state === 'done');
  };
  return treatments.filter((t) => t.steps.length > 0 && t.steps.every(wasDone)).map((t) => t.treatment);
}

/**
 * Brings what the list and the vehicle say in line with a run: its end ends the job, and taken back the job waits again.
 *
 * @returns the run as it is then
 */
export async function settleRun(
  tx: Queryable,
  row: RunRow,
  stand: RunStand,
  by: { personId: number; now: Date },
): Promise<RunRow> {
  const finished = stand.finishedMs === null ? null : new Date(stand.finishedMs);
  if (finished === null && row.finishedAt === null) return row;
  await noteSamples(tx, row, stand);
  if (finished === null) {
    const other = await openRunOf(tx, row.jobId);
    if (other) throw problem(409, 'run.there', { vehicle: row.vehicle, by: other.startedBy });
    await setFinished(tx, row.id, null, false);
    if (row.endedJob) await reopenJob(tx, row.jobId);
    return { ...row, finishedAt: null, endedJob: false };
  }
  const [job] = await jobs(tx, { id: row.jobId });
  const endsJob = job !== undefined && (job.state === 'waits' || row.endedJob);
  await setFinished(tx, row.id, finished, endsJob);
  const ended = { ...row, finishedAt: finished.toISOString(), endedJob: endsJob, changed: false };
  if (!endsJob) return ended;
  // Told late, it may have done more to the vehicle, or less.
  if (row.endedJob) await reopenJob(tx, row.jobId);
  await endJob(
    tx,
    job,
    { end: 'done', treatments: treatmentsDone(row.plan, stand) },
    { personId: stand.finishedBy ?? by.personId, now: finished },
  );
  return ended;
}

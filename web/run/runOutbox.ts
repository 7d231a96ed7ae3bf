import type { Run, RunNews, UsedHow } from '#contract/runs.ts';
import type { RunDone, RunEvent } from '#core/run/runEvents.ts';
import type { RunPlan } from '#core/run/runPlan.ts';
import { type Sentence, toSay } from '#core/say.ts';
import { newKey } from '../lib/api.ts';
import { outboxOf, type Sent } from '../state/outbox.ts';
import { queryClient } from '../state/queries.ts';
import { runQuery } from '../state/runQueries.ts';

/** What a command does to the run shown, until the shop's machine has answered. */
type Effect =
  | { kind: 'start'; run: Run }
  | { kind: 'event'; key: string; done: RunDone }
  | ({ kind: 'use' } & UseWaiting);

/** What is done in runs goes this way; its subject is the run's key. */
const runOutbox = outboxOf<Effect, RunNews>('run', (news) =>
  queryClient.setQueryData(runQuery(news.key).queryKey, (run: Run | undefined) => run && { ...run, ...news }),
);

/** A run begun on this device that the shop's machine has not heard of yet. */
export function startedHere(key: string, waiting: readonly Sent[]): Run | null {
  const sent = runOutbox.of(waiting).find((s) => s.subject === key && s.effect.kind === 'start');
  return sent?.effect.kind === 'start' ? { ...sent.effect.run, startedAt: sent.at } : null;
}

/** All that were begun on this device and are still on their way. */
export const begunHere = (waiting: readonly Sent[]): Run[] =>
  runOutbox.of(waiting).flatMap(({ effect }) => (effect.kind === 'start' ? [effect.run] : []));

/** What happened here in a run and is still on its way. */
export const eventsWaiting = (key: string, waiting: readonly Sent[]): RunEvent[] =>
  runOutbox.of(waiting).flatMap(({ subject, effect, at, personId }) => {
    if (subject !== key || effect.kind !== 'event') return [];
    return [{ key: effect.key, at, personId, done: effect.done }];
  });

export type UseWaiting = {
  batchId: number;
  ul: number;
  how: UsedHow;
  /** What its vessel weighs empty, where that was found with it. */
  tareG?: number;
};
export const usesWaiting = (key: string, waiting: readonly Sent[]): UseWaiting[] =>
  runOutbox.of(waiting).flatMap(({ subject, effect }) => {
    if (subject !== key || effect.kind !== 'use') return [];
    const { batchId, ul, how } = effect;
    return [{ batchId, ul, how }];
  });

type By = { personId: number; name: string };

/**
 * Begins a run: it is there from this moment, whether or not the shop's machine can be reached, and whoever begins it works on
 * it.
 *
 * @returns its key
 */
export function beginRun(
  plan: RunPlan,
  job: Pick<Run, 'jobId' | 'vehicleId' | 'vehicle' | 'placeId' | 'placeName'>,
  by: By,
): string {
  const key = newKey();
  const run: Run = {
    ...job,
    key,
    plan,
    events: [],
    startedAt: '',
    startedBy: by.name,
    finishedAt: null,
    changed: false,
    uses: [],
    pours: [],
  };
  void runOutbox.send({
    subject: key,
    path: '/runs',
    body: { key, jobId: job.jobId, plan },
    personId: by.personId,
    what: toSay('Begun: {0}', job.vehicle),
    effect: { kind: 'start', run },
  });
  queryClient.setQueryData(runQuery(key).queryKey, { ...run, startedAt: new Date().toISOString() });
  tellRun(key, { kind: 'joined', slot: 0 }, by.personId, toSay('Begun: {0}', job.vehicle));
  return key;
}

/** Says what happened in a run. @returns the key under which it can be taken back */
export function tellRun(run: string, done: RunDone, personId: number, what: Sentence): string {
  const key = newKey();
  void runOutbox.send({
    subject: run,
    path: `/runs/${run}/events`,
    body: { key, done },
    personId,
    what,
    effect: { kind: 'event', key, done },
  });
  return key;
}

/** Books what was used of a mix. */
export function bookUse(run: string, use: UseWaiting, personId: number, what: Sentence): void {
  void runOutbox.send({
    subject: run,
    path: `/runs/${run}/uses`,
    body: { ...use },
    personId,
    what,
    effect: { kind: 'use', ...use },
  });
}

/** The run of a job that was begun here and is still on its way. */
export const begunFor = (jobId: number, waiting: readonly Sent[]): string | null =>
  runOutbox.of(waiting).find((s) => s.effect.kind === 'start' && s.effect.run.jobId === jobId)?.subject ??
  null;

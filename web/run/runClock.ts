import type { Clock, ClockBody } from '#contract/clocks.ts';
import type { Run } from '#contract/runs.ts';
import { layerOf } from '#core/dwell/resolveLaid.ts';
import { TAP_C } from '#core/dwell/workingWindow.ts';
import type { RunLaid } from '#core/run/runLaid.ts';
import type { TaskStand } from '#core/run/runState.ts';
import { toSay } from '#core/say.ts';
import { clockOutbox } from '../clocks/clockOutbox.ts';
import { startClock } from '../clocks/useClockCommands.ts';
import { shopNow } from '../lib/shopNow.ts';

type By = { personId: number; name: string };

/** The first figures of the keys of a run's clocks. */
export const clocksOfRun = (runKey: string): string => `${runKey.slice(0, 20)}r`;

/**
 * The clock of something laid in a run. It follows from the run and the task: begun on two devices, it is one clock.
 */
export function clockKeyOf(runKey: string, taskId: string): string {
  let [a, b] = [0x811c9dc5, 0x1b873593];
  for (const char of taskId) {
    const code = char.codePointAt(0) as number;
    a = Math.imul(a ^ code, 0x01000193);
    b = Math.imul(b ^ code, 0x85ebca6b) + 0x27d4eb2f;
  }
  const figures = (n: number) => (n >>> 0).toString(36).padStart(7, '0');
  return `${clocksOfRun(runKey)}${figures(a)}${figures(b)}`;
}

/** What each layer of a task lays, the first laid first. */
export function laidBy({ plan }: Run, { task, instead }: TaskStand): RunLaid[] {
  const laid = task.does
    .filter((d) => d.what === 'lay')
    .flatMap((d) => plan.steps.find((s) => s.id === d.step)?.laid ?? []);
  return instead ? [...laid.slice(0, -1), instead] : laid;
}

/** Something begins to be laid: its clock runs, where the vehicle stands in a bay or at a van. */
export function clockBegins(run: Run, stand: TaskStand, by: By, batchId: number | null): void {
  const [first] = laidBy(run, stand);
  const { plan, placeId, placeName } = run;
  if (!first || placeId === null || !stand.task.lays) return;
  const step = plan.steps.find((s) => s.id === stand.task.does.at(-1)?.step);
  const body: ClockBody = {
    key: clockKeyOf(run.key, stand.task.id),
    placeId,
    vehicle: run.vehicle.slice(0, 40),
    body: plan.body,
    colour: plan.colour,
    material: plan.material,
    zones: [...(step?.zones ?? first.found.zones)],
    shelter: plan.stands === 'closed' ? 'roof' : plan.stands,
    start: stand.task.does[0]?.what === 'cool' ? { kind: 'rinsed', waterC: TAP_C } : { kind: 'dry' },
    laid: { kind: 'recipe', versionId: first.versionId, soil: first.soil },
    batchId,
    again: true,
  };
  const { laid: _, again: __, occurredAt: ___, ...rest } = body;
  const at = shopNow();
  const shown: Clock = {
    ...rest,
    id: 0,
    placeName: placeName ?? '',
    layers: [layerOf(first.found, 'first', at, by.name)],
    recipe: null,
    batchCode: null,
    startedAt: at.toISOString(),
    startedBy: by.name,
    endedAt: null,
    endedBy: null,
    end: null,
    outcomes: [],
    dryings: [],
    revision: 0,
  };
  startClock(body, shown, by.personId);
}

/** What was begun is laid: what lies over the first, or more of what lies there. */
export function clockFollows(run: Run, stand: TaskStand, layers: readonly Clock[], by: By): void {
  const again = stand.task.does.at(-1)?.what === 'again';
  const key = clockKeyOf(run.key, firstLaid(run, stand.task.id));
  const clock = layers.find((c) => c.key === key);
  const last = clock?.layers.at(-1);
  if (!clock || clock.endedAt !== null || !last) return;
  const [, over] = laidBy(run, stand);
  const there = toSay('Laid over it: {0} in {1}', over?.found.name ?? last.name, clock.placeName);
  const send = (body: Record<string, unknown>, layer: Clock['layers'][number]) =>
    void clockOutbox.send({
      subject: key,
      path: `/clocks/${key}/layers`,
      body,
      personId: by.personId,
      what: there,
      effect: { kind: 'layer', layer },
    });
  if (again) send({ kind: 'remist' }, { ...last, kind: 'remist', personName: by.name });
  else if (over) {
    const laid = { kind: 'recipe', versionId: over.versionId, soil: over.soil };
    send({ kind: 'over', laid }, layerOf(over.found, 'over', shopNow(), by.name));
  }
}

/** Something is taken off: its clock ends. */
export function clockEnds(run: Run, stand: TaskStand, clocks: readonly Clock[], by: By): void {
  if (stand.task.takesOff === null || stand.task.lays) return;
  const key = clockKeyOf(run.key, firstLaid(run, stand.task.takesOff));
  const clock = clocks.find((c) => c.key === key);
  // One that is not seen here may be on its way: it is ended all the same.
  if (run.placeId === null || clock?.endedAt) return;
  void clockOutbox.send({
    subject: key,
    path: `/clocks/${key}/ends`,
    body: { how: 'rinsed' },
    personId: by.personId,
    what: toSay('Rinsed: {0} in {1}', clock?.layers.at(-1)?.name ?? run.vehicle, run.placeName ?? ''),
    effect: { kind: 'end', how: 'rinsed', by: by.name },
  });
}

/** The task that laid the first of what lies there: more of it is laid on its clock. */
function firstLaid({ plan }: Run, taskId: string): string {
  const mark = /#.*$/.exec(taskId)?.[0] ?? '';
  let id = taskId.slice(0, taskId.length - mark.length);
  for (;;) {
    const before = plan.tasks.find((t) => t.id === id)?.takesOff ?? null;
    if (before === null) return `${id}${mark}`;
    id = before;
  }
}

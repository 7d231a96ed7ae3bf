import type { RunPlan } from './runPlan.ts';

type Told = Record<string, unknown>;
const isObject = (value: unknown): value is Told =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isText = (value: unknown): value is string =>
  typeof value === 'string' && value !== '' && value.length <= 80;
const isSeconds = (value: unknown): boolean =>
  typeof value === 'number' && Number.isFinite(value) && value >= 0;
const isPlace = (value: unknown, all: readonly unknown[]): boolean =>
  value === null || (Number.isInteger(value) && (value as number) >= 0 && (value as number) < all.length);

const MOST_TASKS = 400;

/**
 * Whether something is a plan that can be done: what a run is worked out from names only what is there, and no task waits for
 * itself.
 */
export function isRunPlan(value: unknown): value is RunPlan {
  if (!isObject(value) || value.version !== 1) return false;
  const { steps, mixes, tasks, treatments } = value;
  if (![steps, mixes, tasks, treatments].every(Array.isArray)) return false;
  const [allSteps, allMixes, allTasks, done] = [steps, mixes, tasks, treatments] as unknown[][];
  const stepIds = idsOf(allSteps as unknown[]);
  const taskIds = idsOf(allTasks as unknown[]);
  if (!stepIds || !taskIds || taskIds.size === 0 || taskIds.size > MOST_TASKS) return false;
  return (
    isSeconds(value.elapsedS) &&
    (value.people === 1 || value.people === 2) &&
    (allMixes as unknown[]).every((m) => isObject(m) && isObject(m.laid) && Array.isArray(m.steps)) &&
    (allSteps as Told[]).every(
      (s) =>
        isPlace(s.mix, allMixes as unknown[]) &&
        Array.isArray(s.remedies) &&
        Array.isArray(s.zones) &&
        isSeconds(s.handsS),
    ) &&
    (allTasks as Told[]).every((t) => isTask(t, taskIds, stepIds, allMixes as unknown[])) &&
    comesToAnEnd(allTasks as { id: string; after: string[] }[]) &&
    (done as unknown[]).every((t) => isObject(t) && isText(t.treatment) && Array.isArray(t.steps))
  );
}

/** The ids of some things; null where one has none, or two have the same. */
function idsOf(things: readonly unknown[]): Set<string> | null {
  const ids = things.map((thing) => (isObject(thing) ? thing.id : null));
  return ids.every(isText) && new Set(ids).size === ids.length ? new Set(ids as string[]) : null;
}

function isTask(
  task: Told,
  tasks: ReadonlySet<string>,
  steps: ReadonlySet<string>,
  mixes: readonly unknown[],
): boolean {
  const { does, after, takesOff, lays, slot } = task;
  return (
    Array.isArray(does) &&
    does.length > 0 &&
    does.every(
      (d) =>
        isObject(d) &&
        isText(d.what) &&
        (d.step === null || steps.has(d.step as string)) &&
        isPlace(d.mix, mixes) &&
        isSeconds(d.lastsS),
    ) &&
    Array.isArray(after) &&
    after.every((id) => tasks.has(id)) &&
    (takesOff === null || tasks.has(takesOff as string)) &&
    (lays === null || (isObject(lays) && isSeconds(lays.waitS) && isSeconds(lays.latestS))) &&
    (slot === null || slot === 0 || slot === 1) &&
    isSeconds(task.lastsS) &&
    typeof task.fromS === 'number' &&
    Number.isInteger(task.parts) &&
    Number.isInteger(task.reach)
  );
}

function comesToAnEnd(tasks: readonly { readonly id: string; readonly after: readonly string[] }[]): boolean {
  const done = new Set<string>();
  for (;;) {
    const more = tasks.filter((t) => !done.has(t.id) && t.after.every((id) => done.has(id)));
    if (more.length === 0) return done.size === tasks.length;
    for (const { id } of more) done.add(id);
  }
}

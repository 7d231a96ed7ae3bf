import type { Colour, Material } from '../dwell/surroundings.ts';
import type { VesselKind } from '../mixing/outlines.ts';
import { stepM2 } from '../planning/amounts.ts';
import type { AxleId, Stand } from '../planning/assessment.ts';
import type { Complete } from '../planning/completePlan.ts';
import { costOfFill, newestPrice } from '../planning/cost.ts';
import type { Act } from '../planning/course/acts.ts';
import type { Parts } from '../planning/course/reach.ts';
import type { Batch, Task } from '../planning/course/task.ts';
import { tasksOf } from '../planning/course/tasks.ts';
import type { Treatment } from '../planning/intervals.ts';
import type { WashZone } from '../planning/levels.ts';
import type { Method } from '../planning/methods.ts';
import type { PlanMix, PlanShop, PlanStep } from '../planning/planWash.ts';
import type { StepKind } from '../planning/steps.ts';
import { treatmentsOf } from '../planning/treatments.ts';
import { worthMaking } from '../planning/vesselsFor.ts';
import type { Sentence } from '../say.ts';
import type { Body } from '../soil/bodies.ts';
import type { SoilLevel } from '../soil/soil.ts';
import { type Remedy, remediesOf } from './remediesOf.ts';
import { laidOf, type RunLaid } from './runLaid.ts';

// A plan as it is frozen when somebody begins to do it: all that is needed beside the vehicle, with no shop at hand.

export type RunStep = {
  readonly id: string;
  readonly kind: StepKind;
  readonly zones: readonly WashZone[];
  readonly axles: readonly AxleId[];
  readonly level: SoilLevel | null;
  readonly m2: number;
  /** Seconds of hands as it was planned. */
  readonly handsS: number;
  /** How long it was planned to take for what the seeds say, and how much of its mix for what its recipe says. */
  readonly pace: number;
  readonly rate: number;
  readonly laid: RunLaid | null;
  /** Which of the plan's mixes, by its place among them. */
  readonly mix: number | null;
  /** Of the mix as it stands in its vessel, and of that product, in microlitres. */
  readonly mixUl: number | null;
  readonly productUl: number | null;
  readonly check: Sentence | null;
  readonly because: readonly Sentence[];
  /** What is minded: of the step, then of its mix with what would do about it. */
  readonly cautions: readonly { readonly because: Sentence; readonly remedy: Sentence | null }[];
  readonly takesOff: string | null;
  /** What can be done where the check fails. */
  readonly remedies: readonly Remedy[];
};

export type RunMix = {
  readonly laid: RunLaid;
  readonly vesselId: number;
  readonly vessel: string;
  readonly vesselKind: VesselKind;
  /** Mixed and standing there when the run began. */
  readonly batch: { readonly id: number; readonly code: string } | null;
  /** It comes in the bottle it is used from. */
  readonly ownBottle: boolean;
  readonly mixUl: number;
  readonly productUl: number;
  /** What the Bench is asked to make, in microlitres; null: a full vessel. */
  readonly makeUl: number | null;
  /** What the product of it costs, in minor units; null where nobody knows. */
  readonly minor: number | null;
  readonly steps: readonly string[];
};

export type RunPart = Pick<Act, 'what' | 'step' | 'piece' | 'mix'> & { readonly lastsS: number };

/** What somebody does without a break. */
export type RunTask = {
  readonly id: string;
  readonly does: readonly RunPart[];
  readonly lastsS: number;
  /** When it begins in the course, in seconds from the beginning. */
  readonly fromS: number;
  /** Whose it is in the course: the first's or the second's; null where both do it together. */
  readonly slot: number | null;
  /** What is done before it. */
  readonly after: readonly string[];
  /** What it touches, and what gets wet of it. */
  readonly parts: Parts;
  readonly reach: Parts;
  /** Something lies from its end until another task takes it off: no sooner than after `waitS`, no later than `latestS`. */
  readonly lays: { readonly waitS: number; readonly latestS: number; readonly parts: Parts } | null;
  /** The task that laid what it takes off. */
  readonly takesOff: string | null;
  /** How many pieces the vehicle is done in, where it is done in pieces. */
  readonly pieces: number;
  /** Somebody looks, once it is done, whether it is. */
  readonly checked: boolean;
};

export type RunPlan = {
  readonly version: 1;
  readonly method: Method;
  readonly body: Body;
  readonly colour: Colour;
  readonly material: Material;
  readonly stands: Stand;
  readonly people: 1 | 2;
  readonly steps: readonly RunStep[];
  readonly mixes: readonly RunMix[];
  readonly tasks: readonly RunTask[];
  readonly elapsedS: number;
  readonly litres: number;
  /** Product, in minor units; null where that is not known. */
  readonly productMinor: number | null;
  readonly towels: { readonly wiping: number; readonly drying: number; readonly wheels: number };
  /** What of it is due again by date, and the steps that do it. */
  readonly treatments: readonly { readonly treatment: Treatment; readonly steps: readonly string[] }[];
};

/**
 * Freezes a plan as it is begun.
 *
 * @param roundUl what is made is rounded up to, in microlitres
 * @returns null where something has no window: that is not begun
 */
export function frozen({ plan, soaks, schedule }: Complete, shop: PlanShop, roundUl: number): RunPlan | null {
  const made = tasksOf(plan, soaks, shop.schools);
  if (!made) return null;
  const { seen, mixes } = plan;
  const begins = new Map<string, { fromS: number; slots: number[] }>();
  for (const act of schedule?.acts ?? []) {
    const key = partKey(act);
    const { fromS, slots } = begins.get(key) ?? { fromS: act.fromS, slots: [] };
    begins.set(key, { fromS: Math.min(fromS, act.fromS), slots: [...slots, act.person] });
  }
  const steps = plan.steps.map((step): RunStep => {
    const mix = mixes.findIndex((m) => m.steps.includes(step.id));
    return {
      id: step.id,
      kind: step.kind,
      zones: step.zones,
      axles: step.axles,
      level: step.level,
      m2: stepM2(step, seen),
      handsS: step.hands * 60,
      pace: step.pace.factor,
      rate: step.choice.chosen?.rate.factor ?? 1,
      laid: laidOf(step.choice.chosen),
      mix: mix < 0 ? null : mix,
      mixUl: step.taken?.mixUl ?? null,
      productUl: step.taken?.productUl ?? null,
      check: step.check,
      because: step.because,
      cautions: [
        ...step.cautions.map((because) => ({ because, remedy: null })),
        ...(step.choice.chosen?.cautions ?? []).map(({ because, remedy }) => ({ because, remedy })),
      ],
      takesOff: step.takesOff,
      remedies: remediesOf(step, plan, shop),
    };
  });
  return {
    version: 1,
    method: plan.method,
    body: seen.body,
    colour: seen.colour,
    material: seen.material,
    stands: seen.stands[0] ?? 'open',
    people: seen.people,
    steps,
    mixes: mixes.map((mix) => mixOf(mix, shop, roundUl)),
    tasks: tasksIn(made.tasks, made.batches, begins, new Set(steps.filter((s) => s.check).map((s) => s.id)))
      .filter((task) => !isSaidTwice(task, plan.steps))
      .map(placed)
      .sort((a, b) => a.fromS - b.fromS),
    elapsedS: schedule?.elapsedS ?? plan.minutes.elapsed * 60,
    litres: plan.litres,
    productMinor: plan.productMinor,
    towels: plan.towels,
    treatments: treatmentsOf(plan).map((treatment) => ({ treatment, steps: stepsOf(treatment, plan.steps) })),
  };
}

/** The kinds of step that do a treatment. */
const DONE_BY: Record<Treatment, readonly StepKind[]> = {
  ironWheels: ['wheelIron'],
  ironLow: ['iron'],
  ironAll: ['iron'],
  deepWheels: ['wheel', 'arch', 'tyre'],
  protection: [],
  clay: ['clay'],
};

const stepsOf = (treatment: Treatment, steps: readonly PlanStep[]): string[] =>
  steps.filter((s) => DONE_BY[treatment].includes(s.kind)).map((s) => s.id);

function mixOf(mix: PlanMix, { prices }: PlanShop, roundUl: number): RunMix {
  const { chosen, from, mixUl, productUl, steps } = mix;
  const vessel = from.kind === 'vessel' || from.kind === 'batch' ? from.vessel : chosen.of.vessel;
  const price = newestPrice(chosen.of.product.id, prices);
  return {
    laid: laidOf(chosen) as RunLaid,
    vesselId: vessel.id,
    vessel: vessel.name,
    vesselKind: vessel.kind,
    batch: from.kind === 'batch' ? { id: from.standing.batchId, code: from.standing.code } : null,
    ownBottle: from.kind === 'ownBottle',
    mixUl,
    productUl,
    makeUl: worthMaking(mix, vessel, roundUl),
    minor: price && costOfFill(price, productUl),
    steps,
  };
}

/** Packing up is a step of the plan, and what takes its time at the end of the course. */
const isSaidTwice = ({ does: [does] }: RunTask, steps: readonly PlanStep[]): boolean =>
  does?.what === 'work' && steps.some((s) => s.id === does.step && s.kind === 'packUp');

/** What takes no time of its own has no place in the course: it is done directly before what waits for it, or at the end. */
function placed(task: RunTask, _: number, all: readonly RunTask[]): RunTask {
  if (task.fromS !== UNPLACED) return task;
  const then = all.filter((t) => t.after.includes(task.id) && t.fromS !== UNPLACED).map((t) => t.fromS);
  const before = all.filter((t) => task.after.includes(t.id) && t.fromS !== UNPLACED);
  const endS = Math.max(0, ...before.map((t) => t.fromS + t.lastsS));
  return { ...task, fromS: then.length > 0 ? Math.min(...then) - 1e-3 : endS };
}
const UNPLACED = Number.MAX_SAFE_INTEGER;

const partKey = ({ what, step, piece, mix }: Pick<RunPart, 'what' | 'step' | 'piece' | 'mix'>): string =>
  [what, step, mix, piece].filter((part) => part !== null).join(' ');

/** A task goes by what it is done for: its last part, where that lays or takes off, else its first. */
const idOf = ({ does, lays }: Task): string => {
  const main = lays === null ? does[0] : does.at(-1);
  return main ? partKey(main) : 'nothing';
};

function tasksIn(
  tasks: readonly Task[],
  batches: readonly Batch[],
  begins: ReadonlyMap<string, { fromS: number; slots: readonly number[] }>,
  checked: ReadonlySet<string>,
): RunTask[] {
  const ids = tasks.map(idOf);
  const layer = new Map(tasks.flatMap((t, i) => (t.lays === null ? [] : [[t.lays, ids[i] as string]])));
  const pieces = new Map<string | null, number>();
  for (const { lays, does } of tasks) {
    const step = does.at(-1)?.step ?? null;
    if (lays !== null) pieces.set(step, Math.max(pieces.get(step) ?? 0, (does.at(-1)?.piece ?? 0) + 1));
  }
  return tasks.map((task, i): RunTask => {
    const { does, lastsS, after, parts, reach, takesOff } = task;
    const laid = task.lays === null ? null : (batches[task.lays] as Batch);
    const main = does.at(-1);
    const known = does.flatMap((d) => begins.get(partKey(d)) ?? []);
    const slots = new Set(known.flatMap((k) => k.slots));
    const off = takesOff === null ? null : (layer.get(takesOff) ?? null);
    const ofStep = off === null ? (main?.step ?? null) : stepIn(off, tasks, ids);
    return {
      id: ids[i] as string,
      does,
      lastsS: slots.size === 2 && task.shared ? lastsS - (does[0]?.lastsS ?? 0) / 2 : lastsS,
      // Where no course keeps to all windows, as the plan says.
      fromS: begins.size === 0 ? i : Math.min(...known.map((k) => k.fromS), UNPLACED),
      slot: slots.size > 1 ? null : ([...slots][0] ?? 0),
      after: ids.filter((id, j) => (after >> BigInt(j)) & 1n && id !== 'work packUp'),
      parts,
      reach,
      lays: laid && { waitS: laid.waitS, latestS: laid.latestS, parts: laid.parts },
      takesOff: off,
      pieces: pieces.get(ofStep) ?? 1,
      checked: laid === null && does.some((d) => d.step !== null && checked.has(d.step)),
    };
  });
}

const stepIn = (id: string, tasks: readonly Task[], ids: readonly string[]): string | null =>
  tasks[ids.indexOf(id)]?.does.at(-1)?.step ?? null;

import { RATES } from '../../dwell/remedies.ts';
import { takesLadder } from '../../safety/stepCautions.ts';
import { mayHave } from '../../safety/traits.ts';
import { panelsOf } from '../../soil/panels.ts';
import { edgesOf } from '../edges.ts';
import { orderBy, type Plan, type PlanStep } from '../planWash.ts';
import type { Schools } from '../schools.ts';
import { MIX_MIN, PACK_UP_MIN, SET_UP_MIN } from '../seeds.ts';
import type { Soak } from '../soakOf.ts';
import type { StepKind } from '../steps.ts';
import { isMade } from '../vesselsFor.ts';
import { inTime } from './inTime.ts';
import { pieceTimes } from './pieceTimes.ts';
import { isRinsing, partsOf, reachOf } from './reach.ts';
import { type Batch, type Part, PLAIN, type Task } from './task.ts';

// What a plan comes to as tasks: each begun and ended by one person without a break, with what has to be done before it,
// where it is and what it makes wet. Who does which when is searched for elsewhere.

export type Tasks = { readonly tasks: readonly Task[]; readonly batches: readonly Batch[] };

/** What two people do at once, each on their side. */
const SHARED: readonly StepKind[] = [
  'tyre',
  'arch',
  'wheel',
  'waterless',
  'contact',
  'clay',
  'dry',
  'panelWipe',
];
/** These hold to each other on the same part of the vehicle alone. */
const HELD_PER_ZONE: readonly StepKind[] = ['spotSoak', 'preWash', 'foam', 'tar', 'iron', 'clay'];
const MIX_S = MIX_MIN * 60;

/** The tasks of a plan whose soaks all have a window, in the order of the plan; null where one has none. */
export function tasksOf(plan: Plan, soaks: readonly Soak[], schools: Schools): Tasks | null {
  if (soaks.some((s) => s.across === null)) return null;
  return new Gathering(plan, soaks, schools).tasks();
}

class Gathering {
  readonly #plan: Plan;
  readonly #soaks: readonly Soak[];
  readonly #schools: Schools;
  readonly #tasks: Task[] = [];
  readonly #batches: Batch[] = [];
  /** The first and the last task of each step. */
  readonly #of = new Map<string, { first: number; last: number }>();

  constructor(plan: Plan, soaks: readonly Soak[], schools: Schools) {
    this.#plan = plan;
    this.#soaks = soaks;
    this.#schools = schools;
  }

  tasks(): Tasks {
    const { steps, method } = this.#plan;
    const setUp = this.#bench('setUp', SET_UP_MIN[method] * 60);
    const mixed = this.#mixes();
    for (const step of steps) this.#step(step);
    this.#hold(setUp, mixed);
    const before = this.#all();
    const packUp = this.#bench('packUp', PACK_UP_MIN[method] * 60);
    (this.#tasks[packUp] as Task).after = before;
    return { tasks: inTime(this.#tasks), batches: this.#batches };
  }

  #all = (): bigint => (1n << BigInt(this.#tasks.length)) - 1n;

  #add(task: Pick<Task, 'does'> & Partial<Task>): number {
    this.#tasks.push({
      ...PLAIN,
      ...task,
      lastsS: task.does.reduce((sum, d) => sum + d.lastsS, 0),
    });
    return this.#tasks.length - 1;
  }

  #lie = (batch: Batch): number => this.#batches.push(batch) - 1;

  #bench = (what: 'setUp' | 'packUp', lastsS: number): number =>
    this.#add({ does: [{ what, step: null, piece: null, mix: null, lastsS }], atBench: true });

  #mixes(): ReadonlyMap<number, number> {
    const made = this.#plan.mixes.flatMap((mix, i) => (isMade(mix) ? [i] : []));
    return new Map(
      made.map((mix) => [
        mix,
        this.#add({ does: [{ what: 'mix', step: null, piece: null, mix, lastsS: MIX_S }], atBench: true }),
      ]),
    );
  }

  #step(step: PlanStep): void {
    const soak = this.#soaks.find((s) => s.steps.includes(step.id));
    if (soak) {
      if (soak.steps.at(-1) === step.id) this.#soak(soak, step);
      return;
    }
    // What takes something off comes with what it takes off.
    if (step.takesOff !== null || this.#soaks.some((s) => s.off === step.id)) return;
    const taker = this.#plan.steps.find((s) => s.takesOff === step.id);
    if (taker && step.wait > 0) this.#standing(step, taker);
    else this.#work(step, taker);
  }

  /** What is done as one: work, and the rinse directly after it. */
  #work(step: PlanStep, taker: PlanStep | undefined): void {
    const does = [step, ...(taker ? [taker] : [])].map((s) => worked(s, 'work', s.hands * 60));
    const parts = partsOf(panelsOf(step.zones));
    const reach = reachOf(step.kind, parts) | (taker ? reachOf(taker.kind, parts) : 0);
    const at = this.#add({
      does,
      parts,
      reach,
      machine: isRinsing(step.kind) || taker !== undefined,
      alone: isHarsh(step),
      shared: SHARED.includes(step.kind),
      helper: step.kind === 'move' || takesLadder({ ...step, body: this.#plan.seen.body }),
    });
    this.#of.set(step.id, { first: at, last: at });
    if (taker) this.#of.set(taker.id, { first: at, last: at });
  }

  /** What stands on wheels for as long as its recipe says. */
  #standing(step: PlanStep, taker: PlanStep): void {
    const parts = partsOf(panelsOf(step.zones));
    const dwell = step.choice.chosen?.cell.dwell;
    const handsS = step.hands * 60;
    // Until the last corner is rinsed, the first must not be over what is recommended.
    const latestS = Math.max(step.wait * 60, (dwell?.toS ?? 0) - handsS - taker.hands * 60);
    const batch = this.#lie({ steps: [step.id], piece: 0, parts, waitS: step.wait * 60, latestS });
    const first = this.#add({
      does: [worked(step, 'lay', handsS, 0)],
      parts,
      reach: reachOf(step.kind, parts),
      alone: isHarsh(step),
      lays: batch,
    });
    const last = this.#add({
      does: [worked(taker, 'takeOff', taker.hands * 60, 0)],
      parts,
      reach: reachOf(taker.kind, parts),
      machine: true,
      takesOff: batch,
      after: 1n << BigInt(first),
    });
    this.#of.set(step.id, { first, last });
    this.#of.set(taker.id, { first: last, last });
  }

  #soak(soak: Soak, step: PlanStep): void {
    const { across, steps, off } = soak;
    if (!across) return;
    const laid = steps.map((id) => this.#plan.steps.find((s) => s.id === id) as PlanStep);
    const taker = this.#plan.steps.find((s) => s.id === off) as PlanStep;
    const wiped = taker.kind !== 'rinse';
    const by = new Map(soak.panels.map((p) => [p.id, p]));
    let [first, last, laidBefore] = [-1, -1, -1];
    for (const [piece, { panels, waitS }] of across.sections.entries()) {
      const parts = partsOf(panels as never);
      const { layS, offS, m2, lies, liesAgain } = pieceTimes(panels, waitS, by, soak.againS);
      const share = panels.length / soak.panels.length;
      const batch = this.#lie({ steps, piece, parts, ...lies });
      const lay = this.#add({
        does: [
          ...(soak.cooled ? [worked(laid[0] ?? step, 'cool', m2 / RATES.rinse, piece)] : []),
          ...laid.slice(0, -1).map((under) => worked(under, 'lay', under.hands * 60 * share, piece)),
          worked(step, 'lay', layS, piece),
        ],
        parts,
        reach: soak.cooled ? reachOf('cool', parts) : reachOf(step.kind, parts),
        machine: soak.cooled || laid.some((s) => s.kind === 'foam'),
        alone: laid.some(isHarsh),
        lays: batch,
        // Piece after piece, in the order of the walk.
        ...(laidBefore >= 0 && { after: 1n << BigInt(laidBefore) }),
      });
      const onTop = liesAgain && this.#lie({ steps, piece, parts, ...liesAgain });
      const again =
        onTop === null
          ? lay
          : this.#add({
              does: [worked(step, 'again', layS, piece)],
              parts,
              reach: reachOf(step.kind, parts),
              machine: step.kind === 'foam',
              alone: isHarsh(step),
              lays: onTop,
              takesOff: batch,
              after: 1n << BigInt(lay),
            });
      const takeOff = this.#add({
        does: [worked(taker, 'takeOff', offS, piece)],
        parts,
        reach: wiped ? 0 : reachOf('rinse', parts),
        machine: !wiped,
        takesOff: onTop ?? batch,
        after: (1n << BigInt(again)) | (last >= 0 ? 1n << BigInt(last) : 0n),
      });
      if (first < 0) first = lay;
      laidBefore = lay;
      last = takeOff;
    }
    for (const id of steps) this.#of.set(id, { first, last });
    if (taker.id !== step.id) this.#of.set(taker.id, { first, last });
  }

  /** What has to be done before what. */
  #hold(setUp: number, mixed: ReadonlyMap<number, number>): void {
    const { steps, mixes } = this.#plan;
    const edges = edgesOf(orderBy(this.#plan.method, this.#plan.seen, this.#schools));
    const kinds = new Map<StepKind, Set<StepKind>>();
    for (const { before, after } of edges)
      kinds.set(before, (kinds.get(before) ?? new Set<StepKind>()).add(after));
    // What takes something off is held where that is.
    const own = steps.filter((s) => s.takesOff === null);
    for (const [i, before] of own.entries()) {
      for (const after of own.slice(i + 1)) {
        const held =
          before.kind === after.kind ||
          (kinds.get(before.kind)?.has(after.kind) && !apart(before, after)) ||
          before.kind === 'move';
        const [a, b] = [this.#of.get(before.id), this.#of.get(after.id)];
        if (held && a && b && a.last < b.first) this.#before(a.last, b.first);
      }
    }
    for (let i = setUp + 1; i < this.#tasks.length; i++) this.#before(setUp, i);
    for (const [mix, at] of mixed) {
      for (const id of mixes[mix]?.steps ?? []) {
        const user = this.#of.get(id);
        if (user) this.#before(at, user.first);
      }
    }
    // What wipes off is mixed before what it wipes is laid.
    for (const { steps: laid, off } of this.#soaks) {
      const mix = mixes.findIndex((m) => m.steps.includes(off));
      const [at, lays] = [mixed.get(mix), this.#of.get(laid[0] as string)];
      if (at !== undefined && lays) this.#before(at, lays.first);
    }
  }

  #before(before: number, after: number): void {
    if (before === after) return;
    const task = this.#tasks[after] as Task;
    task.after |= 1n << BigInt(before);
  }
}

const worked = ({ id }: PlanStep, what: Part['what'], lastsS: number, piece: number | null = null): Part => ({
  what,
  step: id,
  piece,
  mix: null,
  lastsS,
});

/** Two of what holds part by part, on different parts. */
const apart = (a: PlanStep, b: PlanStep): boolean =>
  HELD_PER_ZONE.includes(a.kind) &&
  HELD_PER_ZONE.includes(b.kind) &&
  !a.zones.some((zone) => b.zones.includes(zone));

/** Acid, strong alkali or solvent is laid: nobody else stands by. */
const isHarsh = ({ choice }: PlanStep): boolean => {
  const traits = choice.chosen?.of.product.traits;
  return (
    traits !== undefined && (['acid', 'strongAlkali', 'solvent'] as const).some((t) => mayHave(traits, t))
  );
};

import type { Plan, PlanStep } from './planWash.ts';
import { MIX_MIN, PACK_UP_MIN, SET_UP_MIN } from './seeds.ts';
import type { Soak } from './soaks.ts';
import { isMade } from './vesselsFor.ts';

// Who does what when: one step after the other, and what may be done while something soaks. It keeps to every window; it is
// not proven that no other way is shorter.

/** Something one person does, in seconds from the beginning. */
export type Act = {
  readonly what: 'setUp' | 'mix' | 'lay' | 'takeOff' | 'work' | 'packUp';
  /** The step it belongs to; null for what is got ready and packed up. */
  readonly step: string | null;
  /** Which of the plan's mixes is made. */
  readonly mix: number | null;
  /** Which piece of the vehicle, from 0; null where it is done as a whole. */
  readonly piece: number | null;
  readonly person: number;
  readonly fromS: number;
  readonly toS: number;
};
/** Something that lies on the paint: from the end of laying to the begin of taking it off, and when that begins at the latest. */
export type Lying = {
  readonly steps: readonly string[];
  readonly piece: number;
  readonly fromS: number;
  readonly toS: number;
  readonly dueS: number;
};
export type Schedule = {
  readonly acts: readonly Act[];
  readonly lying: readonly Lying[];
  readonly elapsedS: number;
  /** What each person has nothing to do in, between their first act and the end. */
  readonly idleS: readonly number[];
};

/** What two people do at once, each on their side. */
const SHARED: readonly PlanStep['kind'][] = [
  'tyre',
  'arch',
  'wheel',
  'rinseless',
  'waterless',
  'contact',
  'clay',
  'dry',
  'panelWipe',
];
/** Whoever mixes meanwhile is back so long before it is due, and away for half of the time at most. */
const BACK_S = 30;
const AWAY = 0.5;
const MIX_S = MIX_MIN * 60;

/** The course of a plan whose soaks all have a window; null where one has none. */
export function scheduleOf(plan: Plan, soaks: readonly Soak[]): Schedule | null {
  if (soaks.some((s) => s.across === null)) return null;
  const course = new Course(plan, soaks);
  course.work(SET_UP_MIN[plan.method] * 60, { what: 'setUp', step: null });
  const first = Math.min(...soaks.map((s) => indexOf(plan, s.steps[0])), plan.steps.length);
  // What is needed before anything soaks is mixed before the first bucket; the rest while something does.
  course.mixBefore(first + 1);
  for (const [i, step] of plan.steps.entries()) course.step(step, i);
  course.work(PACK_UP_MIN[plan.method] * 60, { what: 'packUp', step: null });
  return course.end();
}

const indexOf = (plan: Plan, id: string | undefined): number => plan.steps.findIndex((s) => s.id === id);

class Course {
  readonly #plan: Plan;
  readonly #soaks: readonly Soak[];
  readonly #people: number;
  readonly #acts: Act[] = [];
  readonly #lying: Lying[] = [];
  /** When each is free. */
  readonly #free: number[];
  /** Mixes that still have to be made, by the step that takes each first. */
  #toMix: { mix: number; at: number }[];
  readonly #mixedS = new Map<number, number>();

  constructor(plan: Plan, soaks: readonly Soak[]) {
    this.#plan = plan;
    this.#soaks = soaks;
    this.#people = plan.seen.people;
    this.#free = Array.from({ length: this.#people }, () => 0);
    this.#toMix = plan.mixes
      .map(({ steps }, mix) => ({ mix, at: indexOf(plan, steps[0]) }))
      .filter(({ mix }) => isMade(plan.mixes[mix] as Plan['mixes'][number]))
      .sort((a, b) => a.at - b.at);
  }

  #now = (): number => this.#free[0] as number;

  #act(person: number, fromS: number, lastsS: number, of: Partial<Act> & Pick<Act, 'what' | 'step'>): void {
    if (lastsS <= 0) return;
    this.#acts.push({ mix: null, piece: null, ...of, person, fromS, toS: fromS + lastsS });
    this.#free[person] = Math.max(this.#free[person] as number, fromS + lastsS);
  }

  #mix(person: number): void {
    const next = this.#toMix.shift();
    if (!next) return;
    const fromS = this.#free[person] as number;
    this.#act(person, fromS, MIX_S, { what: 'mix', step: null, mix: next.mix });
    this.#mixedS.set(next.mix, fromS + MIX_S);
  }

  /** Whoever else is there mixes ahead until so late. */
  #helperMixes(untilS: number): void {
    if (this.#people < 2) return;
    while (this.#toMix.length > 0 && (this.#free[1] as number) + MIX_S <= untilS) this.#mix(1);
  }

  /** Makes what is needed before a step; two people share it. */
  mixBefore(index: number): void {
    while ((this.#toMix[0]?.at ?? Number.POSITIVE_INFINITY) < index) {
      const person = this.#people > 1 && (this.#free[1] as number) <= this.#now() ? 1 : 0;
      this.#mix(person);
    }
    const needed = this.#plan.mixes.flatMap((m, i) => (indexOf(this.#plan, m.steps[0]) < index ? [i] : []));
    const readyS = Math.max(0, ...needed.map((i) => this.#mixedS.get(i) ?? 0));
    this.#free[0] = Math.max(this.#now(), readyS);
  }

  work(lastsS: number, of: Pick<Act, 'what' | 'step'>): void {
    const fromS = this.#now();
    this.#act(0, fromS, lastsS, of);
    this.#helperMixes(fromS + lastsS);
  }

  step(step: PlanStep, index: number): void {
    if (this.#soaks.some((s) => s.off === step.id && s.steps.at(-1) !== step.id)) return;
    const soak = this.#soaks.find((s) => s.steps.includes(step.id));
    if (soak) {
      if (soak.steps.at(-1) === step.id) this.#soak(soak, index);
      return;
    }
    this.mixBefore(index + 1);
    const lastsS = step.hands * 60;
    if (this.#people > 1 && SHARED.includes(step.kind)) this.#share(lastsS, step.id);
    else this.work(lastsS, { what: 'work', step: step.id });
  }

  #share(lastsS: number, step: string): void {
    const a = this.#now();
    const b = Math.max(a, this.#free[1] as number);
    const endS = (lastsS + a + b) / 2;
    if (endS <= b) {
      this.work(lastsS, { what: 'work', step });
      return;
    }
    this.#act(0, a, endS - a, { what: 'work', step });
    this.#act(1, b, endS - b, { what: 'work', step });
  }

  #soak(soak: Soak, index: number): void {
    const { across, steps, off } = soak;
    if (!across) return;
    // What wipes it off is mixed before it is laid.
    const wiper = indexOf(this.#plan, off);
    this.mixBefore(Math.max(index, this.#plan.steps[wiper]?.use ? wiper : index) + 1);
    const by = new Map(soak.panels.map((p) => [p.id, p]));
    for (const [piece, { panels, waitS }] of across.sections.entries()) {
      this.#under(soak, piece, panels.length / soak.panels.length);
      const laidFromS = this.#now();
      const firstS = Math.min(...panels.map((p) => p.applyFromS));
      const lastS = Math.max(...panels.map((p) => p.applyToS));
      const layS = lastS - firstS;
      this.#act(0, laidFromS, layS, { what: 'lay', step: steps.at(-1) as string, piece });
      const laidS = laidFromS + layS;
      const slackS = Math.min(
        ...panels.map((p) => p.applyFromS + (by.get(p.id)?.rinseByS ?? 0) - p.rinseToS),
      );
      const dueS = laidS + waitS + slackS;
      const firstDueS =
        laidFromS + Math.min(...panels.map((p) => p.applyFromS - firstS + (by.get(p.id)?.rinseByS ?? 0)));
      this.#fill(Math.min((firstDueS - laidS) * AWAY, waitS - BACK_S));
      this.#helperMixes(laidS + waitS);
      const offS = Math.max(...panels.map((p) => p.rinseToS)) - Math.min(...panels.map((p) => p.rinseFromS));
      this.#act(0, laidS + waitS, offS, { what: 'takeOff', step: off, piece });
      this.#helperMixes(laidS + waitS + offS);
      this.#lying.push({ steps, piece, fromS: laidS, toS: laidS + waitS, dueS });
    }
  }

  /** What is laid first, of what lies one over the other. */
  #under({ steps }: Soak, piece: number, part: number): void {
    for (const id of steps.slice(0, -1)) {
      const step = this.#plan.steps.find((s) => s.id === id);
      const lastsS = (step?.hands ?? 0) * 60 * part;
      this.#act(0, this.#now(), lastsS, { what: 'lay', step: id, piece });
    }
  }

  /** Alone, one mixes while it soaks what is needed later. */
  #fill(forS: number): void {
    if (this.#people > 1) return;
    let left = forS;
    while (this.#toMix.length > 0 && left >= MIX_S) {
      this.#mix(0);
      left -= MIX_S;
    }
  }

  end(): Schedule {
    const elapsedS = Math.max(...this.#free);
    const idleS = this.#free.map(
      (_, person) =>
        elapsedS - this.#acts.filter((a) => a.person === person).reduce((sum, a) => sum + a.toS - a.fromS, 0),
    );
    return { acts: this.#acts, lying: this.#lying, elapsedS, idleS };
  }
}

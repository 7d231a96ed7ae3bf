import { type Hindrance, hindrances } from '../dwell/goNoGo.ts';
import type { Weather } from '../dwell/weather.ts';
import type { Film, UseKind } from '../products/uses.ts';
import { cautionsOf } from '../safety/stepCautions.ts';
import type { Sentence } from '../say.ts';
import type { SoilKind } from '../soil/soil.ts';
import { handsMin, isRinse, type Taken, type Towels, takenBy, towelsFor, waitMin } from './amounts.ts';
import { type Assessment, type SeenField, type Sized, sized } from './assessment.ts';
import { costOfFill, newestPrice, type Priced } from './cost.ts';
import { type Order, ordered } from './edges.ts';
import { LEFT_DUE } from './intervals.ts';
import { type Learned, type Own, paceOf } from './learned.ts';
import {
  askedInVain,
  LEFT_UNDONE,
  type MethodRefused,
  methodFor,
  type NotTaken,
  notTaken,
} from './method.ts';
import type { Method } from './methods.ts';
import { type ChoiceMade, type Chosen, type PlanRecipe, recipeFor, type SignedOff } from './recipeFor.ts';
import type { Schools } from './schools.ts';
import { soilOfSeason } from './season.ts';
import { MACHINE_L_PER_MIN, MIX_MIN, PACK_UP_MIN, SET_UP_MIN } from './seeds.ts';
import type { StepDraft } from './steps.ts';
import { treatmentsOf } from './treatments.ts';
import { isMade, type MixFrom, mixesFrom, SAME, type VesselHere } from './vesselsFor.ts';
import { weatherWhere } from './weatherWhere.ts';
import { workFor } from './work.ts';

/** What a plan is made from besides the vehicle; nothing else is read, and no clock decides an answer. */
export type PlanShop = {
  readonly weather: Weather;
  readonly schools: Schools;
  /** Published recipes. */
  readonly book: readonly PlanRecipe[];
  /** Recipes that are published and can't be mixed by as things stand, each with why. */
  readonly outOfUse: readonly {
    readonly id: number;
    readonly name: string;
    readonly use: UseKind;
    readonly because: Sentence;
  }[];
  /** What there is of each product in the shop, in microlitres. */
  readonly stockUl: ReadonlyMap<number, number>;
  readonly prices: readonly Priced[];
  /** Vessels in use, and what stands in them. */
  readonly vessels: readonly VesselHere[];
  /** Part of the dry time after which a film begins to dry at its edges, 0.4 to 0.8. */
  readonly edgeShare: number;
  /** How much more or less of a product's film stays than usual, learned. */
  readonly filmFactors: readonly {
    readonly productId: number;
    readonly film: Film;
    readonly k: number;
  }[];
  /** The day it is, as `2026-05-04`. */
  readonly today: string;
  /** What soil is usual where the shop is, besides the season's. */
  readonly soilHere: readonly SoilKind[];
  /** What the shop's own runs say. */
  readonly learned: Learned;
  /** What whoever does it is signed off for; where nobody is named, nothing is assumed of them. */
  readonly signedOff: SignedOff;
};

/** A step with its mix, what it takes, and how long. */
export type PlanStep = StepDraft & {
  readonly choice: ChoiceMade;
  /** Null where no mix is wanted, none is chosen, or nobody knows how much it takes. */
  readonly taken: Taken | null;
  readonly hands: number;
  readonly wait: number;
  /** How long it takes here for what the seeds say. */
  readonly pace: Own;
  /** What is minded while it is done. */
  readonly cautions: readonly Sentence[];
};

/** The mixes a plan needs, in the order of work: the same product at the same strength is one. */
export type PlanMix = {
  readonly chosen: Chosen;
  readonly mixUl: number;
  readonly productUl: number;
  /** The steps that use it. */
  readonly steps: readonly string[];
  readonly from: MixFrom;
};
type Gathered = Omit<PlanMix, 'from'>;

export type Plan = {
  readonly ok: true;
  readonly seen: Sized;
  readonly assumed: readonly SeenField[];
  readonly method: Method;
  readonly row: string;
  readonly because: Sentence;
  /** Why the method that was asked for isn't taken. */
  readonly askedInVain: Sentence | null;
  readonly notTaken: readonly NotTaken[];
  readonly leftUndone: readonly Sentence[];
  readonly hindrances: readonly Hindrance[];
  readonly steps: readonly PlanStep[];
  readonly mixes: readonly PlanMix[];
  /** Steps that want a mix the book has none for. */
  readonly missing: readonly string[];
  /** Minutes: hands, waiting that nothing fills, both. */
  readonly minutes: { readonly hands: number; readonly waiting: number; readonly elapsed: number };
  /** It takes more minutes than there are, and what may go, in this order; never a rinse, a soak or a check. */
  readonly over: { readonly minutes: number; readonly mayGo: readonly string[] } | null;
  readonly litres: number;
  readonly towels: Towels;
  /** Product, in minor units; null where a price is not known, or a recipe is missing. */
  readonly productMinor: number | null;
};
export type PlanRefused = MethodRefused & { readonly seen: Sized; readonly assumed: readonly SeenField[] };
export type PlanAnswer = Plan | PlanRefused;

/**
 * From a vehicle to what is done to it, with which mixes, in which order, and why. The same question gives the same answer.
 * A first plan: windows by the weather across the vehicle and who does what when are not worked out in it.
 *
 * @returns the plan, or why the vehicle isn't washed as it stands and what would allow it
 */
export function planWash(assessment: Assessment, shop: PlanShop): PlanAnswer {
  const seen = sized(assessment, soilOfSeason(shop.today, shop.soilHere));
  const taken = methodFor(seen, shop.weather, shop.schools);
  if (!taken.ok) return { ...taken, seen, assumed: seen.assumed };
  const { method } = taken;
  const { body, specials, hot } = seen;
  // Each is said once, where it is first minded.
  const said = new Set<string>();
  const weather = weatherWhere(seen, shop.weather);
  const ofVehicle = { body, specials, hot, weather };
  const choosing = {
    book: shop.book,
    stockUl: shop.stockUl,
    seen,
    method,
    schools: shop.schools,
    signedOff: shop.signedOff,
    learned: shop.learned,
  };
  const steps = ordered(workFor(taken, seen, shop.schools), orderBy(method, seen, shop.schools)).map(
    (step): PlanStep => {
      const choice = recipeFor(step, choosing);
      const pace = paceOf(shop.learned, step.kind, step.level);
      const hands = handsMin(step, seen, method) * pace.factor;
      return {
        ...step,
        choice,
        taken: choice.chosen && takenBy(step, choice.chosen, seen),
        hands,
        pace,
        wait: waitMin(step, choice.chosen, hands),
        cautions: cautionsOf({ ...step, ...ofVehicle })
          .filter(({ id }) => !said.has(id) && said.add(id))
          .map((c) => c.because),
      };
    },
  );
  const amounts = amountsOf(steps, method, shop);
  const minutes = minutesOf(steps, amounts.mixes, method);
  return {
    ok: true,
    seen,
    assumed: seen.assumed,
    method,
    row: taken.row,
    because: taken.because,
    askedInVain: askedInVain(seen, shop.weather, shop.schools),
    notTaken: notTaken(method, seen),
    leftUndone: [...LEFT_UNDONE[method], ...dueButNotDone(seen, steps)],
    hindrances: hindrances(weather),
    steps,
    ...amounts,
    missing: steps.filter((s) => !isServed(s)).map((s) => s.id),
    minutes,
    over: overBy(minutes.elapsed, seen, steps),
    towels: towelsFor(method, seen),
  };
}

/** Whether a step has the recipe it wants. */
const isServed = ({ use, choice }: PlanStep): boolean => use === null || choice.chosen !== null;

/** Whether all that is missing of a plan is a manager's word: a recipe suits each step, and a rule withholds it that a word lifts. */
export const waitsForWord = ({ steps, missing }: Pick<Plan, 'steps' | 'missing'>): boolean =>
  missing.length > 0 &&
  steps
    .filter((s) => missing.includes(s.id))
    .every((s) => s.choice.withheld.some(({ rule }) => rule.verdict === 'override'));

/** What the steps of a plan take together: mixes, litres of water, and what the product costs. */
export function amountsOf(
  steps: readonly PlanStep[],
  method: Method,
  { vessels, today, prices }: Pick<PlanShop, 'vessels' | 'today' | 'prices'>,
): Pick<Plan, 'mixes' | 'litres' | 'productMinor'> {
  const gathered = mixesOf(steps);
  const stand = mixesFrom(gathered, vessels, today);
  const mixes = gathered.map((mix, i): PlanMix => ({ ...mix, from: stand[i] as MixFrom }));
  // What has no recipe costs nobody knows what.
  const known = steps.every(isServed);
  return { mixes, litres: litresOf(steps, method), productMinor: known ? productMinor(mixes, prices) : null };
}

/** What may be left out where time is short, the first first. */
const MAY_GO: readonly PlanStep['kind'][] = ['dressing', 'glass', 'wheelIron', 'iron', 'clay'];

function overBy(elapsed: number, { minutes, spots }: Sized, steps: readonly PlanStep[]): Plan['over'] {
  if (minutes === null || elapsed <= minutes) return null;
  // What is due may wait; what was found is not left on.
  const found = spots.some((s) => s.kind === 'iron');
  const mayGo = MAY_GO.flatMap((kind) =>
    found && (kind === 'iron' || kind === 'wheelIron')
      ? []
      : steps.filter((s) => s.kind === kind).map((s) => s.id),
  );
  return { minutes: elapsed - minutes, mayGo };
}

/** What is due by date and no step of the plan does. */
function dueButNotDone({ due }: Sized, steps: readonly PlanStep[]): Sentence[] {
  const done = treatmentsOf({ steps });
  return due
    .filter(
      (treatment) => !done.includes(treatment) && !(treatment === 'ironLow' && done.includes('ironAll')),
    )
    .map((treatment) => LEFT_DUE[treatment]);
}

/** Under so many minutes the wheels are done with what is left. */
const SHORT_MIN = 30;
/** Wheels come first where a hose carries their splash off dirty paint, and there is time. */
export const orderBy = (method: Method, { minutes }: Sized, schools: Schools): Order => ({
  wheels:
    method === 'hose' && schools.wheelsWhen === 'first' && !(minutes !== null && minutes < SHORT_MIN)
      ? 'first'
      : 'last',
  soaks: schools.soakWhen,
});

/** Whether two are one mix: of one product, for one kind of vessel, as strong as each other. */
export function isSameMix(one: Chosen, other: Chosen): boolean {
  const [a, b] = [one.judged.bottle, other.judged.bottle];
  return (
    one.of.product.id === other.of.product.id &&
    one.of.vessel.kind === other.of.vessel.kind &&
    Math.abs(a - b) <= SAME * Math.max(a, b)
  );
}

function mixesOf(steps: readonly PlanStep[]): Gathered[] {
  const mixes: Gathered[] = [];
  for (const { id, choice, taken } of steps) {
    const { chosen } = choice;
    if (!chosen || !taken) continue;
    const at = mixes.findIndex((m) => isSameMix(m.chosen, chosen));
    const same = mixes[at];
    if (!same) {
      mixes.push({ chosen, mixUl: taken.mixUl, productUl: taken.productUl, steps: [id] });
      continue;
    }
    const bucket = taken.buckets > 0;
    mixes[at] = {
      ...same,
      mixUl: bucket ? Math.max(same.mixUl, taken.mixUl) : same.mixUl + taken.mixUl,
      productUl: bucket ? Math.max(same.productUl, taken.productUl) : same.productUl + taken.productUl,
      steps: [...same.steps, id],
    };
  }
  return mixes;
}

function minutesOf(steps: readonly PlanStep[], mixes: readonly PlanMix[], method: Method): Plan['minutes'] {
  const made = mixes.filter(isMade).length * MIX_MIN;
  const hands = SET_UP_MIN[method] + made + steps.reduce((sum, s) => sum + s.hands, 0) + PACK_UP_MIN[method];
  const waits = steps.reduce((sum, s) => sum + s.wait, 0);
  // While something soaks, what is needed later is mixed.
  const soaks = steps.findIndex((s) => s.wait > 0);
  const later =
    soaks < 0 ? 0 : mixes.filter((m) => isMade(m) && firstStep(m, steps) > soaks).length * MIX_MIN;
  const waiting = Math.max(0, waits - later);
  return { hands, waiting, elapsed: hands + waiting };
}

const firstStep = ({ steps: ids }: PlanMix, steps: readonly PlanStep[]): number =>
  steps.findIndex((s) => s.id === ids[0]);

/** Litres that run: what rinses, what stands in buckets, and what is laid. */
function litresOf(steps: readonly PlanStep[], method: Method): number {
  const running = method === 'hose' || method === 'touchless';
  const rinsed = running
    ? steps.filter((s) => isRinse(s.kind)).reduce((sum, s) => sum + s.hands, 0) * MACHINE_L_PER_MIN
    : 0;
  const laid = new Map<string, number>();
  for (const { id, choice, taken } of steps) {
    if (!taken) continue;
    // A bucket that is there already is filled once.
    const key = taken.buckets > 0 ? `bucket ${choice.chosen?.of.product.id}` : id;
    laid.set(key, Math.max(laid.get(key) ?? 0, taken.waterUl));
  }
  return rinsed + [...laid.values()].reduce((sum, ul) => sum + ul, 0) / 1_000_000;
}

function productMinor(mixes: readonly PlanMix[], prices: readonly Priced[]): number | null {
  let sum = 0;
  for (const { chosen, productUl } of mixes) {
    const price = newestPrice(chosen.of.product.id, prices);
    if (!price) return null;
    sum += costOfFill(price, productUl);
  }
  return sum;
}

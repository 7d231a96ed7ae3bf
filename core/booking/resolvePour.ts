import { type Contents, minus, pourOff } from '../mixing/contents.ts';
import { leftoverContents, type PourPlan, planPours } from '../mixing/planPour.ts';
import { checkMeasurable } from '../mixing/practicalPour.ts';
import { accept, at, type Outcome, type Refusal, refuse } from '../outcome.ts';
import { type FollowFacts, type FollowRequest, mayFollow } from '../recipes/mayFollow.ts';
import type { Strength } from '../strength/notation.ts';
import { type Fraction, fractionOf } from '../strength/strength.ts';
import { microlitres } from '../units/volume.ts';
import { contentsIn, type HeldIn } from './heldIn.ts';
import { type FillFacts, mayGoIn, mayMixIt } from './mayFill.ts';
import { type MeasuredPart, measuredPlan, mixChanged, type ShopMeasure } from './measuredWith.ts';
import {
  resolveSources,
  type SourcesFacts,
  type SourcesRequest,
  type SourcesResolution,
} from './resolveSources.ts';

/** What is in the vessel before anything is added: nothing, a leftover that is kept, or what was poured just now. */
export type PourStart =
  | { readonly kind: 'empty' }
  | { readonly kind: 'leftover'; readonly leftUl: number; readonly strength: Strength }
  | { readonly kind: 'poured'; readonly productUl: number; readonly waterUl: number };

export type PourRequest = SourcesRequest & {
  /** How strong it is to be in the vessel. */
  readonly strength: Strength;
  /** What is to be made, in microlitres. */
  readonly totalUl: number;
  readonly start: PourStart;
  readonly how: PourPlan['how'];
  /** The batch the vessel was shown to hold, by its code; null: nothing; left out where nobody looked. */
  readonly inVessel?: string | null | undefined;
  /** Nothing for a free pour. */
  readonly measured: readonly MeasuredPart[];
  readonly acknowledged: boolean;
  /** Null where no recipe is named. */
  readonly recipe: FollowRequest | null;
  /** When it was poured; null for now. */
  readonly happenedAt: Date | null;
  /** What whoever asks was shown, in microlitres. */
  readonly shown: { readonly pourOffUl: number; readonly waterUl: number; readonly productUl: number };
};

export type PourFacts = FillFacts &
  SourcesFacts & {
    readonly measures: readonly ShopMeasure[];
    /** The recipe that is named; null where none is, or there is no such recipe. */
    readonly recipe: FollowFacts | null;
    /** What a cannon or a gun draws; 1 where the vessel delivers what is in it as it is. */
    readonly q: number;
  };

export type PourResolution = SourcesResolution & {
  /** What is done, as it was measured. */
  readonly plan: PourPlan;
  readonly fraction: Fraction;
  /** What comes from the containers and from the tap, what was poured a moment ago among it. */
  readonly drawn: Contents;
  /** What stood in the vessel; null for an empty one. */
  readonly start: Contents | null;
  /** The books know of it; else it was found. */
  readonly fromBooks: boolean;
  /** What is poured off first; null where nothing is. */
  readonly off: Contents | null;
  /** Product that was not measured is a guess, and what a vessel was found to hold always is. */
  readonly estimate: boolean;
};

/** What the books have in a vessel of a product that may be topped up. */
export const bookedIn = (holds: HeldIn | null, productId: number): Contents | null =>
  holds && holds.productId === productId && !holds.mixed ? contentsIn(holds) : null;

/** What stands in the vessel: as it was poured, or a leftover, whose strength is the books' where they know it. */
export function resolveStart(
  start: PourStart,
  { product, vessel }: FillFacts,
): Outcome<{ contents: Contents | null; fromBooks: boolean }> {
  if (start.kind === 'empty') return accept({ contents: null, fromBooks: false });
  if (start.kind === 'poured') {
    const { productUl, waterUl } = start;
    const contents = { productUl: microlitres(productUl), waterUl: microlitres(waterUl) };
    return accept({ contents, fromBooks: false });
  }
  const typed = fractionOf(start.strength, 'How strong it is');
  if (!typed.ok) return at('/start/strength', typed);
  return accept(leftoverContents(start.leftUl, typed.value, bookedIn(vessel.holds, product.id)));
}

/** The ways to come to so much of a strength from what stands in the vessel, the most sparing first. */
export function planPour(
  { totalUl, fraction, contents }: { totalUl: number; fraction: Fraction; contents: Contents | null },
  { product, vessel }: FillFacts,
): Outcome<PourPlan[]> {
  const plans = planPours({
    state: product.state,
    fraction,
    vessel: vessel.limits,
    totalUl: microlitres(totalUl),
    start: contents,
  });
  return plans.ok ? plans : at(plans.code.startsWith('total.') ? '/totalUl' : '/strength', plans);
}

/** Two may see the same bottle empty and pour into it: the second looks again. What is told later goes by when it was. */
function changedSince({ inVessel, happenedAt }: PourRequest, { vessel }: PourFacts): Refusal | null {
  const { holds } = vessel;
  if (happenedAt || inVessel === undefined || inVessel === (holds?.code ?? null)) return null;
  const now = holds && { code: holds.code, product: holds.productName, ul: holds.ul };
  return at('/inVessel', refuse('vessel.changed', { vessel: vessel.name, now }));
}

/**
 * Decides whether a pour may be booked as it was shown, and what of it comes from where. Everything that can stand in its
 * way is asked in this order: what is used, what the vessel held, the amounts, who pours, the containers, when, the recipe.
 */
export function resolvePour(request: PourRequest, facts: PourFacts): Outcome<PourResolution> {
  const { product, vessel, measures } = facts;
  const { shown, measured } = request;
  const goesIn = mayGoIn(facts, request.start.kind);
  if (!goesIn.ok) return goesIn;
  const since = changedSince(request, facts);
  if (since) return since;
  const fraction = fractionOf(request.strength);
  if (!fraction.ok) return at('/strength', fraction);
  const start = resolveStart(request.start, facts);
  if (!start.ok) return start;
  const { contents, fromBooks } = start.value;
  const ways = planPour({ totalUl: request.totalUl, fraction: fraction.value, contents }, facts);
  if (!ways.ok) return ways;

  const way = ways.value.find((p) => p.how === request.how) ?? (ways.value[0] as PourPlan);
  const fine = checkMeasurable(way.productUl, measures);
  if (!fine.ok) return at('/strength', fine);
  const plan = measuredPlan(way, measured.length > 0 ? shown.productUl : way.productUl, measured, measures);
  const asShown =
    plan?.how === request.how &&
    plan.pourOffUl === shown.pourOffUl &&
    plan.waterUl === shown.waterUl &&
    plan.productUl === shown.productUl;
  if (!asShown) return mixChanged(way, 'product');

  const poured = request.start.kind === 'poured' ? contents : null;
  const drawn = {
    productUl: microlitres(plan.productUl + (poured?.productUl ?? 0)),
    waterUl: microlitres(plan.waterUl + (poured?.waterUl ?? 0)),
  };
  if (drawn.productUl > 0) {
    const may = mayMixIt(facts, request.acknowledged);
    if (!may.ok) return may;
  }
  const sources = resolveSources(request, facts, product.id, drawn.productUl);
  if (!sources.ok) return sources;
  if (request.happenedAt && vessel.filledAt && request.happenedAt < vessel.filledAt) {
    // What a vessel holds goes by the last fill that was booked: one from before can't come after it.
    const since = refuse('pour.filledSince', { vessel: vessel.name });
    return at('/occurredAt', since);
  }
  if (request.recipe) {
    const really = { productId: product.id, fraction: fraction.value, vesselKind: vessel.kind, q: facts.q };
    const follows = mayFollow(request.recipe, facts.recipe, really);
    if (!follows.ok) return follows;
  }
  return accept({
    ...sources.value,
    plan,
    fraction: fraction.value,
    drawn,
    start: contents,
    fromBooks,
    off: contents && plan.pourOffUl > 0 ? minus(contents, pourOff(contents, plan.pourOffUl)) : null,
    estimate: (plan.productUl > 0 && measured.length === 0) || request.start.kind === 'poured',
  });
}

import { accept, type Outcome } from '../outcome.ts';
import type { Fraction } from '../strength/strength.ts';
import { type Microlitres, microlitres } from '../units/volume.ts';
import type { Measure } from './chooseMeasure.ts';
import { type Contents, contentsOf, fractionIn, volumeUl } from './contents.ts';
import { type Correction, correct } from './correct.ts';
import { isMeasuredSo } from './practicalPour.ts';
import { type Mix, type ProductState, solveMix, type VesselLimits } from './solveMix.ts';

/** What is in the vessel before anything is added: nothing, or a mix of the same product. */
export type Start = Contents | null;

/** One pour as it is to be done: what goes out first, what goes in, and what stands in the vessel then. */
export type PourPlan = {
  readonly how: 'fill' | Correction['how'];
  readonly pourOffUl: Microlitres;
  readonly waterUl: Microlitres;
  readonly productUl: Microlitres;
  readonly after: Contents;
};

/**
 * The ways to come to so much of a strength in a vessel, from what is in it, the most sparing first. The Bench shows
 * them and the server works them out again.
 *
 * @param request.start what is in the vessel; null for an empty one
 * @returns a refusal from {@link solveMix} or {@link correct}
 */
export function planPours(request: {
  state: ProductState;
  fraction: Fraction;
  vessel: VesselLimits;
  totalUl: Microlitres;
  start: Start;
}): Outcome<PourPlan[]> {
  const { start, vessel, totalUl, fraction } = request;
  const empty = start === null || volumeUl(start) === 0;
  // What stands there already may be little; only a fresh mix can be too small to be sensible.
  const limits = empty ? vessel : { ...vessel, smallestUl: microlitres(1) };
  const solved = solveMix({ ...request, vessel: limits });
  if (!solved.ok) return solved;
  if (empty) return accept([fill(solved.value)]);
  const ways = correct(start, { totalUl, fraction }, vessel.fillLimitUl, vessel.brimfulUl);
  return ways.ok ? accept(ways.value.map(planOf)) : ways;
}

const fill = ({ waterUl, productUl }: Mix): PourPlan => ({
  how: 'fill',
  pourOffUl: microlitres(0),
  waterUl,
  productUl,
  after: { productUl, waterUl },
});

function planOf({ how, steps, after }: Correction): PourPlan {
  const sum = (what: string) =>
    microlitres(steps.reduce((ul, step) => ul + (step.do === what ? step.ul : 0), 0));
  return { how, after, pourOffUl: sum('pourOff'), waterUl: sum('addWater'), productUl: sum('addProduct') };
}

/**
 * A plan with its product as it is really measured. A fill keeps its total, so its water gives way; a correction keeps
 * its water.
 */
export function asMeasured(plan: PourPlan, productUl: number): PourPlan {
  const more = productUl - plan.productUl;
  const water = plan.how === 'fill' ? plan.waterUl - more : plan.waterUl;
  return {
    ...plan,
    productUl: microlitres(productUl),
    waterUl: microlitres(water),
    after: {
      productUl: microlitres(plan.after.productUl + more),
      waterUl: microlitres(plan.after.waterUl - (plan.how === 'fill' ? more : 0)),
    },
  };
}

/** Whether an amount of product is the plan's own, or what measures gave that it can be measured with. */
export function isMeasurable(
  plan: PourPlan,
  productUl: number,
  parts: readonly { readonly measure: Measure; readonly ul: number }[],
): boolean {
  if (productUl === plan.productUl && parts.length === 0) return true;
  if (plan.productUl === 0 || (plan.how === 'fill' && productUl > plan.productUl + plan.waterUl))
    return false;
  return parts.reduce((ul, p) => ul + p.ul, 0) === productUl && isMeasuredSo(plan.productUl, parts);
}

/**
 * What a leftover is made of. Its strength is that of the batch the books have in the vessel, where it is large enough
 * to be this leftover; else what was typed.
 *
 * @param booked what the books have in the vessel of the same product, if anything
 */
export function leftoverContents(
  leftUl: number,
  typed: Fraction,
  booked: Contents | null,
): { contents: Contents; fromBooks: boolean } {
  const fromBooks = booked !== null && booked.productUl > 0 && volumeUl(booked) >= leftUl;
  return { contents: contentsOf(leftUl, fromBooks ? fractionIn(booked) : typed), fromBooks };
}

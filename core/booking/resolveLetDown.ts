import type { Measure } from '../mixing/chooseMeasure.ts';
import { type Contents, contentsOf, fractionIn, volumeUl } from '../mixing/contents.ts';
import { type Occupied, occupiedByOther } from '../mixing/occupied.ts';
import { asMeasured, isMeasurable, type PourPlan, planPours } from '../mixing/planPour.ts';
import type { VesselLimits } from '../mixing/solveMix.ts';
import { accept, at, type Outcome, refuse } from '../outcome.ts';
import type { Care } from '../products/record.ts';
import { mayMeet } from '../safety/mayMeet.ts';
import { mayMix, type StandingNote } from '../safety/mayMix.ts';
import type { Traits } from '../safety/traits.ts';
import { mayUseLot } from '../stock/lotHold.ts';
import { checkStock } from '../stock/postings.ts';
import { type Fraction, fractionOf, type Strength } from '../strength/strength.ts';
import { type Microlitres, microlitres, type UnitSystem } from '../units/volume.ts';
import { type HeldIn, isHeld } from './heldIn.ts';

export type LetDownRequest = {
  readonly stockVesselId: number;
  readonly vesselId: number;
  /** How much of the mix is stock solution. */
  readonly strength: Strength;
  /** What is to be made, in microlitres. */
  readonly totalUl: number;
  /** What the stock solution was measured with; null for a measure that is not there any more. */
  readonly measured: readonly { readonly measure: Measure | null; readonly ul: number }[];
  readonly acknowledged: boolean;
  /** What whoever asks was shown, in microlitres. */
  readonly shown: { readonly waterUl: number; readonly stockUl: number };
};

export type LetDownFacts = {
  readonly stock: HeldIn | null;
  /** What the stock solution is made of. */
  readonly product: { readonly name: string; readonly traits: Traits; readonly care: Care } | null;
  /** What stands before that product. */
  readonly notes: readonly StandingNote[];
  readonly vessel: Occupied & {
    readonly limits: VesselLimits;
    /** All it has held since it was last rinsed. */
    readonly held: readonly { readonly name: string; readonly traits: Traits }[];
  };
  readonly who: { readonly signedOff: boolean; readonly answers: boolean };
  readonly units: UnitSystem;
};

export type LetDownResolution = {
  /** What leaves the stock solution, product and water apart. */
  readonly taken: Contents;
  readonly waterUl: Microlitres;
  /** Product in the mix, overall. */
  readonly overall: Fraction;
};

/** Whether somebody may let a stock solution down into a vessel at all, whatever they make of it. */
export function mayLetDown(
  request: Pick<LetDownRequest, 'stockVesselId' | 'vesselId' | 'acknowledged'>,
  { stock, product, notes, vessel, who, units }: LetDownFacts,
): Outcome<null> {
  if (!isHeld(stock) || !product || request.stockVesselId === request.vesselId) {
    const none = refuse(
      'stock.none',
      'Stock solution',
      'By the books there is none in it.',
      'Make the stock solution first.',
    );
    return at('/stockVesselId', none);
  }
  const free = mayUseLot(stock.code, stock.onHold);
  if (!free.ok) return at('/stockVesselId', free);
  const met = mayMeet(product, vessel.held, vessel.name);
  if (!met.ok) return at('/vesselId', met);
  const full = occupiedByOther(vessel, stock.productId, units);
  if (full) return at('/vesselId', full);
  const may = mayMix({ ...product, notes }, who, request.acknowledged);
  return at(!may.ok && may.field === 'Product' ? '/stockVesselId' : '/acknowledged', may);
}

/** The one way there is to make it: stock solution and water into an empty vessel. */
export function planLetDown(
  { strength, totalUl }: Pick<LetDownRequest, 'strength' | 'totalUl'>,
  { vessel, units }: Pick<LetDownFacts, 'vessel' | 'units'>,
): Outcome<PourPlan> {
  const fraction = fractionOf(strength);
  if (!fraction.ok) return at('/strength', fraction);
  const plans = planPours({
    state: 'concentrate',
    fraction: fraction.value,
    vessel: vessel.limits,
    totalUl: microlitres(totalUl),
    start: null,
    show: units,
  });
  if (!plans.ok) return at(plans.code.startsWith('total.') ? '/totalUl' : '/strength', plans);
  return accept(plans.value[0] as PourPlan);
}

/**
 * Decides whether a mix from a stock solution may be made as it was shown, and what leaves the stock solution for it.
 *
 * @example 1:9 from a pail that holds 1:4, 750 ml in all: 75 ml of the pail, 15 ml of it product, 2 % overall
 */
export function resolveLetDown(request: LetDownRequest, facts: LetDownFacts): Outcome<LetDownResolution> {
  const may = mayLetDown(request, facts);
  if (!may.ok) return may;
  const plan = planLetDown(request, facts);
  if (!plan.ok) return plan;
  const stock = facts.stock as HeldIn;
  const { stockUl, waterUl } = request.shown;
  const parts = request.measured.flatMap(({ measure, ul }) => (measure ? [{ measure, ul }] : []));
  const there = parts.length === request.measured.length && isMeasurable(plan.value, stockUl, parts);
  if (!there || asMeasured(plan.value, stockUl).waterUl !== waterUl) {
    const changed = refuse(
      'mix.changed',
      'Amounts',
      'The amounts shown are not the ones this mix needs.',
      'Look again.',
    );
    return at('/shown', changed);
  }
  const left = checkStock(volumeUl(stock.contents), stockUl, stock.code, facts.units);
  if (!left.ok) return at('/stockVesselId', left);
  const taken = contentsOf(stockUl, fractionIn(stock.contents));
  const overall = (taken.productUl / (stockUl + waterUl)) as Fraction;
  return accept({ taken, waterUl: microlitres(waterUl), overall });
}

import { type Contents, contentsOf, fractionIn } from '../mixing/contents.ts';
import { type PourPlan, planPours } from '../mixing/planPour.ts';
import { accept, at, type Outcome, refuse } from '../outcome.ts';
import { mayUseLot } from '../stock/lotHold.ts';
import { checkStock } from '../stock/postings.ts';
import type { Strength } from '../strength/notation.ts';
import { type Fraction, fractionOf } from '../strength/strength.ts';
import { type Microlitres, microlitres } from '../units/volume.ts';
import { contentsIn, type HeldIn, isHeld } from './heldIn.ts';
import { type FillFacts, mayFill } from './mayFill.ts';
import { type MeasuredPart, measuredPlan, mixChanged, type ShopMeasure } from './measuredWith.ts';

export type DiluteStockRequest = {
  readonly stockVesselId: number;
  readonly vesselId: number;
  /** How much of the mix is stock solution. */
  readonly strength: Strength;
  /** What is to be made, in microlitres. */
  readonly totalUl: number;
  /** What the stock solution was measured with. */
  readonly measured: readonly MeasuredPart[];
  readonly acknowledged: boolean;
  /** What whoever asks was shown, in microlitres. */
  readonly shown: { readonly waterUl: number; readonly stockUl: number };
};

export type DiluteStockFacts = {
  readonly stock: HeldIn | null;
  /** The product of the stock solution, filled into the other vessel; null where there is none. */
  readonly fill: FillFacts | null;
  readonly measures: readonly ShopMeasure[];
};

export type DiluteStockResolution = {
  /** What leaves the stock solution, product and water apart. */
  readonly taken: Contents;
  readonly waterUl: Microlitres;
  /** Product in the mix, overall. */
  readonly overall: Fraction;
};

/** Whether somebody may let a stock solution down into a vessel at all, whatever they make of it. */
export function mayDiluteStock(
  request: Pick<DiluteStockRequest, 'stockVesselId' | 'vesselId' | 'acknowledged'>,
  { stock, fill }: Pick<DiluteStockFacts, 'stock' | 'fill'>,
): Outcome<null> {
  if (!isHeld(stock) || !fill || request.stockVesselId === request.vesselId) {
    const none = refuse('stock.none', {});
    return at('/stockVesselId', none);
  }
  const free = mayUseLot(stock.code, stock.onHold);
  if (!free.ok) return at('/stockVesselId', free);
  return mayFill(fill, request.acknowledged, '/stockVesselId');
}

/** The one way there is to make it: stock solution and water into an empty vessel. */
export function planDilutedStock(
  { strength, totalUl }: Pick<DiluteStockRequest, 'strength' | 'totalUl'>,
  { vessel }: Pick<FillFacts, 'vessel'>,
): Outcome<PourPlan> {
  const fraction = fractionOf(strength);
  if (!fraction.ok) return at('/strength', fraction);
  const plans = planPours({
    state: 'concentrate',
    fraction: fraction.value,
    vessel: vessel.limits,
    totalUl: microlitres(totalUl),
    start: null,
  });
  if (!plans.ok) return at(plans.code.startsWith('total.') ? '/totalUl' : '/strength', plans);
  return accept(plans.value[0] as PourPlan);
}

/**
 * Decides whether a mix from a stock solution may be made as it was shown, and what leaves the stock solution for it.
 *
 * @example 1:9 from a pail that holds 1:4, 750 ml in all: 75 ml of the pail, 15 ml of it product, 2 % overall
 */
export function resolveDiluteStock(
  request: DiluteStockRequest,
  facts: DiluteStockFacts,
): Outcome<DiluteStockResolution> {
  const may = mayDiluteStock(request, facts);
  if (!may.ok) return may;
  const [stock, fill] = [facts.stock as HeldIn, facts.fill as FillFacts];
  const plan = planDilutedStock(request, fill);
  if (!plan.ok) return plan;
  const { stockUl, waterUl } = request.shown;
  const measured = measuredPlan(plan.value, stockUl, request.measured, facts.measures);
  if (measured?.waterUl !== waterUl) return mixChanged(plan.value, 'stock');
  const left = checkStock(stock.ul, stockUl, stock.code);
  if (!left.ok) return at('/stockVesselId', left);
  const taken = contentsOf(stockUl, fractionIn(contentsIn(stock)));
  const overall = (taken.productUl / (stockUl + waterUl)) as Fraction;
  return accept({ taken, waterUl: microlitres(waterUl), overall });
}

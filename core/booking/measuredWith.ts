import type { Measure } from '../mixing/chooseMeasure.ts';
import { asMeasured, isMeasurable, type PourPlan } from '../mixing/planPour.ts';
import { at, type Refusal, refuse } from '../outcome.ts';

/**
 * What product was measured with: a measure of the shop's by its id, or null for the cap of its own container, and how much
 * of it, in microlitres.
 */
export type MeasuredPart = { readonly measureId: number | null; readonly ul: number };

/** A measure that is in use, by its id; null is the product's own cap. */
export type ShopMeasure = Measure & { readonly id: number | null };

/**
 * A plan as it was measured, where what was measured is its product to what the measures can tell apart.
 *
 * @param productUl what was shown to be measured, in microlitres
 * @returns null where it is not, or a measure is not there any more
 */
export function measuredPlan(
  plan: PourPlan,
  productUl: number,
  measured: readonly MeasuredPart[],
  measures: readonly ShopMeasure[],
): PourPlan | null {
  const parts = measured.flatMap(({ measureId, ul }) => {
    const measure = measures.find((m) => m.id === measureId);
    return measure ? [{ measure, ul }] : [];
  });
  if (parts.length < measured.length || !isMeasurable(plan, productUl, parts)) return null;
  return asMeasured(plan, productUl);
}

/** The amounts shown are not, or no longer, those that are needed. */
export const mixChanged = (plan: PourPlan, of: 'product' | 'stock'): Refusal =>
  at('/shown', refuse('mix.changed', { of, waterUl: plan.waterUl, productUl: plan.productUl }));

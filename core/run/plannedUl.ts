import type { RunPlan } from './runPlan.ts';

/** More of one product is in no vessel. */
const MOST_UL = 1e12;

/** What a run is to take of each product by its plan, in whole microlitres; what can't be an amount is left out. */
export function plannedUl({ mixes }: Pick<RunPlan, 'mixes'>): Map<number, number> {
  const taken = new Map<number, number>();
  for (const { laid, productUl } of mixes) {
    const { productId } = laid;
    if (!Number.isInteger(productId) || !(productUl >= 0 && productUl <= MOST_UL)) continue;
    taken.set(productId, (taken.get(productId) ?? 0) + Math.round(productUl));
  }
  return taken;
}

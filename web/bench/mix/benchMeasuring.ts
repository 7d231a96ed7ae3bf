import type { MeasuredPart, ShopMeasure } from '#core/booking/measuredWith.ts';
import type { PourPlan } from '#core/mixing/planPour.ts';
import { isGoodEnough, type PracticalPour, pourWith, practicalPours } from '#core/mixing/practicalPour.ts';

/** The free pour, chosen like a measure. */
export const FREE = 'free';

/** How the product is measured: the way chosen, and what else there is. */
export type BenchMeasuring = {
  /** Null for a free pour, which is recorded as an estimate. */
  chosen: PracticalPour<ShopMeasure> | null;
  /** The practical way, and each measure by itself. */
  ways: PracticalPour<ShopMeasure>[];
  /** The product asked for, before it was measured. */
  wantedUl: number;
  good: boolean;
};

/** What is measured with where nobody chose: the practical way, or by the shop's school a free pour. */
export const usualMeasure = ({ measuring }: { measuring: 'measured' | 'free' }): string | null =>
  measuring === 'free' ? FREE : null;

const OFFERED = 8;

/**
 * The ways to measure a plan's product; the practical one unless another was picked by name.
 *
 * @param band the least and most product that keep the mix inside its label's band
 */
export function benchMeasuring(
  plan: PourPlan,
  measures: readonly ShopMeasure[],
  picked: string | null,
  band: { leastUl: number; mostUl: number } | null = null,
): BenchMeasuring {
  const best = practicalPours(plan.productUl, measures, band ?? undefined);
  const single = measures
    .map((m) => pourWith(plan.productUl, m))
    .filter((p): p is PracticalPour<ShopMeasure> => p !== null && fits(p, plan))
    .sort((a, b) => a.actions - b.actions || Math.abs(a.error) - Math.abs(b.error));
  const ways = [...best.filter((p) => fits(p, plan)).slice(0, 1), ...single].filter(
    (p, i, all) => all.findIndex((other) => nameOf(other) === nameOf(p)) === i,
  );
  const chosen = picked === FREE ? null : (ways.find((p) => nameOf(p) === picked) ?? ways[0] ?? null);
  return {
    chosen,
    ways: ways.slice(0, OFFERED),
    wantedUl: plan.productUl,
    good: chosen !== null && isGoodEnough(chosen),
  };
}

/** A fill's water gives way to its product, and can't give more than there is. */
const fits = (pour: PracticalPour, plan: PourPlan): boolean =>
  plan.how !== 'fill' || pour.ul <= plan.productUl + plan.waterUl;

/** A way of measuring by the measures it takes. */
export const nameOf = ({ parts }: PracticalPour): string => parts.map((p) => p.measure.name).join(' and ');

/** What it was measured with, as it is booked; nothing for a free pour. */
export const asBooked = (chosen: BenchMeasuring['chosen']): MeasuredPart[] =>
  chosen?.parts.map(({ measure, ul }) => ({ measureId: measure.id, ul })) ?? [];

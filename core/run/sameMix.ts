import type { VesselKind } from '../mixing/outlines.ts';
import type { Strength } from '../strength/notation.ts';
import { fractionOf } from '../strength/strength.ts';
import type { RunMix } from './runPlan.ts';

/** A mix as strong to within so much of what is wanted is the same: it is poured no closer. */
const SAME = 0.03;

/** What stands mixed in a vessel. */
export type Standing = {
  readonly productId: number;
  readonly strength: Strength;
  /** Something else is in it, too. */
  readonly mixed: boolean;
  readonly onHold: unknown;
};

/** Whether what stands in a vessel is a mix of a run: the same product as strong to within 3 %, in a vessel it is used from. */
export function isSameMix(
  { laid, vesselKind }: Pick<RunMix, 'laid' | 'vesselKind'>,
  kind: VesselKind,
  holds: Standing | null,
): boolean {
  if (kind !== vesselKind || !holds || holds.mixed || holds.onHold !== null) return false;
  if (holds.productId !== laid.productId) return false;
  const [wanted, has] = [fractionOf(laid.strength), fractionOf(holds.strength)];
  return (
    wanted.ok && has.ok && Math.abs(has.value - wanted.value) <= SAME * Math.max(has.value, wanted.value)
  );
}

/**
 * Which of a run's mixes a bottle is that somebody scanned: one that nothing was taken for yet before one that was, and in the
 * order of the plan.
 *
 * @param taken the batch that was taken for each mix, by the mix's place
 * @returns its place among the mixes; null where it is none of them
 */
export function mixScanned(
  mixes: readonly Pick<RunMix, 'laid' | 'vesselKind'>[],
  taken: ReadonlyMap<number, { readonly batchId: number }>,
  vessel: { readonly kind: VesselKind; readonly holds: Standing | null },
): number | null {
  const fits = mixes.flatMap((mix, i) => (isSameMix(mix, vessel.kind, vessel.holds) ? [i] : []));
  return fits.find((i) => !taken.has(i)) ?? fits[0] ?? null;
}

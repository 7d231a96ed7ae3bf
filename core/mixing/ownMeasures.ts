import type { NamedVolumes } from '../units/parseVolume.ts';
import type { Measure } from './chooseMeasure.ts';

/** The cap of the container itself, which is no measure of the shop's and has no number. */
export type OwnCap = Measure & { readonly id: null };

/** What a product brings along to be measured with: the cap of its container, in whole microlitres, where anybody measured it. */
type Measured = { readonly id: number; readonly capUl: number | null };

/**
 * What a product can be measured with: the shop's measures but for those that sit on another product's container, and the
 * cap of its own. A cap is filled to its brim or not at all.
 *
 * @param product null where what is measured comes from no container, as a diluted stock does
 * @param name what its own cap is called where it is said
 */
export function measuresFor<M extends Measure>(
  measures: readonly M[],
  product: Measured | null,
  name = 'its own cap',
): readonly (M | OwnCap)[] {
  const atHand = measures.filter((m) => m.productId == null || m.productId === product?.id);
  const capUl = product?.capUl ?? 0;
  if (capUl <= 0) return atHand;
  return [...atHand, { id: null, name, kind: 'cap', capacityUl: capUl, stepUl: capUl }];
}

/**
 * The words a strength of a product can be typed in beside units: what its cap and a stroke of the pump head on it give.
 * Where none sits on it, the pump head that goes from one to another is meant.
 *
 * @param measures those in use
 * @returns microlitres by word; none where nobody measured it, or pump heads that give unlike amounts could be meant
 */
export function ownVolumes(product: Measured | null, measures: readonly Measure[]): NamedVolumes {
  const pumps = measures.filter((m) => m.kind === 'pump');
  const onIt = product ? pumps.filter((m) => m.productId === product.id) : [];
  const meant = onIt.length > 0 ? onIt : pumps.filter((m) => m.productId == null);
  const [pump, another] = new Set(meant.map((m) => m.capacityUl));
  return {
    ...(product?.capUl && { cap: product.capUl, capful: product.capUl }),
    ...(pump && !another && { pump, stroke: pump }),
  };
}

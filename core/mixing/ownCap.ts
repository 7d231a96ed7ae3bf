import type { Measure } from './chooseMeasure.ts';

/** The cap of the container itself, which is no measure of the shop's and has no number. */
export type OwnCap = Measure & { readonly id: null };

/**
 * The shop's measures, and the cap of the product's own container, where what it holds is on record. A cap is filled to its
 * brim or not at all.
 *
 * @param capUl whole microlitres; null where nobody has measured it
 * @param name what it is called where it is said
 */
export function withOwnCap<M extends Measure>(
  measures: readonly M[],
  capUl: number | null,
  name = 'its own cap',
): readonly (M | OwnCap)[] {
  if (capUl === null || capUl <= 0) return measures;
  return [...measures, { id: null, name, kind: 'cap', capacityUl: capUl, stepUl: capUl }];
}

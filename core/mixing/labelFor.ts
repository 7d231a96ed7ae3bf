import type { Basis } from '../strength/band.ts';
import type { VesselKind } from './outlines.ts';

const BUCKETS: readonly VesselKind[] = ['bucket', 'towelBucket', 'stockPail', 'tank'];

/**
 * The label strengths that are meant for a kind of vessel. One that holds in the bucket is never taken for a bottle, a sprayer
 * or a cannon: a shampoo's dose to the bucket is a tenth of what a bottle of it would be. A bucket takes its own, and a
 * bottle's where the label says nothing of buckets.
 *
 * @param kind null where no vessel is chosen: all of them
 */
export function labelFor<E extends { readonly basis: Basis }>(
  entries: readonly E[],
  kind: VesselKind | null,
): readonly E[] {
  if (kind === null) return entries;
  if (!BUCKETS.includes(kind)) return entries.filter((e) => e.basis !== 'bucket');
  const forBuckets = entries.filter((e) => e.basis === 'bucket');
  return forBuckets.length > 0 ? entries.filter((e) => e.basis !== 'bottle') : entries;
}

/** What the vessel being filled is called where a strength is typed `per bucket` or `to a bottle`. */
export const vesselWords = (kind: VesselKind): readonly string[] =>
  BUCKETS.includes(kind) ? ['bucket', 'pail', 'vessel'] : ['bottle', 'vessel'];

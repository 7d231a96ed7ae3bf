/** A vessel as far as it matters for what may be offered first: whether, and what, it holds. */
type Offered = { readonly holds: { readonly productId: number } | null };

/**
 * The vessel to offer first for a product: one that holds this product already, else an empty one; never one full of
 * something else.
 *
 * @param vessels in the order the shop keeps them, those it would rather use first
 * @param fits whether the product may go into it and suits it
 * @returns null where each that fits is full of something else
 * @example a foam, of three bottles the second of which holds some of it: the second
 */
export function offerVessel<V extends Offered>(
  vessels: readonly V[],
  productId: number,
  fits: (vessel: V) => boolean,
): V | null {
  const may = vessels.filter(fits);
  return may.find((v) => v.holds?.productId === productId) ?? may.find((v) => v.holds === null) ?? null;
}

type OnTheShelf = {
  readonly productId: number;
  readonly productName: string;
  readonly heldUl: number;
  readonly sizeUl: number;
  readonly openedAt: unknown;
};

/** A shop's own limit of a product, in whole microlitres: less than that in all is low, whatever stands sealed. */
type Limited = { readonly id: number; readonly record: { readonly reorderUl: number | null } };

/** Default. Low: no sealed one stands behind it, and the open ones hold less than this share of their size. */
const LOW = 0.2;

export type Low = { productId: number; productName: string; heldUl: number; sizeUl: number };

/**
 * Products that are about to run out: less in all than the shop's own limit, or where there is none, what is open is nearly
 * empty and nothing sealed stands behind it.
 *
 * @param limits products with the limits the shop set
 */
export function aboutToRunOut(containers: readonly OnTheShelf[], limits: readonly Limited[] = []): Low[] {
  const limitOf = new Map(limits.map(({ id, record }) => [id, record.reorderUl]));
  const products = new Map<number, Low & { sealed: boolean }>();
  for (const c of containers) {
    const known = products.get(c.productId) ?? {
      productId: c.productId,
      productName: c.productName,
      heldUl: 0,
      sizeUl: 0,
      sealed: false,
    };
    products.set(c.productId, {
      ...known,
      heldUl: known.heldUl + c.heldUl,
      sizeUl: Math.max(known.sizeUl, c.sizeUl),
      sealed: known.sealed || (!c.openedAt && c.heldUl > 0),
    });
  }
  return [...products.values()]
    .filter((p) => {
      const limitUl = limitOf.get(p.productId) ?? null;
      return limitUl === null ? !p.sealed && p.heldUl < LOW * p.sizeUl : p.heldUl < limitUl;
    })
    .sort((a, b) => a.heldUl / a.sizeUl - b.heldUl / b.sizeUl)
    .map(({ sealed, ...low }) => low);
}

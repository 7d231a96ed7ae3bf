/** Default: a mix is due so many days before it is out of date. */
const SOON_DAYS = 2;
const DAY_MS = 86_400_000;

type Holding = { readonly holds: { readonly useBy: string | null } | null };
export type Due<V extends Holding> = V & {
  readonly holds: NonNullable<V['holds']> & { readonly useBy: string };
};

/**
 * What is mixed and out of date, or will be within two days, the oldest first.
 *
 * @param today `2026-05-04`, in the shop
 */
export function batchesDue<V extends Holding>(vessels: readonly V[], today: string): Due<V>[] {
  const until = new Date(Date.parse(`${today}T12:00:00Z`) + SOON_DAYS * DAY_MS).toISOString().slice(0, 10);
  return vessels
    .filter((v): v is Due<V> => v.holds != null && v.holds.useBy != null && v.holds.useBy <= until)
    .sort((a, b) => a.holds.useBy.localeCompare(b.holds.useBy));
}

type OnTheShelf = {
  readonly productId: number;
  readonly productName: string;
  readonly heldUl: number;
  readonly sizeUl: number;
  readonly openedAt: unknown;
};

/** Default. Low: no sealed one stands behind it, and the open ones hold less than this share of their size. */
const LOW = 0.2;

export type Low = { productId: number; productName: string; heldUl: number; sizeUl: number };

/** Products that are about to run out: what is open is nearly empty and nothing sealed stands behind it. */
export function aboutToRunOut(containers: readonly OnTheShelf[]): Low[] {
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
    .filter((p) => !p.sealed && p.heldUl < LOW * p.sizeUl)
    .sort((a, b) => a.heldUl / a.sizeUl - b.heldUl / b.sizeUl)
    .map(({ sealed, ...low }) => low);
}

import type { Container, Vessel } from '#contract/ware.ts';

/** Mixed bottles that are out of date, or will be within so many days. */
const SOON_DAYS = 2;
const DAY_MS = 86_400_000;

export type Due = Vessel & { holds: NonNullable<Vessel['holds']> & { useBy: string } };

/** @param today `2026-05-04`, in the shop */
export function batchesDue(vessels: readonly Vessel[], today: string): Due[] {
  const until = new Date(Date.parse(`${today}T12:00:00Z`) + SOON_DAYS * DAY_MS).toISOString().slice(0, 10);
  return vessels
    .filter((v): v is Due => v.holds != null && v.holds.useBy != null && v.holds.useBy <= until)
    .sort((a, b) => a.holds.useBy.localeCompare(b.holds.useBy));
}

/** Low: no sealed one stands behind it, and the open ones hold less than this share of their size. */
const LOW = 0.2;

export type Low = { productId: number; productName: string; heldUl: number; sizeUl: number };

/** Products that are about to run out: what is open is nearly empty and nothing sealed stands behind it. */
export function aboutToRunOut(containers: readonly Container[]): Low[] {
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

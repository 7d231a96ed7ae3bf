import type { Container } from '#contract/ware.ts';
import type { Price } from '#core/planning/cost.ts';

/** What a product costs now: as its newest container with a price did; null where none has one. */
export function priceOf(productId: number, containers: readonly Container[]): Price | null {
  let newest: Container | null = null;
  for (const c of containers) {
    if (
      c.productId === productId &&
      c.priceMinor !== null &&
      (newest === null || c.receivedAt > newest.receivedAt)
    )
      newest = c;
  }
  return newest && newest.priceMinor !== null ? { minor: newest.priceMinor, sizeUl: newest.sizeUl } : null;
}

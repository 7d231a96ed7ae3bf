import type { Product } from '#contract/products.ts';
import type { Vessel } from '#contract/ware.ts';
import { offerVessel } from '#core/mixing/offerVessel.ts';
import type { Outcome } from '#core/outcome.ts';
import { deliveryOf, isSuction, suitsVessel } from '#core/products/record.ts';
import { mayMeet } from '#core/safety/mayMeet.ts';
import { ALL_UNKNOWN } from '#core/safety/traits.ts';

/** Whether the product may follow what the vessel has held; of a product no longer listed nothing is known. */
export function meeting(product: Product, { name, held }: Vessel, all: readonly Product[]): Outcome<null> {
  const known = held
    .filter((h) => h.productId !== product.id)
    .map(({ productId, productName }) => ({
      name: productName,
      traits: all.find((p) => p.id === productId)?.traits ?? ALL_UNKNOWN,
    }));
  return mayMeet(product, known, name);
}

type Of = { vessels: readonly Vessel[]; products: readonly Product[] };

/** The vessel to start with where nobody has chosen one; null where none that suits is free. */
export function offeredVessel(product: Product | null, { vessels, products }: Of): Vessel | null {
  if (!product) return vessels.find((v) => v.holds === null) ?? vessels[0] ?? null;
  const meets = (v: Vessel) => meeting(product, v, products).ok;
  const keeps = (v: Vessel) => deliveryOf(v.kind) === null;
  const suits = (v: Vessel) =>
    meets(v) &&
    keeps(v) === (product.state === 'hyper') &&
    suitsVessel({ ...product.record, name: product.name }, v).ok;
  return offerVessel(vessels, product.id, suits) ?? offerVessel(vessels, product.id, meets);
}

/**
 * The vessel for a recipe: its own, unless that is full of something else and another that delivers the same way is
 * free. A cannon is never swapped for another: each draws differently.
 */
export function offeredFor(meant: Vessel, product: Product | null, { vessels, products }: Of): Vessel {
  if (!product || isSuction(meant.kind)) return meant;
  const alike = vessels.filter((v) => v !== meant && deliveryOf(v.kind) === deliveryOf(meant.kind));
  const meets = (v: Vessel) => meeting(product, v, products).ok;
  const free = meant.holds === null || meant.holds.productId === product.id;
  if (free && meets(meant)) return meant;
  return offerVessel(alike, product.id, meets) ?? meant;
}

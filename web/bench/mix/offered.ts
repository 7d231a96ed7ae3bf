import type { Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import type { FillFacts } from '#core/booking/mayFill.ts';
import { offerVessel } from '#core/mixing/offerVessel.ts';
import { limitsOf } from '#core/mixing/solveMix.ts';
import type { Outcome } from '#core/outcome.ts';
import { deliveryOf, isSuction, suitsVessel } from '#core/products/record.ts';
import { type Known, mayMeet } from '#core/safety/mayMeet.ts';
import { ALL_UNKNOWN } from '#core/safety/traits.ts';
import type { Equipment } from './equipment.ts';

/** Whether the product may follow what the vessel has held; of a product no longer listed nothing is known. */
export const meeting = (product: Product, vessel: Vessel, all: readonly Product[]): Outcome<null> =>
  mayMeet(product, knownIn(vessel, all), { kind: 'vessel', name: vessel.name });

/** Everything a vessel has held since it was last rinsed, with what is known of each. */
const knownIn = ({ held }: Vessel, all: readonly Product[]): Known[] =>
  held.map(({ productId, productName }) => ({
    name: productName,
    traits: all.find((p) => p.id === productId)?.traits ?? ALL_UNKNOWN,
  }));

/** What decides whether whoever is mixing may mix a product, as this device has it. */
export const mixFacts = (
  product: Product,
  equipment: Equipment,
): Pick<FillFacts, 'product' | 'notes' | 'who'> => ({
  product: { ...product, care: product.record.care },
  notes: equipment.notes.filter((n) => n.productId === product.id),
  who: { signedOff: equipment.signedOff.includes(product.id), answers: equipment.answers },
});

/** What decides whether they may fill it into a vessel. */
export const fillFacts = (product: Product, vessel: Vessel, equipment: Equipment): FillFacts => ({
  ...mixFacts(product, equipment),
  vessel: { ...vessel, limits: limitsOf(vessel), held: knownIn(vessel, equipment.products) },
});

/** A bucket is offered for what it is kept for: the wheels' never for paint, the rinse bucket for no mix at all. */
function isKeptFor({ role }: Vessel, { uses }: Product): boolean {
  const wheels = uses.some((u) => u.kind === 'wheel' || u.kind === 'iron');
  if (role === 'wheels') return wheels;
  return role !== 'rinse' && !(role === 'wash' && wheels);
}

const suits = (vessel: Vessel, product: Product): boolean =>
  (deliveryOf(vessel.kind) === null) === (product.state === 'hyper') &&
  isKeptFor(vessel, product) &&
  suitsVessel({ ...product.record, name: product.name }, vessel).ok;

type OfferedFrom = { vessels: readonly Vessel[]; products: readonly Product[] };

/** The vessel to start with where nobody has chosen one; null where none that suits is free. */
export function offeredVessel(product: Product | null, { vessels, products }: OfferedFrom): Vessel | null {
  if (!product) return vessels.find((v) => v.holds === null) ?? vessels[0] ?? null;
  const meets = (v: Vessel) => meeting(product, v, products).ok;
  const suited = vessels.filter((v) => suits(v, product));
  // A shop that has nothing it suits is offered what there is; one that has is never offered a bucket for a bottle's mix.
  return offerVessel(suited.length > 0 ? suited : vessels, product.id, meets);
}

/**
 * The vessel for a recipe: its own, unless that is full of something else and another that delivers the same way is
 * free. A cannon is never swapped for another: each draws differently.
 */
export function offeredFor(
  meant: Vessel,
  product: Product | null,
  { vessels, products }: OfferedFrom,
): Vessel {
  if (!product || isSuction(meant.kind)) return meant;
  const alike = vessels.filter((v) => v !== meant && deliveryOf(v.kind) === deliveryOf(meant.kind));
  const meets = (v: Vessel) => meeting(product, v, products).ok;
  const free = meant.holds === null || meant.holds.productId === product.id;
  if (free && meets(meant)) return meant;
  return offerVessel(alike, product.id, meets) ?? meant;
}

/**
 * The smallest empty vessel a mix can be poured over into, where there is more of it than its own may hold. What a cannon
 * holds is as strong as that cannon needs it: it is poured into no other.
 *
 * @param ul how much it comes to
 */
export function biggerVessel(
  here: Vessel,
  product: Product,
  ul: number,
  { vessels, products }: OfferedFrom,
): Vessel | null {
  if (isSuction(here.kind)) return null;
  const room = (v: Vessel) => limitsOf(v).fillLimitUl;
  // What puts it on as its own vessel does suits as well as that one.
  const alike = (v: Vessel) => deliveryOf(v.kind) === deliveryOf(here.kind) && isKeptFor(v, product);
  return (
    vessels
      .filter((v) => v.id !== here.id && v.holds === null && !isSuction(v.kind) && room(v) >= ul)
      .filter((v) => (alike(v) || suits(v, product)) && meeting(product, v, products).ok)
      .sort((a, b) => room(a) - room(b))[0] ?? null
  );
}

import type { Product } from '#contract/products.ts';
import type { Vessel } from '#contract/ware.ts';
import type { FillFacts } from '#core/booking/mayFill.ts';
import { limitsOf } from '#core/mixing/solveMix.ts';
import type { Queryable } from '../db/books.ts';
import type { SignedIn } from '../http/signedIn.ts';
import { isSignedOff } from '../people/signOffs.ts';
import { openNotes } from '../products/notes.ts';
import { shopOf } from '../shop/queries.ts';
import { heldIn } from './meeting.ts';

/** What decides whether somebody may fill a product into a vessel, as the books have it. */
export async function fillFacts(
  tx: Queryable,
  product: Product,
  vessel: Vessel,
  who: Pick<SignedIn, 'personId' | 'role'>,
  now: Date,
): Promise<FillFacts> {
  return {
    product: { ...product, care: product.record.care },
    notes: await openNotes(tx, who.personId, product.id),
    vessel: { ...vessel, limits: limitsOf(vessel), held: await heldIn(tx, vessel) },
    who: {
      signedOff: await isSignedOff(tx, who.personId, product.id, now),
      answers: who.role === 'manager',
    },
    units: (await shopOf(tx))?.units ?? 'metric',
  };
}

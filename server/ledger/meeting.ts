import type { Vessel } from '#contract/ware.ts';
import { type Known, mayMeet } from '#core/safety/mayMeet.ts';
import type { Queryable } from '../db/books.ts';
import { refusalProblem } from '../http/problems.ts';
import { products } from '../products/queries.ts';

/** Refuses a product a vessel it must not go into: one that held something it gives off gas with, unrinsed. */
export function refuseMeeting(next: Known, held: readonly Known[], vesselName: string): void {
  const met = mayMeet(next, held, vesselName);
  if (!met.ok) throw refusalProblem(met, '/vesselId', 409);
}

/** Everything a vessel has held since it was last rinsed, with what is known of each. */
export async function heldIn(tx: Queryable, { held }: Pick<Vessel, 'held'>): Promise<Known[]> {
  const all = await Promise.all(held.map(({ productId }) => products(tx, { id: productId })));
  return all.flat();
}

import type { Vessel } from '#contract/ware.ts';
import { type Known, mayMeet } from '#core/safety/mayMeet.ts';
import type { Queryable } from '../db/books.ts';
import { refusalProblem } from '../http/problems.ts';
import { products } from '../products/queries.ts';
import { vessels } from '../ware/queries.ts';

/** Refuses a product a vessel it must not go into: one that held something it gives off gas with, unrinsed. */
export function refuseMeeting(next: Known, held: readonly Known[], vesselName: string): void {
  const met = mayMeet(next, held, vesselName);
  if (!met.ok) throw refusalProblem(met, '/vesselId', 409);
}

/** {@link refuseMeeting} for a product and a vessel by their ids. */
export async function refuseMeetingIn(tx: Queryable, productId: number, vesselId: number): Promise<void> {
  const [vessel] = await vessels(tx, { id: vesselId });
  const [next] = await products(tx, { id: productId });
  if (vessel && next) refuseMeeting(next, await heldIn(tx, vessel), vessel.name);
}

/** Everything a vessel has held since it was last rinsed, with what is known of each. */
export async function heldIn(tx: Queryable, { held }: Pick<Vessel, 'held'>): Promise<Known[]> {
  const all = await Promise.all(held.map(({ productId }) => products(tx, { id: productId })));
  return all.flat();
}

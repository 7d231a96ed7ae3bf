import { type Known, mayMeet } from '#core/safety/mayMeet.ts';
import type { Queryable } from '../db/books.ts';
import { refusalProblem } from '../http/problems.ts';
import { products } from '../products/queries.ts';
import { vessels } from '../ware/queries.ts';

/** Refuses a product a vessel it must not go into: one that last held something it gives off gas with, unrinsed. */
export function refuseMeeting(next: Known, last: Known | null, vesselName: string): void {
  const met = last ? mayMeet(next, last, vesselName) : null;
  if (met && !met.ok) throw refusalProblem(met, '/vesselId', 409);
}

/** {@link refuseMeeting} for a product and a vessel by their ids. */
export async function refuseMeetingIn(tx: Queryable, productId: number, vesselId: number): Promise<void> {
  const [vessel] = await vessels(tx, { id: vesselId });
  const last = vessel?.lastHeld;
  if (!vessel || !last || last.productId === productId) return;
  const [one] = await products(tx, { id: productId });
  const [other] = await products(tx, { id: last.productId });
  if (one && other) refuseMeeting(one, other, vessel.name);
}

import { type Refusal, refuse } from '../outcome.ts';

/** A vessel by name with what it holds by the books. */
export type Occupied = {
  readonly name: string;
  readonly holds: { readonly productId: number; readonly productName: string; readonly ul: number } | null;
};

/**
 * Why a fill can't be made in a vessel as it stands: it is full of another product. One that holds the same product may
 * have been used up without anybody saying so.
 *
 * @returns null where it is empty, or holds this product
 */
export function occupiedByOther({ name, holds }: Occupied, productId: number): Refusal | null {
  if (!holds || holds.productId === productId) return null;
  return refuse('vessel.occupied', { vessel: name, product: holds.productName, ul: holds.ul });
}

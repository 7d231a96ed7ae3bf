import { type Occupied, occupiedByOther } from '../mixing/occupied.ts';
import type { VesselLimits } from '../mixing/solveMix.ts';
import { accept, at, type Outcome } from '../outcome.ts';
import type { Care } from '../products/record.ts';
import { type Known, mayMeet } from '../safety/mayMeet.ts';
import { mayMix, type StandingNote } from '../safety/mayMix.ts';
import type { UnitSystem } from '../units/volume.ts';

/** What decides whether somebody may fill a product into a vessel. */
export type FillFacts = {
  readonly product: Known & { readonly id: number; readonly care: Care };
  /** What stands before that product. */
  readonly notes: readonly StandingNote[];
  readonly vessel: Occupied & {
    readonly limits: VesselLimits;
    /** All it has held since it was last rinsed. */
    readonly held: readonly Known[];
  };
  readonly who: { readonly signedOff: boolean; readonly answers: boolean };
  readonly units: UnitSystem;
};

/**
 * Whether somebody may make a fill of a product in a vessel, whatever its strength: it must not meet what the vessel held,
 * the vessel must not hold another product, and whoever mixes it must be allowed to and have said what it asks for.
 *
 * @param acknowledged said before this fill that the cautions were read
 * @param productAt where the request names the product, or what it comes from
 */
export function mayFill(
  { product, notes, vessel, who, units }: FillFacts,
  acknowledged: boolean,
  productAt: string,
): Outcome<null> {
  const met = mayMeet(product, vessel.held, vessel.name);
  if (!met.ok) return at('/vesselId', met);
  const full = occupiedByOther(vessel, product.id, units);
  if (full) return at('/vesselId', full);
  const may = mayMix({ ...product, notes }, who, acknowledged);
  if (!may.ok) return at(may.field === 'Product' ? productAt : '/acknowledged', may);
  return accept(null);
}

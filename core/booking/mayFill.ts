import { occupiedByOther } from '../mixing/occupied.ts';
import type { VesselKind } from '../mixing/outlines.ts';
import type { ProductState, VesselLimits } from '../mixing/solveMix.ts';
import { accept, at, type Outcome, type Refusal, refuse } from '../outcome.ts';
import type { Care } from '../products/record.ts';
import { type Known, mayMeet } from '../safety/mayMeet.ts';
import { mayMix, type StandingNote } from '../safety/mayMix.ts';
import { mayUseLot } from '../stock/lotHold.ts';
import type { HeldIn } from './heldIn.ts';

/** What decides whether somebody may fill a product into a vessel. */
export type FillFacts = {
  readonly product: Known & {
    readonly id: number;
    readonly state: ProductState;
    readonly care: Care;
    readonly retired: boolean;
    /** What the cap of its container holds; null where nobody has measured it. */
    readonly capUl: number | null;
  };
  /** What stands before that product. */
  readonly notes: readonly StandingNote[];
  readonly vessel: {
    readonly name: string;
    readonly kind: VesselKind;
    readonly limits: VesselLimits;
    readonly retired: boolean;
    readonly holds: HeldIn | null;
    /** All it has held since it was last rinsed. */
    readonly held: readonly Known[];
    /** When it was filled last; left out where only what is filled now is asked about. */
    readonly filledAt?: Date | null;
  };
  readonly who: { readonly signedOff: boolean; readonly answers: boolean };
};

/**
 * Whether a product may go into a vessel as it stands, whatever its strength and whoever fills it: both are in use, it does
 * not meet what the vessel held, and the vessel holds nothing else.
 *
 * @param onto what it goes onto: nothing, a leftover that is kept, or what was poured just now
 */
export function mayGoIn(
  { product, vessel }: FillFacts,
  onto: 'empty' | 'leftover' | 'poured',
  productAt = '/productId',
): Outcome<null> {
  if (product.retired) return at(productAt, retired('product'));
  if (vessel.retired) return at('/vesselId', retired('vessel'));
  const met = mayMeet(product, vessel.held, { kind: 'vessel', name: vessel.name });
  if (!met.ok) return at('/vesselId', met);
  const { holds, name } = vessel;
  // What was poured just now is in there, whatever the books have: it can only be booked as it is.
  if (onto === 'poured' || !holds) return accept(null);
  if (onto === 'empty') {
    const full = occupiedByOther({ name, holds }, product.id);
    return full ? at('/vesselId', full) : accept(null);
  }
  if (holds.productId === product.id && !holds.mixed)
    return at('/vesselId', mayUseLot(holds.code, holds.onHold));
  const different = refuse('leftover.different', {
    vessel: name,
    product: holds.productName,
    mixed: holds.mixed,
  });
  return at('/vesselId', different);
}

const retired = (what: 'product' | 'vessel'): Refusal =>
  refuse('equipment.unusable', { what, why: 'retired' });

/**
 * Whether somebody may make a fill of a product in a vessel, whatever its strength: it may go into the empty vessel, and
 * whoever mixes it is allowed to and has said what it asks for.
 *
 * @param acknowledged said before this fill that the cautions were read
 * @param productAt where the request names the product, or what it comes from
 */
export function mayFill(facts: FillFacts, acknowledged: boolean, productAt: string): Outcome<null> {
  const goesIn = mayGoIn(facts, 'empty', productAt);
  return goesIn.ok ? mayMixIt(facts, acknowledged, productAt) : goesIn;
}

/** Whether whoever mixes a product may, as {@link mayMix}. */
export function mayMixIt(
  { product, notes, who }: Pick<FillFacts, 'product' | 'notes' | 'who'>,
  acknowledged: boolean,
  productAt = '/productId',
): Outcome<null> {
  const may = mayMix({ ...product, notes }, who, acknowledged);
  return may.ok ? may : at(may.code === 'safety.notAcknowledged' ? '/acknowledged' : productAt, may);
}

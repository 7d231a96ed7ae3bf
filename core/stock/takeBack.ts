import { accept, type Outcome, refuse } from '../outcome.ts';
import type { Refusals } from '../refusals.ts';

/** Minutes in which a technician may take their own booking back. Default, by role. */
export const OWN_UNDO_MINUTES = 10;

const TAKEN_BACK = ['pour', 'transfer', 'waste', 'decant', 'return', 'found'];

/** A booking, as far as it decides who may take it back. */
export type Booked = {
  readonly kind: string;
  readonly reason: string | null;
  readonly personId: number;
  /** When it was booked, in milliseconds; what happened before it was booked counts from then. */
  readonly bookedMs: number;
  /** Whether it was booked on the shop's today. */
  readonly today: boolean;
  readonly takenBack: boolean;
  /** Whether it moved product at all. */
  readonly moved: boolean;
};

/**
 * Whether a booking can be taken back, and by whom: a technician their own for ten minutes, a lead anyone's of the day, a
 * manager any. What the product has become since is for the ledger to say.
 *
 * @param who.role technician, lead or manager
 */
export function mayTakeBack(
  booked: Booked,
  who: { readonly personId: number; readonly role: string },
  nowMs: number,
): Outcome<null> {
  const notYours = (may: Refusals['undo.notYours']['may']) =>
    refuse('undo.notYours', { may, minutes: OWN_UNDO_MINUTES });
  if (booked.takenBack) return refuse('undo.done', {});
  if (!(TAKEN_BACK.includes(booked.kind) || booked.reason === 'lost') || !booked.moved) {
    return refuse('undo.notPour', {});
  }
  if (who.role === 'manager') return accept(null);
  if (who.role === 'lead') {
    return booked.today ? accept(null) : notYours('leadToday');
  }
  if (booked.personId !== who.personId) return notYours('own');
  return nowMs - booked.bookedMs > OWN_UNDO_MINUTES * 60_000 ? notYours('ownFor') : accept(null);
}

/** A container that something would go back into, in microlitres. */
export type BackInto = {
  readonly code: string;
  readonly heldUl: number;
  readonly backUl: number;
  readonly sizeUl: number;
};

/** Whether what a booking took out of a container has room in it still: something else may have been found in it since. */
export function mayPutBack({ code, heldUl, backUl, sizeUl }: BackInto): Outcome<null> {
  if (backUl <= 0 || heldUl + backUl <= sizeUl) return accept(null);
  return refuse('undo.overfull', { code, wouldHoldUl: heldUl + backUl, sizeUl });
}

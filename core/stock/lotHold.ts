import { accept, type Outcome, refuse } from '../outcome.ts';

/** A lot that is on hold, and why. */
export type LotHold = { readonly lot: string; readonly words: string };

/**
 * Whether something may be used that holds some of a lot.
 *
 * @param what the container or mix by its code
 * @param hold the hold its lot, or one of the lots in it, is under; null where none is
 * @returns a refusal without override: a manager releases the lot itself
 */
export function mayUseLot(what: string, hold: LotHold | null): Outcome<null> {
  if (hold === null) return accept(null);
  return refuse('lot.held', { code: what, lot: hold.lot, words: hold.words });
}

import { accept, type Outcome, refuse } from '../outcome.ts';
import { UNIT_UL, type VolumeUnit } from './units.ts';

declare const inMicrolitres: unique symbol;

/** A volume in whole microlitres: a non-negative safe integer. */
export type Microlitres = number & { readonly [inMicrolitres]: true };

/** The most any one volume may be: 100,000 L, far over any tank a shop owns. */
export const LARGEST_UL = 100_000 * UNIT_UL.l;

/**
 * A whole number of microlitres as a branded volume.
 *
 * @throws RangeError if `n` is not a whole number from 0 to {@link LARGEST_UL}: a programming error, not bad typing.
 * @example microlitres(57_692) // 57.692 ml
 */
export function microlitres(n: number): Microlitres {
  if (!Number.isSafeInteger(n) || n < 0 || n > LARGEST_UL) {
    throw new RangeError(`not a volume in whole microlitres: ${n}`);
  }
  return n as Microlitres;
}

/**
 * An amount in a unit, rounded to the nearest whole microlitre.
 *
 * @returns a refusal for nothing, a negative or not finite amount, less than a microlitre, or over 100,000 L.
 * @example volumeOf(0.75, 'l') // { ok: true, value: 750_000 }
 */
export function volumeOf(amount: number, unit: VolumeUnit, field = 'Amount'): Outcome<Microlitres> {
  const ul = Math.round(amount * UNIT_UL[unit]);
  if (Number.isNaN(ul)) {
    return refuse('volume.unreadable', { field });
  }
  if (amount < 0) {
    return refuse('volume.negative', { field });
  }
  if (ul === 0) {
    return refuse('volume.zero', { field });
  }
  if (ul > LARGEST_UL) {
    return refuse('volume.tooLarge', { field });
  }
  return accept(ul as Microlitres);
}

import { accept, type Outcome, refuse } from '../outcome.ts';

declare const inMicrolitres: unique symbol;

/** A volume in whole microlitres: a non-negative safe integer. */
export type Microlitres = number & { readonly [inMicrolitres]: true };

export type UnitSystem = 'metric' | 'us' | 'imperial';

/** Microlitres in one of each unit. US and imperial figures are the exact legal definitions. */
export const UNIT_UL = {
  ml: 1_000,
  cl: 10_000,
  dl: 100_000,
  l: 1_000_000,
  usFlOz: 29_573.5295625,
  usPint: 473_176.473,
  usQuart: 946_352.946,
  usGal: 3_785_411.784,
  impFlOz: 28_413.0625,
  impPint: 568_261.25,
  impQuart: 1_136_522.5,
  impGal: 4_546_090,
} as const;

export type VolumeUnit = keyof typeof UNIT_UL;

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
    return refuse(
      'volume.unreadable',
      field,
      `${field} is not an amount.`,
      'Type a number and a unit, such as 750 ml.',
    );
  }
  if (amount < 0) {
    return refuse(
      'volume.negative',
      field,
      `${field} is below zero.`,
      'Type an amount above zero, such as 750 ml.',
    );
  }
  if (ul === 0) {
    return refuse('volume.zero', field, `${field} is nothing.`, 'Type an amount above zero, such as 750 ml.');
  }
  if (ul > LARGEST_UL) {
    return refuse(
      'volume.tooLarge',
      field,
      `${field} is over 100,000 L.`,
      'Type an amount up to 100,000 L and check the unit.',
    );
  }
  return accept(ul as Microlitres);
}

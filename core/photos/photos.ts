import { accept, type Outcome, refuse } from '../outcome.ts';
import { OWN_UNDO_MINUTES } from '../stock/takeBack.ts';

/** Photographs kept with a vehicle: before it was washed, after it, and of something on it. */
export const PHOTO_KINDS = ['before', 'after', 'spot'] as const;
export type PhotoKind = (typeof PHOTO_KINDS)[number];

/** A photo is made smaller until its longer side has so many pixels, and it so many bytes. */
export const LONGEST_PX = 1_600;
export const MOST_BYTES = 300_000;
/** So many are taken of one visit. */
export const MOST_OF_VISIT = 24;
/** So many are kept: of two phones without a connection neither knows what the other took, and none of that is dropped. */
export const MOST_KEPT = 60;

/**
 * The size a picture is brought to.
 *
 * @param width of the picture, in pixels, above 0
 * @param height likewise
 * @returns in whole pixels, at least 1, its longer side at most {@link LONGEST_PX}; a smaller one stays as it is
 */
export function keptSize(width: number, height: number): { width: number; height: number } {
  const by = Math.min(1, LONGEST_PX / Math.max(width, height));
  const side = (px: number) => Math.max(1, Math.round(px * by));
  return { width: side(width), height: side(height) };
}

/**
 * Whether somebody may delete a photo: a manager any, whoever took it for as long as they could take a booking back.
 *
 * @param photo.receivedMs when the shop's machine had it, in milliseconds since 1970
 */
export function mayDeletePhoto(
  photo: { readonly takenBy: number; readonly receivedMs: number },
  who: { readonly personId: number; readonly role: string },
  nowMs: number,
): Outcome<null> {
  if (who.role === 'manager') return accept(null);
  const inTime = nowMs - photo.receivedMs <= OWN_UNDO_MINUTES * 60_000;
  return photo.takenBy === who.personId && inTime
    ? accept(null)
    : refuse('photo.notYours', { minutes: OWN_UNDO_MINUTES });
}

import type { VesselKind } from '../mixing/outlines.ts';
import { accept, type Outcome, refuse } from '../outcome.ts';
import { USUAL_G_PER_ML } from '../stock/count.ts';

/** What a vessel weighs empty for each litre it holds, in grams: usual plastic equipment with its head, lance or lid. */
const USUAL_TARE_G_PER_L: Record<VesselKind, number> = {
  triggerBottle: 95,
  pumpSprayer: 240,
  cannonBottle: 205,
  gunBottle: 160,
  bucket: 46,
  towelBucket: 52,
  stockPail: 46,
  tank: 60,
};
const WATER_G_PER_ML = 1;
const UL_PER_ML = 1_000;
/** A bench scale is read to this. */
const SCALE_G = 2;
/** So much lighter than usual a vessel may be whose own weight nobody knows. */
const USUAL_WITHIN = 0.25;

/** What an empty vessel of a kind and size usually weighs, in whole grams: a guess, until somebody weighs one. */
export const usualVesselTareG = (kind: VesselKind, brimfulUl: number): number =>
  Math.round((USUAL_TARE_G_PER_L[kind] * brimfulUl) / 1_000_000);

/**
 * What is left of a mix in its vessel, by weight: (gross - tare) / density, where the density of a mix is that of its parts by
 * volume.
 *
 * @param of.grossG as it stands on the scale, in grams
 * @param of.tareG what it weighs empty; null where nobody weighed it, then what such equipment usually weighs
 * @param of.fraction product of the mix, 0 to 1
 * @param of.gPerMl of the product, 0.6 to 2; null where nobody entered it
 * @returns microlitres, 0 or more; a refusal where it weighs less than it does empty
 * @example 640 g, a bottle of 95 g, 1:10 of a product at 1.04 g/ml: 543.0 ml
 */
export function leftByWeight(of: {
  kind: VesselKind;
  brimfulUl: number;
  grossG: number;
  tareG: number | null;
  fraction: number;
  gPerMl: number | null;
}): Outcome<number> {
  const tareG = of.tareG ?? usualVesselTareG(of.kind, of.brimfulUl);
  const within = SCALE_G + (of.tareG === null ? tareG * USUAL_WITHIN : 0);
  const netG = of.grossG - tareG;
  if (netG < -within) return refuse('count.belowEmpty', { tareG });
  const gPerMl = of.fraction * (of.gPerMl ?? USUAL_G_PER_ML) + (1 - of.fraction) * WATER_G_PER_ML;
  return accept(Math.round((Math.max(0, netG) / gPerMl) * UL_PER_ML));
}

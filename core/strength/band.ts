import { type Fraction, sameStrength } from './strength.ts';

/** Where a strength holds: in the bottle it is poured into, in the bucket it is washed from, or on the panel. */
export const BASES = ['bottle', 'bucket', 'panel'] as const;
export type Basis = (typeof BASES)[number];

/** From the weakest to the strongest a label allows, on its own basis. */
export type Band = { readonly least: Fraction; readonly most: Fraction; readonly basis: Basis };

export type PlaceInBand = 'under' | 'within' | 'over';

/**
 * Where a strength stands to a band; exactly on an edge is within. Only comparable on the same basis.
 *
 * @example placeInBand(0.1 as Fraction, { least: 0.05, most: 0.2, basis: 'bottle' }) // 'within'
 */
export function placeInBand(f: Fraction, { least, most }: Pick<Band, 'least' | 'most'>): PlaceInBand {
  if (f < least && !sameStrength(f, least)) return 'under';
  if (f > most && !sameStrength(f, most)) return 'over';
  return 'within';
}

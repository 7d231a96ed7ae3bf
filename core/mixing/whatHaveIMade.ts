import { accept, type Outcome, refuse } from '../outcome.ts';
import { type PlaceInBand, placeInBand } from '../strength/band.ts';
import type { Fraction } from '../strength/strength.ts';
import { type Contents, fractionIn, volumeUl } from './contents.ts';
import { type Correction, correct } from './correct.ts';
import { closedFormSpread, LABEL_ASSAY, type Spread } from './tolerance.ts';

/** What was really made, how sure that is, and how to put it right. */
export type Made = {
  readonly fraction: Fraction;
  /** Nineteen times in twenty the strength lies between these. */
  readonly least: number;
  readonly most: number;
  readonly place: PlaceInBand | null;
  /** Ways to the strength that was meant, in what is there; empty where it is there already. */
  readonly ways: readonly Correction[];
};

/** Two standard uncertainties: nineteen times in twenty. */
const NINETEEN_IN_TWENTY = 1.96;

/** So close to what was meant there is nothing to put right: nobody measures finer. */
const NEAR_ENOUGH = 0.005;

/**
 * The strength of what someone poured together, how well that is known, where it stands, and how to put it right.
 *
 * @param contents what went in
 * @param spreads how well water and product were measured
 * @param meant the strength it should have; without one nothing is put right
 * @param roomUl how full the vessel may be
 * @example 20 ml product and 380 ml water meant for 1:12: 5 %; add 11.667 ml product
 */
export function whatHaveIMade(request: {
  contents: Contents;
  spreads: { product: Spread; water: Spread };
  meant?: Fraction | undefined;
  band?: { least: Fraction; most: Fraction } | undefined;
  roomUl: number;
  /** What it holds to the brim, where that is more. */
  brimUl?: number;
}): Outcome<Made> {
  const { contents, spreads, meant, band, roomUl, brimUl = roomUl } = request;
  if (contents.productUl === 0) {
    return refuse('made.noProduct', {});
  }
  const fraction = fractionIn(contents);
  const u = closedFormSpread({
    product: [{ name: 'product', ul: contents.productUl, spread: spreads.product }],
    water: { name: 'water', ul: contents.waterUl, spread: spreads.water },
    assay: LABEL_ASSAY,
  });
  const there = volumeUl(contents);
  const wrong = meant !== undefined && (there > roomUl || Math.abs(fraction / meant - 1) > NEAR_ENOUGH);
  const want = { totalUl: Math.min(there, roomUl), fraction: meant as Fraction };
  const ways = wrong ? correct(contents, want, roomUl, brimUl) : accept([]);
  if (!ways.ok) return ways;
  return accept({
    fraction,
    least: fraction * Math.exp(-NINETEEN_IN_TWENTY * u),
    most: Math.min(1, fraction * Math.exp(NINETEEN_IN_TWENTY * u)),
    place: band ? placeInBand(fraction, band) : null,
    ways: ways.value,
  });
}

import { accept, type Outcome, refuse } from '../outcome.ts';
import { type Fraction, sameStrength } from '../strength/strength.ts';
import { microlitres } from '../units/volume.ts';
import { type Contents, contentsOf, fractionIn, pourOff, volumeUl } from './contents.ts';

export type CorrectionStep = { readonly do: 'pourOff' | 'addWater' | 'addProduct'; readonly ul: number };

/**
 * One way to put a mix right, in order.
 * - inPlace: water and product are added, nothing is lost
 * - pourOffFirst: part of it goes down the drain, then it is made up
 * - grow: nothing is poured off; there is more of it than was asked for
 * - nearest: the strength that can be reached without pouring off or growing
 */
export type Correction = {
  readonly how: 'inPlace' | 'pourOffFirst' | 'grow' | 'nearest';
  readonly steps: readonly CorrectionStep[];
  readonly after: Contents;
  readonly fraction: Fraction;
};

/**
 * Every way from what stands in a vessel to so much of a strength, the most sparing first. One product and water only:
 * different products are never combined.
 *
 * With `V1` at `f1` and `V2` at `f2` wanted: product `a = V2 f2 - V1 f1`, water `b = V2 - V1 - a`. Where `a < 0` it is
 * too strong to be put right in place: pour off `V1 - V2 f2 / f1` first, or grow to `V1 f1 / f2`. Where `b < 0` it is too
 * weak: pour off `V1 - V2 (1 - f2) / (1 - f1)`, or add `V1 (f2 - f1) / (1 - f2)` of product.
 *
 * @param have what stands in the vessel now; not empty
 * @param want how much of which strength
 * @param roomUl how full the vessel may be
 * @param brimUl what it holds to the brim: poured past `roomUl` is there all the same, and part of it goes off first
 * @returns the ways in order, the first the one to offer; a refusal where more is wanted than there is room for
 * @example 350 ml at 1:12 to 750 ml at 1:7: add 66.827 ml product and 333.173 ml water
 */
export function correct(
  have: Contents,
  want: { totalUl: number; fraction: Fraction },
  roomUl: number,
  brimUl = roomUl,
): Outcome<Correction[]> {
  const fits = checkRoom(have, want.totalUl, roomUl, brimUl);
  if (!fits.ok) return fits;
  const target = contentsOf(want.totalUl, want.fraction);
  const productUl = target.productUl - have.productUl;
  const waterUl = target.waterUl - have.waterUl;
  if (productUl >= 0 && waterUl >= 0) return accept([way('inPlace', have, add(waterUl, productUl))]);

  const tooStrong = want.fraction <= fractionIn(have);
  const ways = [
    growTo(have, want.fraction, tooStrong, roomUl),
    pourOffFirst(have, want, tooStrong),
    nearest(have, want, tooStrong),
  ];
  return accept(ways.filter((w): w is Correction => w !== null));
}

function checkRoom(have: Contents, totalUl: number, roomUl: number, brimUl: number): Outcome<null> {
  if (volumeUl(have) > brimUl) {
    return refuse('leftover.overVessel', { ul: volumeUl(have), roomUl: brimUl });
  }
  if (totalUl > roomUl) {
    return refuse('total.overFillLimit', { totalUl, roomUl });
  }
  return accept(null);
}

/** Water before product, as ever; nothing where there is nothing to add. */
function add(waterUl: number, productUl: number): CorrectionStep[] {
  const steps: CorrectionStep[] = [
    { do: 'addWater', ul: waterUl },
    { do: 'addProduct', ul: productUl },
  ];
  return steps.filter(({ ul }) => ul > 0);
}

function way(how: Correction['how'], have: Contents, steps: CorrectionStep[]): Correction {
  const after = steps.reduce(apply, have);
  return { how, steps, after, fraction: fractionIn(after) };
}

/** What stands in the vessel after one step. */
export function apply(contents: Contents, step: CorrectionStep): Contents {
  const { productUl, waterUl } = contents;
  if (step.do === 'pourOff') return pourOff(contents, step.ul);
  if (step.do === 'addWater') return { productUl, waterUl: microlitres(waterUl + step.ul) };
  return { productUl: microlitres(productUl + step.ul), waterUl };
}

/**
 * What a mix becomes where nothing of it is poured off: `V1 f1 / f2` with water, or with product `V1 (1 - f1) / (1 - f2)`.
 *
 * @returns whole microlitres; infinite where a mix is to become neat
 */
export function grownUl(have: Contents, fraction: Fraction): number {
  if (fraction <= fractionIn(have)) return Math.round(have.productUl / fraction);
  return fraction < 1 ? Math.round(have.waterUl / (1 - fraction)) : Number.POSITIVE_INFINITY;
}

function growTo(have: Contents, fraction: Fraction, tooStrong: boolean, roomUl: number): Correction | null {
  const more = grownUl(have, fraction) - volumeUl(have);
  const steps = tooStrong ? add(more, 0) : add(0, more);
  const grown = steps.reduce((sum, { ul }) => sum + ul, volumeUl(have));
  return grown <= roomUl && steps.length > 0 ? way('grow', have, steps) : null;
}

function pourOffFirst(
  have: Contents,
  want: { totalUl: number; fraction: Fraction },
  tooStrong: boolean,
): Correction {
  const f1 = fractionIn(have);
  const kept = want.totalUl * (tooStrong ? want.fraction / f1 : (1 - want.fraction) / (1 - f1));
  const offUl = volumeUl(have) - Math.round(kept);
  // What is added makes up the total to the microlitre, so that rounding never lifts it over the fill limit.
  const spare = want.totalUl - volumeUl(pourOff(have, offUl));
  const steps = tooStrong ? add(spare, 0) : add(0, spare);
  return way('pourOffFirst', have, offUl > 0 ? [{ do: 'pourOff', ul: offUl }, ...steps] : steps);
}

function nearest(
  have: Contents,
  want: { totalUl: number; fraction: Fraction },
  tooStrong: boolean,
): Correction | null {
  const spare = want.totalUl - volumeUl(have);
  if (spare <= 0) return null;
  const closest = way('nearest', have, tooStrong ? add(spare, 0) : add(0, spare));
  return sameStrength(closest.fraction, want.fraction) ? null : closest;
}

/**
 * Two leftovers of the same product poured together.
 *
 * @returns a refusal where they are different products, which is never allowed, or where there is no room
 */
export function merge(
  one: { product: number; contents: Contents },
  other: { product: number; contents: Contents },
  roomUl: number,
): Outcome<Contents> {
  if (one.product !== other.product) {
    return refuse('merge.differentProducts', {});
  }
  const sum = volumeUl(one.contents) + volumeUl(other.contents);
  if (sum > roomUl) {
    return refuse('merge.noRoom', { totalUl: sum, roomUl });
  }
  return accept({
    productUl: microlitres(one.contents.productUl + other.contents.productUl),
    waterUl: microlitres(one.contents.waterUl + other.contents.waterUl),
  });
}

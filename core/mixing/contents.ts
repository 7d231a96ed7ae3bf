import type { Fraction } from '../strength/strength.ts';
import { type Microlitres, microlitres } from '../units/volume.ts';

/** What stands in a vessel: one product and water, in whole microlitres. */
export type Contents = { readonly productUl: Microlitres; readonly waterUl: Microlitres };

export const EMPTY: Contents = { productUl: microlitres(0), waterUl: microlitres(0) };

export const volumeUl = ({ productUl, waterUl }: Contents): number => productUl + waterUl;

/**
 * The strength of what stands in a vessel: `c / (c + w)`.
 *
 * @throws RangeError for an empty vessel, which has no strength
 */
export function fractionIn({ productUl, waterUl }: Contents): Fraction {
  const total = productUl + waterUl;
  if (total === 0) throw new RangeError('an empty vessel has no strength');
  return (productUl / total) as Fraction;
}

/**
 * So much of a strength, product rounded once to the microlitre: `c = round(f T)`, `w = T - c`.
 *
 * @example contentsOf(350_000, 1 / 13) // 26.923 ml product, 323.077 ml water
 */
export function contentsOf(totalUl: number, fraction: number): Contents {
  const productUl = Math.round(totalUl * fraction);
  return { productUl: microlitres(productUl), waterUl: microlitres(totalUl - productUl) };
}

/** What is left of a mix after some of it is poured off: both parts shrink alike, to the microlitre. */
export function pourOff(contents: Contents, ul: number): Contents {
  const total = volumeUl(contents);
  const kept = total - ul;
  if (ul < 0 || kept < 0) throw new RangeError(`can't pour ${ul} off ${total}`);
  return kept === 0 ? EMPTY : contentsOf(kept, contents.productUl / total);
}

/** What one has more than the other, part by part. */
export const minus = (a: Contents, b: Contents): Contents => ({
  productUl: microlitres(a.productUl - b.productUl),
  waterUl: microlitres(a.waterUl - b.waterUl),
});

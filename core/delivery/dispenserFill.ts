import { accept, type Outcome, refuse } from '../outcome.ts';
import { type Fraction, sameStrength } from '../strength/strength.ts';
import { type Microlitres, microlitres } from '../units/volume.ts';

/** A fill from a wall dispenser, let down at the bench where it is to be weaker than the line. */
export type DispenserFill = {
  /** What comes out of the line. */
  readonly lineUl: Microlitres;
  /** Of that, product by its measured strength. */
  readonly productUl: Microlitres;
  /** Water added at the bench. */
  readonly addUl: Microlitres;
  readonly totalUl: Microlitres;
};

/**
 * What to take from a line: product is the measured fraction of what comes out, `c = round(f_line V)`. Weaker than the
 * line is made by adding water: `V = T f / f_line`.
 *
 * @param line how strong the line was measured to be
 * @param wanted the strength asked for; null for what the line gives
 * @param roomUl the vessel's fill limit
 * @returns a refusal for a strength over the line's, or a total over the vessel
 * @example a line at 1:9 for 10 L at 1:19: 5 L from the line, holding 500 ml of product, and 5 L of water
 */
export function dispenserFill(
  line: Fraction,
  totalUl: Microlitres,
  wanted: Fraction | null,
  roomUl: number,
): Outcome<DispenserFill> {
  if (totalUl > roomUl) {
    return refuse('total.overFillLimit', { totalUl, roomUl });
  }
  const target = wanted ?? line;
  if (target > line && !sameStrength(target, line)) {
    return refuse('line.tooWeak', { gives: line });
  }
  const lineUl = microlitres(Math.min(totalUl, Math.round((totalUl * target) / line)));
  const productUl = Math.round(line * lineUl);
  if (productUl === 0) {
    return refuse('total.tooLittle', {});
  }
  return accept({
    lineUl,
    productUl: microlitres(productUl),
    addUl: microlitres(totalUl - lineUl),
    totalUl,
  });
}

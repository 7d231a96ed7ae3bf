import { accept, type Outcome, refuse } from '../outcome.ts';
import { formatStrength } from '../strength/formatStrength.ts';
import { type Fraction, inNotation, sameStrength } from '../strength/strength.ts';
import { formatVolume } from '../units/formatVolume.ts';
import { type Microlitres, microlitres, type UnitSystem } from '../units/volume.ts';

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
  show: UnitSystem = 'metric',
): Outcome<DispenserFill> {
  if (totalUl > roomUl) {
    return refuse(
      'total.overFillLimit',
      'How much to make',
      `${formatVolume(totalUl, show)} is over this vessel's fill limit of ${formatVolume(microlitres(roomUl), show)}.`,
      `Make up to ${formatVolume(microlitres(roomUl), show)}, or pick a larger vessel.`,
    );
  }
  const target = wanted ?? line;
  if (target > line && !sameStrength(target, line)) {
    return refuse(
      'line.tooWeak',
      'Strength',
      `The line gives ${formatStrength(inNotation(line, 'parts'))}, which is weaker than that.`,
      'Fit a wider tip and verify it, or mix this one by hand.',
    );
  }
  const lineUl = microlitres(Math.min(totalUl, Math.round((totalUl * target) / line)));
  const productUl = Math.round(line * lineUl);
  if (productUl === 0) {
    return refuse(
      'total.tooLittle',
      'How much to make',
      'So little holds no measurable product.',
      'Make more of it.',
    );
  }
  return accept({
    lineUl,
    productUl: microlitres(productUl),
    addUl: microlitres(totalUl - lineUl),
    totalUl,
  });
}

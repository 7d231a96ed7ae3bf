import { accept, type Outcome, refuse } from '../outcome.ts';
import { type Microlitres, microlitres } from '../units/volume.ts';

/** What one cap, stroke or squeeze gives, and how well that is known. */
export type CalibratedMeasure = {
  readonly eachUl: Microlitres;
  /** Relative standard uncertainty of one of them, from reading the cylinder once. */
  readonly uncertainty: number;
};

/**
 * What a cap or a pump head gives: so many of them into a measuring cylinder, and the reading divided.
 *
 * The cylinder is read to half a graduation once, so its error is shared among all of them: counting more makes each
 * better known.
 *
 * @param count how many went in, whole, 2 to 200
 * @param readingUl what the cylinder shows
 * @param stepUl one graduation of the cylinder
 * @example 10 strokes to 41 ml in a cylinder of 1 ml graduations: 4.1 ml each, known to 1.2 %
 */
export function calibrateMeasure(
  count: number,
  readingUl: Microlitres,
  stepUl: number,
): Outcome<CalibratedMeasure> {
  if (!Number.isInteger(count) || count < 2 || count > 200) {
    return refuse('calibrate.count', {});
  }
  if (readingUl < stepUl) {
    return refuse('calibrate.reading', {});
  }
  return accept({ eachUl: microlitres(Math.round(readingUl / count)), uncertainty: stepUl / 2 / readingUl });
}

import { formatVolume } from '../units/formatVolume.ts';
import { UNIT_UL, type UnitSystem } from '../units/units.ts';
import type { MeasureKind } from './outlines.ts';

export type Measure = {
  readonly kind: MeasureKind;
  readonly name: string;
  readonly capacityUl: number;
  /** One graduation. */
  readonly stepUl: number;
  /** The product whose container it sits on, as a pump head does; none where it goes from one to another. */
  readonly productId?: number | null;
};

/** The units a measure is marked in: millilitres where it holds whole ones, whatever the shop's own are. */
export const markedIn = ({ capacityUl }: Pick<Measure, 'capacityUl'>, system: UnitSystem): UnitSystem =>
  capacityUl % UNIT_UL.ml === 0 ? 'metric' : system;

/**
 * An amount as it is read off a measure, in what that is marked in.
 *
 * @param ul microlitres in the measure
 * @example in a US shop 21 ml in a 60 ml syringe reads '21 ml', in a cylinder of 4 US fl oz '0.71 US fl oz'
 */
export function readOff(ul: number, measure: Measure, system: UnitSystem): string {
  const marked = markedIn(measure, system);
  return formatVolume(ul, marked, marked === 'metric' ? measure.stepUl : undefined);
}

/** A product amount read off one measure: `fullFills` to the top line, then one more to `lastUl`. */
export type Reading<M extends Measure = Measure> = {
  readonly measure: M;
  readonly fullFills: number;
  readonly lastUl: number;
  /** The nearest graduation to the whole amount, in microlitres. */
  readonly nearestUl: number;
};

/**
 * The measure to draw a product amount in: the smallest that holds it in one go, else the largest, filled again.
 *
 * @returns null where the shop has no measures
 * @example with a 60 ml syringe and a 250 ml cylinder, 57.692 ml goes in the syringe, 144 ml in the cylinder
 */
export function chooseMeasure<M extends Measure>(
  measures: readonly M[],
  productUl: number,
): Reading<M> | null {
  const bySize = [...measures].sort((a, b) => a.capacityUl - b.capacityUl);
  const measure = bySize.find((m) => m.capacityUl >= productUl) ?? bySize.at(-1);
  if (!measure) return null;
  const fullFills = Math.max(0, Math.ceil(productUl / measure.capacityUl) - 1);
  return {
    measure,
    fullFills,
    lastUl: productUl - fullFills * measure.capacityUl,
    nearestUl: Math.round(productUl / measure.stepUl) * measure.stepUl,
  };
}

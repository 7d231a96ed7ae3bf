import { CONTAINER_OUTLINES, type ContainerKind } from '../mixing/outlines.ts';
import { shapeVessel, volumeAtHeight } from '../mixing/vesselShape.ts';
import { accept, type Outcome, refuse } from '../outcome.ts';

/** What a container was found to hold, and how far off that may be either way. */
export type Counted = { readonly ul: number; readonly withinUl: number };

const UL_PER_ML = 1_000;

/** What an empty container weighs for each litre it holds, in grams: usual plastic equipment, within a quarter. */
const USUAL_TARE_G_PER_L: Record<ContainerKind, number> = {
  bottle: 60,
  jug: 42,
  pail: 46,
  drum: 44,
  tank: 60,
};
const USUAL_TARE_WITHIN = 0.25;

/** What most concentrates weigh where nobody has entered it, in grams a millilitre. */
export const USUAL_G_PER_ML = 1.03;
const USUAL_DENSITY_WITHIN = 0.03;
const DENSITY_WITHIN = 0.003;

/** A bench scale is read to this, a tare that somebody weighed too. */
const SCALE_G = 2;
/** More than a container is said to hold by this much is still full: nobody fills to the millilitre. */
const OVERFULL = 1.06;

/** What a container of a kind and size usually weighs empty, in whole grams: a guess, until somebody weighs one. */
export const usualTareG = (kind: ContainerKind, sizeUl: number): number =>
  Math.round((USUAL_TARE_G_PER_L[kind] * sizeUl) / 1_000_000);

/**
 * What a container holds by its weight: (gross - tare) / density.
 *
 * @param of.grossG as it stands, 0 to a tonne and a half
 * @param of.tareG what it weighs empty; null where nobody knows, then what such equipment usually weighs
 * @param of.gPerMl 0.6 to 2; null where nobody entered it, then {@link USUAL_G_PER_ML}
 * @returns a refusal where it weighs less than empty, or holds more than it can
 * @example 10.1 kg with a tare of 0.9 kg at 1.03: 8.932 L
 */
export function countedByWeight(of: {
  kind: ContainerKind;
  sizeUl: number;
  grossG: number;
  tareG: number | null;
  gPerMl: number | null;
}): Outcome<Counted> {
  const { kind, sizeUl, grossG } = of;
  const tareG = of.tareG ?? usualTareG(kind, sizeUl);
  const tareWithinG = of.tareG === null ? tareG * USUAL_TARE_WITHIN : SCALE_G;
  const gPerMl = of.gPerMl ?? USUAL_G_PER_ML;
  const netG = grossG - tareG;
  if (netG < -tareWithinG - SCALE_G) {
    return refuse('count.belowEmpty', { tareG });
  }
  const exact = Math.max(0, netG / gPerMl) * UL_PER_ML;
  const density = of.gPerMl === null ? USUAL_DENSITY_WITHIN : DENSITY_WITHIN;
  const within = ((tareWithinG + SCALE_G) / gPerMl) * UL_PER_ML + exact * density;
  if (exact - within > sizeUl * OVERFULL) return overfull('weight');
  return accept({ ul: Math.min(Math.round(exact), sizeUl), withinUl: Math.round(within) });
}

/** A dipstick is read to this, in millimetres; the shape of the equipment is known to within the share. */
const DIP_MM = 3;
const SHAPE_WITHIN = 0.03;

/**
 * What a container holds by how deep it stands, from the usual shape of its kind at its size.
 *
 * @param of.depthMm of the liquid, from the floor: 0 to the height of the container
 * @returns a refusal where the container is not that high
 */
export function countedByDip(of: { kind: ContainerKind; sizeUl: number; depthMm: number }): Outcome<Counted> {
  const { kind, sizeUl, depthMm } = of;
  const shape = shapeVessel(CONTAINER_OUTLINES[kind], sizeUl);
  const highMm = shape.heightCm * 10;
  if (depthMm > highMm + DIP_MM) {
    return refuse('count.tooDeep', { highMm, kind });
  }
  const at = (mm: number) => volumeAtHeight(shape, Math.max(0, mm) / 10);
  const ul = Math.min(Math.round(at(depthMm)), sizeUl);
  const slack = Math.max(at(depthMm + DIP_MM) - at(depthMm), at(depthMm) - at(depthMm - DIP_MM));
  return accept({ ul, withinUl: Math.round(slack + ul * SHAPE_WITHIN) });
}

/** By eye people are right to a tenth of the container. */
const EYE_WITHIN = 0.1;

/** What a container holds by eye, as a share of it from 0 to 1: an estimate. */
export const countedByEye = ({ sizeUl, share }: { sizeUl: number; share: number }): Counted => ({
  ul: Math.round(sizeUl * share),
  withinUl: share === 0 ? 0 : Math.round(sizeUl * EYE_WITHIN),
});

/** How what was counted compares with what the books said when it was. */
export type Difference = {
  /** More than nothing where there is more than the books said. */
  readonly ul: number;
  /** Whether it is more than what the way of counting can tell: only then is it booked. */
  readonly beyond: boolean;
};

export function differenceFrom({ ul, withinUl }: Counted, bookUl: number): Difference {
  const difference = ul - bookUl;
  return { ul: difference, beyond: Math.abs(difference) > withinUl };
}

function overfull(by: 'weight' | 'volume'): Outcome<never> {
  return refuse('count.overfull', { by });
}

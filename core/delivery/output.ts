import { accept, type Outcome, refuse } from '../outcome.ts';
import { HATCHBACK_ZONE_M2 } from '../soil/zones.ts';
import { UNIT_UL } from '../units/units.ts';

/** What a trigger or a pump gives: ml to the squeeze, or ml to the minute. */
export type SprayOutput = { readonly per: 'squeeze' | 'minute'; readonly ml: number };

/**
 * What a trigger gives by counting squeezes, or a pump sprayer by the minute, into a measure.
 *
 * @param count squeezes, whole, 5 to 500; or seconds, 3 to 3600
 * @example 20 squeezes to 24 ml: 1.2 ml each; 90 s to 540 ml: 360 ml a minute
 */
export function sprayOutput(per: SprayOutput['per'], count: number, ul: number): Outcome<SprayOutput> {
  const ml = ul / UNIT_UL.ml;
  if (per === 'squeeze' && !(Number.isInteger(count) && count >= 5 && count <= 500)) {
    return refuse('output.count', {});
  }
  if (per === 'minute' && !(count >= 3 && count <= 3_600)) {
    return refuse('output.seconds', {});
  }
  if (!(ml > 0)) {
    return refuse('output.nothing', {});
  }
  return accept({ per, ml: per === 'squeeze' ? ml / count : (ml / count) * 60 });
}

/** What a rate was measured on: wheels, tyres or arches by number, a whole side, or square metres. */
export const RATE_TARGETS = [
  'wheels',
  'tyres',
  'arches',
  'lowerSides',
  'upperSides',
  'front',
  'rear',
  'roof',
  'bonnet',
  'glass',
  'm2',
] as const;
export type RateTarget = (typeof RATE_TARGETS)[number];

const { wheels, tyres, arches, lowers, uppers, ...oneOfEach } = HATCHBACK_ZONE_M2;
/** Square metres of one of each on a hatchback: a wheel of four, a side of two. */
const TARGET_M2: Record<RateTarget, number> = {
  ...oneOfEach,
  wheels: wheels / 4,
  tyres: tyres / 4,
  arches: arches / 4,
  lowerSides: lowers / 2,
  upperSides: uppers / 2,
  m2: 1,
};

/**
 * A rate measured on a vehicle, in ml of bottle liquid to the square metre.
 *
 * @param count how many of the target, over 0 to 100
 * @example 180 ml on 4 wheels: 180 ml/m2, 45 ml a wheel
 */
export function measuredRate(ul: number, count: number, target: RateTarget): Outcome<number> {
  if (!(count > 0 && count <= 100)) {
    return refuse('rate.count', {});
  }
  const rate = ul / UNIT_UL.ml / (count * TARGET_M2[target]);
  if (!(rate >= 1 && rate <= 2_000)) {
    return refuse('rate.range', { mlPerM2: rate });
  }
  return accept(rate);
}

import { deliveryOf, isSuction } from '../products/record.ts';
import { zonesM2 } from '../soil/bodies.ts';
import { AXLES, type Sized } from './assessment.ts';
import { PAINTED, type WashZone } from './levels.ts';
import type { Method } from './methods.ts';
import type { Chosen } from './recipeFor.ts';
import {
  BUCKET_M2,
  CHECK_MIN,
  DRYING_M2,
  FACE_M2,
  FACES,
  MIN_PER_CORNER,
  MIN_PER_M2,
  MOVE_MIN,
  OVER_TOWELS_UL,
  SLOWED_BY,
  SLOWER_A_LEVEL,
  TOWEL_UL,
  WHEEL_AFTER_MIN,
  WHEEL_MIN,
} from './seeds.ts';
import type { StepDraft, StepKind } from './steps.ts';
import { usualRate } from './vehicleLiquid.ts';

/** Square metres a step is done on. */
export const stepM2 = (step: Pick<StepDraft, 'zones' | 'axles' | 'share'>, { body }: Sized): number =>
  zonesM2(step.zones, body) *
  step.share *
  (step.zones.includes('wheels') && step.zones.length === 1 ? step.axles.length / AXLES.length : 1);

/** What a step takes of a mix, and out of what: so much liquid, or so many fills of a bucket. */
export type Taken = {
  /** Of the mix as it stands in its vessel, in microlitres. */
  readonly mixUl: number;
  /** Of that, product as it comes, in microlitres. */
  readonly productUl: number;
  /** Water that reaches the vehicle with it, in microlitres: a cannon adds its own. */
  readonly waterUl: number;
  /** Buckets, with those for rinsing beside them; 0 where it is sprayed. */
  readonly buckets: number;
};

/**
 * What a step takes of its mix: area by rate, the recipe's, else the product's, else the usual one; from a bucket a fill for
 * every 20 m2 begun, one more from heavy soil on, and beside each begun one to rinse in; towels as much as they take up.
 *
 * What is sprayed goes by the shop's own rate, where runs have shown one.
 *
 * @returns null where nobody knows how much it takes
 */
export function takenBy(step: StepDraft, chosen: Chosen, seen: Sized): Taken | null {
  const { recipe, product, vessel, standards } = chosen.of;
  const use = product.uses.find((u) => u.kind === recipe.use) ?? null;
  const means = deliveryOf(vessel.kind);
  const m2 = stepM2(step, seen);
  const bottle = chosen.judged.bottle;
  if (means === 'bucket') {
    const roomUl = vessel.fillLimitUl - vessel.displacementUl;
    const fillUl = vessel.kind === 'towelBucket' ? Math.min(roomUl, soakingUl(seen)) : roomUl;
    // Wheels, clay and towels share the bucket that is there.
    const own = step.kind === 'contact';
    const begun = Math.ceil(m2 / BUCKET_M2);
    const wash = own ? begun + (seen.dirtiest >= 3 ? 1 : 0) : 1;
    const buckets = own ? wash + begun : 1;
    const mixUl = wash * fillUl;
    return { mixUl, productUl: Math.round(mixUl * bottle), waterUl: buckets * fillUl, buckets };
  }
  const rate = recipe.rateMlPerM2 ?? use?.rateMlPerM2 ?? usualRate(means, recipe.film ?? use?.film ?? null);
  if (rate === null) return null;
  const mixUl = Math.round(rate * chosen.rate.factor * m2 * 1_000);
  const q = isSuction(vessel.kind) ? standards.q : 1;
  return { mixUl, productUl: Math.round(mixUl * bottle), waterUl: Math.round(mixUl / q), buckets: 0 };
}

const RINSED: readonly StepKind[] = ['firstRinse', 'wheelRinse', 'rinse', 'finalRinse'];
export const isRinse = (kind: StepKind): boolean => RINSED.includes(kind);

/**
 * Minutes of hands a step takes: its area by what its kind takes to the square metre, corners each, checks half a minute, a move two;
 * 15 % more for every level over film on what is worked by hand.
 */
export function handsMin(step: StepDraft, seen: Sized, method: Method): number {
  const slower = SLOWED_BY.includes(step.kind) ? 1 + SLOWER_A_LEVEL * Math.max(0, (step.level ?? 0) - 1) : 1;
  const corners = step.zones.includes('wheels') && step.axles.length > 0 ? step.axles.length * 2 : 4;
  if (step.kind === 'wheel') {
    const each =
      method === 'rinseless' || method === 'waterless'
        ? WHEEL_AFTER_MIN[method]
        : WHEEL_MIN[seen.levels.wheels];
    return corners * each;
  }
  if (step.kind === 'touchCheck') return CHECK_MIN;
  if (step.kind === 'move') return MOVE_MIN;
  const corner = MIN_PER_CORNER[step.kind];
  if (corner !== undefined) return corners * corner * slower;
  return (MIN_PER_M2[step.kind] ?? 0) * stepM2(step, seen) * slower;
}

/** Minutes to wait from the end of laying until what is recommended has passed. */
export function waitMin(step: StepDraft, chosen: Chosen | null, laidMin: number): number {
  const dwell = chosen?.cell.dwell ?? null;
  const soaks =
    step.kind === 'preWash' ||
    step.kind === 'foam' ||
    step.kind === 'spotSoak' ||
    step.kind === 'iron' ||
    step.kind === 'wheelIron' ||
    step.kind === 'lime';
  return dwell && soaks ? Math.max(0, dwell.fromS / 60 - laidMin) : 0;
}

/** Towels take up so much each, and so much stands over them. */
const soakingUl = (seen: Sized): number => OVER_TOWELS_UL + TOWEL_UL * towelsFor('rinseless', seen).wiping;

export type Towels = { readonly wiping: number; readonly drying: number; readonly wheels: number };

/**
 * Towels by kind: `ceil(sum(area / k(soil)) / 8)` to wipe with, k 0.25, 0.15 and 0.10 m2 to a face at dust, film and grime;
 * one to dry for every 8 m2; wheels their own.
 *
 * @example a hatchback with dust all over, waterless: 14.7 / 0.25 / 8 = 8 to wipe with
 */
export function towelsFor(method: Method, seen: Sized): Towels {
  const m2 = (zone: WashZone) => zonesM2([zone], seen.body);
  const painted = PAINTED.reduce((sum, zone) => sum + m2(zone), 0);
  const faces = PAINTED.reduce(
    (sum, zone) => sum + m2(zone) / (FACE_M2[Math.min(seen.levels[zone], FACE_M2.length - 1)] as number),
    0,
  );
  const wipes = method === 'rinseless' || method === 'waterless';
  return {
    wiping: wipes ? Math.ceil(faces / FACES - 1e-9) : 0,
    drying: method === 'touchless' || method === 'waterless' ? 0 : Math.ceil(painted / DRYING_M2),
    wheels: wipes ? 2 : 1,
  };
}

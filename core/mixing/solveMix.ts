import { accept, type Outcome, refuse } from '../outcome.ts';
import type { Fraction } from '../strength/strength.ts';
import { type Microlitres, microlitres } from '../units/volume.ts';

/** How a product comes: ready to use is never diluted; a hyper-concentrate is let down before it is used. */
export type ProductState = 'readyToUse' | 'concentrate' | 'hyper';

export type VesselLimits = {
  /** What it holds to the brim: more than it may be filled to, and still in it. */
  readonly brimfulUl: Microlitres;
  /** How full the vessel may be; a pump sprayer needs air above the liquid. */
  readonly fillLimitUl: Microlitres;
  /** The least that is worth mixing in it. */
  readonly smallestUl: Microlitres;
};

/** A vessel as it was measured out: what is displaced by a guard or a sponge has no room for a mix. */
export const limitsOf = (vessel: {
  readonly brimfulUl: number;
  readonly fillLimitUl: number;
  readonly smallestUl: number;
  readonly displacementUl: number;
}): VesselLimits => {
  const room = vessel.fillLimitUl - vessel.displacementUl;
  return {
    brimfulUl: microlitres(vessel.brimfulUl - vessel.displacementUl),
    fillLimitUl: microlitres(room),
    smallestUl: microlitres(Math.min(vessel.smallestUl, room)),
  };
};

/** What goes into the vessel. `waterUl + productUl = totalUl` to the microlitre. */
export type Mix = {
  readonly waterUl: Microlitres;
  readonly productUl: Microlitres;
  readonly totalUl: Microlitres;
};

/** Whether a product may be mixed to a strength at all, in whatever vessel. */
export function mayDilute(state: ProductState, fraction: Fraction): Outcome<null> {
  if (state !== 'readyToUse' || fraction >= 1) return accept(null);
  return refuse('product.readyToUse', {});
}

/**
 * How much water and how much product make `totalUl` at a strength: `c = round(f T)`, `w = T - c`.
 *
 * Rounding happens once, on the product, so no microlitre is created or lost. Amounts are whole microlitres; the
 * fraction is of the finished mix, `0 < f <= 1`.
 *
 * @param request.totalUl how much to make; without it, up to the vessel's fill limit
 * @returns a refusal for a ready-to-use product below neat, a total over the fill limit or under the smallest
 *   sensible mix, or a strength too weak to leave a microlitre of product
 * @example 1:12 in parts, in a 750 ml bottle: 692.308 ml water, then 57.692 ml product
 */
export function solveMix(request: {
  state: ProductState;
  fraction: Fraction;
  vessel: VesselLimits;
  totalUl?: Microlitres | undefined;
}): Outcome<Mix> {
  const { state, fraction, vessel, totalUl = vessel.fillLimitUl } = request;
  const may = mayDilute(state, fraction);
  if (!may.ok) return may;
  if (totalUl > vessel.fillLimitUl) {
    return refuse('total.overFillLimit', { totalUl, roomUl: vessel.fillLimitUl });
  }
  if (totalUl < vessel.smallestUl) {
    return refuse('total.underSmallest', { totalUl, smallestUl: vessel.smallestUl });
  }
  const productUl = Math.round(fraction * totalUl);
  if (productUl === 0) {
    return refuse('strength.tooWeak', { totalUl });
  }
  return accept({
    productUl: microlitres(productUl),
    waterUl: microlitres(totalUl - productUl),
    totalUl,
  });
}

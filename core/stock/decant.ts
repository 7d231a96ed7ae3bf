import type { Price } from '../planning/cost.ts';

/**
 * What a container filled from another is worth when it is full: the same for each millilitre.
 *
 * @param from what the other cost and holds when full
 * @param sizeUl what the new one holds when full
 * @returns whole minor units, rounded half up
 * @example a 5 L jug out of a 20 L pail for 80.00: 20.00
 */
export const decantedPrice = (from: Price, sizeUl: number): number =>
  Math.round((from.minor * sizeUl) / from.sizeUl);

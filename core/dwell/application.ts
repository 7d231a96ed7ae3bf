import type { Delivery } from '../products/delivery.ts';
import type { Film } from '../products/uses.ts';
import { isFlat, type Zone } from '../soil/zones.ts';

/** Liquid laid on a panel, and the film of it that stays; both in kg/m2, which is litres to the square metre. */
export type Laid = { readonly laid: number; readonly kept: number };

/** In g/m2, seeds: what stays of what is laid by how it is put on; the rest runs off. */
const KEPT: Record<Film, number> = { trigger: 30, pumpSprayer: 45, foam: 60, gel: 80, saturation: 50 };
/** A level surface keeps more. */
const FLAT_KEEPS = 1.3;

/** The usual film of a delivery, where neither recipe nor product names one. */
export function usualFilm(delivery: Delivery | null): Film | null {
  switch (delivery) {
    case 'trigger':
    case 'pumpSprayer':
      return delivery;
    case 'cannon':
    case 'hoseGun':
      return 'foam';
    default:
      return null;
  }
}

/**
 * What lands on a square metre, and what stays: trigger 30 of 40, pump sprayer 45 of 60, foam 60 of 35/q, gel 80 of 90,
 * heavy saturation 50 of 55 g/m2, 1.3 times that on roof and bonnet, and never more than was laid.
 *
 * @param rateMlPerM2 bottle liquid in ml to the square metre
 * @param q the draw: water a cannon adds lands too; 1 for everything that delivers what is in it as it is
 * @param factor how much more or less stays here than usual, learned from films that were seen to dry
 * @example laidOn('foam', 35, 0.09, 'roof') // { laid: 0.389, kept: 0.078 }
 */
export function laidOn(film: Film, rateMlPerM2: number, q: number, zone: Zone | null, factor = 1): Laid {
  const laid = rateMlPerM2 / q / 1_000;
  const kept = ((KEPT[film] * (zone !== null && isFlat(zone) ? FLAT_KEEPS : 1)) / 1_000) * factor;
  return { laid, kept: Math.min(laid, kept) };
}

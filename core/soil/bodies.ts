import { HATCHBACK_ZONE_M2, type Zone } from './zones.ts';

/** What kind of vehicle it is, which decides how large it is. */
export const BODIES = [
  'cityCar',
  'hatchback',
  'saloon',
  'coupe',
  'convertible',
  'estate',
  'pickup',
  'hearse',
  'van',
  'camper',
] as const;
export type Body = (typeof BODIES)[number];
export const BODY_NAMES: Record<Body, string> = {
  cityCar: 'city car',
  hatchback: 'hatchback',
  saloon: 'saloon',
  coupe: 'coupe',
  convertible: 'convertible',
  estate: 'estate or SUV',
  pickup: 'pickup',
  hearse: 'hearse',
  van: 'van',
  camper: 'camper',
};
/** Where nobody has said what stands there: areas are figured for it, and others by factor. */
export const USUAL_BODY: Body = 'hatchback';

/** Seeds: areas to a hatchback's. */
const FACTORS: Record<Body, number> = {
  cityCar: 0.85,
  hatchback: 1,
  saloon: 1,
  coupe: 1,
  convertible: 1,
  estate: 1.25,
  pickup: 1.35,
  hearse: 1.45,
  van: 1.8,
  camper: 2.2,
};

/** Wheels, tyres and arches are much the same on all of them. */
const UNSCALED: readonly Zone[] = ['wheels', 'tyres', 'arches'];

/**
 * Square metres of a zone, both sides or all four together.
 *
 * @example zoneM2('lowers', 'camper') // 5.72
 */
export const zoneM2 = (zone: Zone, body: Body): number =>
  HATCHBACK_ZONE_M2[zone] * (UNSCALED.includes(zone) ? 1 : FACTORS[body]);

export const zonesM2 = (zones: readonly Zone[], body: Body): number =>
  zones.reduce((m2, zone) => m2 + zoneM2(zone, body), 0);

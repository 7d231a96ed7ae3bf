/** Where on a vehicle. */
export const ZONES = [
  'glass',
  'roof',
  'bonnet',
  'uppers',
  'lowers',
  'front',
  'rear',
  'wheels',
  'tyres',
  'arches',
  'interior',
] as const;
export type Zone = (typeof ZONES)[number];

export const ZONE_NAMES: Record<Zone, string> = {
  glass: 'glass',
  roof: 'roof',
  bonnet: 'bonnet',
  uppers: 'upper sides',
  lowers: 'lower sides',
  front: 'front',
  rear: 'rear',
  wheels: 'wheels',
  tyres: 'tyres',
  arches: 'arches',
  interior: 'interior',
};

/** Painted zones and glass: what "all over" means. */
export const BODY: readonly Zone[] = ['glass', 'roof', 'bonnet', 'uppers', 'lowers', 'front', 'rear'];

/** Level surfaces, on which more of a film stays. */
export const isFlat = (zone: Zone): boolean => zone === 'roof' || zone === 'bonnet';

/** Seeds: square metres of each on a hatchback; nobody has measured an interior. */
export const HATCHBACK_ZONE_M2: Record<Zone, number> = {
  glass: 3.0,
  roof: 1.8,
  bonnet: 1.6,
  uppers: 3.2,
  lowers: 2.6,
  front: 1.2,
  rear: 1.3,
  wheels: 4 * 0.25,
  tyres: 4 * 0.15,
  arches: 4 * 0.3,
  interior: 0,
};

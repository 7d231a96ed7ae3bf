// How dirty it is, judged by eye on the paint: the level chooses how strong, the kind chooses the chemistry.

export const SOIL_LEVELS = [0, 1, 2, 3, 4] as const;
export type SoilLevel = (typeof SOIL_LEVELS)[number];

export const SOIL_NAMES: Record<SoilLevel, string> = {
  0: 'dust',
  1: 'film',
  2: 'grime',
  3: 'heavy',
  4: 'caked',
};

/** What to look for; touch only tyre, sill underside or glass. */
export const SOIL_SIGNS: Record<SoilLevel, string> = {
  0: 'a haze',
  1: 'gloss dulled, water would bead grey',
  2: 'colour altered at sills and tail',
  3: 'gritty, tails black, deposits behind wheels',
  4: 'mud, a crust',
};

export const SOIL_KINDS = ['trafficFilm', 'mineral', 'salt', 'organic', 'oils'] as const;
export type SoilKind = (typeof SOIL_KINDS)[number];

export const SOIL_KIND_NAMES: Record<SoilKind, string> = {
  trafficFilm: 'traffic film',
  mineral: 'mineral dust',
  salt: 'salt',
  organic: 'insects and organic',
  oils: 'oils',
};

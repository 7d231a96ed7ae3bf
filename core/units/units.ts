export type UnitSystem = 'metric' | 'us' | 'imperial';

/** Microlitres in one of each unit. US and imperial figures are the exact legal definitions. */
export const UNIT_UL = {
  ml: 1_000,
  cl: 10_000,
  dl: 100_000,
  l: 1_000_000,
  usFlOz: 29_573.5295625,
  usPint: 473_176.473,
  usQuart: 946_352.946,
  usGal: 3_785_411.784,
  impFlOz: 28_413.0625,
  impPint: 568_261.25,
  impQuart: 1_136_522.5,
  impGal: 4_546_090,
} as const;

export type VolumeUnit = keyof typeof UNIT_UL;

/** An amount as it was entered, in its own unit: `3` in US fluid ounces. */
export type Quantity = { readonly amount: number; readonly unit: VolumeUnit };

/** Which of two bare numbers of a date comes first where a shop is. */
export type DayOrder = 'dayFirst' | 'monthFirst';

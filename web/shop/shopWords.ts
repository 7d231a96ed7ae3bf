import type { Shop } from '#contract/shop.ts';
import type { WaterKind } from '#core/mixing/hardness.ts';

// What a shop can decide, in words; each says what it changes.

export const READINGS: Record<Shop['ratioReading'], { name: string; note: string }> = {
  parts: { name: 'Parts', note: '1:12 is 1 part product plus 12 parts water' },
  inTotal: { name: 'In total', note: '1:12 is 1 part product in 12 parts altogether' },
};

export const WATER_NAMES: Record<WaterKind, string> = {
  tap: 'tap water',
  softened: 'softened water',
  deionised: 'deionised water',
};

/** Schools: questions shops answer differently, as this one does. */
export const SCHOOL_WORDS = {
  measuring: {
    measured: 'Product is measured',
    free: 'Product is poured freely, and every such mix is an estimate',
  },
  mixedBy: { swirl: 'A filled cannon is swirled', shake: 'A filled cannon is shaken' },
  glass: {
    readyToUse: 'Glass cleaner is bought ready to use',
    line: 'Glass cleaner may come from a verified line, on the weak side',
  },
} as const satisfies {
  [K in 'measuring' | 'mixedBy' | 'glass']: Record<Shop[K], string>;
};

export const WEATHER_WORDS: Record<Shop['weatherSource'], string> = {
  typed: 'Someone looks and types it',
  station: 'From the weather station',
};

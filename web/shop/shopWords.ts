import type { Shop } from '#contract/shop.ts';
import type { WaterKind } from '#core/mixing/hardness.ts';
import { t } from '../lib/speech.ts';

// What a shop can decide, in words; each says what it changes.

export const READINGS: () => Record<Shop['ratioReading'], { name: string; note: string }> = () => ({
  parts: { name: t('Parts'), note: t('1:12 is 1 part product plus 12 parts water') },
  inTotal: { name: t('In total'), note: t('1:12 is 1 part product in 12 parts altogether') },
});

export const WATER_NAMES: () => Record<WaterKind, string> = () => ({
  tap: t('tap water'),
  softened: t('softened water'),
  deionised: t('deionised water'),
});

/** Schools: questions shops answer differently, as this one does. */
export const SCHOOL_WORDS = () =>
  ({
    measuring: {
      measured: t('Product is measured'),
      free: t('Product is poured freely, and every such mix is an estimate'),
    },
    mixedBy: { swirl: t('A filled cannon is swirled'), shake: t('A filled cannon is shaken') },
    glass: {
      readyToUse: t('Glass cleaner is bought ready to use'),
      line: t('Glass cleaner may come from a verified line, on the weak side'),
    },
  }) as const satisfies {
    [K in 'measuring' | 'mixedBy' | 'glass']: Record<Shop[K], string>;
  };

export const WEATHER_WORDS: () => Record<Shop['weatherSource'], string> = () => ({
  typed: t('Someone looks and types it'),
  station: t('From the weather station'),
});

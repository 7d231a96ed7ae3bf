import { starterBody } from '#contract/opening.ts';
import type { Shop } from '#contract/shop.ts';
import { STARTER_IDS, type StarterId, usualSizeUl } from '#core/mixing/starterEquipment.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { t } from '../lib/speech.ts';
import { choice, listOf, number, orEmpty, parts, readBy, type TypedBy, text, volume } from '../ui/codecs.ts';

export const STARTER_NAMES: () => Record<StarterId, string> = () => ({
  smallTrigger: t('Small trigger bottle'),
  trigger: t('Trigger bottle'),
  largeTrigger: t('Large trigger bottle'),
  pumpSprayer: t('Pump sprayer'),
  largePumpSprayer: t('Large pump sprayer'),
  cannon: t('Foam cannon'),
  hoseGun: t('Hose-end gun'),
  washBucket: t('Wash bucket'),
  rinseBucket: t('Rinse bucket'),
  wheelBucket: t('Wheel bucket'),
  towelBucket: t('Towel bucket'),
  stockPail: t('Stock pail'),
  smallSyringe: t('Syringe'),
  cylinder: t('Cylinder'),
  largeCylinder: t('Large cylinder'),
  largeJug: t('Large jug'),
  bay: t('Bay'),
  van: t('Van'),
  pressureWasher: t('Pressure washer'),
});

export const STARTER_GROUPS: () => { name: string; ids: readonly StarterId[] }[] = () => [
  {
    name: t('Bottles and sprayers'),
    ids: ['smallTrigger', 'trigger', 'largeTrigger', 'pumpSprayer', 'largePumpSprayer', 'cannon', 'hoseGun'],
  },
  {
    name: t('Buckets and pails'),
    ids: ['washBucket', 'rinseBucket', 'wheelBucket', 'towelBucket', 'stockPail'],
  },
  { name: t('Bays and machines'), ids: ['bay', 'van', 'pressureWasher'] },
  { name: t('More measures'), ids: ['smallSyringe', 'cylinder', 'largeCylinder', 'largeJug'] },
];

const STARTERS_TYPED = {
  items: listOf(
    parts({
      what: choice<StarterId>('trigger'),
      name: text(),
      count: number('howMany'),
      sizeUl: orEmpty(volume()),
    }),
  ),
};
export type StartersTyped = TypedBy<typeof STARTERS_TYPED>;

/** None of anything yet, each in its usual size. */
export const noStarters = (shop: Shop): StartersTyped => ({
  items: STARTER_IDS.map((what) => {
    const ul = usualSizeUl(what, shop.units);
    return {
      what,
      name: STARTER_NAMES()[what],
      count: '0',
      sizeUl: ul === null ? '' : formatVolume(ul, shop.units),
    };
  }),
});

export const readStarters = (shop: Shop) => readBy(STARTERS_TYPED, starterBody, shop);

import { starterBody } from '#contract/opening.ts';
import type { Shop } from '#contract/shop.ts';
import { STARTER_IDS, type StarterId, usualSizeUl } from '#core/mixing/starterEquipment.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { UNIT_UL } from '#core/units/units.ts';
import { t } from '../lib/speech.ts';
import {
  type Context,
  choice,
  listOf,
  number,
  orEmpty,
  parts,
  readBy,
  type TypedBy,
  text,
  volume,
} from '../ui/codecs.ts';

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
  pumpHead: t('Pump head'),
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
  { name: t('More measures'), ids: ['smallSyringe', 'cylinder', 'largeCylinder', 'largeJug', 'pumpHead'] },
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

/** A size as it is sold and typed: in one unit, in millilitres and litres wherever it isn't the US. */
function sizeTyped(ul: number, units: Shop['units']): string {
  if (units !== 'us') return formatVolume(ul, 'metric');
  const [amount, unit] =
    ul < UNIT_UL.usGal ? [ul / UNIT_UL.usFlOz, 'US fl oz'] : [ul / UNIT_UL.usGal, 'US gal'];
  return `${Number(amount.toPrecision(3))} ${unit}`;
}

/** None of anything yet, each in its usual size. */
export const noStarters = (shop: Pick<Shop, 'units'>): StartersTyped => ({
  items: STARTER_IDS.map((what) => {
    const ul = usualSizeUl(what, shop.units);
    return {
      what,
      name: STARTER_NAMES()[what],
      count: '0',
      sizeUl: ul === null ? '' : sizeTyped(ul, shop.units),
    };
  }),
});

/** What of it there is; the size of what isn't there is nobody's business. */
export const readStarters = (shop: Context) => (typed: StartersTyped) =>
  readBy(
    STARTERS_TYPED,
    starterBody,
    shop,
  )({
    items: typed.items.map((item) => (item.count.trim() === '0' ? { ...item, sizeUl: '' } : item)),
  });

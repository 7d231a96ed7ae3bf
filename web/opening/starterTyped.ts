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

/** A size as it is sold and typed: in the US in half gallons or whole ounces, where it is so many; in litres everywhere else. */
function sizeTyped(ul: number, units: Shop['units']): string {
  if (units !== 'us') return formatVolume(ul, 'metric');
  const soMany = (unit: number) => (Math.abs(ul - Math.round(ul / unit) * unit) < 1 ? ul / unit : null);
  const [halves, ounces] = [soMany(UNIT_UL.usGal / 2), soMany(UNIT_UL.usFlOz)];
  if (halves !== null && halves >= 2) return `${Math.round(halves) / 2} US gal`;
  return ounces === null ? formatVolume(ul, 'metric') : `${Math.round(ounces)} US fl oz`;
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

import type { PrepareSheet } from '#contract/prepareSheet.ts';
import type { Shop } from '#contract/shop.ts';
import type { Towels } from '#core/planning/amounts.ts';
import type { DayLoad } from '#core/planning/prepareDay.ts';
import type { Chosen } from '#core/planning/recipeFor.ts';
import { formatVolume, formatWater } from '#core/units/formatVolume.ts';
import { shortSaid, t } from '../lib/speech.ts';

type Row = PrepareSheet['sections'][number]['rows'][number];

/** A mix as a line of a sheet: how strong, of what, into which vessel, how much. */
export function mixLine(
  { chosen, mixUl, productUl }: { chosen: Chosen; mixUl: number; productUl: number },
  of: { shop: Shop; into: string | null; note: string },
): Row {
  const neat = chosen.judged.bottle === 1;
  return {
    main: [`${shortSaid(chosen.cell.strength)}  ${chosen.of.product.name}`, of.into]
      .filter(Boolean)
      .join(', '),
    note: [of.note, !neat && t('{0} of product', formatVolume(productUl, of.shop.units))]
      .filter(Boolean)
      .join('. '),
    amount: formatVolume(mixUl, of.shop.units),
  };
}

/** Towels by what they are for; of which none is wanted, none is said. */
export function towelWords({ wiping, drying, wheels }: Towels): string {
  const some = [
    wiping > 0 && t('to wipe {0}', wiping),
    drying > 0 && t('to dry {0}', drying),
    wheels > 0 && t('for wheels alone {0}', wheels),
  ].filter(Boolean);
  return some.length === 0 ? '' : t('Towels: {0}.', some.join(', '));
}

/** Water and towels as lines of a sheet. */
export const waterAndTowels = (
  { litres, towels, soaked }: Pick<DayLoad, 'litres' | 'towels'> & Partial<Pick<DayLoad, 'soaked'>>,
  shop: Shop,
): Row[] => [
  { main: t('Water'), note: '', amount: inLitres(litres, shop) },
  ...(towelWords(towels)
    ? [{ main: towelWords(towels), note: soakedWords(soaked ?? null), amount: '' }]
    : []),
];

const inLitres = (litres: number, { units }: Shop): string => formatWater(litres, units);

/** Towels that are soaked beforehand, and in how many buckets; nothing where none is. */
export const soakedWords = (soaked: DayLoad['soaked']): string =>
  soaked
    ? t(
        '{0} of them soaked beforehand, in {1}.',
        soaked.towels,
        soaked.buckets === 1 ? t('one bucket') : t('{0} buckets', soaked.buckets),
      )
    : '';

/** Water that is brought along and is not enough. */
export const shortWaterWords = (
  { neededL, litres }: NonNullable<DayLoad['carried']>,
  vehicle: string,
  shop: Shop,
): string =>
  t(
    '{0} is needed, {1} is brought along: fill up before {2}.',
    inLitres(neededL, shop),
    inLitres(litres, shop),
    vehicle,
  );

/** What stands at the foot of everything that is printed of a plan. */
export const SHEET_FOOT = () => t('Safety data sheets, local codes and licensed practice decide.');

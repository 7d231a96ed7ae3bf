import type { Shop } from '#contract/shop.ts';
import { parseHardness } from '#core/mixing/hardness.ts';
import type { Outcome, Refusal } from '#core/outcome.ts';
import { FAMILIES, FAMILY_NAMES, type Family } from '#core/products/family.ts';
import { USUAL_DEFAULTS } from '#core/products/shopDefaults.ts';
import { recordStart } from '#core/products/starts.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import { fractionOf } from '#core/strength/strength.ts';
import { formatExactVolume } from '#core/units/formatVolume.ts';
import { parseNumber } from '#core/units/parseNumber.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { t } from '../lib/speech.ts';
import type { Reading } from '../ui/useTextForm.ts';

const CHOICES = [
  'name',
  'currency',
  'units',
  'ratioReading',
  'water',
  'measuring',
  'mixedBy',
  'glass',
  'wasteWater',
  'weatherSource',
  'emergencyNumber',
  'poisonNumber',
] as const;

/** The shop's settings as they are typed. */
export type ShopTyped = Pick<Shop, (typeof CHOICES)[number]> & {
  hardnessPpm: string;
  preWashFloor: string;
  preWashCeiling: string;
  foamFloor: string;
  jetShare: string;
  edgeShare: string;
  lockMinutes: string;
  countThresholdUl: string;
  useByDays: Partial<Record<Family, string>>;
};

/** Families whose mixes are known to go off: the trade says how soon. */
export const KEEPING: readonly Family[] = FAMILIES.filter((f) => recordStart(f).useByDays !== null);

const percent = (f: number): string => `${Number((f * 100).toPrecision(6))} %`;

export function typedShop(shop: Shop): ShopTyped {
  const { hardnessPpm, preWashFloor, preWashCeiling, foamFloor, jetShare, edgeShare, useByDays } = shop;
  const choices = Object.fromEntries(CHOICES.map((key) => [key, shop[key]])) as Pick<
    Shop,
    (typeof CHOICES)[number]
  >;
  return {
    ...choices,
    hardnessPpm: hardnessPpm === null ? '' : t('{0} ppm', hardnessPpm),
    preWashFloor: percent(preWashFloor),
    preWashCeiling: percent(preWashCeiling),
    foamFloor: percent(foamFloor),
    jetShare: percent(jetShare),
    edgeShare: percent(edgeShare),
    lockMinutes: String(shop.lockMinutes),
    countThresholdUl: formatExactVolume(shop.countThresholdUl),
    useByDays: Object.fromEntries(
      KEEPING.map((f) => [f, String(useByDays[f] ?? recordStart(f, USUAL_DEFAULTS).useByDays)]),
    ),
  };
}

/** What was typed, as the change to send; a figure left at the trade's own is not noted as the shop's. */
export function readShop(typed: ShopTyped, shop: Shop): Reading {
  const refusals: Record<string, Refusal> = {};
  const take = <T>(name: string, read: Outcome<T>): T | undefined => {
    if (read.ok) return read.value;
    refusals[name] = read;
    return undefined;
  };
  const figure = (name: 'preWashFloor' | 'preWashCeiling' | 'foamFloor', field: string) => {
    if (typed[name] === typedShop(shop)[name]) return shop[name];
    const strength = take(name, parseStrength(typed[name], { field, ratio: shop.ratioReading }));
    return strength && take(name, fractionOf(strength, field));
  };
  const hardness =
    typed.hardnessPpm.trim() === ''
      ? null
      : take('hardnessPpm', parseHardness(typed.hardnessPpm, t('Hardness')));
  const share = (name: 'jetShare' | 'edgeShare', field: string) => {
    const read = parseNumber(typed[name].replace(/\s*%$/, ''), field, 'share');
    const percents = take(name, read);
    return percents === undefined ? shop[name] : percents / 100;
  };
  const useByDays: Partial<Record<Family, number>> = { ...shop.useByDays } as Partial<Record<Family, number>>;
  for (const family of KEEPING) {
    const text = typed.useByDays[family] ?? '';
    const days = take(`useByDays.${family}`, parseNumber(text, t('{0} keeps', t(FAMILY_NAMES[family]))));
    if (days === undefined) continue;
    if (days === recordStart(family).useByDays) delete useByDays[family];
    else useByDays[family] = days;
  }
  const choices = Object.fromEntries(CHOICES.map((key) => [key, typed[key]]));
  return {
    body: {
      ...choices,
      hardnessPpm: hardness ?? null,
      preWashFloor: figure('preWashFloor', t('Pre-wash floor')),
      preWashCeiling: figure('preWashCeiling', t('Pre-wash ceiling')),
      foamFloor: figure('foamFloor', t('Neutral foam floor')),
      jetShare: share('jetShare', t('Jet')),
      edgeShare: share('edgeShare', t('Begins to dry after')),
      lockMinutes: take('lockMinutes', parseNumber(typed.lockMinutes, t('Locks after'))),
      countThresholdUl: take(
        'countThresholdUl',
        parseVolume(typed.countThresholdUl, {
          system: typed.units,
          field: t('Difference a lead may accept'),
        }),
      ),
      useByDays,
    },
    refusals,
  };
}

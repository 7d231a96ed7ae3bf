import { type Shop, shopPatch } from '#contract/shop.ts';
import { parseHardness } from '#core/mixing/hardness.ts';
import { accept, type Refusal } from '#core/outcome.ts';
import {
  DATED,
  type Dated,
  type EveryDays,
  TREATMENT_NAMES,
  USUAL_EVERY_DAYS,
} from '#core/planning/intervals.ts';
import type { Schools } from '#core/planning/schools.ts';
import { FAMILIES, FAMILY_NAMES, type Family } from '#core/products/family.ts';
import { USUAL_DEFAULTS } from '#core/products/shopDefaults.ts';
import { recordStart } from '#core/products/starts.ts';
import type { SoilKind } from '#core/soil/soil.ts';
import { parseStrength, type RatioReading } from '#core/strength/parseStrength.ts';
import { fractionOf } from '#core/strength/strength.ts';
import { parseWithUnit } from '#core/units/parseNumber.ts';
import { t } from '../lib/speech.ts';
import {
  type Codec,
  choice,
  DAYS,
  exactAmount,
  number,
  orEmpty,
  parts,
  readBy,
  some,
  type TypedBy,
  text,
  typedOf,
} from '../ui/codecs.ts';
import type { Reading } from '../ui/useTextForm.ts';

/** Families whose mixes are known to go off: the trade says how soon. */
export const KEEPING: readonly Family[] = FAMILIES.filter((f) => recordStart(f).useByDays !== null);

const percent = (f: number): string => `${Number((f * 100).toPrecision(6))} %`;

/** A strength on the panel, kept as what it comes to. */
const figure = (ratio: RatioReading): Codec<string, number> => ({
  empty: '',
  format: percent,
  parse: (typed, { field }) => {
    const strength = parseStrength(typed, { field, ratio });
    return strength.ok ? fractionOf(strength.value, field) : strength;
  },
});
const share: Codec<string, number> = {
  empty: '',
  format: percent,
  parse: (typed, { field }) => {
    const percents = parseWithUnit(typed, /\s*%$/, field, 'share');
    return percents.ok ? accept(percents.value / 100) : percents;
  },
};
const hardness: Codec<string, number> = {
  empty: '',
  format: (ppm) => t('{0} ppm', ppm),
  parse: (typed, { field }) => parseHardness(typed, field),
};

type Keeps = Shop['useByDays'];
/** How long mixes of a family keep; a figure left at the trade's own is not noted as the shop's. */
const keeping: Codec<Partial<Record<Family, string>>, Keeps> = {
  empty: {},
  format: (days) =>
    Object.fromEntries(KEEPING.map((f) => [f, String(days[f] ?? recordStart(f, USUAL_DEFAULTS).useByDays)])),
  parse: (typed, _, before) =>
    readDays(
      KEEPING,
      typed,
      (family) => t('{0} keeps', t(FAMILY_NAMES[family])),
      USUAL_KEEPING,
      before as Partial<Record<Family, number>>,
    ),
};
const USUAL_KEEPING = Object.fromEntries(KEEPING.map((f) => [f, recordStart(f).useByDays])) as Record<
  Family,
  number
>;

/** Whole days by name; those left at the usual figure are not noted. */
function readDays<K extends string>(
  keys: readonly K[],
  typed: Partial<Record<K, string>>,
  nameOf: (key: K) => string,
  usual: Readonly<Record<K, number>>,
  before: Partial<Record<K, number | undefined>> = {},
): { value: Partial<Record<K, number>>; refusals: Record<string, Refusal> } {
  const value = { ...before };
  const refusals: Record<string, Refusal> = {};
  for (const key of keys) {
    const days = parseWithUnit(typed[key] ?? '', DAYS.spelt, nameOf(key), 'days');
    if (!days.ok) refusals[key] = days;
    else if (days.value === usual[key]) delete value[key];
    else value[key] = days.value;
  }
  return { value, refusals };
}

/** After how many days it is due again; a figure left at the usual one is not noted as the shop's. */
const dueAgain: Codec<Partial<Record<Dated, string>>, EveryDays> = {
  empty: {},
  format: (days) => Object.fromEntries(DATED.map((d) => [d, String(days[d] ?? USUAL_EVERY_DAYS[d])])),
  parse: (typed) => readDays(DATED, typed, (d) => t(TREATMENT_NAMES[d]), USUAL_EVERY_DAYS),
};

/** The shop's settings, field by field; a bare ratio is read the way the shop reads it. */
const settings = (ratio: RatioReading) => ({
  name: text(),
  currency: text(),
  units: choice<Shop['units']>('metric'),
  ratioReading: choice<Shop['ratioReading']>(ratio),
  water: choice<Shop['water']>('tap'),
  measuring: choice<Shop['measuring']>('measured'),
  mixedBy: choice<Shop['mixedBy']>('swirl'),
  glass: choice<Shop['glass']>('readyToUse'),
  wasteWater: text(),
  weatherSource: choice<Shop['weatherSource']>('typed'),
  emergencyNumber: text(),
  poisonNumber: text(),
  hardnessPpm: orEmpty(hardness),
  preWashFloor: figure(ratio),
  preWashCeiling: figure(ratio),
  foamFloor: figure(ratio),
  jetShare: share,
  schools: parts({
    lightWash: choice<Schools['lightWash']>('hose'),
    wheelsWhen: choice<Schools['wheelsWhen']>('first'),
    soakWhen: choice<Schools['soakWhen']>('beforeFoam'),
    contactShampoo: choice<Schools['contactShampoo']>('neutral'),
    clay: choice<Schools['clay']>('whenPolished'),
    drying: choice<Schools['drying']>('withAid'),
  }),
  soilHere: some<SoilKind>(),
  everyDays: dueAgain,
  edgeShare: share,
  lockMinutes: number('minutes'),
  countThresholdUl: exactAmount,
  useByDays: keeping,
});
export type ShopTyped = TypedBy<ReturnType<typeof settings>>;

export const typedShop = (shop: Shop): ShopTyped => typedOf(settings(shop.ratioReading), shop, shop);

/** What was typed, as the change to send. */
export const readShop = (typed: ShopTyped, shop: Shop): Reading =>
  readBy(settings(shop.ratioReading), shopPatch, { ...shop, units: typed.units }, shop)(typed);

import { type Product, productBody } from '#contract/products.ts';
import { refuse } from '#contract/refusals.ts';
import type { Shop } from '#contract/shop.ts';
import type { Refusal } from '#core/outcome.ts';
import type { Family } from '#core/products/family.ts';
import { checkPh, type ProductRecord } from '#core/products/record.ts';
import { familyStart, recordStart, startOfUse, usualTraits } from '#core/products/starts.ts';
import type { Film, ProductUse, UseKind } from '#core/products/uses.ts';
import { TRAITS, type Trait, type Traits } from '#core/safety/traits.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import { fractionOf } from '#core/strength/strength.ts';
import { formatDuration, parseDuration } from '#core/units/duration.ts';
import { parseCelsius } from '#core/units/temperature.ts';
import { t } from '../../lib/speech.ts';
import {
  type Codec,
  choice,
  exactAmount,
  flag,
  listOf,
  millilitres,
  number,
  orEmpty,
  orNone,
  parts,
  readAll,
  type TypedBy,
  text,
  typedOf,
  volume,
} from '../../ui/codecs.ts';
import { type LabelTyped, readLabel, typedLabel } from './labelTyped.ts';

// A product as it is typed: text where something is measured, the same names as it is sent under.

const FIRST_FAMILY: Family = 'neutralFoam';

const celsius: Codec<string, number> = {
  empty: '',
  format: String,
  parse: (typed, { field }) => parseCelsius(typed, field, [-40, 80]),
};

const panel: Codec<string, number> = {
  empty: '',
  format: (f) => `${Number((f * 100).toPrecision(12))} %`,
  parse: (typed, { field }) => {
    const strength = parseStrength(typed, { field });
    return strength.ok ? fractionOf(strength.value, field) : strength;
  },
};

const seconds: Codec<string, number> = {
  empty: '',
  format: (s) => formatDuration(s),
  parse: (typed, { field }) =>
    typed.trim() === '' ? refuse('dwell.missing', { field }) : parseDuration(typed, field),
};
const WINDOW = parts({ shortestS: seconds, fromS: seconds, toS: seconds, longestS: seconds });
/** All four times, or none: half a window is none. */
const dwell: Codec<(typeof WINDOW)['empty'], ProductUse['dwell']> = {
  empty: WINDOW.empty,
  format: (times, of) => (times ? WINDOW.format(times, of) : WINDOW.empty),
  parse: (typed, of) =>
    Object.values(typed).every((time) => time.trim() === '')
      ? { value: null, refusals: {} }
      : WINDOW.parse(typed, of),
};

const REPLACED = parts({ productId: number(), k: number() });
const replaces: Codec<(typeof REPLACED)['empty'], ProductRecord['replaces']> = {
  empty: REPLACED.empty,
  format: (what, of) => (what ? REPLACED.format(what, of) : REPLACED.empty),
  parse: (typed, of) => (typed.productId === '' ? { value: null, refusals: {} } : REPLACED.parse(typed, of)),
};

const USE = parts({
  kind: choice<UseKind>('foam'),
  panelFloor: orEmpty(panel),
  panelCeiling: orEmpty(panel),
  film: orNone<Film>(),
  dwell,
  rateMlPerM2: orEmpty(millilitres()),
});
type UseTyped = (typeof USE)['empty'];

const USUAL = recordStart(FIRST_FAMILY);
const RECORD = parts({
  family: choice<Family>(FIRST_FAMILY),
  phNeat: orEmpty(number()),
  phUse: orEmpty(number()),
  thickness: choice(USUAL.thickness),
  protection: choice(USUAL.protection),
  storeFromC: orEmpty(celsius),
  storeToC: orEmpty(celsius),
  useByDays: orEmpty(number('days')),
  reorderUl: orEmpty({ ...volume(), format: exactAmount.format }),
  roomUl: orEmpty({ ...volume(), format: exactAmount.format }),
  surfaces: choice(USUAL.surfaces),
  delivery: choice(USUAL.delivery),
  hazards: choice(USUAL.hazards),
  care: choice(USUAL.care),
  firstAid: text(),
  spill: text(),
  replaces,
});

const PRODUCT = {
  name: text(),
  state: choice<Product['state']>('concentrate'),
  caution: text(),
  gPerMl: orEmpty(number()),
  capUl: orEmpty(exactAmount),
  shakeFirst: flag(),
  suds: flag(),
  record: RECORD,
  uses: listOf(USE),
};

/** Each trait as somebody read it on the sheet, or as products of the family usually are. */
type TypedTraits = Record<Trait, 'yes' | 'no' | 'unknown' | 'usual'>;

export type ProductTyped = TypedBy<typeof PRODUCT> & { traits: TypedTraits; labelEntries: LabelTyped[] };

export function typedProduct(product: Product | null, shop: Shop): ProductTyped {
  if (!product) return newProduct(shop);
  const reads = { ...shop, gPerMl: product.gPerMl ?? undefined };
  return {
    ...typedOf(PRODUCT, product, shop),
    traits: typedTraits(product.traits),
    labelEntries: product.labelEntries.map((entry) => typedLabel(entry, reads)),
  };
}

function newProduct(shop: Shop): ProductTyped {
  const { use, foams } = familyStart(FIRST_FAMILY);
  return {
    ...typedOf(PRODUCT, null, shop),
    suds: foams,
    record: typedStart(FIRST_FAMILY, shop),
    traits: Object.fromEntries(TRAITS.map((trait) => [trait, 'usual'])) as TypedTraits,
    uses: [USE.format(startOfUse(use, FIRST_FAMILY, shop), shop)],
    labelEntries: [{ whatFor: t('Everyday'), printed: '', reading: 'asWritten', basis: 'bottle', use }],
  };
}

const typedTraits = (traits: Traits): TypedTraits =>
  Object.fromEntries(
    TRAITS.map((t) => {
      const state = traits[t];
      return [t, state === 'usuallyYes' || state === 'usuallyNo' ? 'usual' : state];
    }),
  ) as TypedTraits;

function readTraits(typed: TypedTraits, family: Family): Traits {
  const usual = usualTraits(family);
  return Object.fromEntries(TRAITS.map((t) => [t, typed[t] === 'usual' ? usual[t] : typed[t]])) as Traits;
}

/** What is on record of a family's products as a rule, as it is typed. */
export const typedStart = (family: Family, shop: Shop): ProductTyped['record'] =>
  RECORD.format(recordStart(family, shop), shop);

/** One use for each kind the label strengths are for: those typed already stay, the rest start as their family does. */
export function usesFor(
  entries: readonly LabelTyped[],
  typed: readonly UseTyped[],
  family: Family,
  shop: Shop,
): UseTyped[] {
  const kinds = [...new Set(entries.map((e) => e.use))];
  return kinds.map(
    (kind) => typed.find((u) => u.kind === kind) ?? USE.format(startOfUse(kind, family, shop), shop),
  );
}

/** Everything typed, read by the trade's own parsers. */
export function readProduct(
  typed: ProductTyped,
  shop: Shop,
  row: Product | null = null,
): { body: Record<string, unknown>; refusals: Record<string, Refusal> } {
  const { value, refusals } = readAll(PRODUCT, typed, row, shop, productBody);
  const traits = readTraits(typed.traits, typed.record.family);
  const ph = checkPh(value.record?.phNeat ?? null, traits);
  const label = readLabel(typed.labelEntries, { ...shop, gPerMl: value.gPerMl ?? undefined });
  return {
    body: { ...value, traits, labelEntries: label.entries },
    refusals: { ...refusals, ...(!ph.ok && { 'record.phNeat': ph }), ...label.refusals },
  };
}

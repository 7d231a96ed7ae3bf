import type { LabelEntry, Product } from '#contract/products.ts';
import { refuse } from '#contract/refusals.ts';
import type { Shop } from '#contract/shop.ts';
import type { Outcome, Refusal } from '#core/outcome.ts';
import type { Family } from '#core/products/family.ts';
import { checkPh, type ProductRecord } from '#core/products/record.ts';
import type { ShopDefaults } from '#core/products/shopDefaults.ts';
import { familyStart, recordStart, startOfUse, usualTraits } from '#core/products/starts.ts';
import { type Film, type ProductUse, USE_NAMES, type UseKind } from '#core/products/uses.ts';
import { TRAITS, type Trait, type Traits } from '#core/safety/traits.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import { fractionOf } from '#core/strength/strength.ts';
import { formatDuration, parseDuration } from '#core/units/duration.ts';
import { formatExactVolume } from '#core/units/formatVolume.ts';
import { parseNumber } from '#core/units/parseNumber.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { parseCelsius } from '#core/units/temperature.ts';
import { t } from '../../lib/speech.ts';
import type { Reading } from '../../ui/useTextForm.ts';
import { type LabelTyped, readLabel, typedLabel } from './labelTyped.ts';

// A product as it is typed: text where something is measured, the same names as it is sent under.

export type UseTyped = {
  kind: UseKind;
  panelFloor: string;
  panelCeiling: string;
  film: Film | 'none';
  dwell: { shortestS: string; fromS: string; toS: string; longestS: string };
  rateMlPerM2: string;
};

type Measured = 'phNeat' | 'phUse' | 'storeFromC' | 'storeToC' | 'useByDays';

/** Each trait as somebody read it on the sheet, or as products of the family usually are. */
type TypedTraits = Record<Trait, 'yes' | 'no' | 'unknown' | 'usual'>;

export type ProductTyped = {
  name: string;
  state: Product['state'];
  caution: string;
  gPerMl: string;
  capUl: string;
  shakeFirst: boolean;
  suds: boolean;
  record: Omit<ProductRecord, Measured | 'replaces'> &
    Record<Measured, string> & { replaces: { productId: string; k: string } };
  traits: TypedTraits;
  uses: UseTyped[];
  labelEntries: LabelTyped[];
};

const FIRST_FAMILY: Family = 'neutralFoam';

export function typedProduct(product: Product | null, shop: Shop): ProductTyped {
  if (!product) return newProduct(shop);
  const reads = { ...shop, gPerMl: product.gPerMl ?? undefined };
  return {
    name: product.name,
    state: product.state,
    caution: product.caution,
    gPerMl: text(product.gPerMl),
    capUl: product.capUl ? formatExactVolume(product.capUl) : '',
    shakeFirst: product.shakeFirst,
    suds: product.suds,
    record: typedRecord(product.record),
    traits: typedTraits(product.traits),
    uses: product.uses.map(typedUse),
    labelEntries: product.labelEntries.map((entry: LabelEntry) => typedLabel(entry, reads)),
  };
}

function newProduct(defaults: ShopDefaults): ProductTyped {
  const { use, foams } = familyStart(FIRST_FAMILY);
  return {
    name: '',
    state: 'concentrate',
    caution: '',
    gPerMl: '',
    capUl: '',
    shakeFirst: false,
    suds: foams,
    record: typedRecord(recordStart(FIRST_FAMILY, defaults)),
    traits: ALL_USUAL,
    uses: [typedUse(startOfUse(use, FIRST_FAMILY, defaults))],
    labelEntries: [{ whatFor: t('Everyday'), printed: '', reading: 'asWritten', basis: 'bottle', use }],
  };
}

export const ALL_USUAL = Object.fromEntries(TRAITS.map((t) => [t, 'usual'])) as TypedTraits;

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

const text = (n: number | null): string => (n === null ? '' : String(n));

export function typedRecord(record: ProductRecord): ProductTyped['record'] {
  return {
    ...record,
    phNeat: text(record.phNeat),
    phUse: text(record.phUse),
    storeFromC: text(record.storeFromC),
    storeToC: text(record.storeToC),
    useByDays: text(record.useByDays),
    replaces: {
      productId: record.replaces ? String(record.replaces.productId) : '',
      k: record.replaces ? String(record.replaces.k) : '',
    },
  };
}

const percentText = (f: number | null): string =>
  f === null ? '' : `${Number((f * 100).toPrecision(12))} %`;

export const typedUse = (use: ProductUse): UseTyped => ({
  kind: use.kind,
  panelFloor: percentText(use.panelFloor),
  panelCeiling: percentText(use.panelCeiling),
  film: use.film ?? 'none',
  dwell: {
    shortestS: use.dwell ? formatDuration(use.dwell.shortestS) : '',
    fromS: use.dwell ? formatDuration(use.dwell.fromS) : '',
    toS: use.dwell ? formatDuration(use.dwell.toS) : '',
    longestS: use.dwell ? formatDuration(use.dwell.longestS) : '',
  },
  rateMlPerM2: text(use.rateMlPerM2),
});

/** One use for each kind the label strengths are for: those typed already stay, the rest start as their family does. */
export function usesFor(
  entries: readonly LabelTyped[],
  typed: readonly UseTyped[],
  family: Family,
  defaults: ShopDefaults,
): UseTyped[] {
  const kinds = [...new Set(entries.map((e) => e.use))];
  return kinds.map(
    (kind) => typed.find((u) => u.kind === kind) ?? typedUse(startOfUse(kind, family, defaults)),
  );
}

/** Everything typed, read by the trade's own parsers. */
export function readProduct(
  typed: ProductTyped,
  shop: Shop,
): Reading & { refusals: Record<string, Refusal> } {
  const refusals: Record<string, Refusal> = {};
  /** The value at a field, nothing where nothing was typed, or a refusal kept for that field. */
  const read = <T>(at: string, typedText: string, parse: (text: string) => Outcome<T>): T | null => {
    if (typedText.trim() === '') return null;
    const outcome = parse(typedText);
    if (outcome.ok) return outcome.value;
    refusals[at] = outcome;
    return null;
  };
  const { record, uses, labelEntries, ...plain } = typed;
  const gPerMl = read('gPerMl', typed.gPerMl, (text) => parseNumber(text, t('Density')));
  const capUl = read('capUl', typed.capUl, (text) =>
    parseVolume(text, { system: shop.units, field: t('Cap') }),
  );
  const range = [-40, 80] as const;
  const body = {
    ...plain,
    traits: readTraits(typed.traits, record.family),
    gPerMl,
    capUl,
    record: {
      ...record,
      phNeat: read('record.phNeat', record.phNeat, (text) => parseNumber(text, t('pH neat'))),
      phUse: read('record.phUse', record.phUse, (text) => parseNumber(text, t('pH at use'))),
      storeFromC: read('record.storeFromC', record.storeFromC, (text) =>
        parseCelsius(text, t('Store from'), range),
      ),
      storeToC: read('record.storeToC', record.storeToC, (text) => parseCelsius(text, t('Store to'), range)),
      useByDays: read('record.useByDays', record.useByDays, (text) => parseNumber(text, t('A mix keeps'))),
      replaces:
        record.replaces.productId === ''
          ? null
          : {
              productId: Number(record.replaces.productId),
              k:
                read('record.replaces.k', record.replaces.k, (text) =>
                  parseNumber(text, t('Does the work of')),
                ) ?? 0,
            },
    },
    uses: uses.map((use, i) => ({
      kind: use.kind,
      panelFloor: read(`uses.${i}.panelFloor`, use.panelFloor, panelReader(t('Floor on the panel'))),
      panelCeiling: read(`uses.${i}.panelCeiling`, use.panelCeiling, panelReader(t('Ceiling on the panel'))),
      film: use.film === 'none' ? null : use.film,
      dwell: readDwell(use, i, read),
      rateMlPerM2: read(`uses.${i}.rateMlPerM2`, use.rateMlPerM2, (text) =>
        parseNumber(text.replace(/\s*ml.*$/i, ''), t('Rate')),
      ),
    })),
  };
  const ph = checkPh(body.record.phNeat, body.traits);
  if (!ph.ok) refusals['record.phNeat'] = ph;
  const label = readLabel(labelEntries, { ...shop, gPerMl: gPerMl ?? undefined });
  return { body: { ...body, labelEntries: label.entries }, refusals: { ...refusals, ...label.refusals } };
}

function panelReader(field: string): (text: string) => Outcome<number> {
  return (typed) => {
    const strength = parseStrength(typed, { field });
    return strength.ok ? fractionOf(strength.value, field) : strength;
  };
}

type Read = <T>(at: string, text: string, parse: (text: string) => Outcome<T>) => T | null;

const DWELL_NAMES = {
  shortestS: 'Shortest dwell',
  fromS: 'Dwell from',
  toS: 'Dwell to',
  longestS: 'Longest dwell',
} as const;

/** All four times, or none: half a window is none. */
function readDwell({ kind, dwell }: UseTyped, i: number, read: Read) {
  const names = Object.keys(DWELL_NAMES) as (keyof typeof DWELL_NAMES)[];
  if (names.every((name) => dwell[name].trim() === '')) return null;
  const all = names.map((name) => [
    name,
    read(`uses.${i}.dwell.${name}`, dwell[name] || '?', (text) =>
      text === '?'
        ? refuse('dwell.missing', { field: t(DWELL_NAMES[name]), use: t(USE_NAMES[kind]).toLowerCase() })
        : parseDuration(text, t(DWELL_NAMES[name])),
    ) ?? 0,
  ]);
  return Object.fromEntries(all) as Record<keyof typeof DWELL_NAMES, number>;
}

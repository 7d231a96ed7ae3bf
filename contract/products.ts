import type { InferType, StringSchema } from 'yup';
import * as yup from 'yup';
import { RATE_TARGETS } from '#core/delivery/output.ts';
import type { ProductState } from '#core/mixing/solveMix.ts';
import { DELIVERIES } from '#core/products/delivery.ts';
import { FAMILIES } from '#core/products/family.ts';
import {
  HAZARDS,
  PROTECTION_EFFECTS,
  type ProductRecord,
  SUITS,
  SURFACE_NAMES,
  SURFACES,
  type Suits,
  type Surface,
  THICKNESSES,
} from '#core/products/record.ts';
import { FILMS, type ProductUse, USE_KINDS, USE_NAMES, type UseKind } from '#core/products/uses.ts';
import {
  TRAIT_NAMES,
  TRAIT_STATES,
  TRAITS,
  type Trait,
  type TraitState,
  type Traits,
} from '#core/safety/traits.ts';
import { BASES, type Basis } from '#core/strength/band.ts';
import type { Strength } from '#core/strength/notation.ts';
import {
  exactly,
  finite,
  line,
  note,
  oneOf,
  rowId,
  someOf,
  strength,
  strengthOrNone,
  wholeUl,
  yes,
} from './fields.ts';

// Products: what they are, what their labels say, and what they are used for.

export const PRODUCT_STATES = ['concentrate', 'hyper', 'readyToUse'] as const satisfies ProductState[];

const labelEntry = exactly({
  whatFor: line('What for', 40),
  printed: line('Label strength', 80),
  strength: strength(),
  /** The stronger end, where the label gives a range. */
  upTo: strengthOrNone(),
  basis: oneOf('Holds', BASES),
  use: oneOf('Use', USE_KINDS),
}).label('Label strength');

const each = <K extends string, V extends string>(
  keys: readonly K[],
  names: Record<K, string>,
  values: readonly V[],
) =>
  exactly(
    Object.fromEntries(keys.map((k) => [k, oneOf(names[k], values)])) as unknown as Record<
      K,
      StringSchema<V>
    >,
  );

const seconds = (label: string) =>
  finite(label, 1, 7_200).integer().meta({ remedy: 'Give a time from 1 second to 2 hours, such as 4 min.' });

const dwell = exactly({
  shortestS: seconds('Shortest dwell'),
  fromS: seconds('Dwell from'),
  toS: seconds('Dwell to'),
  longestS: seconds('Longest dwell'),
})
  .test('order', function inOrder(value) {
    const { shortestS = 0, fromS = 0, toS = 0, longestS = 0 } = value ?? {};
    if (shortestS <= fromS && fromS <= toS && toS <= longestS) return true;
    return this.createError({
      path: `${this.path}.fromS`,
      message: 'Dwell times are not in order: shortest, from, to, longest.',
    });
  })
  .label('Dwell');

const panel = (label: string) =>
  finite(label, 1e-6, 1).meta({ remedy: 'Give a strength on the panel, such as 1 % or 1:60, or nothing.' });

const use = exactly({
  kind: oneOf('Use', USE_KINDS),
  panelFloor: panel('Floor on the panel').nullable(),
  panelCeiling: panel('Ceiling on the panel').nullable(),
  film: oneOf('Film', FILMS).nullable(),
  dwell: dwell.nullable(),
  rateMlPerM2: finite('Rate', 1, 1_000)
    .nullable()
    .meta({ remedy: 'Give ml to the square metre, such as 45, or nothing.' }),
})
  .test('floor', function below(value) {
    const { panelFloor, panelCeiling } = value ?? {};
    if (panelFloor == null || panelCeiling == null || panelFloor <= panelCeiling) return true;
    return this.createError({
      path: `${this.path}.panelFloor`,
      message: 'Floor on the panel is over the ceiling.',
    });
  })
  .label('Use');

const degrees = (label: string) =>
  finite(label, -40, 80).nullable().meta({ remedy: 'Give degrees C, such as 5, or nothing.' });
const ph = (label: string) =>
  finite(label, 0, 14).nullable().meta({ remedy: 'Give a pH from 0 to 14, or nothing.' });

/** Which product it replaces, and how many parts of that one part of it does the work of. */
export const replacedProduct = exactly({
  productId: rowId('Replaces'),
  k: finite('Does the work of', 0.01, 1_000).meta({ remedy: 'Give how many parts, such as 4.' }),
}).label('Replaces');

export const roomUl = () =>
  wholeUl('Room for')
    .nullable()
    .meta({ remedy: 'Give how much there is room for, such as 40 l, or nothing.' });

/** What is on record of a product besides its label: by its makers' words and its safety data sheet. */
export const productRecord = exactly({
  family: oneOf('Family', FAMILIES),
  phNeat: ph('pH neat'),
  phUse: ph('pH at use'),
  thickness: oneOf('Thickness', THICKNESSES),
  protection: oneOf('To protection', PROTECTION_EFFECTS),
  storeFromC: degrees('Store from'),
  storeToC: degrees('Store to'),
  useByDays: finite('A mix keeps', 1, 1_000)
    .integer()
    .nullable()
    .meta({ remedy: 'Give whole days from 1 to 1000, or nothing.' }),
  reorderUl: wholeUl('Order more under')
    .nullable()
    .meta({ remedy: 'Give how much, such as 5 l, or nothing.' }),
  roomUl: roomUl(),
  surfaces: each<Surface, Suits>(SURFACES, SURFACE_NAMES, SUITS).label('Surfaces'),
  delivery: someOf('Put on with', DELIVERIES),
  hazards: someOf('Hazards', HAZARDS),
  care: exactly({
    gloves: yes('Gloves'),
    eyes: yes('Eye cover'),
    air: yes('Fresh air'),
    acknowledge: yes('Must confirm'),
    signOff: yes('Only by people signed off'),
  }).label('Care'),
  firstAid: note('First aid', 600),
  spill: note('Spill', 600),
  replaces: replacedProduct.nullable().default(undefined),
}).label('Record');

export const productBody = exactly({
  name: line('Product name', 60),
  state: oneOf('How it comes', PRODUCT_STATES),
  caution: note('Caution', 300),
  gPerMl: finite('Density', 0.5, 2.5)
    .nullable()
    .meta({ remedy: 'Give grams to the millilitre from 0.5 to 2.5, or nothing.' }),
  capUl: wholeUl('Cap').nullable().meta({ remedy: 'Give what one cap holds, such as 7.5 ml, or nothing.' }),
  shakeFirst: yes('Shake first'),
  suds: yes('Foams'),
  record: productRecord,
  traits: each<Trait, TraitState>(TRAITS, TRAIT_NAMES, TRAIT_STATES).label('Traits'),
  uses: yup
    .array(use)
    .label('Uses')
    .required()
    .max(USE_KINDS.length)
    .test('once', function once(uses) {
      const seen = new Set<UseKind>();
      for (const [i, use] of (uses ?? []).entries()) {
        const kind = use?.kind;
        if (kind === undefined) continue;
        if (seen.has(kind))
          return this.createError({
            path: `uses.${i}.kind`,
            message: `Use: ${USE_NAMES[kind]} is there twice.`,
          });
        seen.add(kind);
      }
      return true;
    })
    .meta({ remedy: 'Give each use once.' }),
  labelEntries: yup
    .array(labelEntry)
    .label('Label strengths')
    .required()
    .max(12)
    .meta({ remedy: 'Give up to twelve.' }),
});
export type ProductBody = InferType<typeof productBody>;
export const productPatch = productBody.concat(exactly({ retired: yes('Retired') }));
export type ProductPatch = InferType<typeof productPatch>;

export type LabelEntry = {
  id: number;
  whatFor: string;
  printed: string;
  strength: Strength;
  fraction: number;
  /** The stronger end, where the label gives a range; `strength` is then the weaker. */
  upTo: Strength | null;
  upToFraction: number | null;
  basis: Basis;
  use: UseKind;
};
export type Product = {
  id: number;
  name: string;
  state: ProductState;
  caution: string;
  /** Grams to the millilitre; null where nobody has found out. */
  gPerMl: number | null;
  capUl: number | null;
  shakeFirst: boolean;
  /** It foams: in a bucket, suds are raised by a jet after dosing. */
  suds: boolean;
  record: ProductRecord;
  traits: Traits;
  uses: ProductUse[];
  labelEntries: LabelEntry[];
  /** Its safety data sheet, where one is attached. */
  sheet: Sheet | null;
  retired: boolean;
  revision: number;
};

/** A safety data sheet as it was attached. */
export type Sheet = { id: number; name: string; addedAt: string; addedBy: string };
export const SHEET_TYPES = ['application/pdf', 'image/png', 'image/jpeg'] as const;
export const SHEET_MOST_BYTES = 10_000_000;

/** How much was used on how many of what: the rate of one use of a product, measured. */
export const rateBody = exactly({
  use: oneOf('Use', USE_KINDS),
  ul: wholeUl('Used'),
  count: finite('How many', 0.01, 100),
  target: oneOf('On', RATE_TARGETS),
});

import { type Container, type MeasureRow, NO_RIG, type Vessel } from '#contract/equipment.ts';
import type { PourBody } from '#contract/ledger.ts';
import type { LabelEntry, Product } from '#contract/products.ts';
import type { Family } from '#core/products/family.ts';
import { recordStart, startOfUse } from '#core/products/starts.ts';
import type { UseKind } from '#core/products/uses.ts';
import { ALL_UNKNOWN, TRAITS, type Traits } from '#core/safety/traits.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import { fractionOf } from '#core/strength/strength.ts';
import type { BenchMix } from './benchMix.ts';
import type { Equipment } from './equipment.ts';
import { pourOf } from './pourOf.ts';

// Made-up equipment for the Bench's own tests.

export const NONE = Object.fromEntries(TRAITS.map((t) => [t, 'no'])) as Traits;
export const product = (id: number, state: Product['state']): Product => ({
  id,
  name: `Product ${id}`,
  state,
  caution: '',
  gPerMl: id === 1 ? 1.035 : null,
  capUl: id === 1 ? 7_500 : null,
  shakeFirst: false,
  suds: false,
  record: recordStart('neutralFoam'),
  uses: [],
  sheet: null,
  traits: id === 3 ? ALL_UNKNOWN : NONE,
  labelEntries: [],
  retired: false,
  revision: 1,
});
export const container = (
  id: number,
  productId: number,
  heldUl: number,
  openedAt: string | null,
): Container => ({
  id,
  code: `P-${id}`,
  productId,
  productName: `Product ${productId}`,
  kind: 'pail',
  sizeUl: 20_000_000,
  heldUl,
  placeId: 1,
  placeName: 'Bench',
  lot: '',
  priceMinor: null,
  receivedAt: '2026-05-01T08:00:00Z',
  openedAt,
  bestBefore: null,
  supplier: null,
  decantedFrom: null,
  tareG: null,
  heldMinor: 0,
  awayAt: null,
  onHold: null,
});
export const vessel: Vessel = {
  id: 1,
  name: 'Bottle',
  kind: 'triggerBottle',
  brimfulUl: 810_000,
  fillLimitUl: 750_000,
  smallestUl: 100_000,
  deadUl: 0,
  displacementUl: 0,
  twoLines: false,
  depth: null,
  ...NO_RIG,
  dialId: null,
  draws: [],
  output: null,
  placeName: null,
  keeperName: null,
  holds: null,
  held: [],
  tareG: null,
  retired: false,
  revision: 1,
};
export const syringe: MeasureRow = {
  id: 1,
  name: '60 ml syringe',
  kind: 'syringe',
  capacityUl: 60_000,
  stepUl: 1_000,
  productId: null,
  retired: false,
  revision: 1,
};
export const equipment: Equipment = {
  products: [product(1, 'concentrate'), product(2, 'readyToUse')],
  vessels: [vessel, { ...vessel, id: 2, brimfulUl: 20_000_000, fillLimitUl: 18_000_000 }],
  containers: [
    container(4, 1, 5_000_000, null),
    container(3, 1, 9_000_000, '2026-05-03T08:00:00Z'),
    container(2, 1, 40_000, '2026-05-02T08:00:00Z'),
    container(1, 1, 0, '2026-05-01T08:00:00Z'),
  ],
  measures: [syringe],
  machines: [],
  recipes: [],
  shop: {
    units: 'metric',
    ratioReading: 'parts',
    hardnessPpm: null,
    water: 'tap',
    measuring: 'measured',
    mixedBy: 'swirl',
    jetShare: 0.1,
  },
  signedOff: [],
  notes: [],
  answers: false,
};

/** A label strength, as it is printed. */
export const entry = (
  id: number,
  printed: string,
  use: UseKind,
  basis: LabelEntry['basis'] = 'bottle',
): LabelEntry => {
  const strength = parseStrength(printed);
  if (!strength.ok) throw new Error(strength.code);
  const f = fractionOf(strength.value);
  return {
    id,
    whatFor: printed,
    printed,
    strength: strength.value,
    fraction: f.ok ? f.value : 0,
    upTo: null,
    upToFraction: null,
    basis,
    use,
  };
};
/** A product of a family, with its label. */
export const of = (family: Family, labelEntries: LabelEntry[], change: Partial<Product> = {}): Product => ({
  ...product(1, 'concentrate'),
  record: recordStart(family),
  labelEntries,
  uses: [...new Set(labelEntries.map((e) => e.use))].map((kind) => startOfUse(kind, family)),
  ...change,
});
/** The one vessel, of another kind. */
export const sized = (kind: Vessel['kind'], change: Partial<Vessel> = {}): Vessel[] => [
  { ...vessel, kind, ...change },
];

/** What a Bench would book; null where it books nothing. */
export function bodyOf(bench: BenchMix, acknowledged = false, inTheJug = false): PourBody | null {
  const decided = pourOf(bench, acknowledged, { inTheJug });
  return decided?.ok ? decided.value : null;
}

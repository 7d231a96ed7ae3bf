import type { Product } from '#contract/products.ts';
import type { Container, MeasureRow, Vessel } from '#contract/ware.ts';
import { recordStart } from '#core/products/starts.ts';
import { ALL_UNKNOWN, TRAITS, type Traits } from '#core/safety/traits.ts';
import type { Ware } from './ware.ts';

// Made-up ware for the Bench's own tests.

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
  holds: null,
  lastHeld: null,
  retired: false,
  revision: 1,
};
export const syringe: MeasureRow = {
  id: 1,
  name: '60 ml syringe',
  kind: 'syringe',
  capacityUl: 60_000,
  stepUl: 1_000,
  retired: false,
  revision: 1,
};
export const ware: Ware = {
  products: [product(1, 'concentrate'), product(2, 'readyToUse')],
  vessels: [vessel, { ...vessel, id: 2, brimfulUl: 20_000_000, fillLimitUl: 18_000_000 }],
  containers: [
    container(4, 1, 5_000_000, null),
    container(3, 1, 9_000_000, '2026-05-03T08:00:00Z'),
    container(2, 1, 40_000, '2026-05-02T08:00:00Z'),
    container(1, 1, 0, '2026-05-01T08:00:00Z'),
  ],
  measures: [syringe],
  shop: { units: 'metric', ratioReading: 'parts', hardnessPpm: null, water: 'tap' },
  signedOff: [],
  answers: false,
};

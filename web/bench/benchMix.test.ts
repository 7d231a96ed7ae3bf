import { describe, expect, it } from 'vitest';
import type { Container, MeasureRow, Product, Vessel } from '#contract/ware.ts';
import { EMPTY_DRAFT } from './benchDraft.ts';
import { benchMix, type Ware } from './benchMix.ts';

const product = (id: number, state: Product['state']): Product => ({
  id,
  name: `Product ${id}`,
  state,
  caution: '',
  labelEntries: [],
  retired: false,
  revision: 1,
});
const container = (id: number, productId: number, heldUl: number, openedAt: string | null): Container => ({
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
  receivedAt: '2026-05-01T08:00:00Z',
  openedAt,
});
const vessel: Vessel = {
  id: 1,
  name: 'Bottle',
  kind: 'triggerBottle',
  brimfulUl: 810_000,
  fillLimitUl: 750_000,
  smallestUl: 100_000,
  holds: null,
  retired: false,
  revision: 1,
};
const syringe: MeasureRow = {
  id: 1,
  name: '60 ml syringe',
  kind: 'syringe',
  capacityUl: 60_000,
  stepUl: 1_000,
  retired: false,
  revision: 1,
};
const ware: Ware = {
  products: [product(1, 'concentrate'), product(2, 'readyToUse')],
  vessels: [vessel],
  containers: [
    container(4, 1, 5_000_000, null),
    container(3, 1, 9_000_000, '2026-05-03T08:00:00Z'),
    container(2, 1, 40_000, '2026-05-02T08:00:00Z'),
    container(1, 1, 0, '2026-05-01T08:00:00Z'),
  ],
  measures: [syringe],
  shop: { units: 'metric', ratioReading: 'parts' },
};
const draft = (change: Partial<typeof EMPTY_DRAFT>) =>
  benchMix({ ...EMPTY_DRAFT, productId: 1, vesselId: 1, strengthText: '1:12', ...change }, ware);

describe('the Bench', () => {
  it('fills the vessel to its limit and reads the product off the smallest measure that holds it', () => {
    const { mix, reading, other } = draft({});
    expect(mix).toEqual({ waterUl: 692_308, productUl: 57_692, totalUl: 750_000 });
    expect(reading).toMatchObject({ measure: { name: '60 ml syringe' }, nearestUl: 58_000 });
    expect(other).toMatchObject({ strength: { notation: 'inTotal', total: 12 }, mix: { productUl: 62_500 } });
  });

  it('takes the reading that was picked, whatever the text says', () => {
    expect(draft({ picked: { notation: 'inTotal', total: 12 } }).mix?.productUl).toBe(62_500);
  });

  it('pours from the first opened that still holds something, and says when it is too little', () => {
    const { container: from, refusals, containers } = draft({});
    expect(from?.code).toBe('P-2');
    expect(refusals.container?.reason).toBe('P-2 holds 40 ml; this mix needs 57.7 ml.');
    expect(containers.map((c) => c.code)).toEqual(['P-1', 'P-2', 'P-3', 'P-4']);
    expect(draft({ containerId: 3 }).refusals.container).toBeNull();
    expect(draft({ containerId: 4 }).container?.code).toBe('P-2');
  });

  it.each([
    ['stronger than neat', { strengthText: '120%' }, 'strength', 'strength.overNeat'],
    ['nonsense', { strengthText: 'strong' }, 'strength', 'strength.unreadable'],
    ['ready to use, diluted', { productId: 2 }, 'strength', 'product.readyToUse'],
    ['too much', { makeText: '1 l' }, 'total', 'total.overFillLimit'],
    ['too little', { makeText: '20' }, 'total', 'total.underSmallest'],
    ['a bare gallon', { makeText: '1 gal' }, 'total', 'unit.ambiguous'],
  ] as const)('refuses %s at its field, with no amounts shown', (_, change, field, code) => {
    const { refusals, mix } = draft(change);
    expect(refusals[field]?.code).toBe(code);
    expect(mix).toBeNull();
  });

  it('is quiet while nothing has been typed', () => {
    const empty = benchMix(EMPTY_DRAFT, ware);
    expect(empty.mix).toBeNull();
    expect(Object.values(empty.refusals)).toEqual([null, null, null]);
  });
});

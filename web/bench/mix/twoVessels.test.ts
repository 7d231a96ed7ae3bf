import { describe, expect, it } from 'vitest';
import type { MeasureRow, Vessel } from '#contract/equipment.ts';
import { EMPTY_DRAFT, type Question } from './benchDraft.ts';
import { diluteStockMix } from './diluteStockMix.ts';
import type { Equipment } from './equipment.ts';
import { vessel as bottle, product, equipment as usual } from './madeUpEquipment.ts';
import { isHolding, mergeMix } from './mergeMix.ts';

const row = { retired: false, revision: 1 };
const vessel = (
  id: number,
  fillLimitUl: number,
  productId: number | null,
  ul = 0,
  productUl = 0,
): Vessel => ({
  ...bottle,
  id,
  name: `Vessel ${id}`,
  brimfulUl: fillLimitUl + 50_000,
  fillLimitUl,
  smallestUl: 50_000,
  holds: productId
    ? {
        batchId: id,
        code: `B-${id}`,
        productId,
        productName: `Product ${productId}`,
        ul,
        productUl,
        mixed: false,
        strength: { notation: 'percent', percent: 10 },
        madeAt: '2026-05-04T08:00:00Z',
        personName: 'Bram Addy',
        useBy: null,
        onHold: null,
        water: 'tap',
      }
    : null,
});
const cylinder: MeasureRow = {
  ...row,
  id: 1,
  kind: 'cylinder',
  name: 'cylinder',
  capacityUl: 100_000,
  stepUl: 1_000,
  productId: null,
};
const vessels = [
  vessel(1, 750_000, 2, 400_000, 40_000),
  vessel(2, 500_000, 2, 300_000, 15_000),
  vessel(3, 10_000_000, 7, 8_000_000, 1_600_000),
  vessel(4, 750_000, null),
];
const equipment: Equipment = {
  ...usual,
  products: [product(7, 'hyper')],
  vessels,
  containers: [],
  measures: [cylinder],
};
const merge = (change: Partial<Question<'merge'>>) =>
  mergeMix({ ...EMPTY_DRAFT, mode: 'merge', ...change }, vessels, equipment.shop);

describe('two into one', () => {
  it('is all the books have of both, weighted by volume, unless less is typed', () => {
    const all = merge({ vesselId: 1 });
    expect(all.result).toEqual({ productUl: 55_000, waterUl: 645_000 });
    expect(all.partners.map((v) => v.id)).toEqual([2]);
    const part = merge({ vesselId: 2, leftText: '200 ml', otherLeftText: '100' });
    expect(part.result).toEqual({ productUl: 20_000, waterUl: 280_000 });
    expect(part.body).toMatchObject({
      into: { vesselId: 2, leftUl: 200_000 },
      from: { vesselId: 1, leftUl: 100_000 },
    });
  });

  it.each([
    ['more than the books have', { vesselId: 1, leftText: '401 ml' }, 'into', 'merge.moreThanHeld'],
    ['no amount', { vesselId: 1, otherLeftText: 'half' }, 'from', 'volume.noNumber'],
    ['more than there is room for', { vesselId: 2 }, 'both', 'merge.noRoom'],
  ] as const)('refuses %s', (_, change, where, code) => {
    const { refusals, body } = merge(change);
    expect(refusals[where]?.code).toBe(code);
    expect(body).toBeNull();
  });

  it('refuses what holds some of a lot that is on hold, as the books would', () => {
    const held = vessels.map((v) =>
      v.holds && v.id === 2 ? { ...v, holds: { ...v.holds, onHold: { lot: 'pk-7', words: 'recalled' } } } : v,
    );
    const { refusals, body } = mergeMix({ ...EMPTY_DRAFT, mode: 'merge', vesselId: 1 }, held, equipment.shop);
    expect([refusals.from?.code, body]).toEqual(['lot.held', null]);
  });

  it('finds no partner for a product that stands alone', () => {
    expect(merge({ vesselId: 3 })).toMatchObject({ from: null, body: null });
  });
});

describe('a stock solution', () => {
  const pail = vessels.filter(isHolding)[2];
  const dilute = (change: Partial<Question<'stock'>>) => {
    if (!pail) throw new Error('no pail');
    return diluteStockMix(
      { ...EMPTY_DRAFT, mode: 'stock', vesselId: 4, strengthText: '1:9', ...change },
      pail,
      equipment,
    );
  };

  it('hyper 1:4 to the pail and the pail 1:9: 750 ml takes 75 ml of the pail, 15 ml of hyper, 2 % overall', () => {
    const { plan, stage, stockFraction, body } = dilute({});
    expect(plan).toMatchObject({ waterUl: 675_000, productUl: 75_000 });
    expect(stockFraction).toBeCloseTo(0.2, 12);
    expect(stage).toMatchObject({ hyperUl: 15_000 });
    expect(stage?.overall).toBeCloseTo(0.02, 12);
    expect(body).toMatchObject({
      stockVesselId: 3,
      vesselId: 4,
      shown: { waterUl: 675_000, stockUl: 75_000 },
    });
  });

  it('says what stands in the way before anything is typed, as the books would', () => {
    expect(dilute({ vesselId: 1, strengthText: '' }).inTheWay?.code).toBe('vessel.occupied');
    expect(dilute({ strengthText: '' }).inTheWay).toBeNull();
    if (!pail) throw new Error('no pail');
    const held = { ...pail, holds: { ...pail.holds, onHold: { lot: 'pk-7', words: 'recalled' } } };
    expect(
      diluteStockMix({ ...EMPTY_DRAFT, mode: 'stock', vesselId: 4, strengthText: '1:9' }, held, equipment),
    ).toMatchObject({
      inTheWay: { code: 'lot.held' },
      body: null,
    });
  });

  it('says what is wrong at its field, and is quiet while nothing is typed', () => {
    expect(dilute({ strengthText: 'weak' }).refusals.strength?.code).toBe('strength.unreadable');
    expect(dilute({ makeText: '2 l' }).refusals.total?.code).toBe('total.overFillLimit');
    expect(dilute({ makeText: 'some' }).refusals.total?.code).toBe('volume.noNumber');
    expect(dilute({ strengthText: '' })).toMatchObject({ plan: null, refusals: {} });
  });
});

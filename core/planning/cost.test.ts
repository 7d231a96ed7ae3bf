import { describe, expect, it } from 'vitest';
import { costOfFill, costPerWorkingLitre, formatMoney, formatUnitCost, largeMeasure } from './cost.ts';

describe('what a mix costs', () => {
  it('is the price by the share of product, by the litre or the shop’s own gallon', () => {
    const pail = { minor: 8_000, sizeUl: 20_000_000 };
    const litre = costPerWorkingLitre(pail, 1 / 13);
    expect(litre).toBeCloseTo(30.77, 2);
    expect(costOfFill(pail, 57_692)).toBeCloseTo(23.08, 2);
    expect(formatUnitCost(litre, 'GBP', 'metric')).toBe('£0.31');
    expect(formatUnitCost(litre, 'USD', 'us')).toBe('US$1.16');
    expect(formatUnitCost(litre, 'GBP', 'imperial')).toBe('£1.40');
    expect(['metric', 'us', 'imperial'].map((u) => largeMeasure(u as 'us'))).toEqual([
      'litre',
      'gallon',
      'gallon',
    ]);
  });

  it('is never less than nothing, nor finer than money goes', () => {
    expect([formatMoney(0.2, 'GBP'), formatMoney(-0.2, 'GBP')]).toEqual(['< £0.01', '£0.00']);
    expect(formatMoney(1_234.5, 'JPY')).toBe('JP¥1,235');
  });
});

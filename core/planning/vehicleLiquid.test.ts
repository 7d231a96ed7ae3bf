import { describe, expect, it } from 'vitest';
import { HATCHBACK_M2, hatchbackUl } from './vehicleLiquid.ts';

describe('what a hatchback takes', () => {
  it('is its 14.7 m2 at the usual rate of how it is put on', () => {
    expect(HATCHBACK_M2).toBeCloseTo(14.7, 12);
    expect(hatchbackUl('cannon', null)).toBe(514_500);
    expect(hatchbackUl('hoseGun', null)).toBe(514_500);
    expect(hatchbackUl('pumpSprayer', { film: 'pumpSprayer', rateMlPerM2: null })).toBe(882_000);
    expect(hatchbackUl('trigger', { film: 'gel', rateMlPerM2: null })).toBe(1_323_000);
  });

  it('is at the rate measured for the product where there is one', () => {
    expect(hatchbackUl('cannon', { film: 'foam', rateMlPerM2: 50 })).toBe(735_000);
  });

  it('is on its four wheels only for a wheel cleaner: 90 ml of a gel, or as it was measured', () => {
    expect(hatchbackUl('trigger', { kind: 'wheel', film: 'gel', rateMlPerM2: null })).toBe(90_000);
    expect(hatchbackUl('trigger', { kind: 'wheel', film: 'gel', rateMlPerM2: 180 })).toBe(180_000);
    expect(hatchbackUl('trigger', { kind: 'tyre', film: 'trigger', rateMlPerM2: null })).toBe(24_000);
    expect(hatchbackUl('cannon', { kind: 'foam', film: 'foam', rateMlPerM2: null })).toBe(514_500);
  });

  it('is not known for a bucket', () => {
    expect(hatchbackUl('bucket', null)).toBeNull();
    expect(hatchbackUl(null, { film: null, rateMlPerM2: null })).toBeNull();
  });
});

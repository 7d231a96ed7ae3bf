import { describe, expect, it } from 'vitest';
import { vehicleUl } from './vehicleLiquid.ts';

describe('what a hatchback takes', () => {
  it('is its 14.7 m2 at the usual rate of how it is put on', () => {
    expect(vehicleUl('hatchback', 'cannon', null)).toBe(514_500);
    expect(vehicleUl('hatchback', 'hoseGun', null)).toBe(514_500);
    expect(vehicleUl('hatchback', 'pumpSprayer', { film: 'pumpSprayer', rateMlPerM2: null })).toBe(882_000);
    expect(vehicleUl('hatchback', 'trigger', { film: 'gel', rateMlPerM2: null })).toBe(1_323_000);
  });

  it('is at the rate measured for the product where there is one', () => {
    expect(vehicleUl('hatchback', 'cannon', { film: 'foam', rateMlPerM2: 50 })).toBe(735_000);
  });

  it('is on its four wheels only for a wheel cleaner: 90 ml of a gel, or as it was measured', () => {
    expect(vehicleUl('hatchback', 'trigger', { kind: 'wheel', film: 'gel', rateMlPerM2: null })).toBe(90_000);
    expect(vehicleUl('hatchback', 'trigger', { kind: 'wheel', film: 'gel', rateMlPerM2: 180 })).toBe(180_000);
    expect(vehicleUl('hatchback', 'trigger', { kind: 'tyre', film: 'trigger', rateMlPerM2: null })).toBe(
      24_000,
    );
    expect(vehicleUl('hatchback', 'cannon', { kind: 'foam', film: 'foam', rateMlPerM2: null })).toBe(514_500);
  });

  it('is not known for a bucket', () => {
    expect(vehicleUl('hatchback', 'bucket', null)).toBeNull();
    expect(vehicleUl('hatchback', null, { film: null, rateMlPerM2: null })).toBeNull();
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LARGEST_UL } from '../units/volume.ts';
import { MEASURE_KINDS, VESSEL_KINDS } from './outlines.ts';
import {
  freeNames,
  STARTER_IDS,
  starter,
  stepOfSize,
  usualSizeUl,
  usualVessel,
  vesselOfSize,
} from './starterEquipment.ts';

describe('starter equipment', () => {
  it('a vessel is what its kind usually is, from the size it is sold by', () => {
    expect(vesselOfSize('pumpSprayer', 1_500_000)).toEqual({
      brimfulUl: 2_000_000,
      fillLimitUl: 1_500_000,
      smallestUl: 300_000,
    });
    expect(vesselOfSize('triggerBottle', 750_000)).toEqual({
      brimfulUl: 810_000,
      fillLimitUl: 750_000,
      smallestUl: 98_000,
    });
    expect(vesselOfSize('cannonBottle', 1_000_000)).toMatchObject({
      brimfulUl: 1_000_000,
      fillLimitUl: 900_000,
    });
    expect(vesselOfSize('bucket', 20_000_000)).toMatchObject({
      brimfulUl: 20_000_000,
      fillLimitUl: 18_000_000,
    });
    expect(vesselOfSize('bucket', usualSizeUl('washBucket', 'us') ?? 0)).toMatchObject({
      brimfulUl: 18_927_059,
      fillLimitUl: 17_034_353,
    });
  });

  it('a vessel nobody said more of than its kind is the first starter of that kind, in the shop’s own sizes', () => {
    expect(usualVessel('triggerBottle', 'metric')).toEqual(vesselOfSize('triggerBottle', 750_000));
    expect(usualVessel('triggerBottle', 'us').fillLimitUl).toBe(709_765);
    expect(usualVessel('bucket', 'us')).toEqual(vesselOfSize('bucket', usualSizeUl('washBucket', 'us') ?? 0));
    for (const kind of VESSEL_KINDS) {
      const { brimfulUl, fillLimitUl, smallestUl } = usualVessel(kind, 'imperial');
      expect(brimfulUl >= fillLimitUl && fillLimitUl > smallestUl && smallestUl > 0, kind).toBe(true);
    }
  });

  it('any size makes a vessel that can be: smallest mix, fill limit and brim in that order, in whole microlitres', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...VESSEL_KINDS),
        fc.integer({ min: 1, max: LARGEST_UL / 2 }),
        (kind, size) => {
          const { brimfulUl, fillLimitUl, smallestUl } = vesselOfSize(kind, size);
          expect([brimfulUl, fillLimitUl, smallestUl].every(Number.isInteger)).toBe(true);
          expect(smallestUl).toBeGreaterThan(0);
          expect(smallestUl).toBeLessThanOrEqual(fillLimitUl);
          expect(fillLimitUl).toBeLessThanOrEqual(brimfulUl);
          expect(Math.max(brimfulUl, fillLimitUl)).toBeGreaterThanOrEqual(size);
        },
      ),
    );
    fc.assert(
      fc.property(
        fc.constantFrom(...MEASURE_KINDS),
        fc.integer({ min: 1, max: LARGEST_UL }),
        (kind, size) => {
          const step = stepOfSize(kind, size);
          expect(Number.isInteger(step) && step >= 1 && step <= size).toBe(true);
        },
      ),
    );
  });

  it('a size is known for all that holds something, in each system of units', () => {
    for (const id of STARTER_IDS)
      for (const units of ['metric', 'us', 'imperial'] as const)
        expect(usualSizeUl(id, units) !== null).toBe(['vessel', 'measure'].includes(starter(id).makes));
    expect(stepOfSize('syringe', 20_000)).toBe(1_000);
    expect(stepOfSize('cylinder', 100_000)).toBe(1_000);
    // A quarter of an ounce in 16 of them, two ounces in 64.
    expect(stepOfSize('cylinder', usualSizeUl('largeCylinder', 'us') ?? 0)).toBe(7_393);
    expect(stepOfSize('jug', usualSizeUl('largeJug', 'us') ?? 0)).toBe(59_147);
  });

  it('names are the plain one or numbered, each once and none that is taken', () => {
    expect(freeNames('Bay', 1, [])).toEqual(['Bay']);
    expect(freeNames('Bay', 3, [])).toEqual(['Bay 1', 'Bay 2', 'Bay 3']);
    expect(freeNames('Trigger bottle', 2, ['trigger bottle 1'])).toEqual([
      'Trigger bottle 2',
      'Trigger bottle 3',
    ]);
    expect(freeNames('Van', 1, ['VAN'])).toEqual(['Van 1']);
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 30 }),
        fc.array(fc.integer({ min: 1, max: 40 })),
        (count, numbers) => {
          const taken = numbers.map((n) => `BAY ${n}`);
          const names = freeNames('Bay', count, taken);
          expect(new Set(names).size).toBe(count);
          expect(names.some((n) => taken.includes(n.toUpperCase()))).toBe(false);
        },
      ),
    );
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { VESSEL_KINDS } from '../mixing/outlines.ts';
import { leftByWeight, usualVesselTareG } from './leftByWeight.ts';

const BOTTLE = {
  kind: 'triggerBottle',
  brimfulUl: 1_000_000,
  tareG: 95,
  fraction: 1 / 11,
  gPerMl: 1.04,
} as const;

describe('what is left by weight', () => {
  it('is what it weighs less the bottle, by the density of the mix', () => {
    // 545 g at 1/11 of 1.04 and 10/11 of 1 g/ml.
    expect(leftByWeight({ ...BOTTLE, grossG: 640 })).toEqual({ ok: true, value: 543_025 });
    expect(leftByWeight({ ...BOTTLE, grossG: 640, fraction: 1 })).toEqual({ ok: true, value: 524_038 });
  });

  it('takes usual figures where nobody weighed the bottle or entered the density', () => {
    const left = leftByWeight({ ...BOTTLE, grossG: 640, tareG: null, gPerMl: null });
    expect(left).toEqual({ ok: true, value: Math.round((545 / (1 + 0.03 / 11)) * 1_000) });
    expect(usualVesselTareG('bucket', 20_000_000)).toBe(920);
  });

  it('is nothing for an empty one read a gram low, and refused for one that can’t be it', () => {
    expect(leftByWeight({ ...BOTTLE, grossG: 94 })).toEqual({ ok: true, value: 0 });
    expect(leftByWeight({ ...BOTTLE, grossG: 92 })).toMatchObject({
      ok: false,
      code: 'count.belowEmpty',
      facts: { tareG: 95 },
    });
    // A guessed weight may be out by a quarter.
    expect(leftByWeight({ ...BOTTLE, tareG: null, grossG: 75 })).toEqual({ ok: true, value: 0 });
    expect(leftByWeight({ ...BOTTLE, tareG: null, grossG: 60 }).ok).toBe(false);
  });

  it('finds what was put in, for any vessel, mix and density', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...VESSEL_KINDS),
        fc.integer({ min: 100_000, max: 25_000_000 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0.6, max: 2, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (kind, brimfulUl, share, gPerMl, fraction) => {
          const ul = Math.round(brimfulUl * share);
          const tareG = usualVesselTareG(kind, brimfulUl);
          const grossG = tareG + (ul / 1_000) * (fraction * gPerMl + 1 - fraction);
          const left = leftByWeight({ kind, brimfulUl, grossG, tareG, fraction, gPerMl });
          expect(left.ok && Math.abs(left.value - ul)).toBeLessThanOrEqual(1);
        },
      ),
    );
  });
});

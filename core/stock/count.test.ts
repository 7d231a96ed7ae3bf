import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CONTAINER_KINDS, CONTAINER_OUTLINES } from '../mixing/outlines.ts';
import { shapeVessel, standingHeight } from '../mixing/vesselShape.ts';
import { countedByDip, countedByEye, countedByWeight, differenceFrom, usualTareG } from './count.ts';

const LITRE = 1_000_000;
const kind = fc.constantFrom(...CONTAINER_KINDS);
const size = fc.integer({ min: LITRE / 2, max: 1_000 * LITRE });

describe('by weight', () => {
  const pail = { kind: 'pail', sizeUl: 20 * LITRE } as const;

  it('is what is left of the weight without the container, over the density', () => {
    expect(countedByWeight({ ...pail, grossG: 10_100, tareG: 900, gPerMl: 1.03 })).toEqual({
      ok: true,
      value: { ul: 8_932_039, withinUl: 30_680 },
    });
    expect(countedByWeight({ ...pail, grossG: 900, tareG: 900, gPerMl: 1.03 })).toMatchObject({
      value: { ul: 0 },
    });
  });

  it('finds what was put in, within what it says of itself, whatever the equipment, the density and the scale', () => {
    fc.assert(
      fc.property(
        kind,
        size,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0.8, max: 1.4, noNaN: true }),
        fc.double({ min: -2, max: 2, noNaN: true }),
        (kind, sizeUl, share, gPerMl, off) => {
          const tareG = usualTareG(kind, sizeUl) * 1.1;
          const grossG = Math.max(0, tareG + ((sizeUl * share) / 1_000) * gPerMl + off);
          const counted = countedByWeight({ kind, sizeUl, grossG, tareG, gPerMl });
          expect(counted.ok).toBe(true);
          if (!counted.ok) return;
          expect(Math.abs(counted.value.ul - sizeUl * share)).toBeLessThanOrEqual(counted.value.withinUl + 1);
        },
      ),
    );
  });

  it('is far less sure where neither the empty container nor the product was ever weighed', () => {
    const known = countedByWeight({ ...pail, grossG: 10_100, tareG: 900, gPerMl: 1.03 });
    const guessed = countedByWeight({ ...pail, grossG: 10_100, tareG: null, gPerMl: null });
    expect(guessed.ok && known.ok && guessed.value.withinUl > 5 * known.value.withinUl).toBe(true);
  });

  it('refuses what can’t be, and says what would work', () => {
    const light = countedByWeight({ ...pail, grossG: 200, tareG: 900, gPerMl: 1 });
    expect(light).toMatchObject({ ok: false, code: 'count.belowEmpty' });
    const heavy = countedByWeight({ ...pail, grossG: 40_000, tareG: 900, gPerMl: 1 });
    expect(heavy).toMatchObject({ ok: false, code: 'count.overfull' });
  });
});

describe('by dip', () => {
  it('is the volume below the surface, for every kind, and never more than it holds', () => {
    fc.assert(
      fc.property(kind, size, fc.double({ min: 0, max: 1, noNaN: true }), (kind, sizeUl, share) => {
        const depthMm = standingHeight(shapeVessel(CONTAINER_OUTLINES[kind], sizeUl), sizeUl * share) * 10;
        const counted = countedByDip({ kind, sizeUl, depthMm });
        expect(counted.ok).toBe(true);
        if (!counted.ok) return;
        expect(Math.abs(counted.value.ul - sizeUl * share)).toBeLessThanOrEqual(sizeUl * 1e-5 + 1);
        expect(counted.value.ul).toBeLessThanOrEqual(sizeUl);
      }),
    );
  });

  it('refuses a depth it is not high', () => {
    expect(countedByDip({ kind: 'pail', sizeUl: 20 * LITRE, depthMm: 900 })).toMatchObject({
      code: 'count.tooDeep',
    });
  });
});

describe('by eye', () => {
  it('is an estimate to a tenth, and nothing is nothing', () => {
    expect(countedByEye({ sizeUl: 5 * LITRE, share: 0.4 })).toEqual({ ul: 2 * LITRE, withinUl: LITRE / 2 });
    expect(countedByEye({ sizeUl: 5 * LITRE, share: 0 })).toEqual({ ul: 0, withinUl: 0 });
  });
});

describe('a difference', () => {
  it('counts only where it is more than the way of counting can tell', () => {
    const counted = { ul: 8_900_000, withinUl: 30_000 };
    expect(differenceFrom(counted, 8_920_000)).toEqual({ ul: -20_000, beyond: false });
    expect(differenceFrom(counted, 9_900_000)).toEqual({ ul: -1_000_000, beyond: true });
    expect(differenceFrom(counted, 8_000_000)).toEqual({ ul: 900_000, beyond: true });
  });
});

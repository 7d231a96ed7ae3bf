import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseStrength } from '../strength/parseStrength.ts';
import { type Fraction, fractionOf, NEAT } from '../strength/strength.ts';
import { parseVolume } from '../units/parseVolume.ts';
import { type Microlitres, microlitres } from '../units/volume.ts';
import { chooseMeasure, type Measure, readOff } from './chooseMeasure.ts';
import { graduationStep } from './graduations.ts';
import { CONTAINER_OUTLINES, MEASURE_OUTLINES, VESSEL_OUTLINES } from './outlines.ts';
import { type Mix, type ProductState, solveMix } from './solveMix.ts';
import { radiusAtHeight, shapeVessel, standingHeight, volumeAtHeight } from './vesselShape.ts';

const ANY_SIZE = {
  brimfulUl: microlitres(200_000_000),
  fillLimitUl: microlitres(200_000_000),
  smallestUl: microlitres(1),
};

function mix(strength: string, total: string): Mix {
  const typed = parseStrength(strength);
  const f = typed.ok ? fractionOf(typed.value) : typed;
  const totalUl = parseVolume(total);
  if (!f.ok || !totalUl.ok) throw new Error(`bad example ${strength} ${total}`);
  const solved = solveMix({
    state: 'concentrate',
    fraction: f.value,
    vessel: ANY_SIZE,
    totalUl: totalUl.value,
  });
  if (!solved.ok) throw new Error(solved.code);
  return solved.value;
}

describe('worked figures', () => {
  it('1:12 parts to 750 ml is 57.692 and 692.308; in-total 62.5 and 687.5', () => {
    expect(mix('1:12', '750 ml')).toEqual({ productUl: 57_692, waterUl: 692_308, totalUl: 750_000 });
    expect(mix('1 in 12', '750 ml')).toEqual({ productUl: 62_500, waterUl: 687_500, totalUl: 750_000 });
  });

  it('4 % in 1.5 L is 60 and 1440', () => {
    expect(mix('4%', '1.5 l')).toEqual({ productUl: 60_000, waterUl: 1_440_000, totalUl: 1_500_000 });
  });

  it('8 ml/L to 18 L is 144 ml made up; on top of 18 L also 144 ml, in 18.144 L at 0.79365 %', () => {
    expect(mix('8 ml/l', '18 l').productUl).toBe(144_000);
    const onTop = mix('8 ml on top of 1 l', '18.144 l');
    expect(onTop).toEqual({ productUl: 144_000, waterUl: 18_000_000, totalUl: 18_144_000 });
    expect(((100 * onTop.productUl) / onTop.totalUl).toFixed(5)).toBe('0.79365');
  });

  it('3 US fl oz per US gal, 5 US gal made up, is 443.603 ml', () => {
    expect(mix('3 us oz/us gal', '5 us gal').productUl).toBe(443_603);
  });
});

describe('solveMix', () => {
  it('water and product make the total to the microlitre, as near the strength as a microlitre allows', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-5, max: 1, noNaN: true }),
        fc.integer({ min: 100_000, max: ANY_SIZE.fillLimitUl }),
        (f, total) => {
          const solved = solveMix({
            state: 'concentrate',
            fraction: f as Fraction,
            vessel: ANY_SIZE,
            totalUl: total as Microlitres,
          });
          if (!solved.ok) throw new Error(solved.code);
          const { waterUl, productUl, totalUl } = solved.value;
          expect(waterUl + productUl).toBe(totalUl);
          expect(waterUl).toBeGreaterThanOrEqual(0);
          expect(Math.abs(productUl - f * total)).toBeLessThanOrEqual(0.5);
        },
      ),
    );
  });

  const bottle = {
    brimfulUl: microlitres(800_000),
    fillLimitUl: microlitres(750_000),
    smallestUl: microlitres(100_000),
  };
  const solve = (state: ProductState, f: number, total?: number) =>
    solveMix({ state, fraction: f as Fraction, vessel: bottle, totalUl: total as Microlitres | undefined });

  it('fills to the fill limit unless told otherwise', () => {
    expect(solve('concentrate', 0.1)).toMatchObject({ ok: true, value: { totalUl: 750_000 } });
  });

  it.each([
    ['a diluted ready-to-use product', () => solve('readyToUse', 0.5), 'product.readyToUse', {}],
    [
      'over the fill limit',
      () => solve('concentrate', 0.1, 780_000),
      'total.overFillLimit',
      { roomUl: 750_000 },
    ],
    [
      'below the smallest sensible mix',
      () => solve('concentrate', 0.1, 50_000),
      'total.underSmallest',
      { totalUl: 50_000 },
    ],
    ['too weak to hold a microlitre', () => solve('concentrate', 1e-9), 'strength.tooWeak', {}],
  ])('refuses %s', (_, attempt, code, facts) => {
    expect(attempt()).toMatchObject({ ok: false, code, facts });
  });

  it('decants a ready-to-use product neat', () => {
    expect(solve('readyToUse', NEAT)).toMatchObject({ ok: true, value: { waterUl: 0, productUl: 750_000 } });
  });
});

describe('a vessel drawn true', () => {
  const outlines = { ...VESSEL_OUTLINES, ...MEASURE_OUTLINES, ...CONTAINER_OUTLINES };

  it.each(Object.entries(outlines))(
    '%s holds exactly what it should, and every level stands at its own height',
    (_, outline) => {
      const shape = shapeVessel(outline, 750_000);
      expect(volumeAtHeight(shape, shape.heightCm)).toBeCloseTo(750_000, 3);
      let last = -1;
      for (const share of [0, 0.1, 0.25, 0.5, 0.75, 0.9, 1]) {
        const height = standingHeight(shape, share * 750_000);
        expect(volumeAtHeight(shape, height)).toBeCloseTo(share * 750_000, -1);
        expect(height).toBeGreaterThan(last);
        last = height;
      }
    },
  );

  it('12 L in a round bucket 28 cm across stands 19.488 cm; 2.5 cm in a 9 x 9 cm one of equal area is 202.5 ml', () => {
    const bucket = shapeVessel(
      [
        [14, 0],
        [14, 33],
      ],
      Math.PI * 14 * 14 * 33 * 1_000,
    );
    expect(standingHeight(bucket, 12_000_000)).toBeCloseTo(19.488, 3);
    const r = Math.sqrt(81 / Math.PI);
    const square = shapeVessel(
      [
        [r, 0],
        [r, 20],
      ],
      81 * 20 * 1_000,
    );
    expect(volumeAtHeight(square, 2.5)).toBeCloseTo(202_500, 3);
  });

  it('knows its width at a height and refuses an outline that holds nothing', () => {
    expect(
      radiusAtHeight(
        [
          [2, 0],
          [4, 10],
        ],
        5,
      ),
    ).toBe(3);
    expect(
      radiusAtHeight(
        [
          [2, 0],
          [4, 10],
        ],
        50,
      ),
    ).toBe(4);
    expect(() => shapeVessel([[1, 0]], 1)).toThrow(RangeError);
  });
});

describe('choosing a measure', () => {
  const syringe: Measure = { kind: 'syringe', name: '60 ml syringe', capacityUl: 60_000, stepUl: 1_000 };
  const jug: Measure = { kind: 'jug', name: '1 L jug', capacityUl: 1_000_000, stepUl: 20_000 };

  it('takes the smallest that holds the amount', () => {
    expect(chooseMeasure([jug, syringe], 57_692)).toEqual({
      measure: syringe,
      fullFills: 0,
      lastUl: 57_692,
      nearestUl: 58_000,
    });
    expect(chooseMeasure([jug, syringe], 144_000)).toMatchObject({ measure: jug, nearestUl: 140_000 });
    // It is read in what it is marked in, whatever the shop counts in.
    expect(readOff(21_000, syringe, 'us')).toBe('21 ml');
    const ounces: Measure = { kind: 'cylinder', name: '4 oz', capacityUl: 118_294, stepUl: 3_697 };
    expect(readOff(22_182, ounces, 'us')).toBe('0.75 US fl oz');
    expect(readOff(57_500, { ...syringe, stepUl: 500 }, 'metric')).toBe('57.5 ml');
  });

  it('fills the largest again where none holds it', () => {
    expect(chooseMeasure([jug, syringe], 2_300_000)).toMatchObject({
      measure: jug,
      fullFills: 2,
      lastUl: 300_000,
    });
    expect(chooseMeasure([jug], 1_000_000)).toMatchObject({ fullFills: 0, lastUl: 1_000_000 });
    expect(chooseMeasure([], 1)).toBeNull();
  });

  it('graduates a scale in ones, twos and fives', () => {
    expect([750, 60, 18_000, 1_000].map((span) => graduationStep(span, 8))).toEqual([100, 10, 5_000, 200]);
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { microlitres } from '../units/volume.ts';
import { depthOf, volumeAtDepth } from './depth.ts';
import { fillSteps } from './fillSteps.ts';
import { graduationStep } from './graduations.ts';
import { CONTAINER_OUTLINES, MEASURE_OUTLINES, VESSEL_OUTLINES } from './outlines.ts';
import { radiusAtHeight, shapeVessel, standingHeight, volumeAtHeight } from './vesselShape.ts';

const outlines = Object.entries({ ...VESSEL_OUTLINES, ...MEASURE_OUTLINES, ...CONTAINER_OUTLINES });

describe('a vessel of any kind', () => {
  it.each(outlines)('%s holds its brimful to the brim and nothing at its floor', (_, outline) => {
    const shape = shapeVessel(outline, 750_000);
    expect(volumeAtHeight(shape, shape.heightCm)).toBeCloseTo(750_000, 3);
    expect(volumeAtHeight(shape, 0)).toBe(0);
    expect(standingHeight(shape, 750_000)).toBeCloseTo(shape.heightCm, 4);
    expect(radiusAtHeight(shape.outline, 0)).toBeCloseTo(shape.outline[0]?.[0] ?? 0, 9);
  });

  it('lets a level stand where just so much is below it, higher the more there is', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...outlines.map(([, outline]) => outline)),
        fc.integer({ min: 10_000, max: 60_000_000 }),
        fc.double({ min: 0.01, max: 0.98, noNaN: true }),
        (outline, brimful, share) => {
          const shape = shapeVessel(outline, brimful);
          const height = standingHeight(shape, brimful * share);
          expect(volumeAtHeight(shape, height) / (brimful * share)).toBeCloseTo(1, 4);
          expect(standingHeight(shape, brimful * share * 1.01)).toBeGreaterThan(height);
          expect(radiusAtHeight(shape.outline, height) * 2).toBeLessThanOrEqual(shape.widthCm + 1e-9);
        },
      ),
    );
  });

  it('keeps its shape at any size: twice as high is eight times as much', () => {
    const small = shapeVessel(VESSEL_OUTLINES.triggerBottle, 500_000);
    const large = shapeVessel(VESSEL_OUTLINES.triggerBottle, 4_000_000);
    expect(large.heightCm / small.heightCm).toBeCloseTo(2, 9);
    expect(large.widthCm / small.widthCm).toBeCloseTo(2, 9);
  });

  it('that holds nothing is a mistake of ours', () => {
    expect(() => shapeVessel([[0, 0]], 1_000)).toThrow(RangeError);
  });
});

describe('a depth stick', () => {
  const profiles = fc.oneof(
    fc.record({
      kind: fc.constant('round' as const),
      diameterCm: fc.double({ min: 5, max: 100, noNaN: true }),
    }),
    fc.record({
      kind: fc.constant('rectangular' as const),
      widthCm: fc.double({ min: 5, max: 100, noNaN: true }),
      lengthCm: fc.double({ min: 5, max: 100, noNaN: true }),
    }),
    fc.constant({
      kind: 'table' as const,
      points: [
        [2, 400_000],
        [5, 1_100_000],
        [20, 6_000_000],
      ] as [number, number][],
    }),
  );

  it('tells the volume of a depth and the depth of a volume, one the way back from the other', () => {
    fc.assert(
      fc.property(profiles, fc.double({ min: 0.5, max: 19, noNaN: true }), (profile, cm) => {
        expect(depthOf(profile, volumeAtDepth(profile, cm))).toBeCloseTo(cm, 2);
      }),
    );
  });
});

describe('the order of a fill', () => {
  const orders = fc.record({
    displacementUl: fc.integer({ min: 0, max: 500_000 }),
    shakeFirst: fc.boolean(),
    jetShare: fc.double({ min: 0, max: 0.5, noNaN: true }),
    twoLines: fc.boolean(),
  });

  it('pours just what the mix is, and ends at its line', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 20_000_000 }),
        fc.integer({ min: 1, max: 5_000_000 }),
        orders,
        (water, product, order) => {
          const mix = {
            waterUl: microlitres(water),
            productUl: microlitres(product),
            totalUl: microlitres(water + product),
          };
          const steps = fillSteps(mix, order).filter((s) => 'ul' in s);
          const sum = (what: string[]) => steps.reduce((ul, s) => ul + (what.includes(s.do) ? s.ul : 0), 0);
          expect(sum(['water', 'jet'])).toBe(water);
          expect(sum(['product'])).toBe(product);
          expect(steps.at(-1)?.toUl).toBe(water + product + order.displacementUl);
          let level = order.displacementUl;
          for (const step of steps) {
            level += step.ul;
            expect(step.toUl).toBe(level);
          }
        },
      ),
    );
  });

  it('puts water first, but in a bottle with two printed lines', () => {
    const mix = {
      waterUl: microlitres(690_000),
      productUl: microlitres(60_000),
      totalUl: microlitres(750_000),
    };
    const order = (more: object) => fillSteps(mix, more).map((s) => s.do);
    expect(order({})).toEqual(['water', 'product', 'swirl']);
    expect(order({ shakeFirst: true })).toEqual(['shakeProduct', 'water', 'product', 'swirl']);
    expect(order({ jetShare: 0.1 })).toEqual(['water', 'product', 'jet']);
    expect(order({ twoLines: true })).toEqual(['product', 'water', 'swirl']);
    expect(
      fillSteps({ ...mix, waterUl: microlitres(0), productUl: microlitres(750_000) }).map((s) => s.do),
    ).toEqual(['product']);
  });
});

describe('graduations', () => {
  it('are a 1, a 2 or a 5 with noughts, never more of them than there is room for', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-3, max: 1e9, noNaN: true }),
        fc.integer({ min: 2, max: 50 }),
        (span, most) => {
          const step = graduationStep(span, most);
          expect(span / step).toBeLessThanOrEqual(most * (1 + 1e-9));
          expect(span / step).toBeGreaterThan(most / 2.51);
          const digit = Number(step.toExponential(6).split('e')[0]);
          expect([1, 2, 5]).toContain(Math.round(digit * 1e6) / 1e6);
        },
      ),
    );
  });
});

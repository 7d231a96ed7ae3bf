import { describe, expect, it } from 'vitest';
import { normalFrom, uniformFrom } from './random.ts';
import {
  closedFormSpread,
  drawStrengths,
  LABEL_ASSAY,
  rankImprovements,
  simulateStrength,
  type UncertainMix,
} from './tolerance.ts';

const syringeMix: UncertainMix = {
  product: [{ name: '60 ml syringe', ul: 58_000, spread: { ul: 500 } }],
  water: { name: 'fill line', ul: 692_000, spread: { relative: 0.02 } },
  assay: LABEL_ASSAY,
};
const capMix: UncertainMix = {
  ...syringeMix,
  product: [{ name: 'cap', ul: 60_000, spread: { relative: 0.1 } }],
};
const DRAWS = 200_000;

describe('the spread of a strength', () => {
  it.each([
    ['a syringe', syringeMix],
    ['caps', capMix],
  ])('with %s agrees with the small-error formula', (_, mix) => {
    const { p5, p95, median } = simulateStrength(mix, DRAWS, 7);
    const sigma = Math.log(p95 / p5) / (2 * 1.6449);
    expect(sigma / closedFormSpread(mix)).toBeCloseTo(1, 1);
    const c = mix.product[0]?.ul ?? 0;
    expect(median / (c / (c + mix.water.ul))).toBeCloseTo(1, 2);
  });

  it('is the same for the same seed, whatever it is cut into, and different for another', () => {
    const once = simulateStrength(capMix, DRAWS, 11);
    const drawing = drawStrengths(capMix, DRAWS, 11);
    const progress: number[] = [];
    let step = drawing.next();
    while (!step.done) {
      progress.push(step.value);
      step = drawing.next();
    }
    expect(step.value).toEqual(once);
    expect(progress).toHaveLength(10);
    expect(progress.at(-1)).toBe(1);
    expect(simulateStrength(capMix, DRAWS, 12).median).not.toBe(once.median);
  });

  it('counts mixes under the floor and over the ceiling, and its bars add up', () => {
    const spread = simulateStrength(capMix, DRAWS, 3, { floor: 0.07, ceiling: 0.09 });
    expect(spread.underFloor).toBeGreaterThan(0.03);
    expect(spread.overCeiling).toBeGreaterThan(0.03);
    expect(spread.underFloor + spread.overCeiling).toBeLessThan(0.5);
    const inside = spread.histogram.shares.reduce((sum, share) => sum + share, 0);
    expect(inside).toBeGreaterThan(0.99);
    expect(spread.p2_5).toBeLessThan(spread.p5);
    expect(spread.p97_5).toBeGreaterThan(spread.p95);
  });

  it('has no width where nothing is uncertain', () => {
    const certain = {
      product: [{ name: 'c', ul: 10, spread: { relative: 0 } }],
      water: { name: 'w', ul: 90, spread: { ul: 0 } },
      assay: 0,
    };
    const { p5, p95 } = simulateStrength(certain, 1_000, 1);
    expect([p5, p95]).toEqual([0.1, 0.1]);
  });

  it('names what would help most', () => {
    expect(rankImprovements(capMix)[0]?.name).toBe('cap');
    const ranked = rankImprovements(syringeMix);
    expect(ranked[0]?.name).toBe('label');
    for (const { narrower } of ranked) expect(narrower).toBeGreaterThanOrEqual(0);
  });
});

describe('the numbers it is drawn with', () => {
  it('are uniform and normal', () => {
    const uniform = uniformFrom(5);
    const normal = normalFrom(uniformFrom(6));
    const n = 100_000;
    let [sum, sumN, sumN2] = [0, 0, 0];
    for (let i = 0; i < n; i++) {
      const u = uniform();
      if (!(u >= 0 && u < 1)) throw new Error('outside [0, 1)');
      sum += u;
      const z = normal();
      sumN += z;
      sumN2 += z * z;
    }
    expect(sum / n).toBeCloseTo(0.5, 2);
    expect(sumN / n).toBeCloseTo(0, 1);
    expect(sumN2 / n).toBeCloseTo(1, 1);
  });
});

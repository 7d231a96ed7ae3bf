import { describe, expect, it } from 'vitest';
import type { MeasureRow } from '#contract/equipment.ts';
import type { PourPlan } from '#core/mixing/planPour.ts';
import { closedFormSpread } from '#core/mixing/tolerance.ts';
import { microlitres } from '#core/units/volume.ts';
import { benchMeasuring, FREE, nameOf } from './benchMeasuring.ts';
import { uncertainMix } from './uncertainMix.ts';

const measure = (
  id: number,
  kind: MeasureRow['kind'],
  name: string,
  capacityUl: number,
  stepUl: number,
): MeasureRow => ({
  id,
  kind,
  name,
  capacityUl,
  stepUl,
  productId: null,
  retired: false,
  revision: 1,
});
const syringe = measure(1, 'syringe', 'syringe', 60_000, 1_000);
const cap = measure(2, 'cap', 'cap', 7_500, 7_500);
const jug = measure(3, 'jug', 'jug', 1_000_000, 10_000);
const plan = (productUl: number, waterUl: number): PourPlan => ({
  how: 'fill',
  pourOffUl: microlitres(0),
  waterUl: microlitres(waterUl),
  productUl: microlitres(productUl),
  after: { productUl: microlitres(productUl), waterUl: microlitres(waterUl) },
});

describe('how the product is measured', () => {
  it('is the practical way first, then each measure by itself, each once', () => {
    const { chosen, ways, good } = benchMeasuring(plan(57_692, 692_308), [jug, cap, syringe], null);
    expect(chosen && nameOf(chosen)).toBe('syringe');
    expect(good).toBe(true);
    expect(ways.map(nameOf)).toEqual(['syringe', 'jug', 'cap']);
  });

  it('is whatever was picked by name, or nothing for a free pour', () => {
    const pick = (name: string) => benchMeasuring(plan(57_692, 692_308), [jug, cap, syringe], name);
    expect(pick('cap')).toMatchObject({ chosen: { ul: 60_000, actions: 8 }, good: false });
    expect(pick(FREE)).toMatchObject({ chosen: null, good: false });
    expect(pick('a measure long gone').chosen?.ul).toBe(58_000);
  });

  it('never takes more product than there is mix', () => {
    const { ways } = benchMeasuring(plan(4_000, 1_000), [jug, cap], null);
    expect(ways).toEqual([]);
  });
});

describe('how uncertain a mix is', () => {
  const bench = (measures: MeasureRow[], picked: string | null) => {
    const made = plan(57_692, 692_308);
    return { plan: made, measuring: benchMeasuring(made, measures, picked), start: null, rig: null };
  };
  const spreadOf = (measures: MeasureRow[], picked: string | null) => {
    const mix = uncertainMix(bench(measures, picked));
    if (!mix) throw new Error('no mix');
    return closedFormSpread(mix);
  };

  it('grows from a syringe to caps to a free pour', () => {
    const [fine, coarse, free] = [
      spreadOf([syringe], null),
      spreadOf([cap], null),
      spreadOf([syringe], FREE),
    ];
    expect(fine).toBeLessThan(0.05);
    expect(coarse).toBeGreaterThan(fine);
    expect(free).toBeGreaterThan(0.3);
  });

  it('is nothing for what goes in neat, and for a correction', () => {
    const neat = plan(500_000, 0);
    expect(uncertainMix({ plan: neat, measuring: null, start: null, rig: null })).toBeNull();
    expect(
      uncertainMix({ plan: { ...plan(10, 10), how: 'grow' }, measuring: null, start: null, rig: null }),
    ).toBeNull();
    expect(uncertainMix({ plan: null, measuring: null, start: null, rig: null })).toBeNull();
  });
});

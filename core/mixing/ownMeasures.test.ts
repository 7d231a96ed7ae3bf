import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Measure } from './chooseMeasure.ts';
import { measuresFor, ownVolumes } from './ownMeasures.ts';

const jug: Measure = { kind: 'jug', name: '1 L jug', capacityUl: 1_000_000, stepUl: 10_000 };
const pump = (capacityUl: number, productId: number | null = null): Measure => ({
  kind: 'pump',
  name: `${capacityUl / 1_000} ml pump head`,
  capacityUl,
  stepUl: capacityUl,
  productId,
});
const gel = { id: 1, capUl: 20_000 };
const wash = { id: 2, capUl: null };

describe('what a product is measured with', () => {
  it('is what goes from one to another, what sits on it, and its own cap', () => {
    const all = [jug, pump(30_000), pump(8_000, 1), pump(4_000, 2)];
    const names = (of: typeof gel | typeof wash | null) => measuresFor(all, of).map((m) => m.name);
    expect(names(gel)).toEqual(['1 L jug', '30 ml pump head', '8 ml pump head', 'its own cap']);
    expect(names(wash)).toEqual(['1 L jug', '30 ml pump head', '4 ml pump head']);
    // What is taken from a diluted stock comes from no container.
    expect(names(null)).toEqual(['1 L jug', '30 ml pump head']);
  });

  it('is every measure of the shop’s with one product or another, and none with two', () => {
    const one = fc.record({ ul: fc.integer({ min: 1, max: 50_000 }), on: fc.constantFrom(null, 1, 2) });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 8 }), (heads) => {
        const all = heads.map(({ ul, on }) => pump(ul, on));
        const [ofGel, ofWash] = [measuresFor(all, { ...gel, capUl: null }), measuresFor(all, wash)];
        expect(new Set([...ofGel, ...ofWash])).toEqual(new Set(all));
        expect(ofGel.filter((m) => ofWash.includes(m))).toEqual(measuresFor(all, null));
      }),
    );
  });
});

describe('a word for what a product is measured with', () => {
  it('is its cap, and the pump head that sits on it before any other', () => {
    const all = [pump(30_000), pump(8_000, 1)];
    expect(ownVolumes(gel, all)).toEqual({ cap: 20_000, capful: 20_000, pump: 8_000, stroke: 8_000 });
    expect(ownVolumes(wash, all)).toEqual({ pump: 30_000, stroke: 30_000 });
    expect(ownVolumes(wash, [])).toEqual({});
  });

  it('means two pump heads that give the same, and neither of two that do not', () => {
    expect(ownVolumes(wash, [pump(30_000), pump(30_000)])).toMatchObject({ pump: 30_000 });
    expect(ownVolumes(wash, [pump(30_000), pump(20_000)])).toEqual({});
    // Which of the two on it is meant nobody knows; the one in the drawer is not.
    expect(ownVolumes(wash, [pump(30_000, 2), pump(20_000, 2), pump(10_000)])).toEqual({});
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Fraction } from '../strength/strength.ts';
import { microlitres } from '../units/volume.ts';
import type { Measure } from './chooseMeasure.ts';
import { type Contents, contentsOf, fractionIn, volumeUl } from './contents.ts';
import { asMeasured, isMeasurable, leftoverContents, type PourPlan, planPours } from './planPour.ts';
import { practicalPours } from './practicalPour.ts';

const vessel = {
  brimfulUl: microlitres(1_000_000),
  fillLimitUl: microlitres(900_000),
  smallestUl: microlitres(100_000),
};
const measures: Measure[] = [
  { kind: 'syringe', name: 'syringe', capacityUl: 60_000, stepUl: 1_000 },
  { kind: 'cap', name: 'cap', capacityUl: 7_500, stepUl: 7_500 },
  { kind: 'jug', name: 'jug', capacityUl: 1_000_000, stepUl: 10_000 },
];

function plans(start: Contents | null, totalUl: number, fraction: number): PourPlan[] {
  const found = planPours({
    state: 'concentrate',
    fraction: fraction as Fraction,
    vessel,
    totalUl: microlitres(totalUl),
    start,
  });
  if (!found.ok) throw new Error(found.code);
  return found.value;
}

const total = fc.integer({ min: 100_000, max: 900_000 });
const strength = fc.double({ min: 0.005, max: 0.9, noNaN: true });

describe('a plan', () => {
  it('of a fill is the mix itself, from an empty vessel or one with nothing in it', () => {
    const [plan] = plans(null, 750_000, 1 / 13);
    expect(plan).toMatchObject({ how: 'fill', pourOffUl: 0, waterUl: 692_308, productUl: 57_692 });
    expect(plans({ productUl: microlitres(0), waterUl: microlitres(0) }, 750_000, 1 / 13)).toEqual([plan]);
  });

  it('leaves in the vessel what was there, less what is poured off, and what is added', () => {
    fc.assert(
      fc.property(total, strength, total, strength, (v1, f1, v2, f2) => {
        const start = contentsOf(v1, f1);
        for (const { pourOffUl, waterUl, productUl, after } of plans(start, v2, f2)) {
          expect(volumeUl(after)).toBe(v1 - pourOffUl + waterUl + productUl);
          expect(volumeUl(after)).toBeLessThanOrEqual(vessel.fillLimitUl);
        }
      }),
      // Rounding once lifted this one a microlitre over the fill limit.
      { examples: [[699_520, 0.005, 900_000, 0.23205944444444443]] },
    );
  });

  it('from what is there already may be small: only a fresh mix can be too little', () => {
    expect(plans(contentsOf(40_000, 0.1), 60_000, 0.1)[0]?.how).toBe('inPlace');
    const fresh = planPours({
      state: 'concentrate',
      fraction: 0.1 as Fraction,
      vessel,
      totalUl: microlitres(60_000),
      start: null,
    });
    expect(fresh).toMatchObject({ ok: false, code: 'total.underSmallest' });
  });

  it('never dilutes what is ready to use', () => {
    const diluted = planPours({
      state: 'readyToUse',
      fraction: 0.5 as Fraction,
      vessel,
      totalUl: microlitres(500_000),
      start: contentsOf(100_000, 1),
    });
    expect(diluted).toMatchObject({ ok: false, code: 'product.readyToUse' });
  });
});

describe('a plan as it is measured', () => {
  it('keeps the total of a fill and the water of a correction, to the microlitre', () => {
    fc.assert(
      fc.property(total, strength, (v, f) => {
        const [fill] = plans(null, v, f);
        if (!fill || fill.productUl === 0) return;
        for (const pour of practicalPours(fill.productUl, measures).slice(0, 4)) {
          if (pour.ul > fill.productUl + fill.waterUl) continue;
          const read = asMeasured(fill, pour.ul);
          expect(read.productUl).toBe(pour.ul);
          expect(read.waterUl + read.productUl).toBe(v);
          expect(volumeUl(read.after)).toBe(v);
          expect(isMeasurable(fill, pour.ul, pour.parts)).toBe(true);
        }
      }),
    );
    const [topUp] = plans(contentsOf(300_000, 0.1), 700_000, 0.2);
    if (!topUp) throw new Error('no way');
    const read = asMeasured(topUp, topUp.productUl + 500);
    expect(read.waterUl).toBe(topUp.waterUl);
    expect(volumeUl(read.after)).toBe(700_500);
  });

  it('takes its own amount and what the measures give, and nothing else', () => {
    const [fill] = plans(null, 750_000, 1 / 13);
    if (!fill) throw new Error('no way');
    expect(isMeasurable(fill, 57_692, [])).toBe(true);
    const [syringe] = measures;
    if (!syringe) throw new Error('no measure');
    const read = (ul: number) => isMeasurable(fill, ul, [{ measure: syringe, ul }]);
    expect(read(58_000)).toBe(true);
    for (const ul of [57_700, 58_000.5, 62_000, 800_000, 0, -58_000]) expect(read(ul)).toBe(false);
    expect(isMeasurable(fill, 58_000, [])).toBe(false);
  });
});

describe('a leftover', () => {
  const typed = (1 / 13) as Fraction;

  it('is as strong as the books have it, where they have enough of it', () => {
    const booked = contentsOf(750_000, 0.1);
    const known = leftoverContents(350_000, typed, booked);
    expect(known.fromBooks).toBe(true);
    expect(fractionIn(known.contents)).toBeCloseTo(0.1, 6);
  });

  it('is as strong as it was said to be, where the books know too little', () => {
    for (const booked of [
      null,
      contentsOf(200_000, 0.1),
      { productUl: microlitres(0), waterUl: microlitres(900_000) },
    ]) {
      const found = leftoverContents(350_000, typed, booked);
      expect(found).toEqual({ contents: contentsOf(350_000, 1 / 13), fromBooks: false });
    }
  });
});

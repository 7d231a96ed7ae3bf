import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatVolume } from '../units/formatVolume.ts';
import { parseVolume } from '../units/parseVolume.ts';
import type { Measure } from './chooseMeasure.ts';
import { checkMeasurable, isGoodEnough, pourWith, practicalPours, printedStep } from './practicalPour.ts';

const cap: Measure = { kind: 'cap', name: 'cap', capacityUl: 7_500, stepUl: 7_500 };
const jug: Measure = { kind: 'jug', name: 'jug', capacityUl: 100_000, stepUl: 5_000 };
const syringe: Measure = { kind: 'syringe', name: '60 ml syringe', capacityUl: 60_000, stepUl: 1_000 };

describe('the practical pour', () => {
  const WANTED = 57_692;
  const strengthOf = (ul: number) => ul / 750_000;

  it('8 caps of 7.5 ml are 60 ml, 8 % and 4 % too much; 7 caps and 5 ml in the jug are 0.33 % short', () => {
    const caps = pourWith(WANTED, cap);
    expect(caps).toMatchObject({ ul: 60_000, actions: 8 });
    expect(caps?.error).toBeCloseTo(0.04, 4);
    expect(strengthOf(60_000)).toBe(0.08);
    const seven = 7 * cap.capacityUl + jug.stepUl;
    expect(seven).toBe(57_500);
    expect(seven / WANTED - 1).toBeCloseTo(-0.0033, 4);
  });

  it('prefers the fewest actions that come within 2 %', () => {
    const [best] = practicalPours(WANTED, [cap, jug]);
    expect(best).toMatchObject({ ul: 57_500, actions: 2 });
    expect(best?.parts.map((p) => [p.measure.name, p.ul])).toEqual([
      ['jug', 50_000],
      ['cap', 7_500],
    ]);
    expect(practicalPours(WANTED, [cap, jug, syringe])[0]).toMatchObject({ ul: 58_000, actions: 1 });
  });

  it('takes the least error, and says so, where nothing comes within 2 %', () => {
    const [best] = practicalPours(4_000, [cap, jug]);
    expect(best?.ul).toBe(5_000);
    expect(best && isGoodEnough(best)).toBe(false);
  });

  it('drops what would leave the band', () => {
    const [best] = practicalPours(WANTED, [cap, jug], { leastUl: 57_600, mostUl: 62_000 });
    expect(best?.ul).toBeGreaterThanOrEqual(57_600);
  });

  it('is made of real graduations, at most two measures, and its error is its error', () => {
    fc.assert(
      fc.property(fc.integer({ min: 500, max: 3_000_000 }), (wanted) => {
        const pours = practicalPours(wanted, [cap, jug, syringe]);
        for (const { parts, ul, error, actions } of pours) {
          expect(parts.length).toBeLessThanOrEqual(2);
          expect(parts.reduce((sum, p) => sum + p.ul, 0)).toBe(ul);
          expect(error).toBeCloseTo(ul / wanted - 1, 12);
          expect(actions).toBe(parts.reduce((sum, p) => sum + p.fullFills + 1, 0));
          for (const { measure, fullFills, lastUl } of parts) {
            expect((fullFills * measure.capacityUl + lastUl) % measure.stepUl).toBe(0);
            expect(lastUl).toBeGreaterThan(0);
            expect(lastUl).toBeLessThanOrEqual(measure.capacityUl);
          }
        }
      }),
    );
  });
});

/** Every way with at most two measures, looked at one by one. */
function everyWay(wanted: number, measures: readonly Measure[]) {
  const amounts = (m: Measure) =>
    Array.from({ length: Math.ceil((2 * wanted) / m.stepUl) + 1 }, (_, i) => ({
      ul: i * m.stepUl,
      actions: Math.ceil((i * m.stepUl) / m.capacityUl - 1e-9),
    }));
  const ways: { ul: number; actions: number; error: number }[] = [];
  for (const [i, one] of measures.entries()) {
    for (const other of [null, ...measures.slice(i + 1)]) {
      for (const a of amounts(one)) {
        for (const b of other ? amounts(other) : [{ ul: 0, actions: 0 }]) {
          const ul = a.ul + b.ul;
          if (ul > 0) ways.push({ ul, actions: a.actions + b.actions, error: Math.abs(ul / wanted - 1) });
        }
      }
    }
  }
  return ways;
}

describe('the practical pour against every way there is', () => {
  it('145.9 ml with a 12.5 ml cap and a jug in tens takes three fills', () => {
    const bigCap: Measure = { kind: 'cap', name: 'cap', capacityUl: 12_500, stepUl: 12_500 };
    const tens: Measure = { kind: 'jug', name: 'jug', capacityUl: 1_000_000, stepUl: 10_000 };
    expect(practicalPours(145_900, [bigCap, tens])[0]).toMatchObject({ ul: 145_000, actions: 3 });
    expect(practicalPours(68_000, [bigCap, tens])[0]?.error).toBeLessThan(0.008);
  });

  it('is never beaten: in band, within 2 %, fewest fills, least error', () => {
    const step = fc.constantFrom(500, 1_000, 2_500, 5_000, 7_500, 10_000, 12_500);
    const measure = fc
      .record({ stepUl: step, steps: fc.integer({ min: 1, max: 30 }) })
      .map(({ stepUl, steps }): Measure => ({ kind: 'jug', name: '', stepUl, capacityUl: stepUl * steps }));
    const some = fc
      .array(measure, { minLength: 1, maxLength: 3 })
      .map((all) => all.map((m, i) => ({ ...m, name: `measure ${i}` })));
    const band = fc.option(
      fc.record({
        least: fc.double({ min: 0.9, max: 1, noNaN: true }),
        most: fc.double({ min: 1, max: 1.1, noNaN: true }),
      }),
    );
    let good = 0;
    fc.assert(
      fc.property(fc.integer({ min: 3_000, max: 120_000 }), some, band, (wanted, measures, limits) => {
        const inside = limits && { leastUl: wanted * limits.least, mostUl: wanted * limits.most };
        const [best] = practicalPours(wanted, measures, inside ?? undefined);
        const inBand = (ul: number) => !inside || (ul >= inside.leastUl && ul <= inside.mostUl);
        const ways = everyWay(wanted, measures).filter((w) => inBand(w.ul) && w.ul <= 2 * wanted);
        if (!best || !inBand(best.ul)) {
          expect(ways).toEqual([]);
          return;
        }
        const near = ways.filter((w) => w.error <= 0.02);
        if (near.length > 0) {
          good++;
          const fewest = Math.min(...near.map((w) => w.actions));
          expect(best.actions).toBe(fewest);
          const least = Math.min(...near.filter((w) => w.actions === fewest).map((w) => w.error));
          expect(Math.abs(best.error)).toBeCloseTo(least, 12);
        } else {
          expect(Math.abs(best.error)).toBeCloseTo(Math.min(...ways.map((w) => w.error)), 12);
        }
      }),
      { numRuns: 150 },
    );
    expect(good).toBeGreaterThan(40);
  });

  it('prints to the graduation it is poured to, so that what is said is what is booked', () => {
    const parts = (...uls: number[]) => uls.map((ul) => ({ measure: jug, ul }));
    expect(printedStep(parts(58_000))).toBe(1_000);
    expect(printedStep(parts(50_000, 7_500))).toBe(500);
    expect(printedStep([])).toBeUndefined();
    fc.assert(
      fc.property(fc.integer({ min: 500, max: 2_500_000 }), (wanted) => {
        const [best] = practicalPours(wanted, [cap, jug, syringe]);
        if (!best) return;
        const read = formatVolume(best.ul, 'metric', printedStep(best.parts));
        const back = parseVolume(read, { system: 'metric' });
        expect(back.ok && back.value).toBe(best.ul);
      }),
    );
  });
});

describe('what can be measured at all', () => {
  const fine = [{ stepUl: 500 }, { stepUl: 10_000 }];

  it('is half the finest graduation and more', () => {
    expect(checkMeasurable(250, fine).ok).toBe(true);
    expect(checkMeasurable(0, fine).ok).toBe(true);
    expect(checkMeasurable(7, []).ok).toBe(true);
    expect(checkMeasurable(249, fine)).toMatchObject({
      ok: false,
      code: 'strength.notMeasurable',
      facts: { productUl: 249, finestUl: 500 },
    });
  });
});

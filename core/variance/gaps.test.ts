import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type CountedContainer, gapsOf } from './gaps.ts';

const ml = (n: number) => n * 1_000;
const pour = (at: number, ul: number) => ({ ul, pours: 1, sources: [`person:${at}` as const] });
const nothing = { otherUl: 0, wastedUl: 0, byRecipe: { bookedUl: 0, recipeUl: 0, pours: 0 }, poured: [] };
const jug = (of: Partial<CountedContainer>): CountedContainer => ({
  containerId: 4,
  productId: 2,
  cameMs: 0,
  counts: [],
  booked: [],
  ...of,
});

describe('what is missing between two counts', () => {
  it('is what was there and came, less what was booked and found', () => {
    const gaps = gapsOf(
      jug({
        counts: [
          { atMs: 10, ul: ml(3_900), withinUl: ml(60) },
          { atMs: 20, ul: ml(3_500), withinUl: ml(40) },
        ],
        booked: [
          { ...nothing, part: 0, otherUl: ml(5_000), poured: [pour(1, ml(700)), pour(3, ml(300))] },
          { ...nothing, part: 1, otherUl: -ml(50), wastedUl: ml(50), poured: [pour(1, ml(350))] },
        ],
      }),
    );
    expect(gaps).toMatchObject([
      { fromMs: 0, toMs: 10, ul: ml(100), poured: { ul: ml(1_000), pours: 2 }, wastedUl: 0 },
      { fromMs: 10, toMs: 20, ul: 0, poured: { ul: ml(350), pours: 1 }, wastedUl: ml(50) },
    ]);
    expect(gaps[0]?.by).toEqual(
      new Map([
        ['person:1', { ul: ml(700), pours: 1 }],
        ['person:3', { ul: ml(300), pours: 1 }],
      ]),
    );
    // A full jug is full to 50 ml; the rest is by how the counts were read.
    expect(gaps[0]?.withinUl).toBeCloseTo(Math.hypot(ml(50), ml(60)));
    expect(gaps[1]?.withinUl).toBeCloseTo(Math.hypot(ml(60), ml(40)));
  });

  it('is nothing to tell where it was never counted, and is all of it where it came and was never poured', () => {
    expect(gapsOf(jug({ booked: [{ ...nothing, part: 0, otherUl: ml(5_000) }] }))).toEqual([]);
    const [once] = gapsOf(
      jug({
        counts: [{ atMs: 10, ul: ml(4_000), withinUl: 0 }],
        booked: [{ ...nothing, part: 0, otherUl: ml(5_000) }],
      }),
    );
    expect(once).toMatchObject({ ul: ml(1_000), poured: { ul: 0, pours: 0 } });
  });

  it('adds up: all gaps together are what came, less what was booked, less what was found last', () => {
    const part = fc.record({
      out: fc.array(fc.integer({ min: 1, max: 90_000 }), { maxLength: 6 }),
      found: fc.integer({ min: 0, max: 5_000_000 }),
    });
    fc.assert(
      fc.property(fc.array(part, { minLength: 1, maxLength: 8 }), (parts) => {
        const gaps = gapsOf(
          jug({
            counts: parts.map(({ found }, i) => ({ atMs: i + 1, ul: found, withinUl: 1 })),
            booked: parts.map(({ out }, i) => ({
              ...nothing,
              part: i,
              otherUl: i === 0 ? 5_000_000 : 0,
              poured: out.map((ul, n) => pour(n % 3, ul)),
            })),
          }),
        );
        const out = parts.flatMap((p) => p.out).reduce((a, b) => a + b, 0);
        expect(gaps.reduce((sum, g) => sum + g.ul, 0)).toBe(5_000_000 - out - (parts.at(-1)?.found ?? 0));
        for (const gap of gaps) {
          expect([...gap.by.values()].reduce((sum, p) => sum + p.ul, 0)).toBe(gap.poured.ul);
        }
      }),
    );
  });
});

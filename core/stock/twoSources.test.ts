import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromTwo, nextSource } from './twoSources.ts';

const P6 = { code: 'P-6', heldUl: 250_000 };
const P7 = { code: 'P-7', heldUl: 5_000_000 };

describe('a pour from two containers', () => {
  it('finishes the first and takes the rest from the second', () => {
    expect(fromTwo(P6, P7, 1_350_000)).toEqual({
      ok: true,
      value: { firstUl: 250_000, restUl: 1_100_000, leftUl: 3_900_000 },
    });
  });

  it('takes every drop once, whatever they hold, or says why not', () => {
    const live = { ok: 0, no: 0 };
    fc.assert(
      fc.property(
        fc.nat(5_000_000),
        fc.nat(5_000_000),
        fc.integer({ min: 1, max: 6_000_000 }),
        (a, b, wanted) => {
          const both = fromTwo({ code: 'A', heldUl: a }, { code: 'B', heldUl: b }, wanted);
          expect(both.ok).toBe(a > 0 && a < wanted && a + b >= wanted);
          if (!both.ok) return void live.no++;
          live.ok++;
          const { firstUl, restUl, leftUl } = both.value;
          expect([firstUl, firstUl + restUl, restUl + leftUl]).toEqual([a, wanted, b]);
          expect(restUl).toBeGreaterThan(0);
        },
      ),
      { numRuns: 300 },
    );
    expect(Math.min(live.ok, live.no)).toBeGreaterThan(20);
  });

  it('says what would do instead', () => {
    const no = (first: number, rest: number) =>
      fromTwo({ code: 'P-6', heldUl: first }, { code: 'P-7', heldUl: rest }, 1_000_000);
    expect(no(1_000_000, 5_000_000)).toMatchObject({ code: 'rest.unneeded', facts: { code: 'P-6' } });
    expect(no(0, 5_000_000)).toMatchObject({ code: 'rest.nothingFirst', facts: { rest: 'P-7' } });
    expect(no(250_000, 500_000)).toMatchObject({
      code: 'stock.short',
      facts: { code: 'P-6', and: 'P-7', heldUl: 750_000, wantedUl: 1_000_000 },
    });
  });
});

describe('what is taken next', () => {
  const on = (id: number, change: object) => ({
    id,
    code: `P-${id}`,
    heldUl: 5_000_000,
    openedAt: null as string | null,
    bestBefore: null as string | null,
    onHold: null as unknown,
    ...change,
  });
  it('is what is open already, then what has to be used first', () => {
    const shelf = [
      on(1, { openedAt: '2026-04-01', heldUl: 100_000 }),
      on(2, { bestBefore: '2027-01-01' }),
      on(3, { bestBefore: '2026-12-01' }),
      on(4, { openedAt: '2026-05-01', heldUl: 300_000 }),
    ];
    expect(nextSource(shelf, 1, 200_000)?.id).toBe(4);
    expect(nextSource(shelf, 1, 400_000)?.id).toBe(3);
    expect(nextSource(shelf, 3, 400_000)?.id).toBe(2);
  });
  it('is never what is on hold, nor what has too little', () => {
    const shelf = [on(1, {}), on(2, { onHold: { lot: 'x', words: '' } }), on(3, { heldUl: 10 })];
    expect(nextSource(shelf, 1, 11)).toBeNull();
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatStrength } from '../strength/formatStrength.ts';
import type { Fraction } from '../strength/strength.ts';
import { f, mix, parts, percent } from './madeUp.ts';
import type { RecipeCell } from './recipe.ts';
import { stepLevels, stepStrength } from './strengthSteps.ts';

const written = (cells: readonly RecipeCell[]) =>
  cells.map((c) => (c.kind === 'mix' ? formatStrength(c.strength) : 'not'));

describe('steps of strength', () => {
  it('step along the figures people mix to, in the notation written', () => {
    expect(formatStrength(stepStrength(parts(40), 'stronger'))).toBe('1:30');
    expect(formatStrength(stepStrength(parts(40), 'weaker'))).toBe('1:50');
    expect(formatStrength(stepStrength(parts(37), 'weaker'))).toBe('1:40');
    expect(formatStrength(stepStrength(percent(4), 'stronger'))).toBe('5 %');
    expect(formatStrength(stepStrength({ notation: 'inTotal', total: 10 }, 'stronger'))).toBe('1 in 8');
    expect(formatStrength(stepStrength(parts(1), 'stronger'))).toBe('1:0.5');
    expect(stepStrength(percent(100), 'stronger')).toEqual(percent(100));
  });

  it('move every level of a recipe by its own step, but for those at a limit, which are named', () => {
    const cells = [40, 30, 20, 15, 10].map((w, soil) => mix(parts(w), { soil: soil as 0 }));
    const limits = { least: (1 / 61) as Fraction, most: 0.2 as Fraction };
    const weaker = stepLevels(cells, 'weaker', limits);
    expect(written(weaker.cells)).toEqual(['1:50', '1:40', '1:25', '1:20', '1:12']);
    expect(stepLevels(weaker.cells, 'stronger', limits)).toEqual({ cells, atLimit: [] });
    const tight = { least: (1 / 41) as Fraction, most: (1 / 11) as Fraction };
    const held = stepLevels(cells, 'weaker', tight);
    expect([written(held.cells), held.atLimit]).toEqual([['1:40', '1:40', '1:25', '1:20', '1:12'], [0]]);
    expect(stepLevels(cells, 'stronger', tight).atLimit).toEqual([4]);
    // One that lies outside for a reason of its own goes along; what it is not for stays.
    const odd = cells.map((c) =>
      c.soil === 4
        ? mix(parts(5), { soil: 4, reason: 'Clay' })
        : c.soil === 1
          ? { soil: 1 as const, kind: 'not' as const, instead: '' }
          : c,
    );
    const stronger = stepLevels(odd, 'stronger', tight);
    expect([written(stronger.cells), stronger.atLimit]).toEqual([['1:30', 'not', '1:15', '1:12', '1:4'], []]);
    // Neat goes no further.
    expect(stepLevels([mix(percent(100), { soil: 2 })], 'stronger', tight).atLimit).toEqual([2]);
  });

  it('lead back where they came from, on the figures people mix to', () => {
    const FIGURES = [
      1, 1.2, 1.5, 2, 2.5, 3, 4, 5, 6, 7, 8, 10, 12, 15, 20, 25, 30, 40, 50, 100, 120, 150, 500,
    ];
    for (const n of FIGURES) {
      for (const strength of [parts(n), ...(n < 100 ? [percent(n)] : [])]) {
        const weaker = stepStrength(strength, 'weaker');
        expect(formatStrength(stepStrength(weaker, 'stronger'))).toBe(formatStrength(strength));
        const stronger = stepStrength(strength, 'stronger');
        expect(formatStrength(stepStrength(stronger, 'weaker'))).toBe(formatStrength(strength));
      }
    }
    expect(formatStrength(stepStrength(parts(0.5), 'stronger'))).toBe('neat');
  });

  it('always move the way they were asked, or stay', () => {
    const strength = fc.oneof(
      fc.double({ min: 0.6, max: 2000, noNaN: true }).map(parts),
      fc.double({ min: 0.01, max: 100, noNaN: true }).map(percent),
    );
    fc.assert(
      fc.property(strength, (s) => {
        expect(f(stepStrength(s, 'weaker'))).toBeLessThanOrEqual(f(s) * (1 + 1e-9));
        expect(f(stepStrength(s, 'stronger'))).toBeGreaterThanOrEqual(f(s) * (1 - 1e-9));
      }),
    );
    fc.assert(
      fc.property(fc.array(strength, { minLength: 1, maxLength: 5 }), (some) => {
        const cells = some.sort((a, b) => f(a) - f(b)).map((s, soil) => mix(s, { soil: soil as 0 }));
        const edge = { least: 0.001 as Fraction, most: 0.8 as Fraction };
        stepLevels(cells, 'weaker', edge).cells.forEach((c, i) => {
          const was = cells[i];
          if (c.kind === 'mix' && was)
            expect(f(c.strength)).toBeLessThanOrEqual(f(was.strength) * (1 + 1e-9));
        });
      }),
    );
  });
});

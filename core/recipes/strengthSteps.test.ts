import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatStrength } from '../strength/formatStrength.ts';
import type { Fraction } from '../strength/strength.ts';
import { f, mix, parts, percent } from './madeUp.ts';
import type { RecipeCell } from './recipe.ts';
import { shiftLevels, stepStrength } from './strengthSteps.ts';

const written = (cells: readonly RecipeCell[]) =>
  cells.map((c) => (c.kind === 'mix' ? formatStrength(c.strength) : 'not'));

describe('steps of strength', () => {
  it('step along the figures people mix to, in the notation written', () => {
    expect(formatStrength(stepStrength(parts(40), 'stronger'))).toBe('1:30');
    expect(formatStrength(stepStrength(parts(40), 'weaker'))).toBe('1:50');
    expect(formatStrength(stepStrength(parts(37), 'weaker'))).toBe('1:40');
    expect(formatStrength(stepStrength(percent(4), 'stronger'))).toBe('5 %');
    expect(formatStrength(stepStrength({ notation: 'inTotal', total: 10 }, 'stronger'))).toBe('1 in 8');
    expect(formatStrength(stepStrength(parts(1), 'stronger'))).toBe('neat');
    expect(stepStrength(percent(100), 'stronger')).toEqual(percent(100));
  });

  it('shift a whole recipe: each level takes the one beside it, the end goes on in proportion', () => {
    const cells = [40, 30, 20, 15, 10].map((w, soil) => mix(parts(w), { soil: soil as 0 }));
    const edge = { least: (1 / 61) as Fraction, most: 0.2 as Fraction };
    expect(written(shiftLevels(cells, 'weaker', edge))).toEqual(['1:50', '1:40', '1:30', '1:20', '1:15']);
    expect(written(shiftLevels(cells, 'stronger', edge))).toEqual(['1:30', '1:20', '1:15', '1:10', '1:7']);
    // Not past the edge.
    const tight = { least: (1 / 41) as Fraction, most: (1 / 11) as Fraction };
    expect(written(shiftLevels(cells, 'weaker', tight))[0]).toBe('1:40');
    // Levels it is not for stay as they are, and are stepped over.
    const holed = cells.map((c) =>
      c.soil === 1 ? { soil: 1 as const, kind: 'not' as const, instead: '' } : c,
    );
    expect(written(shiftLevels(holed, 'weaker', edge))).toEqual(['1:60', 'not', '1:40', '1:20', '1:15']);
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
        shiftLevels(cells, 'weaker', edge).forEach((c, i) => {
          const was = cells[i];
          if (c.kind === 'mix' && was)
            expect(f(c.strength)).toBeLessThanOrEqual(f(was.strength) * (1 + 1e-9));
        });
      }),
    );
  });
});

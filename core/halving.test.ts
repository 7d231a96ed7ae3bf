import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { halving } from './halving.ts';

describe('halving', () => {
  it('finds the root of two', () => {
    expect(halving((x) => x * x < 2, 0, 2, 1e-9)).toBeCloseTo(Math.SQRT2, 8);
  });

  it('comes as near as it was asked to, wherever it turns', () => {
    const value = fc.double({ min: -1e3, max: 1e3, noNaN: true });
    fc.assert(
      fc.property(value, fc.double({ min: 1e-9, max: 1, noNaN: true }), (wanted, within) => {
        expect(Math.abs(halving((x) => x < wanted, -1e3, 1e3, within) - wanted)).toBeLessThanOrEqual(within);
      }),
    );
  });
});

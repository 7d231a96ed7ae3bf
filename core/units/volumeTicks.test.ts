import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatVolume } from './formatVolume.ts';
import { volumeTicks } from './volumeTicks.ts';

const L = 1_000_000;
const said = (uptoUl: number, system: 'metric' | 'us' | 'imperial') =>
  volumeTicks(uptoUl, system, 5).map((ul) => formatVolume(ul, system));

describe('the marks of an axis of volumes', () => {
  it('are whole steps of what people count in', () => {
    expect(said(18 * L, 'metric')).toEqual(['0 ml', '5 L', '10 L', '15 L']);
    expect(said(18 * L, 'us')).toEqual(['0 US fl oz', '1 US gal', '2 US gal', '3 US gal', '4 US gal']);
    expect(said(900_000, 'us').slice(1)).toEqual(['8 US fl oz', '16 US fl oz', '24 US fl oz']);
  });

  it('begin at nothing, are as far apart as each other, and never more than were asked for', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1_000, max: 1_000 * L }),
        fc.constantFrom('metric' as const, 'us' as const, 'imperial' as const),
        fc.integer({ min: 2, max: 9 }),
        (upto, system, most) => {
          const ticks = volumeTicks(upto, system, most);
          const [first = -1, second = 0] = ticks;
          expect(first).toBe(0);
          expect(ticks.length).toBeLessThanOrEqual(most + 1);
          for (const [i, tick] of ticks.entries()) expect(tick).toBeCloseTo(i * second, 3);
          expect(ticks.at(-1)).toBeLessThanOrEqual(upto * (1 + 1e-9));
        },
      ),
    );
  });
});

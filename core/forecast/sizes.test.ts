import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { offersFor, sizesOf } from './sizes.ts';

const L = 1_000_000;
const WEEK_L = L / 7;
const CAN = { kind: 'jug' as const, sizeUl: 5 * L, minor: 2_400, keepsDays: null };
const PAIL = { kind: 'pail' as const, sizeUl: 20 * L, minor: 8_000, keepsDays: null };

describe('which size to order', () => {
  it('a litre a week for eight weeks: two cans or a pail, the pail cheaper by the litre as long as it keeps', () => {
    const [first, second] = offersFor(WEEK_L, [CAN, PAIL]);
    expect(first).toMatchObject({ sizeUl: 20 * L, count: 1, lastsDays: 140 });
    expect(first?.minorPerL).toBeCloseTo(400, 6);
    expect(second).toMatchObject({ sizeUl: 5 * L, count: 2, lastsDays: 70 });
    expect(second?.minorPerL).toBeCloseTo(480, 6);
    // It keeps 15 weeks: a quarter of the pail is thrown away.
    const kept = offersFor(WEEK_L, [CAN, { ...PAIL, keepsDays: 105 }]);
    expect(kept.map((o) => o.sizeUl)).toEqual([5 * L, 20 * L]);
    expect(kept[1]?.minorPerL).toBeCloseTo(8_000 / 15, 6);
  });

  it('a size without a price comes last; one of what is hardly used is enough', () => {
    const offers = offersFor(WEEK_L / 100, [{ ...CAN, minor: null }, PAIL]);
    expect(offers.map((o) => [o.sizeUl, o.count, o.minorPerL === null])).toEqual([
      [20 * L, 1, false],
      [5 * L, 1, true],
    ]);
  });

  it('what gets used is never more than comes, and never more than is used in the time it keeps', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1_000, max: 5 * L }),
        fc.integer({ min: 100_000, max: 30 * L }),
        fc.integer({ min: 0, max: 1_000 }),
        (dayUl, sizeUl, keepsDays) => {
          const [offer] = offersFor(dayUl, [{ kind: 'jug', sizeUl, minor: 1_000, keepsDays }]);
          expect(offer?.usefulUl).toBeLessThanOrEqual((offer?.count ?? 0) * sizeUl);
          expect(offer?.lastsDays).toBeLessThanOrEqual(keepsDays);
        },
      ),
    );
  });

  it('sizes are those it came in, each at its newest price, keeping as the newest with a date does', () => {
    const bought = (
      sizeUl: number,
      priceMinor: number | null,
      receivedAt: string,
      bestBefore: string | null,
    ) => ({
      kind: sizeUl > 10 * L ? ('pail' as const) : ('jug' as const),
      sizeUl,
      priceMinor,
      receivedAt,
      bestBefore,
    });
    expect(
      sizesOf([
        bought(5 * L, 2_000, '2025-06-01T09:00:00Z', '2026-06-01'),
        bought(5 * L, 2_400, '2026-02-01T09:00:00Z', null),
        bought(20 * L, null, '2026-01-01T09:00:00Z', null),
      ]),
    ).toEqual([
      { kind: 'jug', sizeUl: 5 * L, minor: 2_400, keepsDays: 365 },
      { kind: 'pail', sizeUl: 20 * L, minor: null, keepsDays: null },
    ]);
  });
});

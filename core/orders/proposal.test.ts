import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { canTell, forecasts } from '../forecast/forecastOf.ts';
import { simulatedShop } from '../forecast/simulatedShops.ts';
import { proposeOrder, reorderPointUl, type Terms, type Wanted } from './proposal.ts';

const L = 1_000_000;
const TERMS: Terms = { leadDays: 7, minimumMinor: null, deliveryMinor: null };
const jug = (minor: number | null, keepsDays: number | null = null) => ({
  kind: 'jug' as const,
  sizeUl: 5 * L,
  minor,
  keepsDays,
});
const wanted = (productId: number, of: Partial<Wanted> = {}): Wanted => ({
  productId,
  stockUl: 0.9 * L,
  roomUl: null,
  onOrderUl: 0,
  dayUl: L / 10,
  outDays: 9,
  sizes: [jug(2_000)],
  ...of,
});

describe('what to order of a supplier', () => {
  it('is what is due by the first one and within four weeks after, in one delivery', () => {
    const proposal = proposeOrder(TERMS, [
      wanted(1, { outDays: 60 }),
      wanted(2, { outDays: 30 }),
      wanted(3, { outDays: 9 }),
    ]);
    expect(proposal?.dueDays).toBe(2);
    expect(proposal?.lines.map((l) => l.productId)).toEqual([3, 2]);
    // 100 ml a day for eight weeks is 5.6 L: two jugs.
    expect(proposal?.lines[0]).toMatchObject({ count: 2, sizeUl: 5 * L, lastsDays: 100, minor: 2_000 });
    expect(proposal).toMatchObject({ goodsMinor: 8_000, unpriced: 0, shortMinor: 0 });
  });

  it('waits for what is on its way', () => {
    const proposal = proposeOrder(TERMS, [wanted(1, { outDays: 3, onOrderUl: 4 * L })]);
    expect(proposal).toMatchObject({ dueDays: 36, lines: [{ outDays: 43 }] });
  });

  it('brings no more than has room once it comes, and one of the smallest where not even that has', () => {
    const sizes = [jug(2_000), { ...jug(7_000), kind: 'pail' as const, sizeUl: 20 * L }];
    // Two jugs last eight weeks: 900 ml are there, and used up as they come.
    const line = (roomUl: number | null, of: Partial<Wanted> = {}) =>
      proposeOrder(TERMS, [wanted(1, { sizes, roomUl, ...of })])?.lines[0];
    expect(line(null)).toMatchObject({ count: 1, sizeUl: 20 * L, crowds: false });
    expect(line(15 * L)).toMatchObject({ count: 2, sizeUl: 5 * L, crowds: false });
    expect(line(6 * L)).toMatchObject({ count: 1, sizeUl: 5 * L, crowds: false });
    expect(line(3 * L)).toMatchObject({ count: 1, sizeUl: 5 * L, crowds: true });
    // What is there, and on its way, takes room as well.
    expect(line(15 * L, { stockUl: 9 * L })).toMatchObject({ count: 1, sizeUl: 5 * L });
    // To reach a minimum no more is added than has room.
    const more = proposeOrder({ ...TERMS, minimumMinor: 20_000 }, [wanted(1, { roomUl: 15 * L })]);
    expect(more?.lines[0]?.count).toBe(3);
    expect(more?.shortMinor).toBe(14_000);
  });

  it('is due today where it should have been sent before, or nobody knows how long it takes', () => {
    expect(proposeOrder(TERMS, [wanted(1, { outDays: 2 })])?.dueDays).toBe(0);
    expect(proposeOrder({ ...TERMS, leadDays: null }, [wanted(1, { outDays: 2 })])?.dueDays).toBe(2);
  });

  it('is nothing where nothing runs out within a year, or it was never bought', () => {
    expect(proposeOrder(TERMS, [])).toBeNull();
    expect(proposeOrder(TERMS, [wanted(1, { outDays: null }), wanted(2, { sizes: [] })])).toBeNull();
    expect(proposeOrder(TERMS, [wanted(1, { dayUl: 0 })])).toBeNull();
  });

  it('grows to the least that is sent by what lasts shortest, and never by what would be out of date', () => {
    const both = [wanted(1), wanted(2, { dayUl: L / 5 })];
    // 2 and 3 jugs are 100.00; the second product lasts 75 days, so it gets the next, then the first.
    const grown = proposeOrder({ ...TERMS, minimumMinor: 14_000 }, both);
    expect(grown?.lines.map((l) => [l.productId, l.count])).toEqual([
      [1, 3],
      [2, 4],
    ]);
    expect(grown).toMatchObject({ goodsMinor: 14_000, shortMinor: 0 });
    const kept = proposeOrder({ ...TERMS, minimumMinor: 14_000 }, [wanted(1, { sizes: [jug(2_000, 120)] })]);
    expect(kept).toMatchObject({ goodsMinor: 4_000, shortMinor: 10_000, lines: [{ count: 2 }] });
    const free = proposeOrder({ ...TERMS, minimumMinor: 14_000 }, [wanted(1, { sizes: [jug(null)] })]);
    expect(free).toMatchObject({ unpriced: 1, shortMinor: 14_000 });
  });

  it('lasts longer where a delivery is dear', () => {
    const often = proposeOrder({ ...TERMS, deliveryMinor: 300 }, [wanted(1)]);
    const seldom = proposeOrder({ ...TERMS, deliveryMinor: 900 }, [wanted(1, { dayUl: L / 5 })]);
    expect(often?.lines[0]?.count).toBe(2);
    expect(seldom?.lines[0]?.count).toBe(4);
  });

  it('never orders what would not be used, never the same product twice, and is the same in any order', () => {
    const any = fc.record({
      stockUl: fc.integer({ min: 0, max: 40 * L }),
      roomUl: fc.option(fc.integer({ min: 0, max: 80 * L })),
      onOrderUl: fc.integer({ min: 0, max: 20 * L }),
      dayUl: fc.integer({ min: 10_000, max: 2 * L }),
      outDays: fc.option(fc.integer({ min: 0, max: 360 })),
      sizes: fc.array(
        fc.record({
          kind: fc.constantFrom('jug' as const, 'pail' as const),
          sizeUl: fc.integer({ min: L, max: 30 * L }),
          minor: fc.option(fc.integer({ min: 100, max: 20_000 })),
          keepsDays: fc.option(fc.integer({ min: 30, max: 900 })),
        }),
        { maxLength: 3 },
      ),
    });
    const terms = fc.record({
      leadDays: fc.option(fc.integer({ min: 0, max: 60 })),
      minimumMinor: fc.option(fc.integer({ min: 0, max: 100_000 })),
      deliveryMinor: fc.option(fc.integer({ min: 0, max: 5_000 })),
    });
    let live = 0;
    fc.assert(
      fc.property(terms, fc.array(any, { maxLength: 6 }), (of, products) => {
        const all = products.map((p, i) => ({ ...p, productId: i + 1 }));
        const proposal = proposeOrder(of, all);
        expect(proposeOrder(of, [...all].reverse())).toEqual(proposal);
        if (!proposal) return;
        live++;
        const ids = proposal.lines.map((l) => l.productId);
        expect(new Set(ids).size).toBe(ids.length);
        for (const line of proposal.lines) {
          const product = all.find((w) => w.productId === line.productId) as Wanted;
          // One container fewer would not last as long as it is meant to, or not reach the least that is sent.
          if (line.count > 1 && line.keepsDays !== null) {
            expect((line.count - 1) * line.sizeUl).toBeLessThan(
              Math.max(84 * product.dayUl, line.keepsDays * product.dayUl) + 1,
            );
          }
          expect(line.usefulUl).toBeLessThanOrEqual(line.count * line.sizeUl);
          // One alone may crowd the shelf; more never do.
          if (product.roomUl !== null && !line.crowds)
            expect(line.count * line.sizeUl).toBeLessThanOrEqual(product.roomUl + 1);
          if (line.crowds) expect(line.count).toBe(1);
        }
        expect(proposal.goodsMinor + proposal.shortMinor).toBeGreaterThanOrEqual(of.minimumMinor ?? 0);
      }),
    );
    expect(live).toBeGreaterThan(20);
  });
});

describe('the stock at which to order', () => {
  const [told] = forecasts([
    { productId: 1, stockUl: 40 * L, used: simulatedShop('steady', 3), booked: null },
  ]);

  it('is what is used until it comes, in one course of ten: more the longer that takes', () => {
    if (!told || !canTell(told.out)) throw new Error('not told');
    const out = told.out;
    const at = (lead: number) => reorderPointUl(out, 40 * L, lead);
    expect(at(0)).toBeCloseTo(0);
    for (const lead of [3, 7, 14, 40]) expect(at(lead)).toBeGreaterThan(at(lead - 2));
    // More than the middle course uses: it is to be enough nine times in ten.
    expect(at(14)).toBeGreaterThan(14 * out.dayUl * 0.95);
    expect(at(14)).toBeLessThan(14 * out.dayUl * 2.5);
  });

  it('is told where nothing is there any more', () => {
    const [none] = forecasts([{ productId: 1, stockUl: 0, used: simulatedShop('steady', 3), booked: null }]);
    if (!none || !canTell(none.out)) throw new Error('not told');
    expect(reorderPointUl(none.out, 0, 10)).toBeCloseTo(13 * none.out.dayUl);
  });
});

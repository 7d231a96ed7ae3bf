import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Fraction } from '../strength/strength.ts';
import { microlitres } from '../units/volume.ts';
import { type Contents, contentsOf, fractionIn, pourOff, volumeUl } from './contents.ts';
import { apply, type Correction, correct, grownUl, merge } from './correct.ts';
import {
  equivalentFraction,
  mixFromProduct,
  mixOntoWater,
  shareOfStock,
  totalForVehicles,
  twoStage,
} from './solveFor.ts';
import { whatHaveIMade } from './whatHaveIMade.ts';

const f = (n: number) => n as Fraction;
const ml = (n: number) => microlitres(Math.round(n * 1_000));
const BIG = 10_000_000;

function ways(have: Contents, totalMl: number, fraction: number, roomUl = BIG): Correction[] {
  const found = correct(have, { totalUl: ml(totalMl), fraction: f(fraction) }, roomUl);
  if (!found.ok) throw new Error(found.code);
  return found.value;
}
const stepsOf = (found: Correction[], how: Correction['how']) =>
  found.find((w) => w.how === how)?.steps.map(({ do: act, ul }) => [act, ul]);

describe('worked figures', () => {
  it('350 ml at 1:12 becomes 750 ml at 1:12 or at 1:7 by adding both', () => {
    const have = contentsOf(350_000, 1 / 13);
    expect(stepsOf(ways(have, 750, 1 / 13), 'inPlace')).toEqual([
      ['addWater', 369_231],
      ['addProduct', 30_769],
    ]);
    expect(stepsOf(ways(have, 750, 1 / 8), 'inPlace')).toEqual([
      ['addWater', 333_173],
      ['addProduct', 66_827],
    ]);
  });

  it('90 ml in a full 750 ml meant for 1:12: pour off 269.231 and refill, or grow to 1170 ml', () => {
    const found = ways({ productUl: ml(90), waterUl: ml(660) }, 750, 1 / 13);
    expect(stepsOf(found, 'pourOffFirst')).toEqual([
      ['pourOff', 269_231],
      ['addWater', 269_231],
    ]);
    const grown = found.find((w) => w.how === 'grow');
    expect(grown && volumeUl(grown.after)).toBe(1_170_000);
    expect(found[0]?.how).toBe('grow');
    expect(ways({ productUl: ml(90), waterUl: ml(660) }, 750, 1 / 13, 750_000)[0]?.how).toBe('pourOffFirst');
  });

  it('poured past the fill limit it is there all the same: part goes off first, whatever the strength', () => {
    // 80 ml and 720 ml in a bottle filled to 750 ml that holds 810 ml to the brim, meant for 1:9: 50 ml go off.
    const have: Contents = { productUl: ml(80), waterUl: ml(720) };
    const just = correct(have, { totalUl: ml(750), fraction: f(0.1) }, 750_000, 810_000);
    expect(just.ok && just.value.map((w) => [w.how, w.steps])).toEqual([
      ['pourOffFirst', [{ do: 'pourOff', ul: 50_000 }]],
    ]);
    const strong = correct(have, { totalUl: ml(750), fraction: f(1 / 20) }, 750_000, 810_000);
    expect(strong.ok && stepsOf(strong.value, 'pourOffFirst')).toEqual([
      ['pourOff', 425_000],
      ['addWater', 375_000],
    ]);
    const spreads = { product: { relative: 0.02 }, water: { relative: 0.02 } };
    const made = whatHaveIMade({ contents: have, spreads, meant: f(0.1), roomUl: 750_000, brimUl: 810_000 });
    expect(made.ok && made.value.ways.map((w) => volumeUl(w.after))).toEqual([750_000]);
    expect(correct(have, { totalUl: ml(750), fraction: f(0.1) }, 750_000, 790_000)).toMatchObject({
      code: 'leftover.overVessel',
      facts: { roomUl: 790_000 },
    });
  });

  it('grows to what its strength allows: 90 ml meant for 1:12 come to 1170 ml', () => {
    expect(grownUl({ productUl: ml(90), waterUl: ml(660) }, f(1 / 13))).toBe(1_170_000);
    expect(grownUl({ productUl: ml(20), waterUl: ml(380) }, f(1 / 13))).toBe(411_667);
    expect(grownUl({ productUl: ml(20), waterUl: ml(380) }, f(1))).toBe(Number.POSITIVE_INFINITY);
  });

  it('140 ml of product at 1:12 makes 1820 ml', () => {
    expect(mixFromProduct(ml(140), f(1 / 13), BIG)).toMatchObject({
      ok: true,
      value: { totalUl: 1_820_000 },
    });
  });

  it('hyper 1:4 to a pail and the pail 1:9 is 2 % overall; 750 ml takes 75 ml pail, 15 ml hyper', () => {
    expect(twoStage(ml(750), f(1 / 5), f(1 / 10))).toMatchObject({
      stockUl: 75_000,
      hyperUl: 15_000,
      waterUl: 675_000,
    });
    expect(twoStage(ml(750), f(1 / 5), f(1 / 10)).overall).toBeCloseTo(0.02, 12);
    const use = shareOfStock(f(0.02), f(0.2));
    expect(use.ok && use.value).toBeCloseTo(0.1, 12);
    expect(shareOfStock(f(0.3), f(0.2))).toMatchObject({ code: 'stock.tooWeak' });
  });

  it('20 ml product and 380 ml water meant for 1:12 is 5 %: add 11.667 ml product', () => {
    const made = whatHaveIMade({
      contents: { productUl: ml(20), waterUl: ml(380) },
      spreads: { product: { ul: 500 }, water: { relative: 0.02 } },
      meant: f(1 / 13),
      band: { least: f(1 / 20), most: f(1 / 8) },
      roomUl: BIG,
    });
    if (!made.ok) throw new Error(made.code);
    expect(made.value.fraction).toBeCloseTo(0.05, 12);
    expect(made.value.place).toBe('within');
    expect(made.value.least).toBeLessThan(0.05);
    expect(made.value.most).toBeGreaterThan(0.05);
    expect(stepsOf([...made.value.ways], 'grow')).toEqual([['addProduct', 11_667]]);
    expect(volumeUl((made.value.ways[0] as Correction).after)).toBe(411_667);
  });
});

describe('putting a mix right', () => {
  it('a full vessel is made weaker or stronger by the two formulas', () => {
    const full = contentsOf(1_000_000, 0.1);
    expect(stepsOf(ways(full, 1_000, 0.05, 1_000_000), 'pourOffFirst')).toEqual([
      ['pourOff', 500_000],
      ['addWater', 500_000],
    ]);
    expect(stepsOf(ways(full, 1_000, 0.28, 1_000_000), 'pourOffFirst')).toEqual([
      ['pourOff', 200_000],
      ['addProduct', 200_000],
    ]);
  });

  it('offers the nearest strength where nothing is to be lost', () => {
    const found = ways(contentsOf(600_000, 0.2), 750, 0.05, 750_000);
    const near = found.find((w) => w.how === 'nearest');
    expect(near?.fraction).toBeCloseTo(0.16, 6);
    expect(near?.steps).toEqual([{ do: 'addWater', ul: 150_000 }]);
  });

  it('less of the same strength is poured off and nothing more', () => {
    expect(stepsOf(ways(contentsOf(700_000, 0.1), 400, 0.1), 'pourOffFirst')).toEqual([['pourOff', 300_000]]);
  });

  it('whatever stands in a vessel, every way offered ends at the strength it says, inside the vessel', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1_000, max: 900_000 }),
        fc.double({ min: 0.002, max: 0.998, noNaN: true }),
        fc.integer({ min: 1_000, max: 900_000 }),
        fc.double({ min: 0.002, max: 0.998, noNaN: true }),
        (v1, f1, v2, f2) => {
          const have = contentsOf(v1, f1);
          if (have.productUl === 0 || have.waterUl === 0) return;
          const found = correct(have, { totalUl: v2, fraction: f(f2) }, 900_000);
          if (!found.ok) throw new Error(found.code);
          expect(found.value.length).toBeGreaterThan(0);
          for (const { how, steps, after, fraction } of found.value) {
            expect(steps.reduce(apply, have)).toEqual(after);
            expect(volumeUl(after)).toBeLessThanOrEqual(900_000);
            for (const { ul } of steps) expect(ul).toBeGreaterThan(0);
            expect(fraction).toBe(fractionIn(after));
            // Each part is right to about a microlitre; the strength follows.
            if (how !== 'nearest') expect(Math.abs(after.productUl - f2 * volumeUl(after))).toBeLessThan(2.5);
            if (how === 'inPlace' || how === 'pourOffFirst')
              expect(Math.abs(volumeUl(after) - v2)).toBeLessThan(2);
          }
        },
      ),
    );
  });

  it('loses not a microlitre when part is poured off', () => {
    expect(pourOff(contentsOf(100_000, 0.25), 40_000)).toEqual({ productUl: 15_000, waterUl: 45_000 });
    expect(pourOff(contentsOf(100_000, 0.25), 100_000)).toEqual({ productUl: 0, waterUl: 0 });
    expect(() => pourOff(contentsOf(10, 0.5), 11)).toThrow(RangeError);
  });

  it.each([
    [
      'a leftover larger than the vessel',
      () => correct(contentsOf(800_000, 0.1), { totalUl: 700_000, fraction: f(0.1) }, 750_000),
      'leftover.overVessel',
    ],
    [
      'more than there is room for',
      () => correct(contentsOf(100_000, 0.1), { totalUl: 800_000, fraction: f(0.1) }, 750_000),
      'total.overFillLimit',
    ],
    [
      'more product than the vessel can use',
      () => mixFromProduct(ml(140), f(1 / 13), 750_000),
      'product.overVessel',
    ],
    ['neat product onto water', () => mixOntoWater(ml(100), f(1), BIG), 'water.neat'],
    ['too much water already in', () => mixOntoWater(ml(740), f(0.1), 750_000), 'water.overVessel'],
    ['half a vehicle', () => totalForVehicles(1.5, 1_000, 0), 'vehicles.count'],
    ['a product that is weaker neat', () => equivalentFraction(f(0.5), 0.25), 'equivalence.overNeat'],
    [
      'nothing but water',
      () =>
        whatHaveIMade({
          contents: { productUl: ml(0), waterUl: ml(100) },
          spreads: { product: { ul: 0 }, water: { ul: 0 } },
          roomUl: BIG,
        }),
      'made.noProduct',
    ],
  ])('refuses %s with what would work', (_, attempt, code) => {
    expect(attempt()).toMatchObject({ ok: false, code });
  });
});

describe('solving for something else', () => {
  it('finds the product for water that is already in, and the total for a day of vehicles', () => {
    expect(mixOntoWater(ml(692.308), f(1 / 13), BIG)).toMatchObject({
      value: { productUl: 57_692, totalUl: 750_000 },
    });
    expect(totalForVehicles(6, 390_000, 60_000)).toEqual({ ok: true, value: 2_400_000 });
  });

  it('a replacement that does the work of four is used at a quarter of the strength', () => {
    expect(equivalentFraction(f(1 / 13), 4)).toEqual({ ok: true, value: 1 / 52 });
    expect(() => equivalentFraction(f(0.1), 0)).toThrow(RangeError);
  });
});

describe('two into one', () => {
  const foam = (totalMl: number, fraction: number) => ({
    product: 2,
    contents: contentsOf(totalMl * 1_000, fraction),
  });

  it('adds both to the microlitre', () => {
    const both = merge(foam(200, 0.1), foam(300, 0.05), 750_000);
    expect(both).toEqual({ ok: true, value: { productUl: 35_000, waterUl: 465_000 } });
  });

  it('never combines different products, and never overfills', () => {
    expect(merge(foam(100, 0.1), { ...foam(100, 0.1), product: 3 }, BIG)).toMatchObject({
      code: 'merge.differentProducts',
    });
    expect(merge(foam(500, 0.1), foam(500, 0.1), 750_000)).toMatchObject({ code: 'merge.noRoom' });
  });
});

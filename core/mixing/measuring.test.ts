import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { costOfFill, costPerWorkingLitre, formatMoney, parseMoney } from '../planning/cost.ts';
import { placeInBand } from '../strength/band.ts';
import { parseStrength } from '../strength/parseStrength.ts';
import { type Fraction, fractionOf, inNotation } from '../strength/strength.ts';
import { microlitres } from '../units/volume.ts';
import { calibrateMeasure } from './calibrateMeasure.ts';
import { depthOf, towelBucketUl, volumeAtDepth } from './depth.ts';
import { fillSteps } from './fillSteps.ts';
import { hardnessDose, hardnessPpm } from './hardness.ts';

const f = (n: number) => n as Fraction;
const mix = (waterUl: number, productUl: number) => ({
  waterUl: microlitres(waterUl),
  productUl: microlitres(productUl),
  totalUl: microlitres(waterUl + productUl),
});

describe('calibrating a cap or a pump head', () => {
  it('divides the reading, and counts better the more there are', () => {
    expect(calibrateMeasure(10, microlitres(41_000), 1_000)).toMatchObject({ value: { eachUl: 4_100 } });
    const [few, many] = [2, 40].map((n) => calibrateMeasure(n, microlitres(4_100 * n), 1_000));
    expect(few?.ok && many?.ok && few.value.uncertainty > 10 * many.value.uncertainty).toBe(true);
    expect(calibrateMeasure(1, microlitres(4_000), 1_000)).toMatchObject({ code: 'calibrate.count' });
    expect(calibrateMeasure(10, microlitres(500), 1_000)).toMatchObject({ code: 'calibrate.reading' });
  });
});

describe('depth', () => {
  it('12 L in a round bucket of 28 cm stands 19.488 cm; 2.5 cm in a square one of 9 x 9 is 202.5 ml', () => {
    expect(depthOf({ kind: 'round', diameterCm: 28 }, 12_000_000)).toBeCloseTo(19.488, 3);
    expect(volumeAtDepth({ kind: 'rectangular', widthCm: 9, lengthCm: 9 }, 2.5)).toBe(202_500);
  });

  it('is read from a table between its points and back', () => {
    const table = {
      kind: 'table',
      points: [
        [5, 3_000_000],
        [10, 7_000_000],
        [20, 17_000_000],
      ],
    } as const;
    expect(depthOf(table, 5_000_000)).toBe(7.5);
    expect(volumeAtDepth(table, 2.5)).toBe(1_500_000);
    expect(depthOf(table, 19_000_000)).toBe(22);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 25_000_000 }), (ul) => {
        expect(Math.abs(volumeAtDepth(table, depthOf(table, ul)) - ul)).toBeLessThanOrEqual(1);
      }),
    );
  });

  it('a towel of 40 x 40 cm at 300 g/m2 weighs 48 g and takes up 144 ml', () => {
    const towel = { widthCm: 40, lengthCm: 40, gsm: 300 };
    expect(towelBucketUl(10, towel, 0, { kind: 'round', diameterCm: 28 })).toBe(1_440_000);
    expect(towelBucketUl(1, towel, 2.5, { kind: 'rectangular', widthCm: 9, lengthCm: 9 })).toBe(
      144_000 + 202_500,
    );
  });
});

describe('the order of filling', () => {
  it('is water, product, swirl; and the jet for suds counts', () => {
    expect(fillSteps(mix(692_308, 57_692), { shakeFirst: true })).toEqual([
      { do: 'shakeProduct' },
      { do: 'water', ul: 692_308, toUl: 692_308 },
      { do: 'product', ul: 57_692, toUl: 750_000 },
      { do: 'swirl' },
    ]);
    expect(fillSteps(mix(17_856_000, 144_000), { jetShare: 0.1 })).toEqual([
      { do: 'water', ul: 16_200_000, toUl: 16_200_000 },
      { do: 'product', ul: 144_000, toUl: 16_344_000 },
      { do: 'jet', ul: 1_656_000, toUl: 18_000_000 },
    ]);
  });

  it('turns round for a bottle with two printed lines, and lifts every line by what takes up room', () => {
    expect(fillSteps(mix(900, 100), { twoLines: true }).map((s) => s.do)).toEqual([
      'product',
      'water',
      'swirl',
    ]);
    expect(fillSteps(mix(900, 100), { displacementUl: 50 })).toContainEqual({
      do: 'product',
      ul: 100,
      toUl: 1_050,
    });
    expect(fillSteps(mix(0, 500))).toEqual([{ do: 'product', ul: 500, toUl: 500 }]);
  });

  it('adds up to the mix, whatever the mix', () => {
    fc.assert(
      fc.property(
        fc.nat(1e7),
        fc.integer({ min: 1, max: 1e7 }),
        fc.double({ min: 0, max: 0.5, noNaN: true }),
        (w, c, jetShare) => {
          const steps = fillSteps(mix(w, c), { jetShare });
          const added = steps.reduce((sum, s) => sum + ('ul' in s ? s.ul : 0), 0);
          expect(added).toBe(w + c);
        },
      ),
    );
  });
});

describe('hardness', () => {
  it('20 to 40 ml per 20 L at 210 ppm is 32.8 ml', () => {
    expect(hardnessDose(20, 40, 210)).toBeCloseTo(32.8, 12);
    expect([0, 50, 300, 900].map((ppm) => hardnessDose(20, 40, ppm))).toEqual([20, 20, 40, 40]);
  });

  it('comes in degrees and grains too', () => {
    expect(hardnessPpm(12, 'dH')).toMatchObject({ ok: true });
    expect(hardnessPpm(10, 'fH')).toEqual({ ok: true, value: 100 });
    expect(hardnessPpm(-1, 'ppm')).toMatchObject({ code: 'hardness.range' });
    expect(hardnessPpm(Number.NaN, 'gpg')).toMatchObject({ ok: false });
  });
});

describe('grams, caps and buckets', () => {
  const read = (text: string, options = {}) => {
    const strength = parseStrength(text, options);
    const fraction = strength.ok ? fractionOf(strength.value) : strength;
    return fraction.ok ? fraction.value : fraction.code;
  };

  it('57.692 ml at 1.035 g/ml weighs 59.711 g, and grams per litre go both ways', () => {
    expect((57.692 * 1.035).toFixed(3)).toBe('59.711');
    expect(read('30 g/l', { gPerMl: 1.035 })).toBeCloseTo(30 / 1_035, 12);
    expect(read('0.03 kg per l', { gPerMl: 1.035 })).toBeCloseTo(30 / 1_035, 12);
    expect(read('30 g/l')).toBe('strength.grams');
    expect(read('30 g/gal', { gPerMl: 1 })).toBe('strength.gramsPer');
    const back = fractionOf(inNotation(f(0.05), 'grams', 1.2));
    expect(back.ok && back.value).toBeCloseTo(0.05, 12);
  });

  it('three caps in the bucket', () => {
    const words = { cap: 7_500, bucket: 18_000_000 };
    expect(read('3 caps/bucket', { words })).toBeCloseTo(22.5 / 18_000, 12);
    expect(read('1 cap per l', { words })).toBeCloseTo(0.0075, 12);
    expect(read('3 caps/bucket')).toBe('unit.unknown');
  });
});

describe('a band and a price', () => {
  it('is held on its edges', () => {
    const band = { least: f(0.05), most: f(0.1) };
    expect([0.04, 0.05, 0.07, 0.1, 0.11].map((n) => placeInBand(f(n), band))).toEqual([
      'under',
      'within',
      'within',
      'within',
      'over',
    ]);
  });

  it('a 20 L pail for 80.00 at 1:12 costs 30.8 pence a litre, and a ready-to-use litre its shelf price', () => {
    const pail = { minor: 8_000, sizeUl: 20_000_000 };
    expect(costPerWorkingLitre(pail, 1 / 13)).toBeCloseTo(30.77, 2);
    expect(costPerWorkingLitre({ minor: 900, sizeUl: 1_000_000 }, 1)).toBe(900);
    expect(costOfFill(pail, 57_692)).toBeCloseTo(23.08, 2);
    expect(formatMoney(30.77, 'GBP')).toBe('£0.31');
    expect(formatMoney(1_234.4, 'EUR')).toBe('€12.34');
    expect(formatMoney(50, 'JPY')).toBe('JP¥50');
    expect(parseMoney('£24.50', 'GBP', 'Price')).toEqual({ ok: true, value: 2_450 });
    expect(parseMoney('1200', 'JPY', 'Price')).toEqual({ ok: true, value: 1_200 });
    for (const text of ['€ 1.234,50', '1,234.50', '1 234,50 €', "1'234.50", '1234,5', 'EUR 1 234,50'])
      expect([text, parseMoney(text, 'EUR', 'Price')]).toEqual([text, { ok: true, value: 123_450 }]);
    expect(parseMoney('1,234', 'EUR', 'Price')).toMatchObject({ ok: false, code: 'number.ambiguous' });
    expect(parseMoney('1,234,567 kr', 'ISK', 'Price')).toEqual({ ok: true, value: 1_234_567 });
    expect(parseMoney('1.234', 'KWD', 'Price')).toEqual({ ok: true, value: 1_234 });
    for (const [text, code] of [
      ['24.505', 'money.range'],
      ['-1', 'number.negative'],
      ['cheap', 'money.range'],
      ['5 kg', 'number.unreadable'],
      ['24.50 each', 'number.unreadable'],
      ['99999999999', 'money.range'],
    ] as const) {
      expect(parseMoney(text, 'GBP', 'Price')).toMatchObject({ ok: false, code });
    }
  });
});

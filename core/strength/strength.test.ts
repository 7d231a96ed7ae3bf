import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Refusal } from '../outcome.ts';
import { formatStrength, shortStrength } from './formatStrength.ts';
import type { Strength } from './notation.ts';
import { otherReading } from './otherReading.ts';
import { parseStrength } from './parseStrength.ts';
import { type Fraction, fractionOf, inNotation, sameStrength } from './strength.ts';

const fractionTyped = (text: string, options = {}) => {
  const read = parseStrength(text, options);
  if (!read.ok) return read.code;
  const f = fractionOf(read.value);
  return f.ok ? f.value : f.code;
};

const ml = (amount: number) => ({ amount, unit: 'ml' }) as const;

describe('a strength in little room', () => {
  it.each([
    '1:12',
    '1 in 12',
    '4 %',
    'neat',
    '20 ml in 20 L',
    '8 ml on top of 1 L',
    '1 US fl oz in 1 US gal',
  ])('%s is read back as it stands', (text) => {
    const read = parseStrength(text);
    expect(read.ok && shortStrength(read.value)).toBe(text);
  });
});

describe('reading a strength', () => {
  it.each([
    ['1:12', 1 / 13],
    ['12:1', 1 / 13],
    ['1 : 12', 1 / 13],
    ['1/12', 1 / 13],
    ['1:0.5', 1 / 1.5],
    ['1 in 12', 1 / 12],
    ['4%', 0.04],
    ['4 percent', 0.04],
    ['2,5 %', 0.025],
    ['neat', 1],
    ['100%', 1],
    ['30 ml/l', 0.03],
    ['8 ml per 1 l', 0.008],
    ['8 ml per litre', 0.008],
    ['8 ml on top of 1 l', 8 / 1008],
    ['8 ml made up to 1 l', 0.008],
    ['20 ml/10 l', 0.002],
  ])('%s', (text, f) => {
    expect(fractionTyped(text)).toBeCloseTo(f, 12);
  });

  const us = { system: 'us' } as const;
  const uk = { system: 'imperial' } as const;
  const named = { words: { cap: 7_500, pump: 30_000, bucket: 15_000_000 } };
  it.each<[string, number, object?]>([
    // Two bare numbers, whichever way round, whatever joins them.
    ['10:1', 1 / 11],
    ['10 to 1', 1 / 11],
    ['1 to 12', 1 / 13],
    ['1 to 1', 1 / 2],
    ['1 to 128', 1 / 129],
    ['128 to 1', 1 / 129],
    ['250 to 750', 1 / 4],
    ['750 to 250', 1 / 4],
    ['50+450', 1 / 10],
    ['50 + 450', 1 / 10],
    ['2:5', 2 / 7],
    ['2/5', 2 / 7],
    ['1 and 4', 1 / 5],
    ['1 plus 4', 1 / 5],
    ['1 part to 12 parts', 1 / 13],
    ['1 part to 12', 1 / 13],
    ['one part to twelve parts', 1 / 13],
    ['1 part product to 12 parts water', 1 / 13],
    ['1 part concentrate + 12 parts of water', 1 / 13],
    ['12 parts water to 1 part product', 1 / 13],
    ['One to Ten', 1 / 11],
    ['1 :12', 1 / 13],
    ['1: 12', 1 / 13],
    ['0,5 to 10', 1 / 21],
    // In so many altogether.
    ['1 in 10', 1 / 10],
    ['1 part in 10', 1 / 10],
    ['1 part in 10 parts', 1 / 10],
    ['one in ten', 1 / 10],
    ['1in10', 1 / 10],
    ['5 in 100', 1 / 20],
    ['1 in 128', 1 / 128],
    // Shares.
    ['5 %', 0.05],
    ['5 per cent', 0.05],
    ['5 pct', 0.05],
    ['half a percent', 0.005],
    ['½ %', 0.005],
    ['2 1/2 %', 0.025],
    ['undiluted', 1],
    ['straight', 1],
    ['Neat', 1],
    // A dose, made up to a volume.
    ['30 ml per litre', 0.03],
    ['30ml per 1 litre', 0.03],
    ['30 mls/ltr', 0.03],
    ['30 cc per litre', 0.03],
    ['30 mil to a litre', 0.03],
    ['3 cl in 1 l', 0.03],
    ['1 dl in 5 l', 0.02],
    ['100 ml in 5 litres', 0.02],
    ['100 ml for 5 l', 0.02],
    ['100 ml for every 5 l', 0.02],
    ['100 ml to 5 l', 0.02],
    ['100 ml: 5 l', 0.02],
    ['100 ml of product in 5 l of water', 0.02],
    ['5 l made up to 100 l', 0.05],
    ['1 oz/gal', 1 / 128, us],
    ['1 oz per gallon', 1 / 128, us],
    ['an ounce to a gallon', 1 / 128, us],
    ['1 ounce to the gallon', 1 / 128, us],
    ['1 fl oz per gallon', 1 / 128, us],
    ['1 fluid ounce per gallon', 1 / 128, us],
    ['half an ounce to a gallon', 1 / 256, us],
    ['1/2 oz/gal', 1 / 256, us],
    ['½ oz per gal', 1 / 256, us],
    ['1 1/2 oz per gal', 3 / 256, us],
    ['1½ oz per gal', 3 / 256, us],
    ['¼ oz per 32 oz', 1 / 128, us],
    ['2 oz in a quart', 1 / 16, us],
    ['2 oz per qt', 1 / 16, us],
    ['1 oz per pint', 1 / 16, us],
    ['4 oz to 5 gallons', 4 / 640, us],
    ['1 gal per 10 gal', 1 / 10, us],
    ['1 oz per gal', 1 / 160, uk],
    ['1 oz per pint', 1 / 20, uk],
    ['1 us oz per us gallon', 1 / 128],
    ['1 U.S. fl. oz per U.S. gal.', 1 / 128],
    ['1 US fluid ounce per US gallon', 1 / 128],
    ['1 uk fl oz per uk gal', 1 / 160],
    ['1 imp oz per imperial gallon', 1 / 160],
    ['1 imperial fluid ounce to 1 imperial pint', 1 / 20],
    ['1 us oz per litre', 29.5735295625 / 1000],
    // On top of a volume.
    ['2 oz + 16 oz', 2 / 18, us],
    ['2 oz plus 16 oz', 2 / 18, us],
    ['50 ml + 450 ml', 0.1],
    ['50ml+450ml', 0.1],
    ['50 ml into 450 ml', 0.1],
    ['50 ml added to 450 ml', 0.1],
    ['50 ml on top of 450 ml', 0.1],
    ['50 ml with 450 ml', 0.1],
    // By what a cap, a pump or a bucket holds here.
    ['3 caps per bucket', 22.5 / 15_000, named],
    ['3 caps/bucket', 22.5 / 15_000, named],
    ['a capful to a bucket', 7.5 / 15_000, named],
    ['two capfuls in 1 l', 0.015, named],
    ['2 pumps in the bucket', 60 / 15_000, named],
    ['2 strokes to 1 l', 0.06, named],
    ['a capful per us gallon', 7_500 / 3_785_411.784, named],
  ])('%s, as it is said in a shop', (text, f, options) => {
    expect(fractionTyped(text, options)).toBeCloseTo(f, 9);
  });

  it('reads an inch of product in a vessel whose shape is known', () => {
    const atDepth = (cm: number) => cm * 81_000;
    expect(fractionTyped('2.5 cm in 2 l', { atDepth })).toBeCloseTo(0.10125, 9);
    expect(fractionTyped('an inch in 2 l', { atDepth })).toBeCloseTo((2.54 * 81) / 2000, 9);
    expect(fractionTyped('an inch in 2 l')).toBe('depth.unknown');
  });

  it('names both things a bare number beside a volume could mean', () => {
    for (const [text, ...both] of [
      ['1 in 10 l', '1 ml in 10 l', '1 in 10'],
      ['5 per 10', '5 in 10', '5 ml per 10 l'],
    ]) {
      const read = parseStrength(text as string);
      const { meant } = (read as Refusal).facts as { meant: { text: string }[] };
      expect(meant.map((m) => m.text)).toEqual(both);
    }
  });

  it('reads back whatever it writes, at every strength', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-5, max: 0.999, noNaN: true }),
        fc.constantFrom('parts', 'inTotal', 'percent', 'madeUp', 'onTop'),
        (f, notation) => {
          const strength = inNotation(f as Fraction, notation as 'parts');
          const back = fractionTyped(formatStrength(strength));
          expect(typeof back === 'number' && Math.abs(back / f - 1)).toBeLessThan(0.01);
        },
      ),
    );
  });

  it('reads a bare ratio as the shop does', () => {
    expect(fractionTyped('1:12', { ratio: 'inTotal' })).toBeCloseTo(1 / 12, 12);
    expect(fractionTyped('1:1', { ratio: 'inTotal' })).toBe(1);
  });

  it('3 US fl oz per US gal is 2.34375 %', () => {
    expect(fractionTyped('3 us oz/us gal')).toBeCloseTo(0.0234375, 14);
    expect(fractionTyped('3 oz/gal', { system: 'us' })).toBeCloseTo(0.0234375, 14);
    expect(fractionTyped('3 oz/gal')).toBe('unit.ambiguous');
  });

  it.each([
    ['', 'strength.missing'],
    ['1:2:3', 'strength.threeNumbers'],
    ['0:5', 'strength.noProduct'],
    ['5 per 10', 'strength.bareBeside'],
    ['1 in 10 l', 'strength.bareBeside'],
    ['5 ml in 10', 'strength.bareBeside'],
    ['20 to 400 ml', 'strength.range'],
    ['1:10-1:20', 'strength.range'],
    ['25-45 ml per 25 l', 'strength.range'],
    ['2 to 3 oz per 4 gal', 'strength.range'],
    ['4-6%', 'strength.range'],
    ['1:0', 'strength.noWater'],
    ['0%', 'strength.nothing'],
    ['-4%', 'number.negative'],
    ['1:-12', 'number.negative'],
    ['101%', 'strength.overNeat'],
    ['1 in 0.5', 'strength.overNeat'],
    ['1 in 0', 'strength.nothing'],
    ['2 l/1 l', 'strength.overNeat'],
    ['12', 'strength.noNotation'],
    ['12;', 'strength.unreadable'],
    ['NaN', 'strength.unreadable'],
    ['Infinity%', 'strength.unreadable'],
    ['1:1e400', 'strength.unreadable'],
    ['strong', 'strength.unreadable'],
    ['30 g/l', 'strength.grams'],
    ['1:1,500', 'number.ambiguous'],
    ['<script>', 'strength.unreadable'],
  ])('refuses "%s" as %s with what would work', (text, code) => {
    const read = parseStrength(text, { field: 'Strength' });
    expect(read).toMatchObject({ ok: false, code, facts: { field: 'Strength' } });
  });

  it('never throws, and whatever it accepts is a real fraction', () => {
    const nonsense = fc.oneof(
      fc.string({ maxLength: 2_000, unit: 'binary' }),
      fc.stringMatching(/^[0-9.,:/ %a-z-]{0,40}$/),
      fc.stringMatching(/^[0-9]{1,4} ?(ml|l|us oz)? ?(:|\/|in|per|on top of) ?[0-9]{0,4} ?(l|us gal|%)?$/),
    );
    fc.assert(
      fc.property(nonsense, (text) => {
        const read = parseStrength(text);
        if (!read.ok) return;
        const f = fractionOf(read.value);
        expect(f.ok && f.value > 0 && f.value <= 1).toBe(true);
      }),
      { numRuns: 1_000 },
    );
  });
});

describe('a fraction', () => {
  const fraction = fc.double({ min: 1e-6, max: 1, noNaN: true }).map((f) => f as Fraction);

  it.each(['parts', 'inTotal', 'percent', 'madeUp', 'onTop'] as const)('goes to %s and back', (notation) => {
    fc.assert(
      fc.property(fraction, (f) => {
        if (notation === 'onTop' && f > 0.999999) return;
        const back = fractionOf(inNotation(f, notation));
        expect(back.ok && sameStrength(back.value, f)).toBe(true);
      }),
    );
  });

  it('is refused over neat and at nothing', () => {
    const bad: Strength[] = [
      { notation: 'percent', percent: 100.1 },
      { notation: 'percent', percent: 0 },
      { notation: 'percent', percent: Number.NaN },
      { notation: 'parts', water: -3 },
      { notation: 'inTotal', total: 0 },
      { notation: 'dose', dose: ml(2), per: ml(1), reading: 'madeUp' },
    ];
    for (const strength of bad) expect(fractionOf(strength).ok).toBe(false);
  });
});

describe('the other reading', () => {
  it('is shown where it changes the product by more than 5 %', () => {
    expect(otherReading({ notation: 'parts', water: 12 })).toEqual({ notation: 'inTotal', total: 12 });
    expect(otherReading({ notation: 'parts', water: 1 })).toEqual({ notation: 'inTotal', total: 1 });
    expect(otherReading({ notation: 'inTotal', total: 4 })).toEqual({ notation: 'parts', water: 4 });
    expect(otherReading({ notation: 'parts', water: 19 })).not.toBeNull();
    expect(otherReading({ notation: 'parts', water: 20 })).toBeNull();
    expect(otherReading({ notation: 'parts', water: 21 })).toBeNull();
    expect(otherReading({ notation: 'dose', dose: ml(8), per: ml(1_000), reading: 'madeUp' })).toBeNull();
    expect(
      otherReading({ notation: 'dose', dose: ml(100), per: ml(1_000), reading: 'madeUp' }),
    ).toMatchObject({
      reading: 'onTop',
    });
  });

  it('is hidden where it would be stronger than neat, and for a percentage', () => {
    expect(otherReading({ notation: 'parts', water: 0.5 })).toBeNull();
    expect(otherReading({ notation: 'percent', percent: 50 })).toBeNull();
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatPercent, formatStrength, readingInWords, shortStrength } from './formatStrength.ts';
import { otherReading } from './otherReading.ts';
import { parseStrength } from './parseStrength.ts';
import { type Fraction, fractionOf, inNotation, type Strength, sameStrength } from './strength.ts';

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
    ['2:5', 'strength.noOne'],
    ['0:5', 'strength.noOne'],
    ['1:0', 'strength.noWater'],
    ['0%', 'strength.nothing'],
    ['-4%', 'number.negative'],
    ['1:-12', 'number.negative'],
    ['101%', 'strength.overNeat'],
    ['1 in 0.5', 'strength.overNeat'],
    ['1 in 0', 'strength.nothing'],
    ['2 l/1 l', 'strength.overNeat'],
    ['12', 'strength.noNotation'],
    ['NaN', 'strength.unreadable'],
    ['Infinity%', 'strength.unreadable'],
    ['1:1e400', 'strength.unreadable'],
    ['strong', 'strength.unreadable'],
    ['30 g/l', 'strength.grams'],
    ['1:1,500', 'number.ambiguous'],
    ['<script>', 'strength.unreadable'],
  ])('refuses "%s" as %s with what would work', (text, code) => {
    const read = parseStrength(text, { field: 'Strength' });
    expect(read).toMatchObject({ ok: false, code, field: 'Strength' });
    if (!read.ok) expect(read.remedy).toMatch(/Type /);
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

describe('writing a strength', () => {
  it.each([
    [{ notation: 'parts', water: 12 }, '1:12'],
    [{ notation: 'inTotal', total: 12 }, '1 in 12'],
    [{ notation: 'percent', percent: 2.5 }, '2.5 %'],
    [
      { notation: 'dose', dose: ml(8), per: { amount: 1, unit: 'l' }, reading: 'onTop' },
      '8 ml on top of 1 L',
    ],
  ] as [Strength, string][])('%j', (strength, text) => {
    expect(formatStrength(strength)).toBe(text);
    expect(readingInWords(strength)).not.toBe('');
  });

  it('gives the share to three figures', () => {
    expect(formatPercent((1 / 13) as Fraction)).toBe('7.69 %');
  });
});

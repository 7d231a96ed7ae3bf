import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  doseInUnitsOf,
  formatLimit,
  formatPercent,
  formatStrength,
  readingInWords,
} from './formatStrength.ts';
import type { Strength } from './notation.ts';
import { parseStrength } from './parseStrength.ts';
import { type Fraction, inNotation } from './strength.ts';

const ml = (amount: number) => ({ amount, unit: 'ml' }) as const;

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

  it.each([
    [1 / 13, '7.7 %'],
    [1 / 251, '0.4 %'],
    [1 / 6, '17 %'],
    [0.998, '99 %'],
    [1, '100 %'],
  ])('gives the share %d to two figures, and 100 % only for neat', (f, words) => {
    expect(formatPercent(f as Fraction)).toBe(words);
  });

  it('never gives more figures than anybody can measure', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-5, max: 1, noNaN: true }), (f) => {
        const figures = formatPercent(f as Fraction)
          .replace(/[^\d.]/g, '')
          .replace('.', '')
          .replace(/^0+/, '');
        expect(figures.replace(/^(\d+?)0+$/, '$1').length).toBeLessThanOrEqual(2);
      }),
    );
  });

  it('writes neat as neat in every notation, never as an endless dose', () => {
    for (const notation of ['parts', 'inTotal', 'percent', 'madeUp', 'onTop', 'grams'] as const)
      expect(formatStrength(inNotation(1 as Fraction, notation))).not.toMatch(/Infinity|NaN/);
    expect(inNotation(1 as Fraction, 'onTop')).toEqual({ notation: 'percent', percent: 100 });
  });

  it('gives a limit to three', () => {
    expect(formatLimit((1 / 6) as Fraction)).toBe('16.7 %');
  });

  it.each([
    ['2 us fl oz per us gal', 'metric', '59.1 ml in 3.79 L'],
    ['2 us fl oz + 1 us gal', 'metric', '59.1 ml on top of 3.79 L'],
    ['20 ml in 20 l', 'metric', null],
    ['20 ml in 20 l', 'us', /^0\.68 US fl oz in 5 gal 36 US fl oz$/],
    ['1:20', 'metric', null],
  ] as const)('says %s in the units of a %s shop', (text, show, words) => {
    const strength = parseStrength(text);
    if (!strength.ok) throw new Error(strength.code);
    const said = doseInUnitsOf(strength.value, show);
    if (words instanceof RegExp) expect(said).toMatch(words);
    else expect(said).toBe(words);
  });
});

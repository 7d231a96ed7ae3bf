import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseHumidity, parseWind } from '../dwell/weather.ts';
import { parseHardness } from '../mixing/hardness.ts';
import type { Outcome } from '../outcome.ts';
import { parseMoney } from '../planning/cost.ts';
import { parseStrength } from '../strength/parseStrength.ts';
import { parseDuration, parseDurationRange } from './duration.ts';
import { parseFlow } from './flow.ts';
import { parseMass } from './mass.ts';
import { parseNumber, parseWithUnit } from './parseNumber.ts';
import { parseVolume } from './parseVolume.ts';
import { parseCelsius } from './temperature.ts';

const READERS: Record<string, (text: string) => Outcome<unknown>> = {
  number: (text) => parseNumber(text, 'x'),
  'millimetres of a depth': (text) => parseWithUnit(text, /\s*mm\s*$/i, 'x'),
  volume: (text) => parseVolume(text, { field: 'x' }),
  time: (text) => parseDuration(text, 'x'),
  'span of time': (text) => parseDurationRange(text, 'x'),
  flow: (text) => parseFlow(text, 'x', 'metric'),
  weight: (text) => parseMass(text, 'x'),
  temperature: (text) => parseCelsius(text, 'x', [-40, 80]),
  humidity: (text) => parseHumidity(text, 'x'),
  wind: (text) => parseWind(text, 'x'),
  hardness: (text) => parseHardness(text, 'x'),
  price: (text) => parseMoney(text, 'GBP', 'x'),
  strength: (text) => parseStrength(text, { field: 'x' }),
};

/** What says that nothing was typed. */
const MISSING = new Set(['number.missing', 'strength.missing']);
const saysMissing = (read: Outcome<unknown>) => !read.ok && MISSING.has(read.code);

describe.each(Object.entries(READERS))('a %s', (_, read) => {
  it.each(['zz ?', 'C', '%', 'min', 'kg', 'mm', 'ppm', '-', '3-', '-5 min', 'to', '£', 'km/h', '°'])(
    'that is only "%s" is not said to be empty',
    (text) => {
      expect(saysMissing(read(text))).toBe(false);
    },
  );

  it('is said to be empty where nothing was typed, and nowhere else', () => {
    const piece = fc.constantFrom(
      'zz',
      '?',
      ' ',
      '3',
      '-',
      '%',
      'min',
      's',
      'kg',
      'C',
      'F',
      'dH',
      'to',
      ':',
      '/',
      'mm',
      '£',
      'l',
    );
    fc.assert(
      fc.property(
        fc.array(piece, { maxLength: 5 }).map((pieces) => pieces.join('')),
        (text) => {
          if (text.trim() !== '') expect(saysMissing(read(text))).toBe(false);
          else expect(read(text).ok).toBe(false);
        },
      ),
    );
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseAir, parseHumidity, parseWind, weatherInWords } from './weather.ts';

describe('the weather typed', () => {
  it.each([
    ['2', 2],
    ['2 m/s', 2],
    ['7.2 km/h', 2],
    ['10 mph', 4.4704],
    ['calm', 0],
    ['0', 0],
    ['0.0 m/s', 0],
  ])('wind %s', (text, ms) => {
    const read = parseWind(text, 'Wind');
    expect(read.ok && read.value).toBeCloseTo(ms, 9);
  });

  it.each([
    ['55', 0.55],
    ['55 %', 0.55],
    ['100% RH', 1],
  ])('humidity %s', (text, share) => {
    expect(parseHumidity(text, 'Humidity')).toEqual({ ok: true, value: share });
  });

  it.each(['', 'breezy', '-2', '3 knots', '200'])('wind %s is refused by name', (text) => {
    expect(parseWind(text, 'Wind')).toMatchObject({
      ok: false,
      code: 'weather.wind',
      facts: { field: 'Wind' },
    });
  });

  it.each(['', 'damp', '0', '4', '101', '-5'])('humidity %s is refused by name', (text) => {
    expect(parseHumidity(text, 'Humidity')).toMatchObject({ ok: false, facts: { field: 'Humidity' } });
  });

  it('air is in degrees, and nothing typed ever throws', () => {
    expect(parseAir('59 F', 'Air')).toEqual({ ok: true, value: 15 });
    expect(parseAir('70', 'Air')).toMatchObject({ ok: false, facts: { field: 'Air' } });
    fc.assert(
      fc.property(fc.string(), (text) => {
        for (const read of [parseAir(text, 'x'), parseHumidity(text, 'x'), parseWind(text, 'x')]) {
          if (read.ok) expect(Number.isFinite(read.value)).toBe(true);
          else expect(read.facts.field).toBe('x');
        }
      }),
    );
  });

  it('is said in a line', () => {
    expect(weatherInWords({ airC: 14.2, humidity: 0.6, windMs: 2, sky: 'bright' })).toBe(
      '14 °C, 60 % humidity, wind 2 m/s, bright cloud',
    );
    expect(weatherInWords({ airC: -1, humidity: 1, windMs: 0, sky: 'night' })).toContain('no wind');
  });
});

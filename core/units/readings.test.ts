import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatDuration, formatDurationRange, parseDuration, parseDurationRange } from './duration.ts';
import { formatTemperature, formatWind, parseCelsius } from './temperature.ts';

describe('a time', () => {
  it.each([
    ['4', 240],
    ['4 min', 240],
    ['0.2 min', 12],
    ['30 s', 30],
    ['30 seconds', 30],
    ['1:30', 90],
    ['1:30 min', 90],
    ['1 min 30 s', 90],
  ])('%s', (text, seconds) => {
    expect(parseDuration(text, 'Dwell from')).toEqual({ ok: true, value: seconds });
  });

  it.each(['', 'long', '0', '-1 min', '1:75', '3 hours', '200 min', '4 min min'])(
    '%s is refused by name',
    (text) => {
      const read = parseDuration(text, 'Dwell from');
      expect(read).toMatchObject({ ok: false, facts: { field: 'Dwell from' } });
    },
  );

  it('is read back as it is said', () => {
    expect([12, 60, 90, 3_600].map(formatDuration)).toEqual(['12 s', '1 min', '1 min 30 s', '60 min']);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 119 }), (minutes) => {
        expect(parseDuration(formatDuration(minutes * 60), 'x')).toEqual({ ok: true, value: minutes * 60 });
      }),
    );
  });
});

describe('a span of time', () => {
  it.each([
    ['3-5', 180, 300],
    ['3 – 5 min', 180, 300],
    ['3 to 5', 180, 300],
    ['20-40 s', 20, 40],
    ['30 s to 1 min', 30, 60],
    ['0.5–1.5 min', 30, 90],
    ['4 min', 240, 240],
    ['5-3', 300, 180],
  ])('%s', (text, fromS, toS) => {
    expect(parseDurationRange(text, 'Dwell')).toEqual({ ok: true, value: { fromS, toS } });
  });

  it.each(['', 'long', '3-', '3-x', '0-4', '1-2-3 h'])('%s is refused by name', (text) => {
    const read = parseDurationRange(text, 'Dwell');
    expect(read).toMatchObject({ ok: false, facts: { field: 'Dwell' } });
  });

  it('is read back as it is said', () => {
    expect(formatDurationRange(180, 300)).toBe('3–5 min');
    expect(formatDurationRange(30, 90)).toBe('0.5–1.5 min');
    expect(formatDurationRange(12, 18)).toBe('12–18 s');
    const time = fc.integer({ min: 1, max: 7_000 });
    fc.assert(
      fc.property(time, time, (a, b) => {
        const [fromS, toS] = [Math.min(a, b), Math.max(a, b)];
        const said = formatDurationRange(fromS, toS);
        expect(parseDurationRange(said, 'x'), said).toEqual({ ok: true, value: { fromS, toS } });
      }),
    );
  });
});

describe('a temperature', () => {
  it.each([
    ['5', 5],
    ['5 C', 5],
    ['5°C', 5],
    ['-2', -2],
    ['−2 °C', -2],
    ['41 F', 5],
    ['-4f', -20],
  ])('%s', (text, celsius) => {
    expect(parseCelsius(text, 'Store from', [-40, 80])).toEqual({ ok: true, value: celsius });
  });

  it.each(['', 'cold', '5 K', '300', '-300 F'])('%s is refused by name', (text) => {
    expect(parseCelsius(text, 'Store from', [-40, 80])).toMatchObject({
      ok: false,
      facts: { field: 'Store from' },
    });
  });
});

describe('the weather in the shop’s own units', () => {
  it.each([
    [20, 'metric', '20 °C'],
    [20, 'imperial', '20 °C'],
    [20, 'us', '68 °F'],
    [-0.3, 'metric', '0 °C'],
    [-40, 'us', '-40 °F'],
  ] as const)('%d C is in a %s shop %s', (celsius, show, words) => {
    expect(formatTemperature(celsius, show)).toBe(words);
  });

  it('takes a bare number in the degrees the shop shows', () => {
    expect(parseCelsius('68', 'Air', [-30, 50], 'us')).toEqual({ ok: true, value: 20 });
    expect(parseCelsius('20 C', 'Air', [-30, 50], 'us')).toEqual({ ok: true, value: 20 });
    expect(parseCelsius('200', 'Air', [-30, 50], 'us')).toMatchObject({
      ok: false,
      code: 'temperature.range',
      facts: { field: 'Air', leastC: -30, mostC: 50 },
    });
  });

  it('tells wind in metres a second or miles an hour', () => {
    expect([formatWind(4.4704, 'metric'), formatWind(4.4704, 'us'), formatWind(4.4704, 'imperial')]).toEqual([
      '4.5 m/s',
      '10 mph',
      '10 mph',
    ]);
  });
});

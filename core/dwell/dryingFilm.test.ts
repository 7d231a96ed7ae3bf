import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { halving } from '../halving.ts';
import { dryingOf } from './dryingFilm.ts';
import { dewPointC, saturatedDensity, saturationPa } from './humidAir.ts';
import { COLOURS, type Colour, dryEquilibriumC, type Surroundings, surroundingsOf } from './surroundings.ts';
import type { Sky, Weather } from './weather.ts';

const weather = (airC: number, rh: number, windMs: number, sky: Sky): Weather => ({
  airC,
  humidity: rh / 100,
  windMs,
  sky,
});
function around(of: Weather): Surroundings {
  const read = surroundingsOf(of);
  if (!read.ok) throw new Error(read.code);
  return read.value;
}
const FOAM = { laid: 0.39, kept: 0.06, waterC: 15, atS: 0 };

/** Seconds until foam is dry on steel, from where a dry panel settles. */
function foamDries(on: Surroundings, colour: Colour, film = FOAM, stepS = 1): number {
  const panel = { colour, material: 'steel' } as const;
  const { dryS } = dryingOf(panel, dryEquilibriumC(colour, on), [film], [{ fromS: 0, around: on }], stepS);
  return dryS ?? Number.POSITIVE_INFINITY;
}
/** From the temperature of the rinse water, so that nothing but the weather differs. */
function fromFifteen(on: Surroundings, colour: Colour = 'mid', kept = 0.06): number {
  const panel = { colour, material: 'steel' } as const;
  const { dryS } = dryingOf(panel, 15, [{ ...FOAM, kept }], [{ fromS: 0, around: on }]);
  return dryS ?? Number.POSITIVE_INFINITY;
}

describe('humid air', () => {
  it('holds what Buck says', () => {
    expect(saturationPa(20)).toBeCloseTo(2338.3, 1);
    expect(saturationPa(35)).toBeCloseTo(5626.8, 1);
  });

  it('has its dew point where that much vapour saturates it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 45, noNaN: true }),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        (c, rh) => {
          const dew = dewPointC(c, rh);
          expect(saturationPa(dew) / (rh * saturationPa(c))).toBeCloseTo(1, 9);
          expect(dew).toBeLessThanOrEqual(c + 1e-9);
        },
      ),
    );
  });
});

const REFERENCES: [of: Weather, colour: Colour, minutes: number][] = [
  [weather(12, 75, 1, 'overcast'), 'mid', 34.3],
  [weather(20, 55, 1.5, 'bright'), 'mid', 9.4],
  [weather(26, 45, 1.5, 'sun'), 'black', 2.99],
  [weather(32, 35, 2, 'sun'), 'black', 2.53],
];

describe('a film of foam on steel', () => {
  it.each(REFERENCES)('%o on %s is dry after %d min', (of, colour, minutes) => {
    const dry = foamDries(around(of), colour) / 60;
    expect(Math.abs(dry / minutes - 1)).toBeLessThan(0.02);
  });

  it.each(REFERENCES)('%o on %s: half the step changes nothing that matters', (of, colour) => {
    const [whole, half] = [foamDries(around(of), colour), foamDries(around(of), colour, FOAM, 0.5)];
    expect(Math.abs(half / whole - 1)).toBeLessThan(0.005);
  });

  it('never dries in air that holds all it can, without sun', () => {
    for (const c of [5, 15, 25, 40]) {
      expect(foamDries(around(weather(c, 100, 3, 'indoors')), 'black')).toBe(Number.POSITIVE_INFINITY);
    }
  });

  const air = fc.double({ min: 2, max: 45, noNaN: true });
  const damp = fc.double({ min: 5, max: 90, noNaN: true });
  const wind = fc.double({ min: 0, max: 12, noNaN: true });
  const sky = fc.constantFrom<Sky>('indoors', 'night', 'shade', 'overcast', 'bright', 'sun');
  const any = fc.record({ airC: air, rh: damp, windMs: wind, sky });
  const ROUNDING_S = 0.5;

  it('never dries later with more wind', () => {
    // Over a warm panel in the sun wind also cools; from the temperature of the water it still only dries.
    fc.assert(
      fc.property(any, fc.double({ min: 0, max: 3, noNaN: true }), ({ airC, rh, windMs, sky: s }, more) => {
        const [calm, windy] = [windMs, windMs + more].map((v) =>
          fromFifteen(around(weather(airC, rh, v, s))),
        );
        expect(windy).toBeLessThanOrEqual((calm as number) + ROUNDING_S);
      }),
      { numRuns: 60 },
    );
  });

  it('dries sooner in warmer air, in more sun and on a darker colour; later in damper air and where it is thicker', () => {
    const SUNS = ['shade', 'overcast'] as const;
    fc.assert(
      fc.property(any, fc.double({ min: 0, max: 8, noNaN: true }), ({ airC, rh, windMs, sky: s }, more) => {
        const base = fromFifteen(around(weather(airC, rh, windMs, s)));
        const least = base - ROUNDING_S;
        const most = base + ROUNDING_S;
        const warmer = weather(Math.min(45, airC + more), rh, windMs, s);
        expect(fromFifteen(around(warmer))).toBeLessThanOrEqual(most);
        // Of the same sky: a clear one is warmer where the air is damp, which by itself dries a little sooner.
        const now = around(weather(airC, rh, windMs, s));
        expect(fromFifteen({ ...now, humidity: (rh + more) / 100 })).toBeGreaterThanOrEqual(least);
        expect(fromFifteen(around(weather(airC, rh, windMs, s)), 'black')).toBeLessThanOrEqual(most);
        expect(fromFifteen(around(weather(airC, rh, windMs, s)), 'mid', 0.07)).toBeGreaterThanOrEqual(least);
        const [less, sun] = SUNS.map((k) => fromFifteen(around(weather(airC, rh, windMs, k))));
        expect(sun).toBeLessThanOrEqual((less as number) + ROUNDING_S);
      }),
      { numRuns: 200 },
    );
  });

  it('settles at the wet bulb where nothing radiates', () => {
    for (const [c, rh] of [
      [20, 50],
      [30, 30],
      [10, 80],
    ] as const) {
      const dark: Surroundings = { ...around(weather(c, rh, 3, 'indoors')), emits: 0 };
      const panel = { colour: 'mid', material: 'steel' } as const;
      const much = { atS: 0, laid: 1.5, kept: 1.5, waterC: 15 };
      const { dryS, settledC } = dryingOf(panel, 15, [much], [{ fromS: 0, around: dark }]);
      expect(dryS).toBeNull();
      expect(Math.abs(settledC - wetBulbC(c, rh / 100))).toBeLessThan(1.1);
    }
  });

  it('starts anew where it is wetted again, and dries sooner where the sun comes out', () => {
    const dull = around(weather(20, 55, 1.5, 'overcast'));
    const sun = around(weather(20, 55, 1.5, 'sun'));
    const panel = { colour: 'dark', material: 'steel' } as const;
    const once = dryingOf(panel, 15, [FOAM], [{ fromS: 0, around: dull }]).dryS as number;
    const again = dryingOf(panel, 15, [FOAM, { ...FOAM, atS: once - 60 }], [{ fromS: 0, around: dull }]).dryS;
    expect(again).toBeGreaterThan(once + 300);
    const late = dryingOf(panel, 15, [FOAM, { ...FOAM, atS: once + 60 }], [{ fromS: 0, around: dull }]).dryS;
    expect(late).toBeGreaterThan(once + 60);
    const out = dryingOf(
      panel,
      15,
      [FOAM],
      [
        { fromS: 0, around: dull },
        { fromS: 120, around: sun },
      ],
    ).dryS as number;
    expect(out).toBeLessThan(once);
    expect(out).toBeGreaterThan(dryingOf(panel, 15, [FOAM], [{ fromS: 0, around: sun }]).dryS as number);
  });
});

describe('what the model does not hold for', () => {
  it.each([
    [weather(1.9, 60, 1, 'overcast'), 'dwell.freezing'],
    [weather(46, 60, 1, 'sun'), 'dwell.hot'],
    [weather(20, 60, 16, 'sun'), 'dwell.wind'],
  ])('%o is refused', (of, code) => {
    expect(surroundingsOf(of)).toMatchObject({ ok: false, code });
  });

  it('a darker dry panel is hotter in the sun, and all are alike indoors', () => {
    const sun = around(weather(25, 50, 1, 'sun'));
    const temperatures = COLOURS.map((colour) => dryEquilibriumC(colour, sun));
    expect([...temperatures].sort((a, b) => a - b)).toEqual(temperatures);
    expect(temperatures.at(-1)).toBeGreaterThan(60);
    expect(dryEquilibriumC('black', around(weather(18, 50, 0, 'indoors')))).toBeCloseTo(18, 6);
  });
});

/** Where the heat air gives a wet thermometer is what its evaporation takes: by the psychrometric equation, found by halving. */
function wetBulbC(airC: number, humidity: number): number {
  const inAir = humidity * saturatedDensity(airC);
  const perKelvin = 1.2 * 1_006;
  const takes = (t: number) => (2.501e6 - 2_361 * t) * (saturatedDensity(t) - inAir);
  return halving((t) => takes(t) <= perKelvin * (airC - t), -10, airC, 1e-9);
}

import { describe, expect, it } from 'vitest';
import { BODY } from '../soil/zones.ts';
import { kindsOfZones, outlookFrom, tightestOf } from './clock.ts';
import { laidAs, RINSE_WATER } from './laidProduct.ts';
import { piecesByHour, piecesInWords, usualSoil, vehicleWindow } from './vehicleWindow.ts';
import type { Weather } from './weather.ts';
import { EDGE_SHARE } from './workingWindow.ts';

const MILD: Weather = { airC: 15, humidity: 0.7, windMs: 1, sky: 'overcast' };
const SUN: Weather = { airC: 25, humidity: 0.45, windMs: 2, sky: 'sun' };
const DWELL = { shortestS: 60, fromS: 240, toS: 360 };
const foam = laidAs({ film: 'foam', rateMlPerM2: 35, dwell: DWELL }, null, 'cannonBottle', 0.09);

const car = (weather: Weather, more = {}) => ({
  body: 'hatchback' as const,
  colour: 'mid' as const,
  material: 'steel' as const,
  start: { kind: 'rinsed', waterC: 15 } as const,
  zones: BODY.map((zone) => ({ zone, soil: usualSoil(zone, 2), as: foam })),
  outlook: [{ fromS: 0, weather }],
  edgeShare: EDGE_SHARE,
  factor: 1,
  direction: 'bottomUp' as const,
  ...more,
});

describe('how something is laid', () => {
  it('is as the recipe says, else the product, else as usual', () => {
    const use = { film: 'gel', dwell: { ...DWELL, longestS: 600 }, rateMlPerM2: 80 } as const;
    expect(laidAs(null, use, 'triggerBottle', 1)).toMatchObject({
      film: 'gel',
      rateMlPerM2: 80,
      timing: { longestS: 600 },
    });
    expect(
      laidAs({ film: null, rateMlPerM2: 50, dwell: null }, { ...use, dwell: null }, 'triggerBottle', 1),
    ).toMatchObject({
      film: 'gel',
      rateMlPerM2: 50,
      timing: { shortestS: 0, longestS: 7_200 },
    });
    expect(laidAs(null, null, 'bucket', 1)).toMatchObject({ film: 'saturation', rateMlPerM2: 55 });
    expect(laidAs(null, null, 'pumpSprayer', 1)).toMatchObject({ film: 'pumpSprayer', rateMlPerM2: 60 });
    // Longer than the label allows stays what the recipe says: judged there, with its reason.
    expect(foam.timing.longestS).toBe(360);
  });
});

describe('the whole vehicle', () => {
  it('is one piece on a mild day and more in the sun; the dirtiest are given the most', () => {
    const mild = vehicleWindow(car(MILD));
    const sun = vehicleWindow(car({ ...SUN, airC: 17, windMs: 1 }));
    if (!mild.ok || !mild.value.across.ok || !sun.ok || !sun.value.across.ok) throw new Error('no walk');
    expect(mild.value.across.value.walk.from).toBe('bottomUp');
    expect(sun.value.across.value.sections.length).toBeGreaterThan(
      mild.value.across.value.sections.length - 1,
    );
    const roof = sun.value.panels.find((p) => p.id === 'roof');
    const upper = sun.value.panels.find((p) => p.id === 'upperLeft');
    expect(roof?.rinseByS).toBeGreaterThan(upper?.rinseByS ?? 0);
  });

  it('is refused as one where a dry black panel is too hot', () => {
    expect(vehicleWindow(car(SUN, { colour: 'black', start: { kind: 'dry' } }))).toMatchObject({
      code: 'dwell.hotPanel',
    });
  });

  it('is told hour by hour', () => {
    const hours = [
      { at: '09', weather: MILD },
      { at: '10', weather: MILD },
      { at: '11', weather: { ...SUN, airC: 34, windMs: 6 } },
    ];
    const { outlook, ...asked } = car(MILD, { colour: 'black' });
    expect(outlook).toHaveLength(1);
    const pieces = piecesByHour(asked, hours);
    expect(pieces[0]?.pieces).toBe(pieces[1]?.pieces);
    expect(pieces[2]?.pieces).not.toBe(pieces[0]?.pieces);
    expect(piecesInWords(pieces, (at) => `${at}:00`)).toMatch(/until 11:00, then/);
    expect(piecesInWords([{ at: '09', pieces: 1 }], String)).toBe('whole car for as long as is known');
    expect(
      piecesInWords(
        [
          { at: '09', pieces: 1 },
          { at: '10', pieces: 7 },
          { at: '11', pieces: null },
        ],
        String,
      ),
    ).toBe('whole car until 10, in 7 pieces until 11, then will dry too fast');
  });
});

describe('a clock’s window', () => {
  it('is that of the zone due first, and each kind of zone is worked out once', () => {
    expect(kindsOfZones(['uppers', 'lowers', 'front', 'roof', 'bonnet', 'glass'], 'steel')).toEqual([
      'uppers',
      'roof',
      'glass',
    ]);
    const laid = [{ atS: 0, as: foam, again: false, factor: 1 }];
    const outlook = [{ fromS: 0, weather: SUN }];
    const panels = {
      zones: ['roof', 'uppers'] as const,
      colour: 'mid',
      material: 'steel',
      start: { kind: 'rinsed', waterC: 15 },
    } as const;
    expect(tightestOf(panels, laid, outlook, EDGE_SHARE).zone).toBe('uppers');
    const water = [{ ...laid[0], as: RINSE_WATER, atS: 0, again: false, factor: 1 }];
    const spots = tightestOf(panels, water, outlook, EDGE_SHARE).window;
    expect(spots.ok && spots.value).toMatchObject({ limit: 'drying', shortestS: 0, opens: true });
  });

  it('has the weather that was, from before it was laid on, and the forecast after', () => {
    const at = (minutes: number) => new Date(minutes * 60_000).toISOString();
    const outlook = outlookFrom(
      60 * 60_000,
      [
        { at: at(10), weather: MILD },
        { at: at(50), weather: { ...MILD, airC: 16 } },
        { at: at(62), weather: SUN },
      ],
      [{ at: at(120), weather: MILD }],
    );
    expect(outlook?.map((o) => [o.fromS, o.weather.airC])).toEqual([
      [0, 16],
      [120, 25],
      [3_600, 15],
    ]);
    expect(outlookFrom(0, [], [])).toBeNull();
  });
});

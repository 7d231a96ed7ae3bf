import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { laidOn, usualFilm } from './application.ts';
import { combinedFactor, FACTOR_RANGE, factorSeen } from './filmFactor.ts';
import { hindrances } from './goNoGo.ts';
import { largestArea, RATES, remediesFor, windowOrRemedies } from './remedies.ts';
import { COLOURS } from './surroundings.ts';
import { SKIES, type Weather } from './weather.ts';
import {
  dwellStateAt,
  EDGE_SHARE,
  type WindowAsked,
  type WorkingWindow,
  workingWindow,
} from './workingWindow.ts';

const MILD: Weather = { airC: 16, humidity: 0.65, windMs: 1.5, sky: 'overcast' };
const SUN: Weather = { airC: 26, humidity: 0.45, windMs: 1.5, sky: 'sun' };
const FOAM = { shortestS: 60, fromS: 240, toS: 360, longestS: 360 };
const RATE = { apply: RATES.foam, rinse: RATES.rinse, wholeM2: 14.7 };

const foam = (weather: Weather, more: Partial<WindowAsked> = {}): WindowAsked => ({
  panel: { colour: 'mid', material: 'steel' },
  start: { kind: 'dry' },
  layers: [{ atS: 0, laid: laidOn('foam', 35, 0.09, 'uppers'), timing: FOAM }],
  outlook: [{ fromS: 0, weather }],
  edgeShare: EDGE_SHARE,
  ...more,
});
function windowOf(asked: WindowAsked): WorkingWindow {
  const window = workingWindow(asked);
  if (!window.ok) throw new Error(window.code);
  return window.value;
}

describe('what is laid and what stays', () => {
  it.each([
    ['trigger', 40, 1, 0.04, 0.03],
    ['pumpSprayer', 60, 1, 0.06, 0.045],
    ['foam', 35, 0.09, 0.3889, 0.06],
    ['gel', 90, 1, 0.09, 0.08],
    ['saturation', 55, 1, 0.055, 0.05],
  ] as const)('%s at %d ml/m2, draw %d: %d laid, %d kept', (film, rate, q, laid, kept) => {
    const of = laidOn(film, rate, q, 'uppers');
    expect(of.laid).toBeCloseTo(laid, 4);
    expect(of.kept).toBeCloseTo(kept, 9);
  });

  it('keeps more where it is level, and never more than was laid', () => {
    expect(laidOn('foam', 35, 0.09, 'roof').kept).toBeCloseTo(0.078, 9);
    expect(laidOn('pumpSprayer', 20, 1, 'bonnet')).toEqual({ laid: 0.02, kept: 0.02 });
    expect(laidOn('trigger', 40, 1, null, 2).kept).toBeCloseTo(0.04, 9);
    expect(usualFilm('cannon')).toBe('foam');
    expect(usualFilm('bucket')).toBeNull();
  });
});

describe('the working window', () => {
  it('is the label’s on a mild day, and the film’s in the sun', () => {
    const mild = windowOf(foam(MILD));
    expect(mild).toMatchObject({ limit: 'label', rinseByS: 360, rinseNowS: 324, opens: true });
    const sun = windowOf(foam(SUN, { start: { kind: 'rinsed', waterC: 15 } }));
    expect(sun.limit).toBe('drying');
    expect(sun.rinseByS).toBeCloseTo(EDGE_SHARE * (sun.dryS ?? 0), 6);
    expect(sun.rinseByS - sun.rinseNowS).toBeCloseTo(Math.max(20, sun.rinseByS / 10), 6);
  });

  it('says the state at every second, once through in order', () => {
    fc.assert(
      fc.property(
        fc.record({
          airC: fc.double({ min: 4, max: 28, noNaN: true }),
          humidity: fc.double({ min: 0.3, max: 0.95, noNaN: true }),
          windMs: fc.double({ min: 0, max: 6, noNaN: true }),
          sky: fc.constantFrom(...SKIES),
        }),
        fc.integer({ min: 5, max: 200 }),
        (weather, shortestS) => {
          const timing = { shortestS, fromS: shortestS + 60, toS: 360, longestS: 360 };
          const layers = [{ atS: 0, laid: laidOn('foam', 35, 0.09, 'uppers'), timing }];
          const window = workingWindow(foam(weather, { layers, start: { kind: 'rinsed', waterC: 15 } }));
          if (!window.ok) return;
          const order = ['tooSoon', 'working', 'rinseNow', 'overdue', 'drying'];
          let last = 0;
          for (let s = 0; s < 1_200; s += 3) {
            const at = order.indexOf(dwellStateAt(window.value, s));
            expect(at).toBeGreaterThanOrEqual(last);
            last = at;
          }
          expect(dwellStateAt(window.value, window.value.rinseByS)).toMatch(/overdue|drying/);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('stops for a hot panel until it is cooled, for frost, and says where it stands', () => {
    const hot = workingWindow(foam(SUN, { panel: { colour: 'black', material: 'steel' } }));
    expect(hot).toMatchObject({
      ok: false,
      code: 'dwell.hotPanel',
      facts: { measured: false, underC: 40 },
    });
    const measured = foam(MILD, { start: { kind: 'measured', panelC: 41 } });
    expect(workingWindow(measured)).toMatchObject({
      ok: false,
      facts: { measured: true, panelC: 41 },
    });
    expect(workingWindow(foam({ ...MILD, airC: 1 }))).toMatchObject({ ok: false, code: 'dwell.freezing' });
    const cooled = foam(SUN, {
      panel: { colour: 'black', material: 'steel' },
      start: { kind: 'rinsed', waterC: 15 },
    });
    expect(windowOf(cooled).opens).toBe(true);
  });

  it('follows the weather as it comes, and goes on where that leaves what the model holds for', () => {
    const base = windowOf(foam({ ...MILD, airC: 20 }, { start: { kind: 'rinsed', waterC: 15 } }));
    const out = foam(MILD, {
      start: { kind: 'rinsed', waterC: 15 },
      outlook: [
        { fromS: 0, weather: { ...MILD, airC: 20 } },
        { fromS: 90, weather: { ...SUN } },
      ],
    });
    expect(windowOf(out).beginsS).toBeLessThan(base.beginsS ?? Number.POSITIVE_INFINITY);
    const gale = { ...out, outlook: [...out.outlook, { fromS: 95, weather: { ...MILD, windMs: 30 } }] };
    expect(windowOf(gale).beginsS).toBeCloseTo(windowOf(out).beginsS ?? 0, 6);
  });

  it('a re-mist restarts drying and nothing else; a layer over it counts for itself', () => {
    const once = foam(SUN, { start: { kind: 'rinsed', waterC: 15 } });
    const [first] = once.layers;
    if (!first) throw new Error('no layer');
    const remist = { ...once, layers: [first, { ...first, atS: 60, timing: null }] };
    expect(windowOf(remist).beginsS).toBeGreaterThan((windowOf(once).beginsS ?? 0) + 45);
    expect(windowOf(remist)).toMatchObject({ shortestS: 60, fromS: 240 });
    const long = { ...first, timing: { ...FOAM, longestS: 600, toS: 500 } };
    const over = windowOf(foam(MILD, { layers: [long, { ...first, atS: 120 }] }));
    expect(over).toMatchObject({ shortestS: 180, fromS: 360, toS: 480, rinseByS: 480 });
  });
});

describe('a film that was dry before more was laid over it', () => {
  it('leaves no window, however wet it is now', () => {
    const once = foam(SUN, { start: { kind: 'rinsed', waterC: 15 } });
    const [first] = once.layers;
    const alone = windowOf(once);
    if (!first || alone.dryS === null || alone.beginsS === null) throw new Error('it does not dry');
    const over = (atS: number) => windowOf({ ...once, layers: [first, { ...first, atS }] });
    const late = over(Math.ceil(alone.dryS) + 30);
    expect(late.opens).toBe(false);
    expect(late.beginsS).toBeCloseTo(alone.beginsS, 0);
    expect(dwellStateAt(late, alone.dryS + 40)).toBe('drying');
    expect(over(Math.floor(alone.beginsS) - 20).beginsS).toBeGreaterThan(alone.dryS);
  });
});

describe('will dry too fast', () => {
  const black = foam(SUN, { panel: { colour: 'black', material: 'steel' } });
  const evening = { at: '19:00', weather: { ...MILD, airC: 18 } };

  it('on a black panel in the sun: each remedy in order, worked out', () => {
    const answer = windowOrRemedies(black, RATE, [{ at: '15:00', weather: SUN }, evening]);
    if (!answer.ok || answer.value.opens) throw new Error('there was a window');
    const { remedies, refused } = answer.value;
    expect(refused?.code).toBe('dwell.hotPanel');
    expect(remedies.map((r) => r.kind)).toEqual(['cool', 'shade', 'later', 'remist', 'smaller', 'other']);
    const [cool, shade, later] = remedies;
    expect(cool?.window?.rinseByS).toBeCloseTo(
      windowOf({ ...black, start: { kind: 'rinsed', waterC: 15 } }).rinseByS,
      6,
    );
    expect(shade?.window?.rinseByS).toBeGreaterThan(cool?.window?.rinseByS ?? 0);
    expect(later?.facts).toEqual({ hour: '19:00' });
    // Each opens a window, gives one too short, says why not, or is of no window at all.
    for (const r of remedies) expect(r.opens || r.window !== null || r.refused !== null).toBe(true);
  });

  it('where it dries too soon, short dwells and a re-mist come up; smaller pieces keep to the window', () => {
    const timing = { shortestS: 150, fromS: 240, toS: 360, longestS: 360 };
    const thin = laidOn('trigger', 40, 1, 'uppers');
    const asked = foam(
      { ...SUN, airC: 24, windMs: 3 },
      {
        layers: [{ atS: 0, laid: thin, timing }],
        start: { kind: 'rinsed', waterC: 15 },
      },
    );
    const remedies = remediesFor(asked, { ...RATE, apply: RATES.sprayer });
    const kinds = remedies.map((r) => r.kind);
    expect(kinds).not.toContain('cool');
    expect(kinds).toContain('remist');
    const twice = remedies.find((r) => r.kind === 'twice')?.facts;
    expect((twice?.times ?? 0) * (twice?.eachS ?? 0)).toBeGreaterThanOrEqual(150);
    const opened = remedies.find((r) => r.opens && r.window)?.window;
    if (!opened) throw new Error('nothing opens it');
    const m2 = largestArea(opened, { apply: 0.06, rinse: 0.06 });
    expect(opened.shortestS + m2 / 0.06 + m2 / 0.06).toBeCloseTo(opened.rinseByS, 6);
  });

  it('another hour opens it for a panel that was measured too hot, too: by then it is as warm as that hour', () => {
    const hot = foam(SUN, { start: { kind: 'measured', panelC: 52 } });
    const later = remediesFor(hot, RATE, [evening]).find((r) => r.kind === 'later');
    expect(later).toMatchObject({ facts: { hour: '19:00' }, opens: true });
    expect(later?.window?.startC).toBeLessThan(25);
  });

  it('is all of it at once only where it reaches for all there is', () => {
    const piece = (wholeM2: number) =>
      remediesFor(black, { ...RATE, wholeM2 }, []).find((r) => r.kind === 'smaller')?.facts.m2;
    const reach = piece(1e6) ?? 0;
    expect(reach).toBeGreaterThan(1);
    expect(piece(reach * 0.9)).toBeNull();
    expect(piece(reach * 1.1)).toBeCloseTo(reach, 9);
  });

  it('freezing is a stop, with no remedies but a roof', () => {
    expect(windowOrRemedies(foam({ ...MILD, airC: -3 }), RATE)).toMatchObject({
      ok: false,
      code: 'dwell.freezing',
    });
  });
});

describe('what was seen to dry', () => {
  const asked = (factor: number): WindowAsked =>
    foam(SUN, {
      start: { kind: 'rinsed', waterC: 15 },
      layers: [{ atS: 0, laid: laidOn('foam', 35, 0.09, 'uppers', factor), timing: FOAM }],
    });

  it('gives back the factor a film had', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.52, max: 1.95, noNaN: true }), (factor) => {
        const begins = windowOf(asked(factor)).beginsS ?? 0;
        expect(factorSeen(asked, begins)).toBeCloseTo(factor, 2);
      }),
      { numRuns: 25 },
    );
    expect(factorSeen(asked, 1)).toBe(FACTOR_RANGE[0]);
    expect(factorSeen(asked, 5_000)).toBe(FACTOR_RANGE[1]);
  });

  it('is drawn towards what the trade knows while it is little', () => {
    expect(combinedFactor([])).toBe(1);
    expect(combinedFactor([0.8])).toBeCloseTo(Math.exp((1 / 4) * Math.log(0.8)), 12);
    expect(combinedFactor([0.8, 0.8, 0.8])).toBeCloseTo(Math.exp(0.5 * Math.log(0.8)), 12);
    expect(combinedFactor(Array(60).fill(4))).toBe(2);
    expect(combinedFactor([2, 0.5])).toBeCloseTo(1, 12);
  });
});

describe('go or no-go', () => {
  it.each([
    [MILD, []],
    [{ ...MILD, windMs: 6 }, ['wind']],
    [{ ...MILD, windMs: 10, raining: true }, ['rain!', 'windStops!']],
    [{ ...SUN, airC: 1 }, ['freezing!', 'sun']],
    [{ ...MILD, sky: 'indoors', windMs: 20, raining: true }, []],
  ] as const)('%o: %o', (weather, found) => {
    expect(hindrances(weather).map((h) => `${h.kind}${h.stops ? '!' : ''}`)).toEqual(found);
  });

  it('any colour in any weather gives a window or a reason, never a fault', () => {
    const anything = fc.record({
      airC: fc.double({ min: -30, max: 50, noNaN: true }),
      humidity: fc.double({ min: 0.05, max: 1, noNaN: true }),
      windMs: fc.double({ min: 0, max: 40, noNaN: true }),
      sky: fc.constantFrom(...SKIES),
    });
    fc.assert(
      fc.property(anything, fc.constantFrom(...COLOURS), (weather, colour) => {
        const answer = windowOrRemedies(foam(weather, { panel: { colour, material: 'steel' } }), RATE);
        if (!answer.ok) expect(answer.code).toMatch(/^dwell\./);
        else if (!answer.value.opens) expect(answer.value.remedies.at(-1)?.kind).toBe('other');
        else expect(answer.value.window.rinseByS).toBeGreaterThan(60);
      }),
      { numRuns: 80 },
    );
  });
});

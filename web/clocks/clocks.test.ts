import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Clock, ClockLayer } from '#contract/clocks.ts';
import type { WeatherNow } from '#contract/weather.ts';
import { RINSE_WATER } from '#core/dwell/laidProduct.ts';
import type { WorkingWindow } from '#core/dwell/workingWindow.ts';
import { BODY } from '#core/soil/zones.ts';
import type { Sent } from '../state/outbox.ts';
import { staleFor } from '../weather/weatherWords.ts';
import { withWaiting } from './clockOutbox.ts';
import { askedFor } from './clockWindows.ts';
import {
  clockFigure,
  clockName,
  lookOf,
  standingAt,
  stateName,
  whereOf,
  zonesInWords,
} from './clockWords.ts';
import { spanOf } from './DwellBand.tsx';
import { standingFor } from './RunningFigure.tsx';
import { askedIn, readStart, startPath } from './startDraft.ts';

const AT = '2026-05-04T08:30:00.000Z';
const later = (s: number) => new Date(Date.parse(AT) + s * 1_000).toISOString();
const layer = (more: Partial<ClockLayer> = {}): ClockLayer => ({
  at: AT,
  kind: 'first',
  productId: 2,
  name: 'Foam, grime',
  as: {
    ...RINSE_WATER,
    film: 'foam',
    rateMlPerM2: 35,
    q: 0.09,
    timing: { shortestS: 60, fromS: 240, toS: 360, longestS: 360 },
  },
  bottle: 0.1,
  neverLonger: false,
  personName: 'Ada',
  ...more,
});
const clock = (more: Partial<Clock> = {}): Clock => ({
  key: 'aaaaaaaaaaaaaaaa',
  id: 1,
  placeId: 3,
  placeName: 'Bay 1',
  vehicle: 'taxi',
  body: 'hatchback',
  colour: 'mid',
  material: 'steel',
  zones: ['uppers'],
  shelter: 'open',
  start: { kind: 'rinsed', waterC: 15 },
  batchId: null,
  layers: [layer()],
  recipe: null,
  batchCode: null,
  startedAt: AT,
  startedBy: 'Ada',
  endedAt: null,
  endedBy: null,
  end: null,
  outcomes: [],
  dryings: [],
  revision: 1,
  ...more,
});
const window = (more: Partial<WorkingWindow> = {}): WorkingWindow => ({
  shortestS: 60,
  fromS: 240,
  toS: 360,
  rinseByS: 300,
  rinseNowS: 270,
  limit: 'drying',
  beginsS: 300,
  dryS: 500,
  opens: true,
  equilibriumC: 20,
  startC: 15,
  ...more,
});

describe('a clock in words', () => {
  it('is named by what lies on top, and says where', () => {
    const over = clock({
      layers: [layer(), layer({ kind: 'remist' }), layer({ kind: 'over', name: 'Snow, film' })],
    });
    expect(clockName(over)).toBe('Snow, film over Foam, grime');
    expect(whereOf(clock({ vehicle: '' }))).toBe('Bay 1');
    expect(zonesInWords([...BODY, 'wheels'])).toBe('all over');
    expect(zonesInWords(['lowers', 'rear'])).toBe('lower sides, rear');
  });

  it('counts to the end of what matters now', () => {
    const at = (s: number, of = window()) => standingAt(of, s);
    expect(at(10)).toEqual({
      state: 'tooSoon',
      figure: clockFigure(window().rinseByS - 10),
      what: 'until it has to be rinsed; minimum dwell left 0:50',
    });
    expect(at(100)).toMatchObject({ state: 'working', figure: '3:20' });
    expect(at(280)).toMatchObject({ state: 'rinseNow', figure: '0:20' });
    expect(at(330)).toEqual({ state: 'drying', figure: '+0:30', what: 'since it began to dry, counting up' });
    expect(at(330, window({ limit: 'label', beginsS: null }))).toMatchObject({
      state: 'overdue',
      figure: '+0:30',
    });
    expect(standingAt(null, 75)).toEqual({ state: null, figure: '1:15', what: 'since it was laid' });
  });

  it('stops where it dries, and where what must never stay longer does', () => {
    expect(lookOf(clock(), 'rinseNow')).toBe('watch');
    expect(lookOf(clock(), 'overdue')).toBe('watch');
    expect(lookOf(clock({ layers: [layer({ neverLonger: true })] }), 'overdue')).toBe('stop');
    expect(lookOf(clock(), 'drying')).toBe('stop');
    expect(lookOf(clock(), null)).toBe('plain');
  });

  it('of rinse water is wet until it spots', () => {
    const water = clock({ layers: [layer({ productId: null, name: 'Rinse water' })] });
    expect(stateName('working', water)).toBe('wet');
    expect(stateName('rinseNow', water)).toBe('dry it now');
    expect(stateName('rinseNow', clock())).toBe('rinse now');
    expect(stateName(null, water)).toBe('running');
    expect(standingFor(water, window({ shortestS: 0 }), Date.parse(later(100))).what).toBe(
      'until it begins to spot',
    );
    expect(standingFor(clock({ endedAt: later(70) }), window(), Date.parse(later(900)))).toMatchObject({
      state: 'working',
    });
  });

  it.each([
    [5, '0:05'],
    [245, '4:05'],
    [3_845, '1:04:05'],
    [-3, '-0:03'],
  ])('%d s is %s', (s, figure) => expect(clockFigure(s)).toBe(figure));

  it('has its end on the band, always', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 7_200, noNaN: true }),
        fc.double({ min: 0, max: 600, noNaN: true }),
        (rinseByS, shortestS) => {
          expect(spanOf(window({ rinseByS, shortestS, opens: rinseByS > shortestS }))).toBeGreaterThan(
            rinseByS,
          );
        },
      ),
    );
  });
});

describe('what is on its way', () => {
  const sent = (effect: Sent['effect'], s: number): Sent => ({
    id: String(s),
    kind: 'clock',
    subject: 'aaaaaaaaaaaaaaaa',
    path: '',
    body: {},
    at: later(s),
    personId: 3,
    what: [''],
    effect,
  });

  it('shows at once, from when it was done', () => {
    const [started] = withWaiting([], [sent({ kind: 'start', clock: clock() }, 5)]);
    expect(started).toMatchObject({ startedAt: later(5), layers: [{ at: later(5) }] });
    const [ended] = withWaiting(
      [clock()],
      [
        sent({ kind: 'layer', layer: layer({ kind: 'remist' }) }, 100),
        sent({ kind: 'end', how: 'rinsed', by: 'Ada' }, 200),
        sent({ kind: 'layer', layer: layer({ kind: 'remist' }) }, 300),
      ],
    );
    expect(ended).toMatchObject({ endedAt: later(200), endedBy: 'Ada', end: 'rinsed' });
    expect(ended?.layers).toHaveLength(2);
    expect(
      withWaiting(
        [clock()],
        [sent({ kind: 'end', how: 'rinsed', by: 'A' }, 1), sent({ kind: 'resume' }, 2)],
      )[0]?.endedAt,
    ).toBeNull();
  });

  it('never ends twice, takes the only layer off, or makes a clock of nothing', () => {
    const twice = [
      sent({ kind: 'end', how: 'rinsed', by: 'Ada' }, 9),
      sent({ kind: 'end', how: 'cancelled', by: 'Bo' }, 12),
    ];
    expect(withWaiting([clock()], twice)[0]).toMatchObject({ endedBy: 'Ada', end: 'rinsed' });
    expect(withWaiting([clock()], [sent({ kind: 'dropLayer' }, 3)])[0]?.layers).toHaveLength(1);
    expect(withWaiting([], [sent({ kind: 'note' }, 3)])).toEqual([]);
    // One the shop's machine knows already is not made a second time.
    expect(withWaiting([clock()], [sent({ kind: 'start', clock: clock() }, 5)])).toHaveLength(1);
  });
});

describe('what a clock is started for', () => {
  it.each([
    { recipeId: 7, soil: 3 } as const,
    { kind: 'water' } as const,
    { kind: 'product', productId: 4, use: 'iron', vesselId: 2, dialId: null, machineId: null } as const,
    { kind: 'product', productId: 4, use: 'foam', vesselId: 4, dialId: 1, machineId: 3 } as const,
  ])('stands in the address: %o', (asked) => {
    expect(askedIn(new URLSearchParams(startPath(asked).split('?')[1]))).toEqual(asked);
  });

  it('nonsense in the address asks for nothing', () => {
    for (const text of ['recipe=x', 'recipe=-1', 'product=1&vessel=2&use=magic', 'product=1&use=iron', '']) {
      expect(askedIn(new URLSearchParams(text))).toBeNull();
    }
    expect(askedIn(new URLSearchParams('recipe=3&soil=9'))).toEqual({ recipeId: 3, soil: 2 });
  });

  it('a panel is as it is typed, or says what would work', () => {
    expect(readStart({ start: 'measured', panelText: '86 F' })).toEqual({
      ok: true,
      value: { kind: 'measured', panelC: 30 },
    });
    expect(readStart({ start: 'rinsed', panelText: 'x' })).toMatchObject({ value: { kind: 'rinsed' } });
    for (const panelText of ['', 'hot', '400']) {
      expect(readStart({ start: 'measured', panelText })).toMatchObject({
        ok: false,
      });
    }
  });
});

describe('the weather a clock has', () => {
  const reading = {
    airC: 14,
    humidity: 0.6,
    windMs: 1,
    sky: 'overcast',
    source: 'simulated',
    personName: null,
  } as const;
  const weather = (more: Partial<WeatherNow> = {}): WeatherNow => ({
    reading: { ...reading, at: later(-60) },
    station: 'simulated',
    connected: true,
    recent: [{ ...reading, at: later(-60) }],
    ahead: [],
    acts: [],
    ...more,
  });

  it('is what was read, where it stands; with each layer in its own time', () => {
    const two = clock({ layers: [layer(), layer({ kind: 'remist', at: later(90) })], shelter: 'roof' });
    const asked = askedFor(two, weather(), [], 0.6);
    expect(asked?.outlook).toMatchObject([{ fromS: 0, weather: { sky: 'indoors' } }]);
    expect(asked?.laid).toMatchObject([
      { atS: 0, again: false, factor: 1 },
      { atS: 90, again: true },
    ]);
    const learned = { productId: 2, productName: '', film: 'foam', k: 0.8, seen: [] } as const;
    expect(askedFor(two, weather(), [{ ...learned, seen: [] }], 0.6)?.laid[0]?.factor).toBe(0.8);
    expect(askedFor(two, weather({ recent: [] }), [], 0.6)).toBeNull();
  });

  it('is told with its age while the station can’t be read', () => {
    const now = Date.parse(AT);
    expect(staleFor(weather(), now)).toBeNull();
    expect(staleFor(weather({ connected: false }), now)).toBe('a moment');
    expect(staleFor(weather({ connected: false }), now + 14 * 60_000)).toBe('15 min');
    expect(staleFor(weather({ connected: false, reading: null }), now)).toBeNull();
  });
});

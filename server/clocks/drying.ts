import type { Clock, ClockBody, ClockLayer } from '#contract/clocks.ts';
import type { WeatherReading } from '#contract/weather.ts';
import { askedOf, type LaidThen, outlookFrom, tightestOf } from '#core/dwell/clock.ts';
import { factorSeen } from '#core/dwell/filmFactor.ts';
import type { LaidAs } from '#core/dwell/laidProduct.ts';
import type { Shelter } from '#core/dwell/weather.ts';
import { EDGE_SHARE, type Outlook } from '#core/dwell/workingWindow.ts';
import type { Queryable } from '../db/books.ts';
import { problem, refusalProblem } from '../http/problems.ts';
import { shopOf } from '../shop/queries.ts';
import { readingsBetween } from '../weather/weather.ts';

const HELD_MS = 6 * 3_600_000;

/** The weather a film laid at a time has had until another, as the shop knows it; null where nobody does. */
export async function weatherOf(
  tx: Queryable,
  shelter: Shelter,
  from: Date,
  to: Date,
): Promise<{ outlook: Outlook; last: WeatherReading } | null> {
  const ofStation = (await shopOf(tx))?.weatherSource === 'station';
  const read = await readingsBetween(tx, ofStation, new Date(from.getTime() - HELD_MS), from, to);
  const readings = read.map((weather) => ({ at: weather.at, weather }));
  const outlook = outlookFrom(from.getTime(), readings, [], shelter);
  const last = read.at(-1);
  return outlook && last ? { outlook, last } : null;
}

/**
 * What factor makes a clock's film begin to dry just when that was seen, in the weather it had.
 *
 * @throws HttpProblem where nobody knows that weather
 */
export async function factorOf(
  tx: Queryable,
  clock: Clock,
  seenAt: Date,
): Promise<{ factor: number; layer: ClockLayer; weather: WeatherReading }> {
  const startMs = Date.parse(clock.startedAt);
  const weather = await weatherOf(tx, clock.shelter, new Date(startMs), seenAt);
  if (!weather) {
    throw problem(409, 'weather.unknown', {});
  }
  const edgeShare = (await shopOf(tx))?.edgeShare ?? EDGE_SHARE;
  const laid = (factor: number): LaidThen[] =>
    clock.layers.map((l) => ({
      atS: (Date.parse(l.at) - startMs) / 1_000,
      as: l.as,
      again: l.kind === 'remist',
      factor,
    }));
  const { outlook, last } = weather;
  const { zone } = tightestOf(clock, laid(1), outlook, edgeShare);
  const seenS = (seenAt.getTime() - startMs) / 1_000;
  const factor = factorSeen((f) => askedOf(clock, zone, laid(f), outlook, edgeShare), seenS);
  const layer = clock.layers.findLast((l) => l.kind !== 'remist') as ClockLayer;
  return { factor, layer, weather: last };
}

/**
 * Refuses to begin where it freezes, where wind carries everything off, and on a panel too hot to touch: as far as the
 * weather is known.
 */
export async function refuseWeather(tx: Queryable, body: ClockBody, as: LaidAs, at: Date): Promise<void> {
  const weather = await weatherOf(tx, body.shelter, at, at);
  if (!weather) return;
  const laid = [{ atS: 0, as, again: false, factor: 1 }];
  const { window } = tightestOf(body, laid, weather.outlook, EDGE_SHARE);
  if (!window.ok) throw refusalProblem(window, '/start', 409);
}

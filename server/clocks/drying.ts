import type { Clock, ClockLayer } from '#contract/clocks.ts';
import type { WeatherReading } from '#contract/weather.ts';
import { askedOf, type LaidThen, outlookFrom, tightestOf } from '#core/dwell/clock.ts';
import { factorSeen } from '#core/dwell/filmFactor.ts';
import type { Queryable } from '../db/books.ts';
import { HttpProblem } from '../http/problems.ts';
import { shopOf } from '../shop/queries.ts';
import { readingsBetween } from '../weather/weather.ts';

const HELD_MS = 6 * 3_600_000;

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
  const shop = await shopOf(tx);
  const startMs = Date.parse(clock.startedAt);
  const read = await readingsBetween(
    tx,
    shop?.weatherSource === 'station',
    new Date(startMs - HELD_MS),
    new Date(startMs),
    seenAt,
  );
  const outlook = outlookFrom(
    startMs,
    read.map((weather) => ({ at: weather.at, weather })),
    [],
  );
  if (!outlook) {
    throw new HttpProblem(409, 'weather.unknown', 'Nobody knows what the weather was.', {
      remedy: 'Type the weather first, then say it again.',
    });
  }
  const edgeShare = shop?.edgeShare ?? 0.6;
  const laid = (factor: number): LaidThen[] =>
    clock.layers.map((l) => ({
      atS: (Date.parse(l.at) - startMs) / 1_000,
      as: l.as,
      again: l.kind === 'remist',
      factor,
    }));
  const { zone } = tightestOf(clock, laid(1), outlook, edgeShare);
  const seenS = (seenAt.getTime() - startMs) / 1_000;
  const factor = factorSeen((f) => askedOf(clock, zone, laid(f), outlook, edgeShare), seenS);
  const layer = clock.layers.findLast((l) => l.kind !== 'remist') as ClockLayer;
  return { factor, layer, weather: read.at(-1) as WeatherReading };
}

import type { AppContext } from '../appContext.ts';
import { utc } from '../db/utc.ts';
import { shopOf } from '../shop/queries.ts';

/** A reading is kept where it differs by so much from the last one kept, or that is so old. */
const APART = { airC: 0.5, humidity: 0.03, windMs: 0.4 };
const AT_LEAST_EVERY_MS = 30 * 60_000;

type StationState = {
  airC: number;
  humidity: number;
  windMs: number;
  sky: string;
  raining: boolean;
  at: string;
};

/**
 * Reads the station, where the shop has one, and keeps what it says if that has changed. What is kept is what everyone
 * works windows out from, so that all screens show the same.
 */
export async function noteStation(
  context: Pick<AppContext, 'books' | 'weatherStation' | 'now' | 'live'>,
): Promise<void> {
  const station = context.weatherStation;
  const now = context.now();
  const read = station?.read(now);
  if (!station || !read) return;
  const noted = await context.books.transaction(async (tx) => {
    if ((await shopOf(tx))?.weatherSource !== 'station') return false;
    const [last] = await tx.rows<StationState>(
      `SELECT air_c AS "airC", humidity, wind_ms AS "windMs", sky, raining, ${utc('read_at')} AS at FROM weather_reading
       WHERE source <> 'typed' ORDER BY read_at DESC, id DESC LIMIT 1`,
    );
    const same =
      last &&
      last.sky === read.sky &&
      last.raining === (read.raining ?? false) &&
      (Object.keys(APART) as (keyof typeof APART)[]).every((k) => Math.abs(last[k] - read[k]) < APART[k]) &&
      Math.abs(now.getTime() - Date.parse(last.at)) < AT_LEAST_EVERY_MS;
    if (same) return false;
    await tx.rows(
      `INSERT INTO weather_reading (read_at, air_c, humidity, wind_ms, sky, raining, panel_c, source)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8)`,
      [
        now,
        read.airC,
        read.humidity,
        read.windMs,
        read.sky,
        read.raining ?? false,
        read.panelC,
        station.source,
      ],
    );
    return true;
  });
  if (noted) context.live.tell('weather', 0);
}

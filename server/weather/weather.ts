import { Router } from 'express';
import { stationActBody, type WeatherNow, type WeatherReading, weatherBody } from '#contract/weather.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import { command } from '../http/commands.ts';
import { problem } from '../http/problems.ts';
import { parseBody } from '../http/readRequest.ts';
import { shopOf } from '../shop/queries.ts';
import { noteStation } from './station.ts';

/** A reading older than this says nothing of the weather now. */
const HOLDS_H = 6;
/** Longer than anything dwells: for what lies there now, so far back. */
const RECENT_H = 4;
const AHEAD_H = 8;

/** The weather as it is known, and a place to type it. */
export function weatherRoutes(context: AppContext): Router {
  const routes = Router();
  routes.get('/', async (_req, res) => {
    await noteStation(context);
    res.json(await weatherState(context, context.books));
  });
  routes.post(
    '/',
    command(context, weatherBody, async ({ tx, body, who, now }) => {
      await tx.rows(
        `INSERT INTO weather_reading (read_at, air_c, humidity, wind_ms, sky, raining, person_id)
         VALUES ($1, $2, $3, $4, $5, $6, $7)`,
        [now, body.airC, body.humidity, body.windMs, body.sky, body.raining ?? false, who.personId],
      );
      const reading = await weatherNow(context, tx);
      return { status: 201, body: reading, touched: [['weather', 0]] };
    }),
  );
  // Where the station is a stand-in, what happens to it.
  routes.post('/acts', async (req, res) => {
    const { act } = parseBody(stationActBody, req.body);
    const station = context.weatherStation;
    if (!station?.acts().some((a) => a.act === act)) {
      throw problem(409, 'station.cannot', {});
    }
    station.act(act);
    await noteStation(context);
    context.live.tell('weather', 0);
    res
      .status(201)
      .set('Touched', 'weather')
      .json(await weatherState(context, context.books));
  });
  return routes;
}

async function weatherState(context: AppContext, db: Queryable): Promise<WeatherNow> {
  const shop = await shopOf(db);
  const station = shop?.weatherSource === 'station' ? context.weatherStation : null;
  const now = context.now();
  return {
    reading: await weatherNow(context, db),
    station: context.weatherStation?.source ?? null,
    connected: station?.read(now) != null,
    recent: await readings(db, shop?.weatherSource === 'station', now, RECENT_H),
    ahead: station?.ahead(now, AHEAD_H).map(({ at, weather }) => ({ at: at.toISOString(), weather })) ?? [],
    acts: station?.acts() ?? [],
  };
}

/** The weather by the source the shop chose, or null where that says nothing now. */
export async function weatherNow(context: AppContext, db: Queryable): Promise<WeatherReading | null> {
  const shop = await shopOf(db);
  if (shop?.weatherSource === 'station' && !context.weatherStation) return null;
  const known = await readings(db, shop?.weatherSource === 'station', context.now(), 0);
  return known.at(-1) ?? null;
}

/** What was read in so many hours, and the one that held before that; oldest first. */
async function readings(
  db: Queryable,
  ofStation: boolean,
  now: Date,
  hours: number,
): Promise<WeatherReading[]> {
  const from = new Date(now.getTime() - hours * 3_600_000);
  const oldest = new Date(now.getTime() - HOLDS_H * 3_600_000);
  return readingsBetween(db, ofStation, oldest, from, now);
}

/**
 * Readings of a time, with the last one before it as long as that still held.
 *
 * @param oldest nothing before this holds any more
 */
export function readingsBetween(
  db: Queryable,
  ofStation: boolean,
  oldest: Date,
  from: Date,
  to: Date,
): Promise<WeatherReading[]> {
  return db.rows<WeatherReading>(
    `SELECT r.air_c AS "airC", r.humidity, r.wind_ms AS "windMs", r.sky, r.raining, r.panel_c AS "panelC", r.source,
            p.name AS "personName", ${utc('r.read_at')} AS at
     FROM weather_reading r LEFT JOIN person p ON p.id = r.person_id
     WHERE (r.source <> 'typed') = $1 AND r.read_at <= $4 AND r.read_at > $2 AND r.read_at >= coalesce(
       (SELECT max(b.read_at) FROM weather_reading b WHERE (b.source <> 'typed') = $1 AND b.read_at <= $3 AND b.read_at > $2), $3)
     ORDER BY r.read_at, r.id`,
    [ofStation, oldest, from, to],
  );
}

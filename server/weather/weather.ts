import { Router } from 'express';
import { type WeatherNow, type WeatherReading, weatherBody } from '#contract/weather.ts';
import type { Queryable } from '../db/books.ts';
import type { House } from '../house.ts';
import { command } from '../http/commands.ts';
import { shopOf } from '../shop/queries.ts';

/** A typed reading older than this says nothing of the weather now. */
const HOLDS_MS = 6 * 3_600_000;

/** The weather as it is known, and a place to type it. */
export function weatherRoutes(house: House): Router {
  const routes = Router();
  routes.get('/', async (_req, res) => {
    const now: WeatherNow = {
      reading: await weatherNow(house, house.books),
      station: house.weatherStation?.source ?? null,
    };
    res.json(now);
  });
  routes.post(
    '/',
    command(house, weatherBody, async ({ tx, body, who, now }) => {
      await tx.rows(
        `INSERT INTO weather_reading (read_at, air_c, humidity, wind_ms, sky, person_id) VALUES ($1, $2, $3, $4, $5, $6)`,
        [now, body.airC, body.humidity, body.windMs, body.sky, who.personId],
      );
      const reading = await weatherNow(house, tx);
      return { status: 201, body: reading, touched: [['weather', 0]] };
    }),
  );
  return routes;
}

/** The weather by the source the shop chose, or null where that says nothing now. */
export async function weatherNow(house: House, db: Queryable): Promise<WeatherReading | null> {
  const shop = await shopOf(db);
  const now = house.now();
  if (shop?.weatherSource === 'station') {
    const read = house.weatherStation?.read(now);
    if (!house.weatherStation || !read) return null;
    return { ...read, at: now.toISOString(), source: house.weatherStation.source, personName: null };
  }
  const [typed] = await db.rows<WeatherReading>(
    `SELECT r.air_c AS "airC", r.humidity, r.wind_ms AS "windMs", r.sky, 'typed' AS source, p.name AS "personName",
            to_char(r.read_at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') AS at
     FROM weather_reading r JOIN person p ON p.id = r.person_id ORDER BY r.id DESC LIMIT 1`,
  );
  return typed && now.getTime() - new Date(typed.at).getTime() < HOLDS_MS ? typed : null;
}

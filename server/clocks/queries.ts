import type { Clock, ClockBody, ClockLayer, End, FilmFactor } from '#contract/clocks.ts';
import { combinedFactor } from '#core/dwell/filmFactor.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';

/** Clocks that ended so long ago are no longer shown beside those that run. */
const SHOWN_FOR_H = 2;
const MOST_SHOWN = 300;

const CLOCK = `SELECT k.id, k.key, k.place_id AS "placeId", l.name AS "placeName", k.vehicle, k.body, k.colour, k.material, k.zones,
    k.shelter, k.start, k.layers, k.batch_id AS "batchId", b.code AS "batchCode",
    CASE WHEN v.id IS NOT NULL THEN jsonb_build_object('recipeId', v.recipe_id, 'name', v.name, 'soil', k.soil) END AS recipe,
    ${utc('k.started_at')} AS "startedAt", s.name AS "startedBy", ${utc('k.ended_at')} AS "endedAt", e.name AS "endedBy",
    k.end_kind AS "end", k.revision,
    (SELECT coalesce(jsonb_agg(jsonb_build_object('id', o.id, 'kind', o.kind, 'personId', o.person_id, 'personName', p.name,
        'weather', o.weather, 'at', ${utc('o.noted_at')}) ORDER BY o.id DESC), '[]')
     FROM outcome o JOIN person p ON p.id = o.person_id WHERE o.clock_id = k.id AND o.withdrawn_at IS NULL) AS outcomes,
    (SELECT coalesce(jsonb_agg(jsonb_build_object('id', d.id, 'at', ${utc('d.seen_at')}, 'personId', d.person_id,
        'personName', p.name, 'factor', d.factor) ORDER BY d.id DESC), '[]')
     FROM drying_seen d JOIN person p ON p.id = d.person_id WHERE d.clock_id = k.id AND d.withdrawn_at IS NULL) AS dryings
  FROM clock k JOIN place l ON l.id = k.place_id JOIN person s ON s.id = k.started_by LEFT JOIN person e ON e.id = k.ended_by
    LEFT JOIN batch b ON b.id = k.batch_id LEFT JOIN recipe_version v ON v.id = k.recipe_version_id`;

/** Every clock that runs, and those that ended a little while ago, the oldest first. */
export const clocksShown = (db: Queryable, now: Date): Promise<Clock[]> =>
  db.rows(
    `${CLOCK} WHERE k.id IN (
       SELECT id FROM clock WHERE ended_at IS NULL
       UNION ALL (SELECT id FROM clock WHERE ended_at > $1 ORDER BY ended_at DESC LIMIT $2)
     ) ORDER BY k.started_at, k.id`,
    [new Date(now.getTime() - SHOWN_FOR_H * 3_600_000), MOST_SHOWN],
  );

export async function clockOf(db: Queryable, key: string): Promise<Clock | undefined> {
  return (await db.rows<Clock>(`${CLOCK} WHERE k.key = $1`, [key]))[0];
}

/** Every clock that runs. */
export const running = (db: Queryable): Promise<Clock[]> =>
  db.rows(`${CLOCK} WHERE k.ended_at IS NULL ORDER BY k.started_at, k.id`);

/** Clocks that run in a bay. */
export const runningAt = (db: Queryable, placeId: number): Promise<Clock[]> =>
  db.rows(`${CLOCK} WHERE k.ended_at IS NULL AND k.place_id = $1 ORDER BY k.started_at, k.id`, [placeId]);

export async function insertClock(
  tx: Queryable,
  body: ClockBody,
  layer: ClockLayer,
  personId: number,
  startedAt: Date,
): Promise<number> {
  const { key, placeId, vehicle, body: kind, colour, material, zones, shelter, start, laid, batchId } = body;
  const byRecipe = laid.kind === 'recipe' ? laid : null;
  const [made] = await tx.rows<{ id: number }>(
    `INSERT INTO clock (key, place_id, vehicle, body, colour, material, zones, start, layers, recipe_version_id, soil, batch_id,
       started_at, started_by, shelter)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15) RETURNING id`,
    [
      key,
      placeId,
      vehicle.trim(),
      kind,
      colour,
      material,
      JSON.stringify(zones),
      JSON.stringify(start),
      JSON.stringify([layer]),
      byRecipe?.versionId ?? null,
      byRecipe?.soil ?? null,
      batchId,
      startedAt,
      personId,
      shelter,
    ],
  );
  return (made as { id: number }).id;
}

export const addLayer = (tx: Queryable, id: number, layer: ClockLayer): Promise<unknown> =>
  tx.rows('UPDATE clock SET layers = layers || $2, revision = revision + 1 WHERE id = $1', [
    id,
    JSON.stringify([layer]),
  ]);

/** Takes the last layer off again. */
export const dropLayer = (tx: Queryable, id: number): Promise<unknown> =>
  tx.rows('UPDATE clock SET layers = layers - -1, revision = revision + 1 WHERE id = $1', [id]);

export const endClock = (
  tx: Queryable,
  id: number,
  to: { at: Date; personId: number; how: End } | null,
): Promise<unknown> =>
  tx.rows(
    'UPDATE clock SET ended_at = $2, ended_by = $3, end_kind = $4, revision = revision + 1 WHERE id = $1',
    [id, to?.at ?? null, to?.personId ?? null, to?.how ?? null],
  );

/** What was learned of films, by product and how they are put on; with what it was learned from. */
export async function filmFactors(db: Queryable): Promise<FilmFactor[]> {
  const rows = await db.rows<Omit<FilmFactor, 'k'>>(
    `SELECT d.product_id AS "productId", p.name AS "productName", d.film,
       jsonb_agg(jsonb_build_object('id', d.id, 'factor', d.factor, 'at', ${utc('d.seen_at')}, 'personName', w.name,
         'weather', d.weather) ORDER BY d.id DESC) AS seen
     FROM drying_seen d JOIN product p ON p.id = d.product_id JOIN person w ON w.id = d.person_id
     WHERE d.withdrawn_at IS NULL AND d.set_aside_at IS NULL
     GROUP BY d.product_id, p.name, d.film ORDER BY p.name, d.film`,
  );
  return rows.map((row) => ({ ...row, k: combinedFactor(row.seen.map((s) => s.factor)) }));
}

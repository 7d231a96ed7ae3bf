import type { FirstDay } from '#contract/opening.ts';
import type { Queryable } from '../db/books.ts';

/** What the books say of a shop's first day; whether copies go elsewhere too is not in the books. */
export async function firstDay(db: Queryable, copiedElsewhere: boolean): Promise<FirstDay> {
  const [row] = await db.rows<FirstDay['done'] & { over: boolean }>(
    `SELECT first_day_over AS over,
       EXISTS (SELECT FROM vessel WHERE retired_at IS NULL) AS equipment,
       EXISTS (SELECT FROM product WHERE state <> 'water' AND retired_at IS NULL) AS products,
       EXISTS (SELECT FROM recipe r JOIN recipe_version v ON v.recipe_id = r.id
         WHERE r.retired_at IS NULL AND v.published_at IS NOT NULL) AS recipes,
       EXISTS (SELECT FROM place WHERE kind IN ('bay', 'van') AND retired_at IS NULL) AS bays,
       (SELECT count(*) > 1 FROM person WHERE retired_at IS NULL) AS crew,
       hardness_ppm IS NOT NULL AS hardness,
       EXISTS (SELECT FROM product WHERE state <> 'water') AND NOT EXISTS (SELECT FROM product p
         WHERE p.state <> 'water' AND p.retired_at IS NULL
           AND NOT EXISTS (SELECT FROM product_sheet s WHERE s.product_id = p.id)) AS sheets,
       (SELECT bool_and(EXISTS (SELECT FROM calibration c WHERE c.vessel_id = v.id AND c.withdrawn_at IS NULL))
         FROM vessel v WHERE v.kind IN ('cannonBottle', 'gunBottle') AND v.retired_at IS NULL) AS draw,
       weather_source = 'station' OR EXISTS (SELECT FROM weather_reading) AS weather,
       EXISTS (SELECT FROM count WHERE closed_at IS NOT NULL) AS count
     FROM shop`,
  );
  if (!row) throw new Error('the first day of a shop that is not set up');
  const { over, ...done } = row;
  return { done: { ...done, backup: copiedElsewhere }, over };
}

/** The names of what is in use in a list of equipment. */
export async function namesIn(
  tx: Queryable,
  list: 'vessel' | 'measure' | 'place' | 'device',
): Promise<string[]> {
  const rows = await tx.rows<{ name: string }>(`SELECT name FROM ${list} WHERE retired_at IS NULL`);
  return rows.map(({ name }) => name);
}

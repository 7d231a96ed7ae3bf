import type { StrengthOf } from '#contract/review.ts';
import type { Queryable } from '../db/books.ts';

/** Further off than this, a mix is not what was asked for, as a share. */
const OFF = 0.05;

type Row = Omit<StrengthOf, 'meanOff'> & { sumOff: number };

/** How mixes by recipes came out against what was asked for; put together over pieces of the ledger. */
export class Strengths {
  readonly #rows = new Map<string, Row>();

  add(rows: readonly Row[]): void {
    for (const row of rows) {
      const key = `${row.recipeId} ${row.month}`;
      const known = this.#rows.get(key);
      if (!known) {
        this.#rows.set(key, { ...row });
        continue;
      }
      known.mixes += row.mixes;
      known.off += row.off;
      known.sumOff += row.sumOff;
      if (Math.abs(row.worst.ratio - 1) > Math.abs(known.worst.ratio - 1)) known.worst = row.worst;
    }
  }

  told(): StrengthOf[] {
    return [...this.#rows.values()]
      .map(({ sumOff, ...row }) => ({ ...row, meanOff: sumOff / row.mixes }))
      .sort((a, b) => a.month.localeCompare(b.month) || a.name.localeCompare(b.name));
  }
}

/** Of the movements of a piece: fresh mixes by a recipe, water and product as they were booked. */
export const strengthsIn = (
  db: Queryable,
  { from, to }: { from: string | null; to: string | null },
  first: number,
  before: number,
): Promise<Row[]> =>
  db.rows(
    `WITH picked AS MATERIALIZED (
       SELECT m.id, m.batch_id, (m.happened_at AT TIME ZONE s.zone)::date AS day FROM movement m, shop s
       WHERE m.id >= $3 AND m.id < $4 AND m.batch_id IS NOT NULL AND m.kind = 'pour'
         AND ($1::date IS NULL OR (m.happened_at AT TIME ZONE s.zone)::date >= $1)
         AND ($2::date IS NULL OR (m.happened_at AT TIME ZONE s.zone)::date <= $2)
         AND NOT EXISTS (SELECT FROM movement r WHERE r.reverses = m.id)
     ), parts AS MATERIALIZED (
       SELECT p.batch_id, p.day, g.ul, f.kind FROM picked p JOIN posting g ON g.movement_id = p.id
         JOIN account a ON a.id = g.to_account AND a.batch_id = p.batch_id JOIN account f ON f.id = g.from_account
     ), mixed AS (
       SELECT b.id, b.code, v.recipe_id, to_char(p.day, 'YYYY-MM') AS month,
         (sum(p.ul) FILTER (WHERE p.kind = 'container') / sum(p.ul) / b.fraction)::float8 AS ratio
       FROM parts p JOIN batch b ON b.id = p.batch_id AND NOT b.recipe_left JOIN recipe_version v ON v.id = b.recipe_version_id
       GROUP BY b.id, b.code, v.recipe_id, 4 HAVING bool_and(p.kind IN ('container', 'tap')) AND bool_or(p.kind = 'container')
     )
     SELECT x.recipe_id AS "recipeId", (SELECT name FROM recipe_version v WHERE v.recipe_id = x.recipe_id ORDER BY v.number DESC LIMIT 1) AS name,
       x.month, count(*)::int AS mixes, (count(*) FILTER (WHERE abs(x.ratio - 1) > ${OFF}))::int AS off, sum(abs(x.ratio - 1)) AS "sumOff",
       (array_agg(jsonb_build_object('batchId', x.id, 'code', x.code, 'ratio', x.ratio) ORDER BY abs(x.ratio - 1) DESC))[1] AS worst
     FROM mixed x GROUP BY 1, 3`,
    [from, to, first, before],
  );

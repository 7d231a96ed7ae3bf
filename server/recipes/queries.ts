import type { RecipeOutcomes, RecipeRow, RecipeVersion } from '#contract/recipes.ts';
import type { FollowFacts } from '#core/recipes/mayFollow.ts';
import { LOOKED_AT } from '#core/recipes/outcomes.ts';
import type { Recipe } from '#core/recipes/recipe.ts';
import { fractionOf } from '#core/strength/strength.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import { refusalProblem } from '../http/problems.ts';

/** A version `v` as it crosses the wire, its cells by soil level. */
const VERSION = `v.facts || jsonb_build_object('versionId', v.id, 'number', v.number, 'name', v.name, 'productId', v.product_id,
  'use', v.use_kind, 'vesselId', v.vessel_id, 'dialId', v.dial_id, 'machineId', v.machine_id, 'onPanel', v.on_panel,
  'savedAt', ${utc('v.saved_at')}, 'savedBy', (SELECT name FROM person WHERE id = v.saved_by),
  'publishedAt', ${utc('v.published_at')}, 'publishedBy', (SELECT name FROM person WHERE id = v.published_by), 'why', v.why,
  'cells', (SELECT jsonb_agg(CASE WHEN c.strength IS NULL
      THEN jsonb_build_object('soil', c.soil, 'kind', 'not', 'instead', c.instead)
      ELSE jsonb_build_object('soil', c.soil, 'kind', 'mix', 'strength', c.strength, 'dwell', c.dwell, 'reason', c.reason) END
    ORDER BY c.soil) FROM recipe_cell c WHERE c.version_id = v.id))`;

type Which = { id?: number; retired?: boolean };

/**
 * Recipes by name: each with what is published and the draft being worked on.
 *
 * @param drafts whether drafts may be seen; without, recipes never published are not there at all
 */
export async function recipes(
  db: Queryable,
  { id, retired = false }: Which,
  drafts: boolean,
): Promise<RecipeRow[]> {
  return db.rows(
    `SELECT r.id, r.code, r.retired_at IS NOT NULL AS retired, r.revision, pub.version AS published, draft.version AS draft
     FROM recipe r
     LEFT JOIN LATERAL (SELECT v.name, ${VERSION} AS version FROM recipe_version v
       WHERE v.recipe_id = r.id AND v.published_at IS NOT NULL ORDER BY v.number DESC LIMIT 1) pub ON true
     LEFT JOIN LATERAL (SELECT v.name, ${VERSION} AS version FROM recipe_version v
       WHERE $3 AND v.recipe_id = r.id AND v.published_at IS NULL) draft ON true
     WHERE CASE WHEN $1::int IS NULL THEN (r.retired_at IS NOT NULL) = $2 ELSE r.id = $1 END
       AND ($3 OR pub.version IS NOT NULL)
     ORDER BY lower(coalesce(draft.name, pub.name)), r.id`,
    [id ?? null, retired, drafts],
  );
}

/** Every published version of a recipe, the newest first. */
export async function versionsOf(db: Queryable, recipeId: number): Promise<RecipeVersion[]> {
  const rows = await db.rows<{ version: RecipeVersion }>(
    `SELECT ${VERSION} AS version FROM recipe_version v WHERE v.recipe_id = $1 AND v.published_at IS NOT NULL
     ORDER BY v.number DESC`,
    [recipeId],
  );
  return rows.map((r) => r.version);
}

/** A version by its own id, with what is known of its recipe now. */
export async function versionOf(
  db: Queryable,
  versionId: number,
): Promise<(FollowFacts & { version: RecipeVersion }) | null> {
  const [row] = await db.rows<FollowFacts & { version: RecipeVersion }>(
    `SELECT ${VERSION} AS version, r.retired_at IS NOT NULL AS retired, w.kind AS "vesselKind",
       (SELECT ${VERSION} FROM recipe_version v WHERE v.recipe_id = r.id AND v.published_at IS NOT NULL
        ORDER BY v.number DESC LIMIT 1) AS published
     FROM recipe_version v JOIN recipe r ON r.id = v.recipe_id JOIN vessel w ON w.id = v.vessel_id WHERE v.id = $1`,
    [versionId],
  );
  return row ?? null;
}

export async function insertRecipe(tx: Queryable): Promise<number> {
  const [row] = await tx.rows<{ id: number }>('INSERT INTO recipe DEFAULT VALUES RETURNING id');
  return (row as { id: number }).id;
}

/** Puts a draft in the place of any there is. */
export async function writeDraft(
  tx: Queryable,
  recipeId: number,
  recipe: Recipe,
  who: { personId: number },
  now: Date,
): Promise<void> {
  await dropDraft(tx, recipeId);
  const { name, productId, use, vesselId, dialId, machineId, onPanel, cells, ...facts } = recipe;
  const [made] = await tx.rows<{ id: number }>(
    `INSERT INTO recipe_version (recipe_id, number, name, product_id, use_kind, vessel_id, dial_id, machine_id, on_panel, facts,
       saved_at, saved_by)
     SELECT $1, coalesce(max(number), 0) + 1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11 FROM recipe_version WHERE recipe_id = $1
     RETURNING id`,
    [
      recipeId,
      name.trim(),
      productId,
      use,
      vesselId,
      dialId,
      machineId,
      onPanel,
      JSON.stringify(facts),
      now,
      who.personId,
    ],
  );
  const rows = cells.map((c) => {
    if (c.kind === 'not') return { soil: c.soil, instead: c.instead.trim(), reason: '' };
    const f = fractionOf(c.strength);
    if (!f.ok) throw refusalProblem(f, `/cells/${c.soil}/strength`);
    const { soil, strength, dwell } = c;
    return {
      soil,
      strength,
      fraction: f.value,
      dwell: dwell ?? undefined,
      instead: '',
      reason: c.reason.trim(),
    };
  });
  await tx.rows(
    `INSERT INTO recipe_cell (version_id, soil, strength, fraction, dwell, instead, reason)
     SELECT $1, c.soil, c.strength, c.fraction, c.dwell, c.instead, c.reason
     FROM jsonb_to_recordset($2::jsonb) AS c(soil int, strength jsonb, fraction float8, dwell jsonb, instead text, reason text)`,
    [(made as { id: number }).id, JSON.stringify(rows)],
  );
}

export async function dropDraft(tx: Queryable, recipeId: number): Promise<void> {
  await tx.rows('DELETE FROM recipe_version WHERE recipe_id = $1 AND published_at IS NULL', [recipeId]);
}

export async function touch(tx: Queryable, recipeId: number, retired: boolean, now: Date): Promise<void> {
  await tx.rows(
    `UPDATE recipe SET retired_at = CASE WHEN $2 THEN coalesce(retired_at, $3) END, revision = revision + 1 WHERE id = $1`,
    [recipeId, retired, now],
  );
}

export async function publishDraft(
  tx: Queryable,
  recipeId: number,
  who: { personId: number },
  why: string,
  now: Date,
): Promise<void> {
  await tx.rows(
    `UPDATE recipe_version SET published_at = $2, published_by = $3, why = $4
     WHERE recipe_id = $1 AND published_at IS NULL`,
    [recipeId, now, who.personId, why.trim()],
  );
}

/** What was noted at the strengths recipes have now, the newest of each. Asked cell by cell: it never reads all notes. */
export function recipeOutcomes(db: Queryable): Promise<RecipeOutcomes[]> {
  return db.rows(
    `SELECT r.id AS "recipeId", c.soil, c.fraction, noted.kinds
     FROM recipe r
     JOIN LATERAL (SELECT v.id FROM recipe_version v WHERE v.recipe_id = r.id AND v.published_at IS NOT NULL
       ORDER BY v.number DESC LIMIT 1) pub ON true
     JOIN recipe_cell c ON c.version_id = pub.id AND c.fraction IS NOT NULL
     JOIN LATERAL (SELECT jsonb_agg(o.kind ORDER BY o.id DESC) AS kinds FROM (
       SELECT o.id, o.kind FROM outcome o WHERE o.recipe_id = r.id AND o.soil = c.soil AND o.withdrawn_at IS NULL
         AND abs(o.fraction / c.fraction - 1) < 1e-9
       ORDER BY o.id DESC LIMIT $1) o) noted ON noted.kinds IS NOT NULL
     WHERE r.retired_at IS NULL
     ORDER BY r.id, c.soil`,
    [LOOKED_AT],
  );
}

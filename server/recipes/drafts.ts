import type { Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import type { RecipeRow } from '#contract/recipes.ts';
import { isSuction } from '#core/products/record.ts';
import { judgeCell, mayPublish } from '#core/recipes/judge.ts';
import type { Recipe } from '#core/recipes/recipe.ts';
import { sameRecipe } from '#core/recipes/same.ts';
import type { RecipeProduct, RecipeVessel } from '#core/recipes/standards.ts';
import { standardsOf } from '#core/recipes/standards.ts';
import type { Queryable } from '../db/books.ts';
import { vessels } from '../equipment/queries.ts';
import { revised } from '../http/commands.ts';
import { missing, problem, refusalProblem } from '../http/problems.ts';
import { products } from '../products/queries.ts';
import { dropDraft, insertRecipe, publishDraft, recipes, touch, writeDraft } from './queries.ts';

type Who = { personId: number };

/** The product and vessel a recipe names, or what is wrong with them, told at their fields. */
async function wareOf(
  tx: Queryable,
  recipe: Recipe,
  at: string,
): Promise<{ product: Product & RecipeProduct; vessel: Vessel & RecipeVessel }> {
  const [product] = await products(tx, { id: recipe.productId });
  const [vessel] = await vessels(tx, { id: recipe.vesselId });
  if (!product) throw problem(422, 'recipe.noProduct', {}, { at: `${at}/productId` });
  if (product.retired) {
    throw problem(
      422,
      'recipe.productRetired',
      { recipe: recipe.name, product: product.name },
      { at: `${at}/productId` },
    );
  }
  if (!vessel || vessel.retired) {
    throw problem(422, 'recipe.vesselRetired', { recipe: recipe.name }, { at: `${at}/vesselId` });
  }
  if (!isSuction(vessel.kind)) return { product, vessel };
  if (recipe.dialId === null || !vessel.dials.some((d) => d.id === recipe.dialId)) {
    throw problem(
      422,
      'recipe.dial',
      { vessel: vessel.name, some: vessel.dials.length > 0 },
      { at: `${at}/dialId` },
    );
  }
  return { product, vessel };
}

/** What belongs to a cannon alone is left out for everything else. */
function fitting(recipe: Recipe, vessel: Vessel): Recipe {
  if (isSuction(vessel.kind)) return recipe;
  return { ...recipe, dialId: null, machineId: null, onPanel: false };
}

/**
 * Keeps a recipe as its draft; a draft that says what is published already is none.
 *
 * @param at where in the request the recipe stands, for the fields that are refused
 */
export async function saveDraft(
  tx: Queryable,
  before: RecipeRow | null,
  id: number,
  typed: Recipe,
  retired: boolean,
  who: Who,
  now: Date,
  at = '',
): Promise<void> {
  const recipe = retired ? typed : await keepable(tx, id, typed, at);
  if (before?.published && sameRecipe(before.published, recipe)) await dropDraft(tx, id);
  else if (!(before?.draft && sameRecipe(before.draft, recipe))) await writeDraft(tx, id, recipe, who, now);
  await touch(tx, id, retired, now);
}

/**
 * A recipe as it can be kept, looked through before anything of it is written.
 *
 * @param id of the recipe it is; null where it is a new one
 * @throws HttpProblem at the field that stands in its way
 */
async function keepable(tx: Queryable, id: number | null, typed: Recipe, at: string): Promise<Recipe> {
  const { product, vessel } = await wareOf(tx, typed, at);
  const recipe = fitting(typed, vessel);
  const known = standardsOf(recipe, product, vessel);
  for (const [i, cell] of recipe.cells.entries()) {
    if (cell.kind === 'not') continue;
    const judged = judgeCell(cell, recipe.onPanel, known);
    const field = !judged.ok && judged.code.startsWith('dwell') ? 'dwell' : 'strength';
    if (!judged.ok) throw refusalProblem(judged, `${at}/cells/${i}/${field}`);
  }
  await refuseTaken(tx, id, recipe.name, at);
  return recipe;
}

/** Adds a recipe as a draft. What can't be kept is refused before anything is written. */
export async function addDraft(
  tx: Queryable,
  typed: Recipe,
  who: Who,
  now: Date,
  at = '',
): Promise<{ recipeId: number; revision: number }> {
  const recipe = await keepable(tx, null, typed, at);
  const recipeId = await insertRecipe(tx);
  await writeDraft(tx, recipeId, recipe, who, now);
  await touch(tx, recipeId, false, now);
  const [row] = await recipes(tx, { id: recipeId }, true);
  return { recipeId, revision: row?.revision ?? 0 };
}

async function refuseTaken(tx: Queryable, id: number | null, name: string, at: string): Promise<void> {
  const taken = await tx.rows(
    `SELECT 1 FROM recipe r WHERE r.id IS DISTINCT FROM $1 AND r.retired_at IS NULL AND EXISTS (
       SELECT FROM recipe_version v WHERE v.recipe_id = r.id AND lower(v.name) = lower($2)
         AND (v.published_at IS NULL OR v.number = (SELECT max(number) FROM recipe_version p
           WHERE p.recipe_id = r.id AND p.published_at IS NOT NULL)))`,
    [id, name.trim()],
  );
  if (taken.length > 0) {
    throw problem(422, 'name.taken', { by: 'recipe' }, { at: `${at}/name` });
  }
}

/** Publishes a draft, if nothing stands in its way. */
export async function publish(
  tx: Queryable,
  { recipeId, revision }: { recipeId: number; revision: number },
  at: string,
  who: Who,
  why: string,
  now: Date,
): Promise<void> {
  const [row] = await recipes(tx, { id: recipeId }, true);
  if (!row) throw missing('recipe');
  revised(row, revision);
  const { draft } = row;
  if (!draft || row.retired) {
    throw problem(422, 'recipe.noDraft', {}, { at });
  }
  const { product, vessel } = await wareOf(tx, draft, at);
  const known = standardsOf(draft, product, vessel);
  for (const cell of draft.cells) {
    if (cell.kind === 'not') continue;
    const may = mayPublish(cell, draft.onPanel, known);
    if (!may.ok) throw refusalProblem({ ...may, of: { ...may.of, recipe: draft.name } }, at);
  }
  if (draft.cells.every((c) => c.kind === 'not')) {
    throw problem(422, 'recipe.noLevels', { recipe: draft.name }, { at });
  }
  await publishDraft(tx, recipeId, who, why, now);
  await touch(tx, recipeId, false, now);
}

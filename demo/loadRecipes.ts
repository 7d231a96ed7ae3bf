import type { Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { type ByRecipe, contentOf } from '#contract/recipes.ts';
import type { Device } from '#contract/rigs.ts';
import type { Recipe, RecipeCell } from '#core/recipes/recipe.ts';
import { SOIL_LEVELS, type SoilLevel } from '#core/soil/soil.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import { fractionOf } from '#core/strength/strength.ts';
import type { Queryable } from '../server/db/books.ts';
import { vessels as vesselRows } from '../server/equipment/queries.ts';
import { products as productRows } from '../server/products/queries.ts';
import { addDraft, publish, saveDraft } from '../server/recipes/drafts.ts';
import { recipes as recipeRows } from '../server/recipes/queries.ts';
import { devices } from '../server/rigs/devices.ts';
import type { DemoRecipe } from './demoRecipe.ts';
import { simulatedDay } from './devices/simulatedStation.ts';
import { at, known, named } from './named.ts';
import { changes, followed, trials } from './recipeHistory.ts';
import { recipes } from './recipes.ts';

type Equipment = { products: Product[]; vessels: Vessel[]; machines: Device[] };

/** Enters the book as it was opened seven weeks ago, what was changed since, and the drafts that lie on the desk. */
export async function loadRecipes(tx: Queryable, now: Date, personIds: Map<string, number>): Promise<void> {
  const equipment = {
    products: await productRows(tx),
    vessels: await vesselRows(tx),
    machines: await devices(tx),
  };
  const who = { personId: known(personIds, 'Hester Quill') };
  const ids = new Map<string, number>();
  const opened = at(now, 49, '18:10');
  for (const told of recipes) {
    const draft = await addDraft(tx, recipeOf(told, equipment), who, opened);
    ids.set(told.name, draft.recipeId);
    await publish(tx, draft, '', who, 'The book is opened.', opened);
  }
  for (const { recipe, daysAgo, cells, why } of changes) {
    const id = known(ids, recipe);
    const when = at(now, daysAgo, daysAgo === 0 ? '08:05' : '17:30');
    const [before] = await recipeRows(tx, { id }, true);
    if (!before?.published) throw new Error(`the demo has no published ${recipe}`);
    const changed = before.published.cells.map((c) => {
      const typed = cells[c.soil];
      return c.kind === 'mix' && typed ? { ...c, strength: strengthOf(typed) } : c;
    });
    await saveDraft(tx, before, id, { ...contentOf(before.published), cells: changed }, false, who, when);
    if (why !== null)
      await publish(tx, { recipeId: id, revision: await revisionOf(tx, id) }, '', who, why, when);
  }
}

/** Enters the panels that were halved, with what came of them. */
export async function loadTrials(tx: Queryable, now: Date, personIds: Map<string, number>): Promise<void> {
  const products = await productRows(tx);
  const side = ([product, written]: [string, string]) => {
    const strength = strengthOf(written);
    const f = fractionOf(strength);
    return { productId: named(products, product).id, strength, fraction: f.ok ? f.value : null };
  };
  for (const { daysAgo, at: clock, person, zone, soil, soilKind, left, right, result } of trials) {
    const when = at(now, daysAgo, clock);
    await tx.rows(
      `INSERT INTO trial (zone, soil, soil_kind, sides, started_at, started_by, result, weather, closed_at, closed_by)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8, CASE WHEN $7::jsonb IS NOT NULL THEN $5::timestamptz + interval '25 minutes' END,
         CASE WHEN $7::jsonb IS NOT NULL THEN $6::int END)`,
      [
        zone,
        soil,
        soilKind,
        JSON.stringify({ left: side(left), right: side(right) }),
        when,
        known(personIds, person),
        result && JSON.stringify(result),
        JSON.stringify({
          ...simulatedDay(when),
          at: when.toISOString(),
          source: 'simulated',
          personName: null,
        }),
      ],
    );
  }
}

async function revisionOf(tx: Queryable, id: number): Promise<number> {
  const [row] = await recipeRows(tx, { id }, true);
  return row?.revision ?? 0;
}

function recipeOf(told: DemoRecipe, { products, vessels, machines }: Equipment): Recipe {
  const vessel = named(vessels, told.vessel);
  const {
    name,
    use,
    onPanel = false,
    soilKinds = [],
    zones = [],
    film = null,
    rateMlPerM2 = null,
    agitation = 'none',
    rinse = 'pressure',
    direction = 'any',
    cautions = '',
    cleanCheck = '',
    notes = '',
  } = told;
  return {
    name,
    productId: named(products, told.product).id,
    use,
    vesselId: vessel.id,
    dialId: told.dial ? named(vessel.dials, told.dial).id : null,
    machineId: told.machine ? named(machines, told.machine).id : null,
    onPanel,
    soilKinds,
    zones,
    film,
    rateMlPerM2,
    agitation,
    rinse,
    direction,
    cautions,
    cleanCheck,
    notes,
    cells: SOIL_LEVELS.map((soil) => cellOf(told, soil)),
  };
}

function cellOf({ cells, dwell, reasons = {} }: DemoRecipe, soil: SoilLevel): RecipeCell {
  const written = cells[soil];
  if (written.startsWith('-')) return { soil, kind: 'not', instead: written.slice(1).trim() };
  const minutes = dwell && (Array.isArray(dwell[0]) ? dwell[soil] : dwell);
  const [shortest = 0, from = 0, to = 0] = (minutes ?? []) as number[];
  return {
    soil,
    kind: 'mix',
    strength: strengthOf(written),
    dwell: minutes ? { shortestS: shortest * 60, fromS: from * 60, toS: to * 60 } : null,
    reason: reasons[soil] ?? '',
  };
}

function strengthOf(written: string) {
  const strength = parseStrength(written);
  if (!strength.ok)
    throw new Error(`the demo's recipe strength "${written}" can't be read: ${strength.code}`);
  return strength.value;
}

/** By which recipe a round of the demo is mixed, if by any. */
export async function recipesFollowed(
  tx: Queryable,
): Promise<(whatFor: string, vesselId: number) => Pick<ByRecipe, 'versionId' | 'soil' | 'left'> | null> {
  const rows = await recipeRows(tx, {}, true);
  return (whatFor, vesselId) => {
    const by = followed[whatFor];
    const version = by && rows.find((r) => r.published?.name === by.recipe)?.published;
    return by && version?.vesselId === vesselId
      ? { versionId: version.versionId, soil: by.soil, left: false }
      : null;
  };
}

/** What came of the rounds that followed a recipe, noted by whoever washed. */
export async function loadOutcomes(tx: Queryable): Promise<void> {
  const batches = await tx.rows<{ id: number; name: string; soil: number }>(
    `SELECT k.id, v.name, k.soil FROM batch k JOIN recipe_version v ON v.id = k.recipe_version_id ORDER BY k.made_at, k.id`,
  );
  for (const { recipe, soil, outcomes } of Object.values(followed)) {
    const mine = batches.filter((b) => b.name === recipe && b.soil === soil);
    for (const [i, batch] of mine.entries()) {
      const kind = outcomes[i % outcomes.length];
      if (!kind) continue;
      await tx.rows(
        `INSERT INTO outcome (batch_id, kind, person_id, noted_at, recipe_id, soil, fraction)
         SELECT k.id, $2, k.person_id, k.made_at + interval '50 minutes', v.recipe_id, c.soil, c.fraction
         FROM batch k JOIN recipe_version v ON v.id = k.recipe_version_id
         JOIN recipe_cell c ON c.version_id = v.id AND c.soil = k.soil WHERE k.id = $1`,
        [batch.id, kind],
      );
    }
  }
}

import type { Product } from '#contract/products.ts';
import { contentOf, type RecipeRow } from '#contract/recipes.ts';
import type { Recipe } from '#core/recipes/recipe.ts';
import type { Caller } from './demoShop.ts';
import { parts } from './pours.ts';

/** What tests do with the demo's book, as its manager unless somebody else is named. */
export function recipesOf(manager: () => Caller) {
  const all = async (as = manager()) => (await as('get', '/api/recipes')).body as RecipeRow[];
  const byName = async (name: string, as = manager()) => {
    const row = (await all(as)).find((r) => (r.draft ?? r.published)?.name === name);
    if (!row) throw new Error(`no recipe ${name}`);
    return row;
  };
  const content = (row: RecipeRow): Recipe => {
    const version = row.draft ?? row.published;
    if (!version) throw new Error('empty recipe');
    return contentOf(version);
  };
  const cell = (soil: number, water: number, more = {}) => ({
    soil: soil as 0,
    kind: 'mix' as const,
    strength: parts(water),
    dwell: null,
    reason: '',
    ...more,
  });
  const withCell = (recipe: Recipe, soil: number, water: number, more = {}): Recipe => ({
    ...recipe,
    cells: recipe.cells.map((c) => (c.soil === soil ? cell(soil, water, more) : c)),
  });
  const save = (row: RecipeRow, recipe: Recipe, as = manager(), retired = false) =>
    as('patch', `/api/recipes/${row.id}`, { ...recipe, retired }, { ifMatch: row.revision });
  const publish = (rows: RecipeRow[], why = 'because', as = manager()) =>
    as('post', '/api/recipes/publications', {
      drafts: rows.map((r) => ({ recipeId: r.id, revision: r.revision })),
      why,
    });

  let n = 0;
  /** A recipe of its own for a test: foam in the white-capped bottle. */
  async function fresh(more: Partial<Recipe> = {}): Promise<RecipeRow> {
    const foam = ((await manager()('get', '/api/products')).body as Product[]).find(
      (p) => p.name === 'Lime Kiln Foam',
    );
    const like = content({ ...(await byName('Snow foam, all over')), draft: null });
    const answer = await manager()('post', '/api/recipes', {
      ...like,
      name: `Test foam ${++n}`,
      productId: foam?.id,
      vesselId: 1,
      dialId: null,
      machineId: null,
      ...more,
    });
    if (answer.status !== 201) throw new Error(answer.text);
    return answer.body as RecipeRow;
  }
  async function published(more: Partial<Recipe> = {}): Promise<RecipeRow> {
    const answer = await publish([await fresh(more)]);
    if (answer.status !== 201) throw new Error(answer.text);
    return answer.body[0] as RecipeRow;
  }

  return { all, byName, content, cell, withCell, save, publish, fresh, published };
}

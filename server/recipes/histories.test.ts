import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { contentOf, type RecipeRow, type RecipeVersion } from '#contract/recipes.ts';
import { sameRecipe } from '#core/recipes/same.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { recipesOf } from '../testing/recipes.ts';

const shop = serveShop();
let hester: Caller;
beforeAll(async () => {
  hester = await shop.signIn('Hester Quill');
});
const { content, withCell, save, publish, published } = recipesOf(() => hester);

type Act = { do: 'save'; soil: number; water: number } | { do: 'publish' | 'drop' | 'bringBack' | 'late' };
const act: fc.Arbitrary<Act> = fc.oneof(
  fc.record({
    do: fc.constant('save' as const),
    soil: fc.integer({ min: 0, max: 4 }),
    water: fc.integer({ min: 5, max: 12 }),
  }),
  fc.record({
    do: fc.constantFrom('publish' as const, 'drop' as const, 'bringBack' as const, 'late' as const),
  }),
);

describe('whatever managers do to a recipe', () => {
  it('published versions stand as they were, numbers run on, and there is one draft at most', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(act, { minLength: 3, maxLength: 9 }), async (acts) => {
        let row = await published();
        const stood: RecipeVersion[] = [row.published as RecipeVersion];
        for (const next of acts) {
          const old = row;
          if (next.do === 'save') {
            row = (await save(row, withCell(content(row), next.soil, next.water))).body as RecipeRow;
          } else if (next.do === 'drop') {
            row = (await save(row, contentOf(row.published as RecipeVersion))).body as RecipeRow;
            expect(row.draft).toBeNull();
          } else if (next.do === 'bringBack') {
            row = (await save(row, contentOf(stood[0] as RecipeVersion))).body as RecipeRow;
          } else if (next.do === 'late') {
            const late = await save({ ...row, revision: row.revision - 1 }, content(row));
            expect(late.status).toBe(412);
            expect(late.body.current).toEqual(row);
          } else {
            const answer = await publish([row]);
            expect(answer.status).toBe(row.draft ? 201 : 422);
            if (row.draft) row = answer.body[0] as RecipeRow;
            if (old.draft) stood.push(row.published as RecipeVersion);
          }
          if (row !== old) expect(row.revision).toBeGreaterThan(old.revision);
          if (row.draft && row.published) expect(sameRecipe(row.draft, row.published)).toBe(false);
        }
        const versions = (await hester('get', `/api/recipes/${row.id}/versions`)).body as RecipeVersion[];
        expect(versions.toReversed()).toEqual(stood);
        expect(versions.map((v) => v.number)).toEqual(versions.map((_, i) => versions.length - i));
        const [drafts] = await shop.books.rows<{ n: number }>(
          'SELECT count(*)::int AS n FROM recipe_version WHERE recipe_id = $1 AND published_at IS NULL',
          [row.id],
        );
        expect(drafts?.n).toBe(row.draft ? 1 : 0);
        const [cells] = await shop.books.rows<{ n: number }>(
          'SELECT count(*)::int AS n FROM recipe_cell c JOIN recipe_version v ON v.id = c.version_id WHERE v.recipe_id = $1',
          [row.id],
        );
        expect(cells?.n).toBe(5 * (versions.length + (row.draft ? 1 : 0)));
      }),
      { numRuns: 12 },
    );
  });

  it('a command sent twice is done once, and of two publishing at once one is told', async () => {
    const row = await published();
    const draft = (await save(row, withCell(content(row), 1, 11))).body as RecipeRow;
    const body = { drafts: [{ recipeId: draft.id, revision: draft.revision }], why: 'twice' };
    const send = (key: string) => hester('post', '/api/recipes/publications', body, { key });
    const [one, other] = await Promise.all([send('same-key-1'), send('other-key-1')]);
    expect([one.status, other.status].sort()).toEqual([201, 412]);
    const won = one.status === 201 ? 'same-key-1' : 'other-key-1';
    const again = await send(won);
    expect(again.status).toBe(201);
    const versions = (await hester('get', `/api/recipes/${row.id}/versions`)).body as RecipeVersion[];
    expect(versions.map((v) => v.number)).toEqual([2, 1]);
  });
});

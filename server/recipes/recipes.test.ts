import { beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Product } from '#contract/products.ts';
import { contentOf, type RecipeRow, type RecipeVersion } from '#contract/recipes.ts';
import type { Recipe } from '#core/recipes/recipe.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { parts } from '../testing/pours.ts';
import { recipesOf } from '../testing/recipes.ts';

const shop = serveShop();
let hester: Caller;
let odo: Caller;
let bram: Caller;
beforeAll(async () => {
  [hester, odo, bram] = await Promise.all([
    shop.signIn('Hester Quill'),
    shop.signIn('Odo Marsh'),
    shop.signIn('Bram Addy'),
  ]);
});

const { all, byName, content, cell, withCell, save, publish, fresh, published } = recipesOf(() => hester);

describe('the book', () => {
  it('shows the crew what is published, and drafts to managers alone', async () => {
    const draft = await fresh();
    expect(draft).toMatchObject({ published: null, draft: { number: 1, savedBy: 'Hester Quill' } });
    expect(draft.code).toBe(`R-${draft.id}`);
    expect((await all(bram)).some((r) => r.id === draft.id)).toBe(false);
    expect((await bram('get', `/api/recipes/${draft.id}`)).status).toBe(404);
    expect((await bram('get', `/api/recipes/versions/${draft.draft?.versionId}`)).status).toBe(404);
    expect((await all(bram)).every((r) => r.draft === null && r.published !== null)).toBe(true);
    const foam = await byName('Snow foam, all over', bram);
    expect(foam.published?.cells).toHaveLength(5);
    expect((await byName('Snow foam, all over')).draft).not.toBeNull();
  });

  it('is changed and published by managers alone', async () => {
    const row = await fresh();
    for (const as of [bram, odo]) {
      expect((await save(row, content(row), as)).status).toBe(403);
      expect((await as('post', '/api/recipes', content(row))).status).toBe(403);
      expect((await publish([row], 'why', as)).status).toBe(403);
    }
  });

  it('keeps a draft beside what is published; one that says the same again is none', async () => {
    const row = await published();
    const changed = (await save(row, withCell(content(row), 2, 10))).body as RecipeRow;
    expect(changed.published?.cells[2]).toMatchObject({ strength: parts(8) });
    expect(changed.draft).toMatchObject({ number: 2, publishedAt: null });
    const { draft: _, ...undone } = (await save(changed, content(row))).body as RecipeRow;
    expect(undone.revision).toBe(changed.revision + 1);
    expect((await byName(row.published?.name ?? '')).draft).toBeNull();
  });

  it('lets a second manager see both, and changes several recipes or none', async () => {
    const [a, b] = [await published(), await published()];
    await save(a, withCell(content(a), 0, 20));
    const late = await save(a, withCell(content(a), 0, 15));
    expect(late.status).toBe(412);
    expect(late.body.current.draft.cells[0].strength).toEqual(parts(20));
    const both = await hester('post', '/api/recipes/drafts', {
      changes: [
        { recipeId: b.id, revision: b.revision, recipe: withCell(content(b), 1, 12) },
        { recipeId: a.id, revision: a.revision, recipe: withCell(content(a), 1, 12) },
      ],
    });
    expect(both.status).toBe(412);
    expect((await byName(b.published?.name ?? '')).draft).toBeNull();
  });

  it('retires a recipe and brings it back with its history', async () => {
    const row = await published();
    const retired = (await save(row, content(row), hester, true)).body as RecipeRow;
    expect((await all()).some((r) => r.id === row.id)).toBe(false);
    expect(
      ((await hester('get', '/api/recipes?retired=true')).body as RecipeRow[]).map((r) => r.id),
    ).toContain(row.id);
    expect((await save(retired, content(row), hester, false)).status).toBe(200);
    expect((await byName(row.published?.name ?? '')).published?.number).toBe(1);
  });
});

describe('what can’t be kept', () => {
  let row: RecipeRow;
  beforeEach(async () => {
    row = await fresh();
  });

  it.each<[string, (r: Recipe) => Partial<Recipe>, string, RegExp]>([
    ['no name', () => ({ name: '  ' }), '/name', /Recipe name is empty/],
    ['a taken name', () => ({ name: 'snow FOAM, all over' }), '/name', /Name is taken/],
    [
      'dwell from over to',
      (r) => withCell(r, 2, 8, { dwell: { shortestS: 60, fromS: 300, toS: 240 } }),
      '/cells/2/dwell',
      /Dwell from 5 min is longer than to 4 min/,
    ],
    [
      'nothing in it',
      (r) => withCell(r, 3, 8, { strength: { notation: 'percent', percent: 0 } }),
      '/cells/3/strength/percent',
      /Percent is below/,
    ],
    [
      'a level twice',
      (r) => ({ cells: [...r.cells.slice(0, 4), cell(1, 8)] }),
      '/cells',
      /one each of 0 to 4/,
    ],
    ['a zone twice', () => ({ zones: ['front', 'front'] }), '/zones', /twice/],
    ['no vessel', () => ({ vesselId: 9_999 }), '/vesselId', /out of use/],
    [
      'a cannon without a dial',
      () => ({ vesselId: 4, dialId: null }),
      '/dialId',
      /Dial position is none of Cannon bottle, bay 2/,
    ],
  ])('%s is refused at its field with what would work', async (_, change, pointer, words) => {
    const recipe = content(row);
    const answer = await save(row, { ...recipe, ...change(recipe) });
    expect(answer.status, answer.text).toBe(422);
    const [error] = answer.body.errors;
    expect(error.pointer).toBe(pointer);
    expect(error.message).toMatch(words);
    expect(error.remedy).toMatch(/\S/);
  });

  it('a panel strength no draw of the cannon reaches is refused, and names the dial that would do', async () => {
    const like = content(await byName('Snow foam, all over'));
    const answer = await save(row, {
      ...withCell(like, 4, 8, { strength: { notation: 'percent', percent: 12 } }),
      name: 'Too strong for it',
      onPanel: true,
    });
    expect(answer.status).toBe(422);
    expect(answer.body.errors[0].message).toContain('even neat product');
    expect(answer.body.remedy).toContain('Set the dial to open');
  });

  it('ready to use is not diluted', async () => {
    const glass = await byName('Glass, daily');
    const answer = await save(glass, withCell(content(glass), 0, 4));
    expect(answer.body.errors[0]).toMatchObject({ pointer: '/cells/0/strength', remedy: 'Type "neat".' });
  });

  it('what belongs to a cannon alone is left out for a bottle', async () => {
    const saved = await save(row, { ...content(row), onPanel: true });
    expect(saved.body.draft).toMatchObject({ onPanel: false, dialId: null });
  });
});

describe('publishing', () => {
  it('says who, when and why, and every version stays to be opened and brought back', async () => {
    const row = await published();
    const changed = (await save(row, withCell(content(row), 3, 7))).body as RecipeRow;
    shop.now = new Date('2026-05-04T09:15:00Z');
    const [now] = (await publish([changed], 'Hotter days')).body as RecipeRow[];
    expect(now?.draft).toBeNull();
    expect(now?.published).toMatchObject({
      number: 2,
      publishedBy: 'Hester Quill',
      publishedAt: '2026-05-04T09:15:00.000Z',
      why: 'Hotter days',
    });
    const versions = (await bram('get', `/api/recipes/${row.id}/versions`)).body as RecipeVersion[];
    expect(versions.map((v) => v.number)).toEqual([2, 1]);
    const first = versions[1] as RecipeVersion;
    expect(first.cells[3]).toMatchObject({ strength: parts(6) });
    const back = (await save(now as RecipeRow, contentOf(first))).body as RecipeRow;
    const [again] = (await publish([back], 'Back to the first')).body as RecipeRow[];
    expect(again?.published).toMatchObject({ number: 3 });
    expect(again?.published?.cells).toEqual(first.cells);
  });

  it('is refused outside label, floor or ceiling without a reason; a reason stays to be seen', async () => {
    const row = await fresh();
    const over = (await save(row, withCell(content(row), 4, 3))).body as RecipeRow;
    const no = await publish([over]);
    expect(no.status).toBe(422);
    expect(no.body).toMatchObject({ code: 'recipe.reason', remedy: expect.stringContaining('16.7 %') });
    expect(no.body.detail).toBe(`${over.draft?.name}. At caked: Stronger than its label. It needs a reason.`);
    const said = (await save(over, withCell(content(over), 4, 3, { reason: 'Quarry clay' })))
      .body as RecipeRow;
    const [done] = (await publish([said])).body as RecipeRow[];
    expect(done?.published?.cells[4]).toMatchObject({ reason: 'Quarry clay' });
  });

  it('is all of it or nothing, asks why, and knows what changed in between', async () => {
    const [good, bad] = [await fresh(), await fresh()];
    const over = (await save(bad, withCell(content(bad), 4, 2))).body as RecipeRow;
    expect((await publish([good, over])).status).toBe(422);
    expect((await publish([good], '  ')).body.errors[0]).toMatchObject({ pointer: '/why' });
    expect((await publish([])).status).toBe(422);
    expect((await byName(good.draft?.name ?? '')).published).toBeNull();
    expect((await publish([bad])).status).toBe(412);
    const twice = await publish([good]);
    expect(twice.status).toBe(201);
    expect((await publish(twice.body)).body.detail).toBe('There is no draft of this recipe any more.');
  });

  it('a product retired while in a recipe says what would work', async () => {
    const products = (await hester('get', '/api/products')).body as Product[];
    const aid = products.find((p) => p.name === 'Brook Drying Aid') as Product;
    const row = await byName('Drying aid');
    const { id, revision, retired: _, sheet: __, ...facts } = aid;
    const body = {
      ...facts,
      labelEntries: facts.labelEntries.map(({ id: _i, fraction: _f, upToFraction: _t, ...e }) => e),
    };
    await hester('patch', `/api/products/${id}`, { ...body, retired: true }, { ifMatch: revision });
    const answer = await save(row, withCell(content(row), 0, 12));
    expect(answer.body.errors[0]).toMatchObject({
      pointer: '/productId',
      message: 'Drying aid: Brook Drying Aid has been retired.',
      remedy: expect.stringContaining('retire the recipe'),
    });
    // Retiring the recipe itself is not stood in the way of.
    expect((await save(row, content(row), hester, true)).status).toBe(200);
  });

  it('what is published is never rewritten, not even past the routes', async () => {
    await expect(shop.books.rows("UPDATE recipe_version SET name = 'x' WHERE number = 1")).rejects.toThrow(
      'stands as it is',
    );
    await expect(
      shop.books.rows(
        'DELETE FROM recipe_cell WHERE version_id IN (SELECT id FROM recipe_version WHERE published_at IS NOT NULL)',
      ),
    ).rejects.toThrow('stands as it is');
  });
});

import { beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Batch } from '#contract/batches.ts';
import type { PourBody, Slip } from '#contract/ledger.ts';
import type { Product } from '#contract/products.ts';
import type { RecipeOutcomes, RecipeRow, RecipeVersion } from '#contract/recipes.ts';
import type { Recipe } from '#core/recipes/recipe.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { parts, pour } from '../testing/pours.ts';

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

const all = async (as = hester) => (await as('get', '/api/recipes')).body as RecipeRow[];
const byName = async (name: string, as = hester) => {
  const row = (await all(as)).find((r) => (r.draft ?? r.published)?.name === name);
  if (!row) throw new Error(`no recipe ${name}`);
  return row;
};
const content = (row: RecipeRow): Recipe => {
  const version = row.draft ?? row.published;
  if (!version) throw new Error('empty recipe');
  const { versionId, number, savedAt, savedBy, publishedAt, publishedBy, why, ...recipe } = version;
  return recipe;
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
const save = (row: RecipeRow, recipe: Recipe, as = hester, retired = false) =>
  as('patch', `/api/recipes/${row.id}`, { ...recipe, retired }, { ifMatch: row.revision });
const publish = (rows: RecipeRow[], why = 'because', as = hester) =>
  as('post', '/api/recipes/publications', {
    drafts: rows.map((r) => ({ recipeId: r.id, revision: r.revision })),
    why,
  });

let n = 0;
/** A recipe of its own for a test: foam in the white-capped bottle. */
async function fresh(more: Partial<Recipe> = {}): Promise<RecipeRow> {
  const foam = ((await hester('get', '/api/products')).body as Product[]).find(
    (p) => p.name === 'Lime Kiln Foam',
  );
  const like = content({ ...(await byName('Snow foam, all over')), draft: null });
  const answer = await hester('post', '/api/recipes', {
    ...like,
    name: `Test foam ${++n}`,
    productId: foam?.id,
    vesselId: 1,
    dialId: null,
    machineId: null,
    ...more,
  });
  expect(answer.status, answer.text).toBe(201);
  return answer.body as RecipeRow;
}
async function published(more: Partial<Recipe> = {}): Promise<RecipeRow> {
  const answer = await publish([await fresh(more)]);
  expect(answer.status, answer.text).toBe(201);
  return answer.body[0] as RecipeRow;
}

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
      publishedAt: '2026-05-04T09:15:00Z',
      why: 'Hotter days',
    });
    const versions = (await bram('get', `/api/recipes/${row.id}/versions`)).body as RecipeVersion[];
    expect(versions.map((v) => v.number)).toEqual([2, 1]);
    const first = versions[1] as RecipeVersion;
    expect(first.cells[3]).toMatchObject({ strength: parts(6) });
    const { versionId, number, savedAt, savedBy, publishedAt, publishedBy, why, ...old } = first;
    const back = (await save(now as RecipeRow, old)).body as RecipeRow;
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
    const body = { ...facts, labelEntries: facts.labelEntries.map(({ id: _i, fraction: _f, ...e }) => e) };
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

describe('a pour by recipe', () => {
  const by = (row: RecipeRow, soil: number, left = false) => ({
    versionId: (row.published ?? row.draft)?.versionId ?? 0,
    soil: soil as 0,
    left,
  });
  const poured = (recipe: ReturnType<typeof by>, more: Partial<PourBody> = {}) =>
    bram('post', '/api/pours', pour({ recipe, ...more }));
  const batchOf = async (slip: Slip) => (await bram('get', `/api/batches/${slip.batchId}`)).body as Batch;

  it('is noted on the batch, which remembers its version', async () => {
    const row = await published();
    const answer = await poured(by(row, 0));
    expect(answer.status, answer.text).toBe(201);
    const changed = (await save(row, withCell(content(row), 0, 10))).body as RecipeRow;
    await publish([changed]);
    expect((await batchOf(answer.body)).recipe).toEqual({
      recipeId: row.id,
      versionId: row.published?.versionId,
      number: 1,
      name: row.published?.name,
      soil: 0,
      left: false,
    });
    const late = await poured(by(row, 0));
    expect(late.status).toBe(409);
    expect(late.body).toMatchObject({ code: 'recipe.changed' });
    expect(late.body.detail).toContain('At dust it says 1:10 now.');
  });

  it('may leave it in one tap, and the batch says so', async () => {
    const row = await published();
    const answer = await poured(by(row, 3, true));
    expect(answer.status, answer.text).toBe(201);
    expect((await batchOf(answer.body)).recipe).toMatchObject({ soil: 3, left: true });
  });

  it.each<[string, (row: RecipeRow) => Promise<[ReturnType<typeof by>, Partial<PourBody>]>, string]>([
    ['a draft', async () => [by(await fresh(), 0), {}], 'recipe.unpublished'],
    ['another strength', async (row) => [by(row, 2), {}], 'recipe.notFollowed'],
    ['another way of putting it on', async (row) => [by(row, 0), { vesselId: 3 }], 'recipe.notFollowed'],
    [
      'a level it is not for',
      async () => {
        const row = await fresh();
        const not = { soil: 0 as const, kind: 'not' as const, instead: 'Dust it off.' };
        const cells = [not, ...content(row).cells.slice(1)];
        const [done] = (await publish([(await save(row, { ...content(row), cells })).body])).body;
        return [by(done, 0), {}];
      },
      'recipe.notForThis',
    ],
    [
      'a retired recipe',
      async (row) => {
        await save(row, content(row), hester, true);
        return [by(row, 0), {}];
      },
      'recipe.retired',
    ],
    ['no recipe at all', async () => [{ versionId: 99_999, soil: 0, left: false }, {}], 'recipe.unknown'],
  ])('of %s is refused with what would work', async (_, set, code) => {
    const [recipe, more] = await set(await published());
    const wide = { totalUl: 750_000, ...more };
    const answer = await poured(recipe, wide);
    expect(answer.status).toBe(409);
    expect(answer.body).toMatchObject({ code, remedy: expect.stringMatching(/\S/) });
  });

  it('follows a strength on the panel through the draw', async () => {
    const like = content(await byName('Snow foam, all over'));
    const half = { notation: 'percent' as const, percent: 0.9 };
    const cells = like.cells.map((c) => ({
      ...c,
      kind: 'mix' as const,
      strength: half,
      dwell: null,
      reason: 'x',
    }));
    const row = await published({ ...like, name: 'On the panel', onPanel: true, cells });
    const vessel = (await bram('get', `/api/vessels/${like.vesselId}`)).body;
    const q = vessel.draws.find((d: { dialId: number }) => d.dialId === like.dialId).q;
    const fraction = 0.009 / q;
    const productUl = Math.round(fraction * 900_000);
    const answer = await poured(by(row, 2), {
      vesselId: like.vesselId,
      rig: { dialId: like.dialId ?? 0, machineId: like.machineId },
      strength: parts(1 / fraction - 1),
      totalUl: 900_000,
      shown: { pourOffUl: 0, waterUl: 900_000 - productUl, productUl },
    });
    expect(answer.status, answer.text).toBe(201);
    expect((await batchOf(answer.body)).panel?.fraction).toBeCloseTo(0.009, 5);
  });
});

describe('how it went', () => {
  it('is noted in one tap, shown back on the recipe at that strength, and can be taken back', async () => {
    const row = await published();
    const version = row.published?.versionId ?? 0;
    const slip = (
      await bram('post', '/api/pours', pour({ recipe: { versionId: version, soil: 0, left: false } }))
    ).body as Slip;
    const note = (kind: string, as = bram) => as('post', `/api/batches/${slip.batchId}/outcomes`, { kind });
    await note('film');
    const answer = await note('good', odo);
    expect((answer.body as Batch).outcomes.map((o) => [o.kind, o.personName])).toEqual([
      ['good', 'Odo Marsh'],
      ['film', 'Bram Addy'],
    ]);
    const told = async () =>
      ((await hester('get', '/api/recipes/outcomes')).body as RecipeOutcomes[]).filter(
        (o) => o.recipeId === row.id,
      );
    expect(await told()).toEqual([
      { recipeId: row.id, soil: 0, fraction: expect.closeTo(1 / 13, 9), kinds: ['good', 'film'] },
    ]);
    const [newest] = answer.body.outcomes;
    expect((await bram('post', `/api/outcomes/${newest.id}/withdrawals`, {})).status).toBe(403);
    expect((await odo('post', `/api/outcomes/${newest.id}/withdrawals`, {})).status).toBe(201);
    expect((await told())[0]?.kinds).toEqual(['film']);
    // At another strength nothing has been noted yet.
    await publish([(await save(row, withCell(content(row), 0, 10))).body]);
    expect(await told()).toEqual([]);
    expect((await note('splendid')).body.errors[0].remedy).toContain('ranOff');
    expect((await bram('post', '/api/batches/99999/outcomes', { kind: 'good' })).status).toBe(404);
  });

  it('three of twelve in the demo left a film on the lower sides', async () => {
    const lower = await byName('Lower sides');
    const rows = (await bram('get', '/api/recipes/outcomes')).body as RecipeOutcomes[];
    const caked = rows.find((o) => o.recipeId === lower.id && o.soil === 4);
    expect(caked?.kinds.filter((k) => k === 'film').length).toBeGreaterThanOrEqual(3);
  });
});

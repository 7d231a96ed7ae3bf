import { beforeAll, describe, expect, it } from 'vitest';
import type { Batch } from '#contract/batches.ts';
import type { PourBody, Slip } from '#contract/ledger.ts';
import type { RecipeOutcomes, RecipeRow } from '#contract/recipes.ts';
import { countPages } from '../documents/documents.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { parts, pour, usedUp } from '../testing/pours.ts';
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
const { byName, content, withCell, save, publish, fresh, published } = recipesOf(() => hester);

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
    await usedUp(bram, 3);
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

describe('a card', () => {
  it('is an A5 page for each published recipe, of all the book or those asked for', async () => {
    const one = await published();
    const pdf = await bram('get', `/api/recipes/cards.pdf?recipes=${one.id}`);
    expect(pdf.headers['content-type']).toContain('application/pdf');
    expect(Buffer.from(pdf.body).subarray(0, 5).toString()).toBe('%PDF-');
    expect(countPages(pdf.body)).toBe(1);
    const all = await bram('get', '/api/recipes/cards.pdf');
    expect(countPages(all.body)).toBeGreaterThan(20);
    const draft = await fresh();
    expect((await bram('get', `/api/recipes/cards.pdf?recipes=${draft.id}`)).status).toBe(404);
    expect((await bram('get', '/api/recipes/cards.pdf?recipes=none')).status).toBe(404);
  });
});

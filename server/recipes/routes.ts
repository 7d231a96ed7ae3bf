import { Router } from 'express';
import {
  draftsBody,
  publishBody,
  type RecipeCard,
  type RecipeRow,
  recipeBody,
  recipePatch,
} from '#contract/recipes.ts';
import { atLeast } from '#contract/roles.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { vessels as vesselRows } from '../equipment/queries.ts';
import { change, command, revised } from '../http/commands.ts';
import { missing } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { only, whoOf } from '../http/signedIn.ts';
import { products as productRows } from '../products/queries.ts';
import { devices } from '../rigs/devices.ts';
import { shopOf } from '../shop/queries.ts';
import { recipeCard } from './card.ts';
import { addDraft, publish, saveDraft } from './drafts.ts';
import { recipeOutcomes, recipes, versionOf, versionsOf } from './queries.ts';

/** Everyone reads what is published; managers draft and publish. */
export function recipeRoutes(context: AppContext): Router {
  const routes = Router();
  const drafts = (res: Parameters<typeof whoOf>[0]) => atLeast(whoOf(res)?.role ?? 'technician', 'manager');

  routes.get('/', async (req, res) => {
    res.json(await recipes(context.books, { retired: req.query.retired === 'true' }, drafts(res)));
  });
  routes.get('/outcomes', async (_req, res) => void res.json(await recipeOutcomes(context.books)));
  routes.get('/cards.pdf', async (req, res) => {
    const pdf = await context.documents.recipeCardsPdf(
      await cardsOf(context, String(req.query.recipes ?? '')),
    );
    res
      .type('application/pdf')
      .set('Content-Disposition', 'inline; filename="recipe cards.pdf"')
      .send(Buffer.from(pdf));
  });
  routes.get('/versions/:id', async (req, res) => {
    const found = await versionOf(context.books, wholeNumber(req.params.id, 'version'));
    if (!found || (!found.version.publishedAt && !drafts(res))) throw missing('version');
    res.json(found.version);
  });
  routes.get('/:id', async (req, res) => {
    const [row] = await recipes(context.books, { id: idIn(req.params.id) }, drafts(res));
    if (!row) throw missing('recipe');
    res.json(row);
  });
  routes.get('/:id/versions', async (req, res) => {
    res.json(await versionsOf(context.books, idIn(req.params.id)));
  });

  routes.post(
    '/',
    only('manager'),
    command(context, recipeBody, async ({ tx, body, who, now }) => {
      const { recipeId } = await addDraft(tx, body, who, now);
      return { status: 201, body: await rowOf(tx, recipeId), touched: [['recipes', recipeId]] };
    }),
  );
  routes.patch(
    '/:id',
    only('manager'),
    change(context, recipePatch, async ({ tx, body: { retired, ...recipe }, who, now, params, revision }) => {
      const id = idIn(params.id);
      const before = await rowOf(tx, id);
      revised(before, revision);
      await saveDraft(tx, before, id, recipe, retired, who, now);
      return { status: 200, body: await rowOf(tx, id), touched: [['recipes', id]] };
    }),
  );
  routes.post(
    '/drafts',
    only('manager'),
    command(context, draftsBody, async ({ tx, body, who, now }) => {
      const done: RecipeRow[] = [];
      for (const [i, { recipeId, revision, recipe }] of body.changes.entries()) {
        const before = await rowOf(tx, recipeId);
        revised(before, revision);
        await saveDraft(tx, before, recipeId, recipe, before.retired, who, now, `/changes/${i}/recipe`);
        done.push(await rowOf(tx, recipeId));
      }
      return { status: 201, body: done, touched: [['recipes', done[0]?.id ?? 0]] };
    }),
  );
  routes.post(
    '/publications',
    only('manager'),
    command(context, publishBody, async ({ tx, body, who, now }) => {
      const done: RecipeRow[] = [];
      for (const [i, draft] of body.drafts.entries()) {
        await publish(tx, draft, `/drafts/${i}`, who, body.why, now);
        done.push(await rowOf(tx, draft.recipeId));
      }
      return { status: 201, body: done, touched: [['recipes', done[0]?.id ?? 0]] };
    }),
  );
  return routes;
}

/** A recipe by its number, or by the code on its card. */
const idIn = (text: unknown): number => wholeNumber(String(text).replace(/^r-/i, ''), 'recipe');

async function rowOf(tx: Queryable, id: number): Promise<RecipeRow> {
  const [row] = await recipes(tx, { id }, true);
  if (!row) throw missing('recipe');
  return row;
}

/** The cards of published recipes: those asked for by number, or all of the book. */
async function cardsOf(context: AppContext, asked: string): Promise<RecipeCard[]> {
  const ids = asked === '' ? null : asked.split(',').map((id) => idIn(id));
  const rows = await recipes(context.books, {}, false);
  const products = byId(await productRows(context.books));
  const vessels = byId(await vesselRows(context.books));
  const machines = byId(await devices(context.books));
  const shop = await shopOf(context.books);
  const cards = rows.flatMap(({ id, code, published }) => {
    const product = published && products.get(published.productId);
    const vessel = published && vessels.get(published.vesselId);
    if (!published || !product || !vessel || !shop || (ids && !ids.includes(id))) return [];
    const machineName = machines.get(published.machineId ?? 0)?.name ?? null;
    const address = `${context.publicAddress()}r/${code}`;
    return [recipeCard(code, published, { product, vessel, machineName }, shop, address)];
  });
  if (cards.length === 0 || (ids && cards.length < ids.length)) throw missing('published recipe');
  return cards;
}

const byId = <R extends { id: number }>(rows: R[]) => new Map(rows.map((row) => [row.id, row]));

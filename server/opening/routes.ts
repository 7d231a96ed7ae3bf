import { Router } from 'express';
import { cardBody, firstDayBody, firstRecipesBody, starterBody } from '#contract/opening.ts';
import type { RecipeRow } from '#contract/recipes.ts';
import { SET_UP_LISTS, setUpBody } from '#contract/setUpFile.ts';
import type { Shop } from '#contract/shop.ts';
import type { AppContext } from '../appContext.ts';
import { containerOf } from '../containers/queries.ts';
import { receive } from '../containers/receive.ts';
import { command, preparedCommand } from '../http/commands.ts';
import { only } from '../http/signedIn.ts';
import { insertProduct, products } from '../products/queries.ts';
import { addDraft, publish } from '../recipes/drafts.ts';
import { recipes } from '../recipes/queries.ts';
import { shopOf } from '../shop/queries.ts';
import { containersOf, productOf } from './card.ts';
import { putIn, tryOut } from './putIn.ts';
import { firstDay } from './queries.ts';
import { setUpOf } from './setUpFile.ts';
import { addStarters } from './starters.ts';

/** What a new shop puts in on its first day, many at once. */
export function openingRoutes(context: AppContext): Router {
  const routes = Router();
  const day = (tx: Parameters<typeof firstDay>[0]) => firstDay(tx, context.copying.state().also !== null);

  routes.get('/', async (_req, res) => void res.json(await day(context.books)));
  routes.post(
    '/',
    only('manager'),
    command(context, firstDayBody, async ({ tx, body }) => {
      await tx.rows('UPDATE shop SET first_day_over = $1', [body.over]);
      return { status: 200, body: await day(tx), touched: [['shop', 1]] };
    }),
  );
  routes.post(
    '/equipment',
    only('manager'),
    command(context, starterBody, async ({ tx, body }) => {
      const names = await addStarters(tx, body.items);
      return {
        status: 201,
        body: { names },
        touched: [
          ['devices', 0],
          ['vessels', 0],
          ['measures', 0],
          ['places', 0],
        ],
      };
    }),
  );
  routes.post(
    '/products',
    only('manager'),
    command(context, cardBody, async ({ tx, body, who, now }) => {
      const productId = await insertProduct(tx, productOf(body, (await shopOf(tx)) as Shop));
      const ids = await receive(tx, containersOf(body, productId), who, now);
      const [product] = await products(tx, { id: productId });
      const added = await Promise.all(ids.map((id) => containerOf(tx, id)));
      return {
        status: 201,
        body: { product, containers: added },
        touched: [
          ['products', productId],
          ['containers', ids[0] ?? 0],
        ],
      };
    }),
  );
  routes.post(
    '/recipes',
    only('manager'),
    command(context, firstRecipesBody, async ({ tx, body, who, now }) => {
      const rows: RecipeRow[] = [];
      for (const [i, recipe] of body.recipes.entries()) {
        const at = `/recipes/${i}`;
        const draft = await addDraft(tx, recipe, who, now, at);
        await publish(tx, draft, at, who, body.why, now);
        rows.push(...(await recipes(tx, { id: draft.recipeId }, true)));
      }
      return { status: 201, body: rows, touched: [['recipes', rows[0]?.id ?? 0]] };
    }),
  );
  routes.get('/set-up', only('manager'), async (_req, res) => {
    res.set('Content-Disposition', 'attachment; filename="set-up.json"');
    res.json(await setUpOf(context.books));
  });
  routes.post(
    '/set-up',
    only('manager'),
    preparedCommand(
      context,
      setUpBody,
      async ({ body: { file, publish, preview }, who }) =>
        preview ? tryOut(context.books, file, { who, now: context.now(), publish }) : null,
      async ({ tx, body: { file, publish }, who, now, ready }) => {
        if (ready) return { status: 200, body: ready, touched: [] };
        const report = await putIn(tx, file, { who, now, publish });
        return { status: 201, body: report, touched: SET_UP_LISTS.map((list) => [list, 0]) };
      },
    ),
  );
  return routes;
}

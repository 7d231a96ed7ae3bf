import { Router } from 'express';
import { type Container, containerBody } from '#contract/equipment.ts';
import { type Movement, nothing, type Page } from '#contract/ledger.ts';
import { movesBody } from '#contract/stock.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { command } from '../http/commands.ts';
import { missing, problem } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { only } from '../http/signedIn.ts';
import { containerMovements } from '../ledger/reading/history.ts';
import { actRoutes, moveContainer } from './acts.ts';
import { missingContainers } from './missing.ts';
import { openContainer } from './openContainer.ts';
import { containerOf, containers, putAway } from './queries.ts';
import { receive, refuseUnknownProducts } from './receive.ts';

const PAGE = 200;
const LATEST = Number.MAX_SAFE_INTEGER;

export function containerRoutes(context: AppContext): Router {
  const routes = Router();

  routes.get('/', async (req, res) => {
    const after = req.query.after === undefined ? 0 : wholeNumber(req.query.after, 'page');
    res.json(page(await containers(context.books, after, PAGE + 1), PAGE));
  });

  routes.get('/missing', async (_req, res) => void res.json(await missingContainers(context.books)));

  routes.get('/:id', async (req, res) => {
    const container = await containerOf(context.books, wholeNumber(req.params.id, 'container'));
    if (!container) throw missing('container');
    res.json(container);
  });

  routes.get('/:id/movements', async (req, res) => {
    const id = wholeNumber(req.params.id, 'container');
    const before = req.query.after === undefined ? LATEST : wholeNumber(req.query.after, 'page');
    const limit = req.query.limit === undefined ? 50 : Math.min(PAGE, wholeNumber(req.query.limit, 'page'));
    res.json(page<Movement>(await containerMovements(context.books, id, before, limit + 1), limit));
  });

  routes.post(
    '/',
    only('lead'),
    command(context, containerBody, async ({ tx, body, who, now }) => {
      await refuseUnknownProducts(tx, [body.productId]);
      const [id = 0] = await receive(tx, [body], who, now);
      return { status: 201, body: await containerOf(tx, id), touched: [['containers', id]] };
    }),
  );

  routes.post(
    '/moves',
    command(context, movesBody, async ({ tx, body: { ids, placeId }, who, now }) => {
      const moved: Container[] = [];
      for (const id of new Set(ids)) {
        const container = await containerIn(tx, String(id));
        if (container.placeId !== placeId) await moveContainer(tx, container, placeId, who, now);
        moved.push((await containerOf(tx, id)) as Container);
      }
      return { status: 201, body: moved, touched: moved.map(({ id }) => ['containers', id]) };
    }),
  );

  routes.post(
    '/:id/openings',
    command(context, nothing, async ({ tx, who, now, params }) => {
      const container = await containerIn(tx, params.id);
      if (container.openedAt) {
        throw problem(409, 'container.open', { code: container.code });
      }
      await openContainer(tx, container, who, now);
      return {
        status: 201,
        body: await containerOf(tx, container.id),
        touched: [['containers', container.id]],
      };
    }),
  );

  routes.post(
    '/:id/retirements',
    only('lead'),
    command(context, nothing, async ({ tx, now, params }) => {
      const container = await containerIn(tx, params.id);
      if (container.heldUl > 0) {
        throw problem(409, 'container.notEmpty', { code: container.code });
      }
      await putAway(tx, [container.id], now);
      return { status: 201, body: container, touched: [['containers', container.id]] };
    }),
  );

  routes.use('/:id', actRoutes(context));
  return routes;
}

async function containerIn(tx: Queryable, id: unknown): Promise<Container> {
  const container = await containerOf(tx, wholeNumber(id, 'container'));
  if (!container) throw missing('container');
  return container;
}

/** One row more than a page was asked for: if it is there, there is a next page. */
function page<R extends { id: number }>(rows: R[], limit: number): Page<R> {
  const shown = rows.slice(0, limit);
  return { rows: shown, next: rows.length > limit ? (shown.at(-1)?.id ?? null) : null };
}

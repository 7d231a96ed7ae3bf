import { Router } from 'express';
import { type Container, containerBody } from '#contract/equipment.ts';
import { type Movement, nothing, type Page } from '#contract/ledger.ts';
import { movesBody, pricesBody, retirementsBody } from '#contract/stock.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { type Answer, command } from '../http/commands.ts';
import { missing, problem } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { only } from '../http/signedIn.ts';
import { containerMovements } from '../ledger/reading/history.ts';
import { actRoutes, moveContainer } from './acts.ts';
import { missingContainers } from './missing.ts';
import { openContainer } from './openContainer.ts';
import { containerOf, containers, putAway } from './queries.ts';
import { amendReceipt } from './receipt.ts';
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
    command(context, movesBody, ({ tx, body: { ids, placeId }, who, now }) =>
      eachOf(tx, ids, async (container) => {
        if (container.placeId !== placeId) await moveContainer(tx, container, placeId, who, now);
      }),
    ),
  );

  routes.post(
    '/prices',
    only('lead'),
    command(context, pricesBody, ({ body: { ids, priceMinor, reason }, ...of }) =>
      eachOf(of.tx, ids, async (container) => {
        if (container.priceMinor === priceMinor) return;
        const { sizeUl, lot, bestBefore, supplier } = container;
        await amendReceipt({
          ...of,
          container,
          body: { sizeUl, lot, bestBefore, supplier, priceMinor, reason },
        });
      }),
    ),
  );

  routes.post(
    '/retirements',
    only('lead'),
    command(context, retirementsBody, ({ tx, body: { ids }, now }) =>
      eachOf(tx, ids, (container) => retire(tx, container, now)),
    ),
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
      await retire(tx, container, now);
      return { status: 201, body: container, touched: [['containers', container.id]] };
    }),
  );

  routes.use('/:id', actRoutes(context));
  return routes;
}

/** Does the same to each of several, all of them or none. */
async function eachOf(
  tx: Queryable,
  ids: readonly number[],
  act: (container: Container) => Promise<void>,
): Promise<Answer> {
  const done: Container[] = [];
  for (const id of new Set(ids)) {
    const container = await containerIn(tx, String(id));
    await act(container);
    done.push((await containerOf(tx, id)) ?? container);
  }
  return { status: 201, body: done, touched: done.map(({ id }) => ['containers', id]) };
}

async function retire(tx: Queryable, { id, code, heldUl }: Container, now: Date): Promise<void> {
  if (heldUl > 0) throw problem(409, 'container.notEmpty', { code });
  await putAway(tx, [id], now);
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

import { Router } from 'express';
import { nothing } from '#contract/ledger.ts';
import { type Order, type OrderState, orderBody, orderPatch, sendBody } from '#contract/orders.ts';
import type { AppContext } from '../appContext.ts';
import { refuseUnknownProducts } from '../containers/receive.ts';
import type { Queryable } from '../db/books.ts';
import { sheetPdf } from '../documents/sheetRoute.ts';
import { type Command, change, command, revised } from '../http/commands.ts';
import { missing, problem } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { only } from '../http/signedIn.ts';
import { orderOf, orders, setLines } from './queries.ts';

/** Orders to suppliers: a draft is changed until it is sent; what comes of it is received as a delivery. */
export function orderRoutes(context: AppContext): Router {
  const routes = Router();
  routes.use(only('lead'));
  routes.get('/', async (_req, res) => void res.json(await orders(context.books)));
  routes.post('/sheet.pdf', sheetPdf(context, 'order.pdf'));
  routes.get('/:id', async (req, res) => {
    const order = await orderOf(context.books, wholeNumber(req.params.id, 'order'));
    if (!order) throw missing('order');
    res.json(order);
  });
  routes.post(
    '/',
    command(context, orderBody, async ({ tx, body, who, now }) => {
      const [supplier] = await tx.rows('SELECT FROM supplier WHERE id = $1 AND retired_at IS NULL', [
        body.supplierId,
      ]);
      if (!supplier) throw missing('supplier');
      const [draft] = await tx.rows<{ code: string }>(
        `SELECT code FROM supply_order WHERE supplier_id = $1 AND state = 'draft'`,
        [body.supplierId],
      );
      if (draft) throw problem(409, 'order.draftThere', { code: draft.code });
      await refuseUnknown(tx, body.lines);
      const [made] = await tx.rows<{ id: number }>(
        'INSERT INTO supply_order (supplier_id, note, made_at, made_by) VALUES ($1, $2, $3, $4) RETURNING id',
        [body.supplierId, body.note.trim(), now, who.personId],
      );
      const id = (made as { id: number }).id;
      await setLines(tx, id, body.lines);
      return { status: 201, body: await orderOf(tx, id), touched: [['orders', id]] };
    }),
  );
  routes.patch(
    '/:id',
    change(context, orderPatch, async ({ tx, body, params, revision }) => {
      const order = await ordered(tx, params.id);
      revised(order, revision);
      if (order.state !== 'draft') throw problem(409, 'order.notDraft', { code: order.code });
      await refuseUnknown(tx, body.lines);
      await tx.rows('UPDATE supply_order SET note = $2, revision = revision + 1 WHERE id = $1', [
        order.id,
        body.note.trim(),
      ]);
      await setLines(tx, order.id, body.lines);
      return { status: 200, body: await orderOf(tx, order.id), touched: [['orders', order.id]] };
    }),
  );
  routes.post(
    '/:id/sendings',
    command(context, sendBody, async ({ tx, body, who, now, params }) => {
      const order = await ordered(tx, params.id);
      if (order.state !== 'draft') throw problem(409, 'order.notDraft', { code: order.code });
      revised(order, body.revision);
      return become(tx, order, 'sent', who, now);
    }),
  );
  routes.post(
    '/:id/drops',
    command(context, nothing, async ({ tx, who, now, params }) => {
      const order = await ordered(tx, params.id);
      if (order.state !== 'draft') throw problem(409, 'order.notDraft', { code: order.code });
      return become(tx, order, 'dropped', who, now);
    }),
  );
  routes.post(
    '/:id/closings',
    command(context, nothing, async ({ tx, who, now, params }) => {
      const order = await ordered(tx, params.id);
      if (order.state !== 'sent') throw problem(409, 'order.notSent', { code: order.code });
      return become(tx, order, 'closed', who, now);
    }),
  );
  // Takes the last step back.
  routes.post(
    '/:id/returns',
    command(context, nothing, async ({ tx, who, now, params }) => {
      const order = await ordered(tx, params.id);
      if (order.state === 'draft') throw problem(409, 'order.isDraft', { code: order.code });
      if (order.state === 'sent' && order.lines.some((l) => l.came > 0))
        throw problem(409, 'order.came', { code: order.code });
      return become(tx, order, order.state === 'closed' ? 'sent' : 'draft', who, now);
    }),
  );
  return routes;
}

async function ordered(tx: Queryable, id: unknown): Promise<Order> {
  const order = await orderOf(tx, wholeNumber(id, 'order'));
  if (!order) throw missing('order');
  return order;
}

const refuseUnknown = (tx: Queryable, lines: readonly { productId: number }[]) =>
  refuseUnknownProducts(
    tx,
    lines.map((line) => line.productId),
    (i) => ({ at: `/lines/${i}/productId`, line: i + 1 }),
  );

async function become(
  tx: Queryable,
  { id }: Order,
  state: OrderState,
  who: Command<unknown>['who'],
  now: Date,
) {
  const over = state === 'closed' || state === 'dropped';
  await tx.rows(
    `UPDATE supply_order SET state = $2, revision = revision + 1,
       sent_at = CASE WHEN $2 = 'sent' THEN coalesce(sent_at, $3) WHEN $2 = 'draft' THEN NULL ELSE sent_at END,
       sent_by = CASE WHEN $2 = 'sent' THEN coalesce(sent_by, $4) WHEN $2 = 'draft' THEN NULL ELSE sent_by END,
       ended_at = CASE WHEN $5 THEN $3::timestamptz END, ended_by = CASE WHEN $5 THEN $4::int END
     WHERE id = $1`,
    [id, state, now, who.personId, over],
  );
  return { status: 201, body: await orderOf(tx, id), touched: [['orders', id] as ['orders', number]] };
}

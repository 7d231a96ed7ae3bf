import { Router } from 'express';
import { type Delivery, deliveryBody, supplierPatch } from '#contract/stock.ts';
import type { AppContext } from '../appContext.ts';
import { receive, refuseUnknownProducts } from '../containers/receive.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import { change, command, revised } from '../http/commands.ts';
import { missing, problem } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { only } from '../http/signedIn.ts';
import { bought, orderOf } from '../orders/queries.ts';
import { supplierCalled, suppliers } from './suppliers.ts';

const SHOWN = 60;

/** Deliveries: many containers in one go, all of them or none. */
export function deliveryRoutes(context: AppContext): Router {
  const routes = Router();
  routes.get('/', async (_req, res) => void res.json(await deliveries(context.books)));
  routes.get('/:id', async (req, res) => {
    const [delivery] = await deliveries(context.books, wholeNumber(req.params.id, 'delivery'));
    if (!delivery) throw missing('delivery');
    res.json(delivery);
  });
  routes.post(
    '/',
    only('lead'),
    command(context, deliveryBody, async ({ tx, body, who, now }) => {
      const supplierId = await supplierCalled(tx, body.supplier.trim());
      if (body.orderId !== undefined) await refuseOtherOrder(tx, body.orderId, supplierId);
      const [made] = await tx.rows<{ id: number }>(
        'INSERT INTO delivery (supplier_id, reference, received_at, received_by, order_id) VALUES ($1, $2, $3, $4, $5) RETURNING id',
        [supplierId, body.reference.trim(), now, who.personId, body.orderId ?? null],
      );
      const id = (made as { id: number }).id;
      await refuseUnknownProducts(
        tx,
        body.lines.map((line) => line.productId),
        (i) => ({ at: `/lines/${i}/productId`, line: i + 1 }),
      );
      const came = body.lines.flatMap(({ count, ...line }) =>
        Array.from({ length: count }, () => ({ ...line, levelUl: line.sizeUl, opened: false })),
      );
      await receive(tx, came, who, now, id);
      return { status: 201, body: (await deliveries(tx, id))[0], touched: [['containers', 0]] };
    }),
  );
  return routes;
}

/** What comes of an order comes from its supplier, once it was sent. */
async function refuseOtherOrder(tx: Queryable, orderId: number, supplierId: number): Promise<void> {
  const order = await orderOf(tx, orderId);
  if (!order) throw missing('order');
  if (order.state !== 'sent') throw problem(409, 'order.notSent', { code: order.code });
  if (order.supplierId !== supplierId)
    throw problem(
      422,
      'order.otherSupplier',
      { code: order.code, supplier: order.supplier },
      { at: '/supplier' },
    );
}

export function supplierRoutes(context: AppContext): Router {
  const routes = Router();
  routes.get('/', async (_req, res) => void res.json(await suppliers(context.books)));
  routes.get(
    '/bought',
    only('lead'),
    async (_req, res) => void res.json(await bought(context.books, context.now())),
  );
  routes.patch(
    '/:id',
    only('lead'),
    change(context, supplierPatch, async ({ tx, body, params, revision }) => {
      const id = wholeNumber(params.id, 'supplier');
      const [before] = await suppliers(tx, id);
      if (!before) throw missing('supplier');
      revised(before, revision);
      await tx.rows(
        'UPDATE supplier SET lead_days = $2, minimum_minor = $3, delivery_minor = $4, revision = revision + 1 WHERE id = $1',
        [id, body.leadDays, body.minimumMinor, body.deliveryMinor],
      );
      return { status: 200, body: (await suppliers(tx, id))[0], touched: [['containers', 0]] };
    }),
  );
  return routes;
}

const deliveries = (db: Queryable, id: number | null = null): Promise<Delivery[]> =>
  db.rows(
    `SELECT d.id, d.code, s.name AS supplier, d.reference, ${utc('d.received_at')} AS "receivedAt", w.name AS "receivedBy",
       (SELECT coalesce(jsonb_agg(jsonb_build_object('id', c.id, 'code', c.code, 'productName', p.name, 'kind', c.kind, 'sizeUl', c.size_ul,
          'lot', c.lot, 'priceMinor', c.price_minor) ORDER BY c.id), '[]')
        FROM container c JOIN product p ON p.id = c.product_id WHERE c.delivery_id = d.id) AS containers
     FROM delivery d JOIN supplier s ON s.id = d.supplier_id JOIN person w ON w.id = d.received_by
     WHERE $1::int IS NULL OR d.id = $1 ORDER BY d.id DESC LIMIT $2`,
    [id, SHOWN],
  );

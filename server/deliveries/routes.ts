import { Router } from 'express';
import { type Delivery, deliveryBody, type Supplier } from '#contract/stock.ts';
import { receive } from '../containers/routes.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import type { House } from '../house.ts';
import { command } from '../http/commands.ts';
import { wholeNumber } from '../http/door.ts';
import { HttpProblem, missing } from '../http/problems.ts';
import { only } from '../http/signedIn.ts';
import { supplierCalled } from './suppliers.ts';

const SHOWN = 60;

/** Deliveries: many containers in one go, all of them or none. */
export function deliveryRoutes(house: House): Router {
  const routes = Router();
  routes.get('/', async (_req, res) => void res.json(await deliveries(house.books)));
  routes.get('/:id', async (req, res) => {
    const [delivery] = await deliveries(house.books, wholeNumber(req.params.id, 'delivery'));
    if (!delivery) throw missing('delivery');
    res.json(delivery);
  });
  routes.post(
    '/',
    only('lead'),
    command(house, deliveryBody, async ({ tx, body, who, now }) => {
      const supplierId = await supplierCalled(tx, body.supplier.trim());
      const [made] = await tx.rows<{ id: number }>(
        'INSERT INTO delivery (supplier_id, reference, received_at, received_by) VALUES ($1, $2, $3, $4) RETURNING id',
        [supplierId, body.reference.trim(), now, who.personId],
      );
      const id = (made as { id: number }).id;
      for (const [i, { count, ...line }] of body.lines.entries()) {
        const container = { ...line, levelUl: line.sizeUl, opened: false };
        for (let n = 0; n < count; n++) await receiveLine(tx, container, who, now, id, i);
      }
      return { status: 201, body: (await deliveries(tx, id))[0], touched: [['containers', 0]] };
    }),
  );
  return routes;
}

/** A refusal of a line says which line it was. */
async function receiveLine(
  tx: Queryable,
  container: Parameters<typeof receive>[1],
  who: Parameters<typeof receive>[2],
  now: Date,
  deliveryId: number,
  line: number,
): Promise<void> {
  try {
    await receive(tx, container, who, now, deliveryId);
  } catch (error) {
    if (!(error instanceof HttpProblem)) throw error;
    const errors = error.extra.errors?.map((e) => ({ ...e, pointer: `/lines/${line}${e.pointer}` }));
    throw new HttpProblem(error.status, error.code, `Line ${line + 1}: ${error.message}`, {
      ...error.extra,
      ...(errors && { errors }),
    });
  }
}

export function supplierRoutes(house: House): Router {
  const routes = Router();
  routes.get('/', async (_req, res) => {
    const rows = await house.books.rows<Supplier>(
      'SELECT id, name FROM supplier WHERE retired_at IS NULL ORDER BY lower(name)',
    );
    res.json(rows);
  });
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

import type { Router } from 'express';
import {
  type Product,
  type ProductBody,
  type ProductPatch,
  productBody,
  productPatch,
} from '#contract/products.ts';
import { refuse } from '#core/outcome.ts';
import { checkPh } from '#core/products/record.ts';
import type { Queryable } from '../db/books.ts';
import type { House } from '../house.ts';
import { refusalProblem } from '../http/problems.ts';
import { wareRoutes } from '../ware/routes.ts';
import { insertProduct, products, updateProduct } from './queries.ts';
import { sheetRoutes } from './sheets.ts';

export function productRoutes(house: House): Router {
  const routes = wareRoutes<ProductBody, ProductPatch, Product>(house, {
    what: 'product',
    topic: 'products',
    body: productBody,
    patch: productPatch,
    list: products,
    insert: async (tx, body) => {
      await check(tx, body);
      return insertProduct(tx, body);
    },
    update: async (tx, id, body, now) => {
      await check(tx, body, id);
      return updateProduct(tx, id, body, now);
    },
  });
  routes.use('/:id/sheets', sheetRoutes(house));
  return routes;
}

/** What no schema of one field can see: pH against traits, and that what it replaces is another product. */
async function check(tx: Queryable, { record, traits }: ProductBody, id?: number): Promise<void> {
  const ph = checkPh(record.phNeat, traits);
  if (!ph.ok) throw refusalProblem(ph, '/record/phNeat');
  const other = record.replaces?.productId;
  if (other === undefined) return;
  if (other !== id && (await products(tx, { id: other })).length > 0) return;
  const unknown = refuse(
    'replaces.unknown',
    'Replaces',
    'Replaces is not another product of this shop.',
    'Choose one from the list, or nothing.',
  );
  throw refusalProblem(unknown, '/record/replaces/productId');
}

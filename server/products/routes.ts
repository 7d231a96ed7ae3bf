import type { Router } from 'express';
import {
  type Product,
  type ProductBody,
  type ProductPatch,
  productBody,
  productPatch,
  rateBody,
} from '#contract/products.ts';
import { measuredRate } from '#core/delivery/output.ts';
import type { AppContext } from '../appContext.ts';
import { wareRoutes } from '../equipment/routes.ts';
import { command } from '../http/commands.ts';
import { missing, refusalProblem } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { only } from '../http/signedIn.ts';
import { insertProduct, products, updateProduct } from './queries.ts';
import { sheetRoutes } from './sheets.ts';

export function productRoutes(context: AppContext): Router {
  const routes = wareRoutes<ProductBody, ProductPatch, Product>(context, {
    what: 'product',
    topic: 'products',
    body: productBody,
    patch: productPatch,
    list: products,
    insert: insertProduct,
    update: updateProduct,
  });
  routes.use('/:id/sheets', sheetRoutes(context));
  routes.post(
    '/:id/rates',
    only('lead'),
    command(context, rateBody, async ({ tx, body, params }) => {
      const id = wholeNumber(params.id, 'product');
      const rate = measuredRate(body.ul, body.count, body.target);
      if (!rate.ok) throw refusalProblem(rate, rate.code === 'rate.range' ? '/ul' : '/count');
      const rows = await tx.rows(
        `WITH used AS (UPDATE product_use SET rate_ml_per_m2 = $3 WHERE product_id = $1 AND kind = $2 RETURNING product_id)
         UPDATE product SET revision = revision + 1 WHERE id IN (SELECT product_id FROM used) RETURNING id`,
        [id, body.use, rate.value],
      );
      if (rows.length === 0) throw missing('use of this product');
      return { status: 201, body: (await products(tx, { id }))[0], touched: [['products', id]] };
    }),
  );
  return routes;
}

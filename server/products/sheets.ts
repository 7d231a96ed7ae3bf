import express, { Router } from 'express';
import { SHEET_MOST_BYTES, SHEET_TYPES } from '#contract/products.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { idOf } from '../equipment/queries.ts';
import { fileCommand } from '../http/commands.ts';
import { missing, problem } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { only } from '../http/signedIn.ts';
import { products } from './queries.ts';

type SheetType = (typeof SHEET_TYPES)[number];

/** How a file of each type begins: what it says it is and what it is must agree. */
const BEGINS: Record<SheetType, readonly number[]> = {
  'application/pdf': [0x25, 0x50, 0x44, 0x46],
  'image/png': [0x89, 0x50, 0x4e, 0x47],
  'image/jpeg': [0xff, 0xd8, 0xff],
};

/** Attaches safety data sheets, as files: for a manager. */
export function sheetRoutes(context: AppContext): Router {
  const routes = Router({ mergeParams: true });

  routes.post(
    '/',
    only('manager'),
    express.raw({ type: [...SHEET_TYPES], limit: SHEET_MOST_BYTES }),
    fileCommand(context, async ({ tx, who, now, params, file: bytes, name }) => {
      const productId = wholeNumber((params as { id?: string }).id, 'product');
      // What it is stands in its first bytes, whatever it was sent as.
      const type = SHEET_TYPES.find(
        (t) => Buffer.isBuffer(bytes) && BEGINS[t].every((b, i) => bytes[i] === b),
      );
      if (!type || !Buffer.isBuffer(bytes)) {
        throw problem(415, 'sheet.type', {});
      }
      const [product] = await products(tx, { id: productId });
      if (!product) throw missing('product');
      await attachSheet(tx, { productId, name: name ?? 'Safety data sheet', type, bytes }, who.personId, now);
      const [after] = await products(tx, { id: productId });
      return { status: 201, body: after, touched: [['products', productId]] };
    }),
  );

  return routes;
}

/** A product's safety data sheets, for anyone on the shop's network: first aid can't wait for a PIN. */
export function sheetFileRoutes(context: AppContext): Router {
  const routes = Router({ mergeParams: true });
  routes.get('/:sheetId', async (req, res) => {
    const { id, sheetId } = req.params as { id?: string; sheetId?: string };
    const [sheet] = await context.books.rows<{ name: string; type: string; bytes: Uint8Array }>(
      'SELECT name, media_type AS type, bytes FROM product_sheet WHERE id = $1 AND product_id = $2',
      [wholeNumber(sheetId, 'safety data sheet'), wholeNumber(id, 'product')],
    );
    if (!sheet) throw missing('safety data sheet');
    res
      .type(sheet.type)
      .set('Content-Disposition', `inline; filename*=UTF-8''${encodeURIComponent(sheet.name)}`)
      .set('Cache-Control', 'private, max-age=31536000, immutable')
      .send(Buffer.from(sheet.bytes));
  });

  return routes;
}

/** Keeps a sheet; older ones stay in the books, the newest is the product's. */
export async function attachSheet(
  tx: Queryable,
  sheet: { productId: number; name: string; type: SheetType; bytes: Uint8Array },
  personId: number,
  now: Date,
): Promise<number> {
  return idOf(
    await tx.rows(
      `INSERT INTO product_sheet (product_id, name, media_type, bytes, added_at, added_by)
       VALUES ($1, $2, $3, $4, $5, $6) RETURNING id`,
      [sheet.productId, sheet.name, sheet.type, sheet.bytes, now, personId],
    ),
  );
}

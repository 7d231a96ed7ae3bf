import express, { Router } from 'express';
import { SHEET_MOST_BYTES, SHEET_TYPES } from '#contract/products.ts';
import type { Queryable } from '../db/books.ts';
import type { House } from '../house.ts';
import { wholeNumber } from '../http/door.ts';
import { HttpProblem, missing } from '../http/problems.ts';
import { only, type SignedIn, whoOf } from '../http/signedIn.ts';
import { idOf } from '../ware/queries.ts';
import { products } from './queries.ts';

type SheetType = (typeof SHEET_TYPES)[number];

/** How a file of each type begins: what it says it is and what it is must agree. */
const BEGINS: Record<SheetType, readonly number[]> = {
  'application/pdf': [0x25, 0x50, 0x44, 0x46],
  'image/png': [0x89, 0x50, 0x4e, 0x47],
  'image/jpeg': [0xff, 0xd8, 0xff],
};

/** Attaches safety data sheets, as files: for a manager. */
export function sheetRoutes(house: House): Router {
  const routes = Router({ mergeParams: true });

  routes.post(
    '/',
    only('manager'),
    express.raw({ type: [...SHEET_TYPES], limit: SHEET_MOST_BYTES }),
    async (req, res) => {
      const productId = wholeNumber((req.params as { id?: string }).id, 'product');
      const bytes: unknown = req.body;
      const type = SHEET_TYPES.find((t) => req.is(t));
      if (!type || !Buffer.isBuffer(bytes) || !BEGINS[type].every((b, i) => bytes[i] === b)) {
        const message = 'Safety data sheet is not a PDF, PNG or JPEG file.';
        const remedy = 'Choose the sheet as a PDF, or a photograph of it, of at most 10 MB.';
        throw new HttpProblem(415, 'sheet.type', message, { remedy });
      }
      const who = whoOf(res) as SignedIn;
      const sheet = { productId, name: nameOf(req.get('x-file-name')), type, bytes };
      await house.books.transaction(async (tx) => {
        const [product] = await products(tx, { id: productId });
        if (!product) throw missing('product');
        await attachSheet(tx, sheet, who.personId, house.now());
      });
      house.live.tell('products', productId);
      const [product] = await products(house.books, { id: productId });
      res.status(201).json(product);
    },
  );

  return routes;
}

/** A product's safety data sheets, for anyone on the shop's network: first aid can't wait for a PIN. */
export function sheetFileRoutes(house: House): Router {
  const routes = Router({ mergeParams: true });
  routes.get('/:sheetId', async (req, res) => {
    const { id, sheetId } = req.params as { id?: string; sheetId?: string };
    const [sheet] = await house.books.rows<{ name: string; type: string; bytes: Uint8Array }>(
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

/** The file's name as the browser gave it, percent-encoded; only what can be printed. */
function nameOf(header: string | undefined): string {
  let name = 'Safety data sheet';
  try {
    name = decodeURIComponent(header ?? '') || name;
  } catch {
    // A name that can't be read is no reason to lose the file.
  }
  return name.replace(/\p{Cc}/gu, '').slice(0, 120);
}

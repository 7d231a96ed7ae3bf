import { Router } from 'express';
import { nothing } from '#contract/ledger.ts';
import { noteBody, type ProductNote } from '#contract/notes.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import { command } from '../http/commands.ts';
import { missing } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { only, type SignedIn, whoOf } from '../http/signedIn.ts';

/** Notes that stand before products: written and lifted by a lead, read by each before they mix. */
export function noteRoutes(context: AppContext): Router {
  const routes = Router();
  routes.get(
    '/',
    async (_req, res) => void res.json(await openNotes(context.books, (whoOf(res) as SignedIn).personId)),
  );
  routes.post(
    '/:productId',
    only('lead'),
    command(context, noteBody, async ({ tx, body, who, now, params }) => {
      const productId = wholeNumber(params.productId, 'product');
      await tx.rows(
        'INSERT INTO product_note (product_id, gate, words, written_by, written_at) VALUES ($1, $2, $3, $4, $5)',
        [productId, body.gate, body.words.trim(), who.personId, now],
      );
      return { status: 201, body: await openNotes(tx, who.personId), touched: [['notes', productId]] };
    }),
  );
  routes.post(
    '/:noteId/readings',
    command(context, nothing, async ({ tx, who, now, params }) => {
      const id = await openNote(tx, params.noteId);
      await tx.rows(
        'INSERT INTO product_note_read (note_id, person_id, read_at) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING',
        [id, who.personId, now],
      );
      return { status: 201, body: await openNotes(tx, who.personId), touched: [['notes', id]] };
    }),
  );
  routes.post(
    '/:noteId/lifts',
    only('lead'),
    command(context, nothing, async ({ tx, who, now, params }) => {
      const id = await openNote(tx, params.noteId);
      await tx.rows('UPDATE product_note SET lifted_by = $2, lifted_at = $3 WHERE id = $1', [
        id,
        who.personId,
        now,
      ]);
      return { status: 201, body: await openNotes(tx, who.personId), touched: [['notes', id]] };
    }),
  );
  return routes;
}

/** The notes that stand, with whether someone has read them. */
const openNotes = (db: Queryable, personId: number): Promise<ProductNote[]> =>
  db.rows(
    `SELECT n.id, n.product_id AS "productId", n.gate, n.words, w.name AS by, ${utc('n.written_at')} AS at,
       EXISTS (SELECT FROM product_note_read r WHERE r.note_id = n.id AND r.person_id = $1) AS read,
       (SELECT count(*)::int FROM product_note_read r WHERE r.note_id = n.id) AS readers
     FROM product_note n JOIN person w ON w.id = n.written_by
     WHERE n.lifted_at IS NULL ORDER BY n.id`,
    [personId],
  );

async function openNote(tx: Queryable, param: unknown): Promise<number> {
  const id = wholeNumber(param, 'note');
  const rows = await tx.rows('SELECT 1 FROM product_note WHERE id = $1 AND lifted_at IS NULL', [id]);
  if (rows.length === 0) throw missing('note');
  return id;
}

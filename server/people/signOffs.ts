import { Router } from 'express';
import { type SignOff, signOffBody } from '#contract/people.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { command } from '../http/commands.ts';
import { missing } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { only } from '../http/signedIn.ts';
import { products } from '../products/queries.ts';
import { noteEvent, personOf } from './queries.ts';

/** Who is signed off for which product: a manager gives it, until a day or for good, and takes it back. */
export function signOffRoutes(context: AppContext): Router {
  const routes = Router({ mergeParams: true });
  const personIn = (params: object) => wholeNumber((params as { id?: string }).id, 'person');

  routes.get('/', async (req, res) => void res.json(await signOffs(context.books, personIn(req.params))));

  routes.post(
    '/',
    only('manager'),
    command(context, signOffBody, async ({ tx, body, who, now, params }) => {
      const id = personIn(params);
      if (!(await personOf(tx, id))) throw missing('person');
      const [product] = await products(tx, { id: body.productId });
      if (!product) throw missing('product');
      await noteEvent(tx, {
        personId: id,
        what: body.given ? 'signedOff' : 'signOffEnded',
        detail: `${product.name}${body.given && body.until ? ` until ${body.until}` : ''}`,
        by: who.personId,
        now,
      });
      await endSignOff(tx, id, body.productId, now);
      if (body.given) {
        await tx.rows(
          'INSERT INTO sign_off (person_id, product_id, until, given_by, given_at) VALUES ($1, $2, $3, $4, $5)',
          [id, body.productId, body.until, who.personId, now],
        );
      }
      return { status: 201, body: await signOffs(tx, id), touched: [['people', id]] };
    }),
  );

  return routes;
}

async function endSignOff(tx: Queryable, personId: number, productId: number, now: Date): Promise<void> {
  await tx.rows(
    'UPDATE sign_off SET ended_at = $3 WHERE person_id = $1 AND product_id = $2 AND ended_at IS NULL',
    [personId, productId, now],
  );
}

/** What someone is signed off for, past days included: an old one is shown as such. */
function signOffs(db: Queryable, personId: number): Promise<SignOff[]> {
  return db.rows(
    `SELECT o.product_id AS "productId", o.until::text AS until, w.name AS "givenBy"
     FROM sign_off o JOIN person w ON w.id = o.given_by WHERE o.person_id = $1 AND o.ended_at IS NULL ORDER BY o.id`,
    [personId],
  );
}

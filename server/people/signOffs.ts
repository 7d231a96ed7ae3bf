import { Router } from 'express';
import { type SignOff, type SignOffOf, signOffBody, signOffsBody } from '#contract/people.ts';
import type { Product } from '#contract/products.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { command } from '../http/commands.ts';
import { missing } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { only, type SignedIn } from '../http/signedIn.ts';
import { products } from '../products/queries.ts';
import { noteEvent, personOf } from './queries.ts';

/** Who is signed off for which product: a manager gives it, until a day or for good, and takes it back. */
export function signOffRoutes(context: AppContext): Router {
  const routes = Router();

  routes.get('/sign-offs', async (_req, res) => void res.json(await signOffs(context.books)));

  routes.post(
    '/sign-offs',
    only('manager'),
    command(context, signOffsBody, async ({ tx, body: { personIds, productId, until }, who, now }) => {
      const product = await productIn(tx, productId);
      const given: SignOffOf[] = [];
      for (const id of new Set(personIds)) {
        await decide(tx, id, product, { given: true, until }, who, now);
        given.push(...(await signOffs(tx, id)).filter((s) => s.productId === productId));
      }
      return { status: 201, body: given, touched: given.map(({ personId }) => ['people', personId]) };
    }),
  );

  routes.get('/:id/sign-offs', async (req, res) => {
    res.json((await signOffs(context.books, wholeNumber(req.params.id, 'person'))) satisfies SignOff[]);
  });

  routes.post(
    '/:id/sign-offs',
    only('manager'),
    command(context, signOffBody, async ({ tx, body, who, now, params }) => {
      const id = wholeNumber(params.id, 'person');
      await decide(tx, id, await productIn(tx, body.productId), body, who, now);
      return { status: 201, body: await signOffs(tx, id), touched: [['people', id]] };
    }),
  );

  return routes;
}

async function productIn(tx: Queryable, id: number): Promise<Product> {
  const [product] = await products(tx, { id });
  if (!product) throw missing('product');
  return product;
}

/** Gives it or takes it back; what was given before ends. */
async function decide(
  tx: Queryable,
  personId: number,
  product: Product,
  { given, until }: { given: boolean; until: string | null },
  who: SignedIn,
  now: Date,
): Promise<void> {
  if (!(await personOf(tx, personId))) throw missing('person');
  await noteEvent(tx, {
    personId,
    what: given ? 'signedOff' : 'signOffEnded',
    detail: `${product.name}${given && until ? ` until ${until}` : ''}`,
    by: who.personId,
    now,
  });
  await tx.rows(
    'UPDATE sign_off SET ended_at = $3 WHERE person_id = $1 AND product_id = $2 AND ended_at IS NULL',
    [personId, product.id, now],
  );
  if (!given) return;
  await tx.rows(
    'INSERT INTO sign_off (person_id, product_id, until, given_by, given_at) VALUES ($1, $2, $3, $4, $5)',
    [personId, product.id, until, who.personId, now],
  );
}

/** What someone, or everybody, is signed off for, past days included: an old one is shown as such. */
function signOffs(db: Queryable, personId: number | null = null): Promise<SignOffOf[]> {
  return db.rows(
    `SELECT o.person_id AS "personId", o.product_id AS "productId", o.until::text AS until, w.name AS "givenBy"
     FROM sign_off o JOIN person w ON w.id = o.given_by
     WHERE ($1::int IS NULL OR o.person_id = $1) AND o.ended_at IS NULL ORDER BY o.id`,
    [personId],
  );
}

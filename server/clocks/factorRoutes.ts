import { Router } from 'express';
import { resetBody } from '#contract/clocks.ts';
import type { AppContext } from '../appContext.ts';
import { command } from '../http/commands.ts';
import { only } from '../http/signedIn.ts';
import { filmFactors } from './queries.ts';

/** What was learned of how long films stay wet; a lead starts it afresh. */
export function filmFactorRoutes(context: AppContext): Router {
  const routes = Router();
  routes.get('/', async (_req, res) => void res.json(await filmFactors(context.books)));
  routes.post(
    '/resets',
    only('lead'),
    command(context, resetBody, async ({ tx, body, who, now }) => {
      await tx.rows(
        `UPDATE drying_seen SET set_aside_at = $3, set_aside_by = $4
         WHERE product_id = $1 AND film = $2 AND set_aside_at IS NULL AND withdrawn_at IS NULL`,
        [body.productId, body.film, now, who.personId],
      );
      return { status: 201, body: await filmFactors(tx), touched: [['clocks', 0]] };
    }),
  );
  return routes;
}

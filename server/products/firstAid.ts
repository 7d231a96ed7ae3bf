import { Router } from 'express';
import type { FirstAidCard } from '#contract/firstAid.ts';
import type { AppContext } from '../appContext.ts';

/** The first-aid card, for anyone on the shop's network: it can't wait for a PIN. */
export function firstAidRoutes(context: AppContext): Router {
  const routes = Router();
  routes.get('/', async (_req, res) => {
    const [card] = await context.books.rows<FirstAidCard>(
      `SELECT s.emergency_number AS "emergencyNumber", s.poison_number AS "poisonNumber",
         (SELECT coalesce(jsonb_agg(jsonb_build_object('id', p.id, 'name', p.name, 'firstAid', p.record->'firstAid', 'spill', p.record->'spill',
             'hazards', p.record->'hazards', 'care', p.record->'care',
             'sheetId', (SELECT max(h.id) FROM product_sheet h WHERE h.product_id = p.id)) ORDER BY lower(p.name)), '[]')
          FROM product p WHERE p.state <> 'water' AND p.retired_at IS NULL) AS products
       FROM shop s`,
    );
    res.json(card ?? { emergencyNumber: '', poisonNumber: '', products: [] });
  });
  return routes;
}

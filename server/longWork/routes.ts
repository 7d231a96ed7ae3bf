import { Router } from 'express';
import { missing } from '../http/problems.ts';
import { only } from '../http/signedIn.ts';
import type { Works } from './works.ts';

/** How far long work has come, what came of it, and that nobody wants it any more. */
export function workRoutes(works: Works): Router {
  const routes = Router();
  routes.get('/:id', only('lead'), (req, res) => {
    const work = works.of(String(req.params.id));
    if (!work) throw missing('work');
    res.json(work);
  });
  routes.delete('/:id', only('lead'), (req, res) => {
    works.cancel(String(req.params.id));
    res.status(204).end();
  });
  return routes;
}

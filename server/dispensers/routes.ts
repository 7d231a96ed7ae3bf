import { Router } from 'express';
import {
  type ChangeoverBody,
  changeoverBody,
  checkBody,
  type LineFillBody,
  lineBody,
  lineFillBody,
  linePatch,
  primingBody,
  type Tip,
  tipBody,
  tipPatch,
} from '#contract/dispensers.ts';
import { nothing } from '#contract/ledger.ts';
import type { AppContext } from '../appContext.ts';
import { wareRoutes } from '../equipment/routes.ts';
import { command } from '../http/commands.ts';
import { missing } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { only } from '../http/signedIn.ts';
import { overrideForWaste } from '../ledger/booking/ownWaste.ts';
import { bookChangeover } from './changeover.ts';
import { bookCheck, nothingOn } from './check.ts';
import { bookLineFill } from './fill.ts';
import { changeovers, checks, insertLine, insertTip, lines, tips, updateLine, updateTip } from './queries.ts';
import { bookLineWaste } from './waste.ts';

export const tipRoutes = (context: AppContext): Router =>
  wareRoutes<Parameters<typeof insertTip>[1], Parameters<typeof updateTip>[2], Tip>(context, {
    what: 'tip',
    topic: 'devices',
    body: tipBody,
    patch: tipPatch,
    list: tips,
    insert: insertTip,
    update: updateTip,
  });

/** Lines: a manager sets them up, leads verify them and change them over, everyone fills and primes. */
export function lineRoutes(context: AppContext): Router {
  const routes = wareRoutes<
    Parameters<typeof insertLine>[1],
    Parameters<typeof updateLine>[2],
    Awaited<ReturnType<typeof lines>>[number]
  >(context, {
    what: 'line',
    topic: 'devices',
    body: lineBody,
    patch: linePatch,
    list: (db, which) => lines(db, { ...which, now: context.now() }),
    insert: insertLine,
    update: updateLine,
  });
  const lineIdOf = (params: Record<string, unknown>) => wholeNumber(params.id as string, 'line');
  routes.get(
    '/:id/checks',
    async (req, res) => void res.json(await checks(context.books, lineIdOf(req.params))),
  );
  routes.get(
    '/:id/changeovers',
    async (req, res) => void res.json(await changeovers(context.books, lineIdOf(req.params))),
  );
  routes.post(
    '/:id/checks',
    only('lead'),
    command(context, checkBody, async ({ tx, body, who, now, params }) => {
      const line = await bookCheck(tx, lineIdOf(params), body, who.personId, now);
      return {
        status: 201,
        body: line,
        touched: [
          ['devices', line.id],
          ['containers', line.pail?.id ?? 0],
        ],
      };
    }),
  );
  routes.post(
    '/:id/checks/:check/withdrawals',
    only('lead'),
    command(context, nothing, async ({ tx, who, now, params }) => {
      const id = lineIdOf(params);
      const rows = await tx.rows(
        `UPDATE line_check SET withdrawn_at = coalesce(withdrawn_at, $3), withdrawn_by = coalesce(withdrawn_by, $4)
         WHERE id = $1 AND line_id = $2 RETURNING id`,
        [wholeNumber(params.check as string, 'verification'), id, now, who.personId],
      );
      if (rows.length === 0) throw missing('verification');
      return { status: 201, body: (await lines(tx, { id, now }))[0], touched: [['devices', id]] };
    }),
  );
  routes.post(
    '/:id/primings',
    command(context, primingBody, async ({ tx, body, who, now, params, allowed }) => {
      const [line] = await lines(tx, { id: lineIdOf(params), now });
      if (!line) throw missing('line');
      if (!line.pail) throw nothingOn(line);
      const word = await overrideForWaste(tx, body.productUl, line.pail.id, { who, now, allowed });
      const movementId = await bookLineWaste(tx, line.pail, body.productUl, who.personId, now, word);
      const [after] = await lines(tx, { id: line.id, now });
      return {
        status: 201,
        body: { movementId, line: after },
        touched: [
          ['devices', line.id],
          ['containers', line.pail.id],
        ],
      };
    }),
  );
  routes.post(
    '/:id/changeovers',
    only('lead'),
    command(context, changeoverBody, async ({ tx, body, who, now, params }) => {
      const line = await bookChangeover(tx, lineIdOf(params), body as ChangeoverBody, who.personId, now);
      return {
        status: 201,
        body: line,
        touched: [
          ['devices', line.id],
          ['containers', line.pail?.id ?? 0],
        ],
      };
    }),
  );
  return routes;
}

/** Fills from a line, by whoever is signed in. */
export function lineFillRoutes(context: AppContext): Router {
  const routes = Router();
  routes.post(
    '/',
    command(context, lineFillBody, async ({ tx, body, who, now }) => ({
      status: 201,
      body: await bookLineFill(tx, body as LineFillBody, who, now),
      touched: [
        ['vessels', body.vesselId],
        ['containers', 0],
        ['devices', body.lineId],
      ],
    })),
  );
  return routes;
}

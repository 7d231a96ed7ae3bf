import { Router } from 'express';
import { correctionBody, diluteStockBody, mergeBody, nothing, pourBody } from '#contract/ledger.ts';
import type { AppContext } from '../appContext.ts';
import { command } from '../http/commands.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { bookCorrection } from './booking/correct.ts';
import { bookDilutedStock } from './booking/diluteStock.ts';
import { bookMerge } from './booking/merge.ts';
import { bookPour } from './booking/pour.ts';
import { bookReversal } from './booking/reverse.ts';

export function movementRoutes(context: AppContext): Router {
  const routes = Router();

  routes.post(
    '/pours',
    command(context, pourBody, async ({ tx, body, who, now, allowed }) => ({
      status: 201,
      body: await bookPour(tx, body, who, now, allowed),
      touched: [
        ['containers', body.containerId],
        ['vessels', body.vesselId],
      ],
    })),
  );

  routes.post(
    '/merges',
    command(context, mergeBody, async ({ tx, body, who, now }) => ({
      status: 201,
      body: await bookMerge(tx, body, who, now),
      touched: [['vessels', body.into.vesselId]],
    })),
  );

  routes.post(
    '/diluted-stocks',
    command(context, diluteStockBody, async ({ tx, body, who, now }) => ({
      status: 201,
      body: await bookDilutedStock(tx, body, who, now),
      touched: [['vessels', body.vesselId]],
    })),
  );

  routes.post(
    '/movements/:id/reversals',
    command(context, nothing, async ({ tx, who, now, params, allowed }) => {
      const done = await bookReversal(tx, wholeNumber(params.id, 'movement'), who, now, allowed);
      return {
        status: 201,
        body: done,
        touched: [
          ['containers', done.containerId ?? 0],
          ['vessels', 0],
        ],
      };
    }),
  );

  routes.post(
    '/movements/:id/corrections',
    command(context, correctionBody, async ({ tx, body, who, now, params, allowed }) => {
      const done = await bookCorrection(tx, wholeNumber(params.id, 'movement'), body, who, now, allowed);
      const { was, ...slip } = done;
      return {
        status: 201,
        body: slip,
        touched: [
          ['containers', body.containerId],
          ['containers', was ?? 0],
          ['vessels', 0],
        ],
      };
    }),
  );

  return routes;
}

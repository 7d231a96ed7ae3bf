import { Router } from 'express';
import { nothing } from '#contract/ledger.ts';
import { lotHoldBody } from '#contract/stock.ts';
import { at } from '#core/outcome.ts';
import { type LotHold, mayUseLot } from '#core/stock/lotHold.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { command } from '../http/commands.ts';
import { decided, missing, problem } from '../http/problems.ts';
import { only } from '../http/signedIn.ts';
import { recallOf } from './recall.ts';

/** Nobody uses a lot that is on hold: a lead holds it, a manager releases it. */
export function lotHoldRoutes(context: AppContext): Router {
  const routes = Router({ mergeParams: true });
  const lotIn = (params: object) => String((params as { lot?: string }).lot).toLowerCase();
  const touched: ['containers' | 'vessels', number][] = [
    ['containers', 0],
    ['vessels', 0],
  ];

  routes.post(
    '/holds',
    only('lead'),
    command(context, lotHoldBody, async ({ tx, body, who, now, params }) => {
      const lot = lotIn(params);
      if (!(await recallOf(tx, lot))) throw missing('lot');
      const [standing] = await tx.rows('SELECT 1 FROM lot_hold WHERE lot = $1 AND released_at IS NULL', [
        lot,
      ]);
      if (standing) {
        throw problem(409, 'lot.heldAlready', {});
      }
      await tx.rows('INSERT INTO lot_hold (lot, words, held_by, held_at) VALUES ($1, $2, $3, $4)', [
        lot,
        body.words.trim(),
        who.personId,
        now,
      ]);
      return { status: 201, body: await recallOf(tx, lot), touched };
    }),
  );
  routes.post(
    '/releases',
    only('manager'),
    command(context, nothing, async ({ tx, who, now, params }) => {
      const lot = lotIn(params);
      await tx.rows(
        'UPDATE lot_hold SET released_by = $2, released_at = $3 WHERE lot = $1 AND released_at IS NULL',
        [lot, who.personId, now],
      );
      return { status: 201, body: await recallOf(tx, lot), touched };
    }),
  );
  return routes;
}

/** Refuses a mix that holds some of a lot that is on hold. */
export async function refuseHeldBatch(tx: Queryable, batchId: number, pointer: string): Promise<void> {
  const [held] = await tx.rows<LotHold & { code: string }>(
    'SELECT k.code, h.lot, h.words FROM batch_on_hold h JOIN batch k ON k.id = h.batch_id WHERE h.batch_id = $1',
    [batchId],
  );
  if (held) refuseHeld(held.code, held, pointer);
}

/** Refuses what holds some of a lot that is on hold. */
export function refuseHeld(what: string, hold: LotHold | null, pointer: string): void {
  decided(at(pointer, mayUseLot(what, hold)));
}

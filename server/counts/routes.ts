import { Router } from 'express';
import {
  type Count,
  type CountHead,
  type CountReading,
  closeCountBody,
  countBody,
  countLineBody,
  strayBody,
} from '#contract/counts.ts';
import type { Container } from '#contract/equipment.ts';
import { nothing } from '#contract/ledger.ts';
import { accept, type Outcome } from '#core/outcome.ts';
import { type Counted, countedByDip, countedByEye, countedByWeight } from '#core/stock/count.ts';
import type { AppContext } from '../appContext.ts';
import { moveContainer } from '../containers/acts.ts';
import { turnUp } from '../containers/missing.ts';
import { containerOf } from '../containers/queries.ts';
import type { Queryable } from '../db/books.ts';
import { command } from '../http/commands.ts';
import { missing, problem, refusalProblem } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { only } from '../http/signedIn.ts';
import { closeCount } from './close.ts';
import { countHead, countHeads, countLines, insertCount, insertCountLine } from './queries.ts';

/** Counts: a sheet for one place, filled in as often as it takes, closed with what was different and why. */
export function countRoutes(context: AppContext): Router {
  const routes = Router();
  routes.use(only('lead'));

  routes.get('/', async (_req, res) => void res.json(await countHeads(context.books)));
  routes.get(
    '/:id',
    async (req, res) => void res.json(await countOf(context.books, wholeNumber(req.params.id, 'count'))),
  );

  routes.post(
    '/',
    command(context, countBody, async ({ tx, body, who, now }) => {
      const [open] = await tx.rows<{ id: number; code: string }>(
        'SELECT id, code FROM count WHERE place_id = $1 AND closed_at IS NULL AND dropped_at IS NULL',
        [body.placeId],
      );
      if (open) {
        throw problem(409, 'count.open', { code: open.code }, { at: '/placeId', current: open });
      }
      const id = await insertCount(tx, { ...body, personId: who.personId, now });
      return { status: 201, body: await countOf(tx, id), touched: [['counts', id]] };
    }),
  );

  routes.post(
    '/:id/lines',
    command(context, countLineBody, async ({ tx, body, who, now, params }) => {
      const count = await openCount(tx, params.id);
      const container = await containerOf(tx, body.containerId);
      if (!container || container.awayAt) throw missing('container');
      const read = await counted(tx, container, body.reading);
      if (!read.ok) throw refusalProblem(read, WHERE[read.code] ?? '/reading');
      await insertCountLine(tx, {
        ...body,
        ...read.value,
        countId: count.id,
        bookUl: container.heldUl,
        personId: who.personId,
        now,
      });
      if (body.reading.kind === 'weight' && body.reading.tareG !== null) {
        await tx.rows('UPDATE container SET tare_g = $2 WHERE id = $1', [container.id, body.reading.tareG]);
      }
      return { status: 201, body: await countOf(tx, count.id), touched: [['counts', count.id]] };
    }),
  );

  routes.post(
    '/:id/strays',
    command(context, strayBody, async ({ tx, body, who, now, params }) => {
      const count = await openCount(tx, params.id);
      const container = await containerOf(tx, body.containerId);
      if (!container) throw missing('container');
      if (container.awayAt) await turnUp(tx, container, count.placeId, who, now);
      else if (container.placeId !== count.placeId)
        await moveContainer(tx, container, count.placeId, who, now);
      return {
        status: 201,
        body: await countOf(tx, count.id),
        touched: [
          ['counts', count.id],
          ['containers', container.id],
        ],
      };
    }),
  );

  routes.post(
    '/:id/comparisons',
    command(context, nothing, async ({ tx, now, params }) => {
      const count = await openCount(tx, params.id);
      if (count.counted === 0) {
        throw problem(409, 'count.nothing', {});
      }
      await tx.rows('UPDATE count SET compared_at = coalesce(compared_at, $2) WHERE id = $1', [
        count.id,
        now,
      ]);
      return { status: 201, body: await countOf(tx, count.id), touched: [['counts', count.id]] };
    }),
  );

  routes.post(
    '/:id/closings',
    command(context, closeCountBody, async ({ tx, body, who, now, params, allowed }) => {
      const count = await openCount(tx, params.id);
      const touched = await closeCount(tx, await countOf(tx, count.id, true), body, { who, now, allowed });
      return {
        status: 201,
        body: await countOf(tx, count.id),
        touched: [['counts', count.id], ...touched.map((id): ['containers', number] => ['containers', id])],
      };
    }),
  );

  routes.post(
    '/:id/drops',
    command(context, nothing, async ({ tx, now, params }) => {
      const count = await openCount(tx, params.id);
      await tx.rows('UPDATE count SET dropped_at = $2 WHERE id = $1', [count.id, now]);
      return { status: 201, body: await countOf(tx, count.id), touched: [['counts', count.id]] };
    }),
  );

  return routes;
}

const WHERE: Record<string, string> = {
  'count.belowEmpty': '/reading/grossG',
  'count.overfull': '/reading/grossG',
  'count.tooDeep': '/reading/depthMm',
};

async function openCount(tx: Queryable, param: unknown): Promise<CountHead> {
  const count = await countHead(tx, wholeNumber(param, 'count'));
  if (!count) throw missing('count');
  if (count.state !== 'open') {
    throw problem(409, 'count.over', { code: count.code, state: count.state });
  }
  return count;
}

/** A count with its sheet. What the books say is kept back while it is blind and not compared yet. */
async function countOf(db: Queryable, id: number, shown?: boolean): Promise<Count> {
  const count = await countHead(db, id);
  if (!count) throw missing('count');
  const seen = shown ?? (!count.blind || count.comparedAt !== null || count.state !== 'open');
  const [shop] = await db.rows<{ ul: number }>('SELECT count_threshold_ul AS ul FROM shop');
  return { ...count, lines: await countLines(db, count, seen), thresholdUl: shop?.ul ?? 0 };
}

async function counted(
  tx: Queryable,
  container: Container,
  reading: CountReading,
): Promise<Outcome<Counted>> {
  const { kind, sizeUl } = container;
  switch (reading.kind) {
    case 'gone':
      return accept({ ul: 0, withinUl: 0 });
    case 'eye':
      return accept(countedByEye({ sizeUl, share: reading.share }));
    case 'dip':
      return countedByDip({ kind, sizeUl, depthMm: reading.depthMm });
    case 'weight': {
      const [row] = await tx.rows<{ gPerMl: number | null }>(
        'SELECT g_per_ml AS "gPerMl" FROM product WHERE id = $1',
        [container.productId],
      );
      const tareG = reading.tareG ?? container.tareG;
      return countedByWeight({ kind, sizeUl, grossG: reading.grossG, tareG, gPerMl: row?.gPerMl ?? null });
    }
  }
}

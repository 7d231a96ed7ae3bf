import { pipeline } from 'node:stream/promises';
import { TZDate } from '@date-fns/tz';
import { lightFormat } from 'date-fns';
import { Router } from 'express';
import { csvLines, csvOf } from '#contract/csv.ts';
import {
  type KindTotal,
  type LedgerLine,
  type LedgerPage,
  MOVEMENT_KIND_NAMES,
  MOVEMENT_KINDS,
  MOVEMENT_REASON_NAMES,
  type MovementFilter,
  SUMMED_BY,
} from '#contract/stock.ts';
import { majorOf } from '#core/planning/cost.ts';
import type { AppContext } from '../../appContext.ts';
import type { Queryable } from '../../db/books.ts';
import { utc } from '../../db/utc.ts';
import { problem } from '../../http/problems.ts';
import { dayIn, wholeNumber } from '../../http/readRequest.ts';
import { shopOf } from '../../shop/queries.ts';
import { movedAt } from './history.ts';
import { sums } from './sums.ts';
import { useByDay } from './useByDay.ts';

const PAGE = 100;
const AT_ONCE_IN_A_FILE = 2_000;
const LATEST = Number.MAX_SAFE_INTEGER;

/** The ledger as a list: by person, product, place, kind and period, with totals, and as a file. */
export function ledgerRoutes(context: AppContext): Router {
  const routes = Router();
  routes.get('/', async (req, res) => {
    const filter = filterOf(req.query);
    const before = req.query.after === undefined ? LATEST : wholeNumber(req.query.after, 'page');
    const rows = await lines(context.books, filter, before, PAGE + 1);
    const shown = rows.slice(0, PAGE);
    const page: LedgerPage = {
      rows: shown,
      next: rows.length > PAGE ? (shown.at(-1)?.id ?? null) : null,
      totals: await totals(context.books, filter),
    };
    res.json(page);
  });
  routes.get('/sums', async (req, res) => {
    const by = SUMMED_BY.find((b) => b === req.query.by);
    if (!by) throw problem(400, 'filter.unreadable', { name: 'by', choices: SUMMED_BY });
    res.json(await sums(context.books, by, filterOf(req.query)));
  });
  routes.get('/use-by-day', async (_req, res) => void res.json(await useByDay(context.books, context.now())));
  routes.get('/ledger.csv', async (req, res) => {
    const filter = filterOf(req.query);
    const { currency = 'EUR', zone = 'UTC' } = (await shopOf(context.books)) ?? {};
    const file = ledgerCsv(context.books, filter, { currency, zone });
    // What can't be answered is said before the first line of the file is on its way.
    const first = await file.next();
    res.type('text/csv').set('Content-Disposition', 'attachment; filename="movements.csv"');
    const all = (async function* () {
      if (!first.done) yield first.value;
      yield* file;
    })();
    await pipeline(all, res).catch((error: NodeJS.ErrnoException) => {
      // Whoever asked for it went away.
      if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
    });
  });
  return routes;
}

/** @param zone whose time its times are in */
const headOf = (zone: string) => [
  'Movement',
  `When, ${zone}`,
  'Kind',
  'Who',
  'Product',
  'Container',
  'Batch',
  'Place',
  'ml',
  'Found, ml',
  'Cost',
  'Why',
  'Note',
  'Taken back by',
];

/** All movements of a filter as a file, some at a time: whoever works at the same moment waits for none of it. */
async function* ledgerCsv(db: Queryable, filter: MovementFilter, shop: InFile): AsyncGenerator<string> {
  let before = LATEST;
  for (let head = csvOf(headOf(shop.zone), []); ; head = '') {
    const rows = await lines(db, filter, before, AT_ONCE_IN_A_FILE);
    yield head + csvLines(rows.map((r) => fileRow(r, shop)));
    const last = rows.at(-1);
    if (!last || rows.length < AT_ONCE_IN_A_FILE) return;
    before = last.id;
  }
}

type InFile = { currency: string; zone: string };

const fileRow = (r: LedgerLine, { currency, zone }: InFile) => [
  r.id,
  lightFormat(new TZDate(r.at, zone), 'yyyy-MM-dd HH:mm'),
  MOVEMENT_KIND_NAMES[r.kind],
  r.personName,
  r.productName,
  r.containerCode,
  r.batchCode,
  r.placeName,
  r.ul / 1_000,
  r.foundUl / 1_000,
  majorOf(r.minor, currency),
  r.reason && (MOVEMENT_REASON_NAMES[r.reason] ?? r.reason),
  r.note,
  r.reversedBy,
];

/** @throws HttpProblem naming what is not readable */
function filterOf(query: Record<string, unknown>): MovementFilter {
  const id = (name: string) => (query[name] === undefined ? null : wholeNumber(query[name], name));
  const kind = MOVEMENT_KINDS.find((k) => k === query.kind) ?? null;
  if (query.kind !== undefined && !kind)
    throw problem(400, 'filter.unreadable', { name: 'kind', choices: MOVEMENT_KINDS });
  return {
    personId: id('person'),
    productId: id('product'),
    placeId: id('place'),
    kind,
    from: dayIn(query, 'from'),
    to: dayIn(query, 'to'),
  };
}

const params = ({ personId, productId, placeId, kind, from, to }: MovementFilter) => [
  personId,
  productId,
  placeId,
  kind,
  from,
  to,
];

/**
 * Movements of a filter, the latest to happen first, each with what it moved at its container. Only what is asked for is
 * in the statement, so that each filter is answered from its own index.
 */
const lines = (
  db: Queryable,
  filter: MovementFilter,
  before: number,
  limit: number,
): Promise<LedgerLine[]> => {
  const wanted = [
    '$7::bigint IS NOT NULL',
    before === LATEST
      ? null
      : '(m.happened_at, m.id) < (SELECT x.happened_at, x.id FROM movement x WHERE x.id = $7)',
    filter.personId === null ? '$1::int IS NULL' : 'm.person_id = $1',
    filter.productId === null ? '$2::int IS NULL' : 'm.product_id = $2',
    filter.placeId === null ? '$3::int IS NULL' : 'm.place_id = $3',
    filter.kind === null
      ? '$4::text IS NULL'
      : // What was found as it was poured is found, too.
        filter.kind === 'found'
        ? "(m.kind = $4 OR m.reason = 'inTheJug')"
        : 'm.kind = $4',
    filter.from === null ? '$5::date IS NULL' : 'm.happened_at >= ($5::date)::timestamp AT TIME ZONE s.zone',
    filter.to === null ? '$6::date IS NULL' : 'm.happened_at < ($6::date + 1)::timestamp AT TIME ZONE s.zone',
  ].filter((w) => w !== null);
  return db.rows(
    `SELECT m.id, m.kind, ${utc('m.happened_at')} AS at, w.name AS "personName", p.name AS "productName",
       c.code || coalesce(', ' || y.code, '') AS "containerCode", k.code AS "batchCode", l.name AS "placeName", m.reason, m.note, r.id AS "reversedBy",
       moved."changeUl" AS ul, moved."foundUl", moved.minor, e.name AS "enteredBy",
       CASE WHEN m.booked_at > m.happened_at + interval '1 minute' THEN ${utc('m.booked_at')} END AS "bookedAt"
     FROM (SELECT m.* FROM movement m CROSS JOIN shop s
       WHERE ${wanted.join(' AND ')}
       ORDER BY m.happened_at DESC, m.id DESC LIMIT $8) m JOIN person w ON w.id = m.person_id
     LEFT JOIN container c ON c.id = m.container_id LEFT JOIN account a ON a.container_id = c.id
     LEFT JOIN container y ON y.id = m.rest_container_id LEFT JOIN account z ON z.container_id = y.id
     LEFT JOIN batch k ON k.id = m.batch_id LEFT JOIN product p ON p.id = m.product_id
     LEFT JOIN place l ON l.id = m.place_id LEFT JOIN movement r ON r.reverses = m.id LEFT JOIN person e ON e.id = m.entered_by
     CROSS JOIN LATERAL (${movedAt('a.id', 'z.id')}) moved
     ORDER BY m.happened_at DESC, m.id DESC`,
    [...params(filter), before, limit],
  );
};

/**
 * What it comes to by kind, from what is kept: over all days from the totals, over a period from its days. Neither grows
 * slower with the ledger.
 */
const totals = (db: Queryable, filter: MovementFilter): Promise<KindTotal[]> => {
  const always = filter.from === null && filter.to === null;
  return db.rows(
    `SELECT d.kind, sum(d.ul)::bigint AS ul, sum(d.n)::int AS n, sum(d.minor)::bigint AS minor FROM ${always ? 'total_use' : 'day_use'} d
     WHERE ($1::int IS NULL OR d.person_id = $1) AND ($2::int IS NULL OR d.product_id = $2) AND ($3::int IS NULL OR d.place_id = $3)
       AND ($4::text IS NULL OR d.kind = $4)
       AND ${always ? '$5::date IS NULL AND $6::date IS NULL' : '($5::date IS NULL OR d.day >= $5) AND ($6::date IS NULL OR d.day <= $6)'}
     GROUP BY d.kind HAVING sum(d.n) <> 0 ORDER BY d.kind`,
    params(filter),
  );
};

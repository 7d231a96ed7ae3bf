import { Router } from 'express';
import { type VarianceTold, varianceBody } from '#contract/variance.ts';
import { isExplained, LEAST_GAPS } from '#core/variance/explain.ts';
import type { CountedContainer, Gap, SourceKey } from '#core/variance/gaps.ts';
import type { WhereItWent } from '#core/variance/split.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { parseBody } from '../http/readRequest.ts';
import { only } from '../http/signedIn.ts';
import type { Doing } from '../longWork/works.ts';
import { askWorker } from '../workers/ask.ts';
import { forVehicles } from './forVehicles.ts';
import { countedContainers } from './history.ts';

/** No explanation takes as long; whatever does hangs. */
const WITHIN_MS = 120_000;

/** Where it went: worked out beside everything else, and fetched when it is done. */
export function varianceRoutes(context: AppContext): Router {
  const routes = Router();
  routes.post('/', only('lead'), (req, res) => {
    const { from, to } = parseBody(varianceBody, req.body);
    const work = context.works.start(`variance ${from} ${to}`, (doing) =>
      variance(context.books, { from, to }, doing),
    );
    res.status(202).location(`/api/works/${work.id}`).json(work);
  });
  return routes;
}

type Period = { from: string | null; to: string | null };

async function variance(db: Queryable, period: Period, doing: Doing): Promise<VarianceTold> {
  const { containers, strengths } = await countedContainers(db, period, doing);
  const { fromMs, toMs } = await bounds(db, period);
  doing.wanted();
  const { explained, products } = await askWorker<WhereItWent>(
    'server/variance/whereItWent.worker.ts',
    { containers, fromMs, toMs },
    WITHIN_MS,
  );
  doing.wanted();
  const told = isExplained(explained) ? explained : null;
  const where = ({ containerId, productId, fromMs, toMs }: Gap) => ({
    containerId,
    productId,
    fromMs,
    toMs,
  });
  const oneOffs = told?.oneOffs ?? [];
  const from: Record<string, number> = {
    ...(await inUse(db, mostlyOf(containers))),
    ...(await pouredFrom(db)),
  };
  return {
    gaps: isExplained(explained) ? explained.spreadUl.length : explained.gaps,
    needs: LEAST_GAPS,
    causes: [...(told?.causes ?? [])],
    effects: [...(told?.effects ?? [])],
    oneOffs: oneOffs.map(({ gap, ul }) => ({ ...where(gap), ul })),
    products: [...products],
    forVehicles: await forVehicles(db, { fromMs, toMs }, doing),
    strengths,
    neverCounted: await neverCounted(
      db,
      products.map((p) => p.productId),
    ),
    pouredFrom: from,
    containers: await codesOf(db, [...oneOffs.map((o) => o.gap.containerId), ...Object.values(from)]),
  };
}

/** The first moment of the period and the first after it, in milliseconds. */
async function bounds(db: Queryable, { from, to }: Period): Promise<{ fromMs: number; toMs: number }> {
  const [row] = await db.rows<{ fromMs: number | null; toMs: number | null }>(
    `SELECT extract(epoch FROM ($1::date)::timestamp AT TIME ZONE zone)::float8 * 1000 AS "fromMs",
       extract(epoch FROM ($2::date + 1)::timestamp AT TIME ZONE zone)::float8 * 1000 AS "toMs" FROM shop`,
    [from, to],
  );
  return { fromMs: row?.fromMs ?? 0, toMs: row?.toMs ?? Number.MAX_SAFE_INTEGER };
}

async function neverCounted(db: Queryable, counted: number[]): Promise<number[]> {
  const rows = await db.rows<{ id: number }>(
    `SELECT DISTINCT t.product_id AS id FROM total_use t WHERE t.kind = 'pour' AND t.ul > 0 AND NOT t.product_id = ANY($1::int[]) ORDER BY 1`,
    [counted],
  );
  return rows.map((r) => r.id);
}

/** The product each of them poured most of, in the counted containers. */
function mostlyOf(containers: readonly CountedContainer[]): Map<SourceKey, number> {
  const poured = new Map<SourceKey, Map<number, number>>();
  for (const { productId, booked } of containers) {
    for (const { ul, sources } of booked.flatMap((b) => b.poured)) {
      for (const source of sources) {
        const of = poured.get(source) ?? new Map<number, number>();
        poured.set(source, of.set(productId, (of.get(productId) ?? 0) + ul));
      }
    }
  }
  return new Map(
    [...poured].map(([source, of]) => [source, [...of].reduce((a, b) => (b[1] > a[1] ? b : a))[0]]),
  );
}

/** A container in use of the product each of them mostly poured. */
async function inUse(db: Queryable, mostly: ReadonlyMap<SourceKey, number>): Promise<Record<string, number>> {
  const open = await db.rows<{ productId: number; id: number }>(
    `SELECT DISTINCT ON (product_id) product_id AS "productId", id FROM container
     WHERE retired_at IS NULL AND opened_at IS NOT NULL AND product_id = ANY($1::int[]) ORDER BY product_id, opened_at DESC`,
    [[...new Set(mostly.values())]],
  );
  return Object.fromEntries(
    [...mostly].flatMap(([source, productId]) => {
      const of = open.find((c) => c.productId === productId);
      return of ? [[source, of.id]] : [];
    }),
  );
}

/** From which containers in use each of them poured last, most lately first. */
async function pouredFrom(db: Queryable): Promise<Record<string, number>> {
  const rows = await db.rows<{ source: SourceKey; containerId: number }>(
    `WITH lately AS (
       SELECT m.person_id, m.place_id, m.measured_with, m.measure_id, m.product_id, m.container_id, m.id
       FROM container c JOIN LATERAL (SELECT * FROM movement x WHERE x.container_id = c.id ORDER BY x.id DESC LIMIT 60) m ON m.kind = 'pour'
       WHERE c.retired_at IS NULL AND c.opened_at IS NOT NULL
     ), named AS (
       SELECT 'person:' || person_id AS source, container_id, id FROM lately
       UNION ALL SELECT 'place:' || place_id, container_id, id FROM lately WHERE place_id IS NOT NULL
       UNION ALL SELECT 'measure:' || coalesce(measure_id::text, CASE measured_with WHEN 'cap' THEN 'cap-' || product_id ELSE measured_with END),
         container_id, id FROM lately WHERE measured_with IS NOT NULL
     ) SELECT DISTINCT ON (source) source, container_id AS "containerId" FROM named ORDER BY source, id DESC`,
  );
  return Object.fromEntries(rows.map((r) => [r.source, r.containerId]));
}

const codesOf = (db: Queryable, ids: number[]): Promise<{ id: number; code: string }[]> =>
  db.rows('SELECT id, code FROM container WHERE id = ANY($1::int[]) ORDER BY id', [ids]);

import { isAwaited, type Order, toCome } from '#contract/orders.ts';
import type { Supplier } from '#contract/stock.ts';
import type { RunOut } from '#core/forecast/runOut.ts';
import { sizesOf } from '#core/forecast/sizes.ts';
import { COUNT_DAYS, dayAfter, driftOf, type Notice } from '#core/notices/notices.ts';
import { proposeOrder } from '#core/orders/proposal.ts';
import { aboutToRunOut } from '#core/stock/soon.ts';
import type { Queryable } from '../db/books.ts';
import { suppliers } from '../deliveries/suppliers.ts';
import { lines } from '../dispensers/queries.ts';
import { bought, orders } from '../orders/queries.ts';

type Products = { id: number; name: string; reorderUl: number | null }[];
type Held = {
  productId: number;
  productName: string;
  heldUl: number;
  sizeUl: number;
  openedAt: string | null;
};
type Now = { now: Date; today: string };

/** All that needs somebody, whoever that may be. */
export async function gather(
  db: Queryable,
  at: Now,
  runOuts: ReadonlyMap<number, RunOut>,
): Promise<Notice[]> {
  const all = await orders(db);
  const open = all.filter(isAwaited);
  return [
    ...(await toSettle(db, at)),
    ...(await low(db, at, open)),
    ...(await toOrder(db, at, all, runOuts)),
    ...late(open, at),
    ...(await toVerify(db, at)),
    ...(await outOfDate(db)),
    ...(await drifted(db)),
    ...(await toCount(db, at)),
  ];
}

async function toSettle(db: Queryable, { today }: Now): Promise<Notice[]> {
  const [row] = await db.rows<{ n: number }>(
    'SELECT count(*)::int AS n FROM unsettled WHERE settled_at IS NULL',
  );
  if (!row || row.n === 0) return [];
  return [
    { kind: 'settle', id: 'all', dueOn: today, name: '', facts: { n: row.n }, path: '/yard', lead: true },
  ];
}

/** What is nearly gone and not on its way. */
async function low(db: Queryable, { today }: Now, open: readonly Order[]): Promise<Notice[]> {
  const held = await db.rows<Held>(
    `SELECT c.product_id AS "productId", p.name AS "productName", coalesce(b.ul, 0) AS "heldUl", c.size_ul AS "sizeUl", c.opened_at AS "openedAt"
     FROM container c JOIN product p ON p.id = c.product_id JOIN account a ON a.container_id = c.id
     LEFT JOIN balance b ON b.account_id = a.id AND b.product_id = c.product_id
     WHERE c.retired_at IS NULL AND p.retired_at IS NULL`,
  );
  const products = await db.rows<Products[number]>(
    `SELECT id, name, (record ->> 'reorderUl')::float8 AS "reorderUl" FROM product WHERE retired_at IS NULL AND state <> 'water'`,
  );
  const limits = products.map(({ id, reorderUl }) => ({ id, record: { reorderUl } }));
  return aboutToRunOut(held, limits)
    .filter(({ productId }) => awaitedUl(productId, open) === 0)
    .map(({ productId, productName, heldUl }) => ({
      kind: heldUl === 0 ? 'none' : 'low',
      id: String(productId),
      dueOn: today,
      name: productName,
      facts: { heldUl },
      path: `/stock/products/${productId}`,
      lead: false,
    }));
}

const awaitedUl = (productId: number, open: readonly Order[]): number =>
  open
    .flatMap((o) => o.lines)
    .reduce((sum, l) => sum + (l.productId === productId ? toCome(l) * l.sizeUl : 0), 0);

/** By when each supplier is sent an order, by what runs out; where none is drafted. */
async function toOrder(
  db: Queryable,
  { now, today }: Now,
  all: readonly Order[],
  runOuts: ReadonlyMap<number, RunOut>,
): Promise<Notice[]> {
  const open = all.filter(isAwaited);
  const came = await bought(db, now);
  const lastOf = new Map<number, number>();
  for (const { productId, supplierId } of came) if (!lastOf.has(productId)) lastOf.set(productId, supplierId);
  const known: Supplier[] = await suppliers(db);
  return known.flatMap((supplier): Notice[] => {
    // How long it takes is not known: when it has to be sent can't be told.
    if (supplier.leadDays === null) return [];
    const wanted = [...runOuts].flatMap(([productId, out]) =>
      lastOf.get(productId) === supplier.id
        ? [
            {
              productId,
              // When it is sent, and of how many lines, does not go by what has room.
              stockUl: 0,
              roomUl: null,
              onOrderUl: awaitedUl(productId, open),
              dayUl: out.dayUl,
              outDays: out.days.p10,
              sizes: sizesOf(came.filter((b) => b.productId === productId && b.supplierId === supplier.id)),
            },
          ]
        : [],
    );
    const proposal = proposeOrder(supplier, wanted);
    if (!proposal) return [];
    const draft = all.find((o) => o.state === 'draft' && o.supplierId === supplier.id);
    return [
      {
        kind: 'order',
        id: String(supplier.id),
        dueOn: dayAfter(today, proposal.dueDays),
        name: supplier.name,
        facts: { lines: proposal.lines.length },
        path: draft ? `/stock/orders/${draft.id}` : '/stock/orders',
        lead: true,
      },
    ];
  });
}

const late = (open: readonly Order[], { today }: Now): Notice[] =>
  open.flatMap((o): Notice[] =>
    o.dueOn !== null && o.dueOn < today
      ? [
          {
            kind: 'orderLate',
            id: String(o.id),
            dueOn: o.dueOn,
            name: o.supplier,
            facts: { code: o.code },
            path: `/stock/orders/${o.id}`,
            lead: true,
          },
        ]
      : [],
  );

async function toVerify(db: Queryable, { now, today }: Now): Promise<Notice[]> {
  const hung = (await lines(db, { now })).filter((l) => l.pail !== null);
  return hung.flatMap((line): Notice[] => {
    const at = line.check?.at;
    const dueOn = at ? dayAfter(at.slice(0, 10), line.checkDays) : today;
    return [
      {
        kind: 'verify',
        id: String(line.id),
        dueOn,
        name: line.name,
        facts: { never: at ? 0 : 1 },
        path: `/rigs/lines/${line.id}/verify`,
        lead: true,
      },
    ];
  });
}

/** Containers and mixes that are past their day, or will be. */
const outOfDate = (db: Queryable): Promise<Notice[]> =>
  db.rows(
    `SELECT 'outOfDate' AS kind, c.code AS id, c.best_before::text AS "dueOn", p.name, jsonb_build_object('code', c.code, 'ul', b.ul) AS facts,
       '/stock/containers/' || c.id AS path, false AS lead
     FROM container c JOIN product p ON p.id = c.product_id JOIN account a ON a.container_id = c.id
       JOIN balance b ON b.account_id = a.id AND b.product_id = c.product_id
     WHERE c.retired_at IS NULL AND c.best_before IS NOT NULL AND b.ul > 0
     UNION ALL
     SELECT 'outOfDate', k.code, k.use_by::text, p.name, jsonb_build_object('code', k.code, 'ul', held.ul),
       '/stock/batches/' || k.id, false
     FROM batch k JOIN product p ON p.id = k.product_id JOIN account a ON a.batch_id = k.id
       JOIN LATERAL (SELECT sum(b.ul)::bigint AS ul FROM balance b WHERE b.account_id = a.id) held ON held.ul > 0
     WHERE k.use_by IS NOT NULL`,
  );

/** Draws whose newest measure is otherwise than the one before. */
async function drifted(db: Queryable): Promise<Notice[]> {
  const rows = await db.rows<{
    id: number;
    vesselId: number;
    name: string;
    at: string;
    q: number;
    u: number;
    wasQ: number;
    wasU: number;
  }>(
    `SELECT n.id, v.id AS "vesselId", v.name, n.day AS at, n.q, n.u, w.q AS "wasQ", w.u AS "wasU"
     FROM (SELECT DISTINCT ON (c.vessel_id, c.dial_id, c.machine_id) c.*, (c.measured_at AT TIME ZONE s.zone)::date::text AS day
           FROM calibration c, shop s WHERE c.withdrawn_at IS NULL ORDER BY c.vessel_id, c.dial_id, c.machine_id, c.id DESC) n
       JOIN vessel v ON v.id = n.vessel_id AND v.retired_at IS NULL
       JOIN LATERAL (SELECT c.q, c.u FROM calibration c WHERE c.vessel_id = n.vessel_id AND c.dial_id = n.dial_id
         AND c.machine_id IS NOT DISTINCT FROM n.machine_id AND c.withdrawn_at IS NULL AND c.id < n.id ORDER BY c.id DESC LIMIT 1) w ON true`,
  );
  return rows.flatMap(({ id, vesselId, name, at, q, u, wasQ, wasU }): Notice[] => {
    const change = driftOf({ q: wasQ, u: wasU }, { q, u });
    if (change === null) return [];
    return [
      {
        kind: 'drift',
        id: String(id),
        dueOn: at,
        name,
        facts: { change },
        path: `/rigs/vessels/${vesselId}/measure`,
        lead: true,
      },
    ];
  });
}

/** Places in which something is in use, and which nobody has counted for a month. */
async function toCount(db: Queryable, { today }: Now): Promise<Notice[]> {
  const rows = await db.rows<{ id: number; name: string; last: string | null; since: string }>(
    `SELECT l.id, l.name, (SELECT max((n.closed_at AT TIME ZONE s.zone)::date)::text FROM count n WHERE n.place_id = l.id) AS last,
       min((c.received_at AT TIME ZONE s.zone)::date)::text AS since
     FROM shop s, place l JOIN container c ON c.place_id = l.id AND c.retired_at IS NULL AND c.opened_at IS NOT NULL
     WHERE l.retired_at IS NULL AND NOT EXISTS (SELECT FROM count n WHERE n.place_id = l.id AND n.closed_at IS NULL AND n.dropped_at IS NULL)
     GROUP BY 1, 2, 3`,
  );
  return rows.map(({ id, name, last, since }) => ({
    kind: 'count',
    id: String(id),
    dueOn: dayAfter(last ?? since, COUNT_DAYS),
    name,
    facts: { days: last ? Math.round((Date.parse(today) - Date.parse(last)) / 86_400_000) : -1 },
    path: '/stock/counts',
    lead: true,
  }));
}

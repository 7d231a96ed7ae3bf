import type {
  Changeover,
  Line,
  LineBody,
  LineCheck,
  LinePatch,
  Tip,
  TipBody,
  TipPatch,
} from '#contract/dispensers.ts';
import type { LineCheck as Checked, Verdict } from '#core/delivery/dispenserLine.ts';
import { holdOf } from '../containers/holdOf.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import { idOf, type Which, whichParams } from '../equipment/queries.ts';

/** A verification, for a query that joins its product `p`, its tip `t` and its person `w`. */
const checkJson = (c: string) =>
  `jsonb_build_object('id', ${c}.id, 'productId', ${c}.product_id, 'productName', p.name, 'tipId', t.id, 'tipName', t.name,
     'diameterMm', t.diameter_mm, 'method', ${c}.method, 'ratio', ${c}.ratio, 'u', ${c}.u, 'from', ${c}.ratio_from,
     'to', ${c}.ratio_to, 'verdict', ${c}.verdict, 'personName', w.name, 'at', ${utc(`${c}.checked_at`)},
     'withdrawnAt', ${utc(`${c}.withdrawn_at`)},
     'withdrawnBy', (SELECT name FROM person WHERE id = ${c}.withdrawn_by),
     'runs', (SELECT jsonb_agg(jsonb_build_object('totalUl', r.total_ul, 'productUl', r.product_ul, 'source', r.source)
        ORDER BY r.position) FROM line_check_run r WHERE r.check_id = ${c}.id))`;

const CHECK_PARTS = `line_check c JOIN product p ON p.id = c.product_id JOIN metering_tip t ON t.id = c.tip_id
  JOIN person w ON w.id = c.person_id`;

/** Lines with what hangs on them and the verification that holds for it. */
export function lines(db: Queryable, which: Which & { now: Date }): Promise<Line[]> {
  return db.rows(
    `SELECT l.id, l.code, l.device_id AS "deviceId", d.name AS "deviceName", l.name, l.foot_valve AS "footValve",
            l.check_days AS "checkDays", l.target, l.retired_at IS NOT NULL AS retired, l.revision,
            CASE WHEN k.id IS NOT NULL THEN jsonb_build_object('id', k.id, 'code', k.code, 'productId', k.product_id,
              'productName', kp.name, 'heldUl', coalesce(b.ul, 0), 'onHold', ${holdOf('k')}) END AS pail,
            CASE WHEN lt.id IS NOT NULL THEN jsonb_build_object('id', lt.id, 'name', lt.name, 'diameterMm', lt.diameter_mm) END AS tip,
            holds.check, CASE WHEN k.id IS NULL THEN NULL WHEN holds.check IS NULL THEN 'never'
              WHEN holds.checked_at + make_interval(days => l.check_days) < $3::timestamptz THEN 'overdue' END AS due
     FROM dispenser_line l JOIN device d ON d.id = l.device_id
     LEFT JOIN container k ON k.id = l.container_id LEFT JOIN product kp ON kp.id = k.product_id
     LEFT JOIN account a ON a.container_id = k.id LEFT JOIN balance b ON b.account_id = a.id AND b.product_id = k.product_id
     LEFT JOIN metering_tip lt ON lt.id = l.tip_id
     LEFT JOIN LATERAL (
       SELECT ${checkJson('c')} AS check, c.checked_at FROM ${CHECK_PARTS}
       WHERE c.line_id = l.id AND c.product_id = k.product_id AND c.tip_id = l.tip_id AND c.withdrawn_at IS NULL
         AND c.checked_at >= coalesce(l.changed_at, '-infinity')
       ORDER BY c.id DESC LIMIT 1
     ) holds ON true
     WHERE CASE WHEN $1::int IS NULL THEN (l.retired_at IS NOT NULL) = $2 ELSE l.id = $1 END ORDER BY l.id`,
    [...whichParams(which), which.now],
  );
}

/** All verifications of a line, newest first. */
export async function checks(db: Queryable, lineId: number): Promise<LineCheck[]> {
  const rows = await db.rows<{ check: LineCheck }>(
    `SELECT ${checkJson('c')} AS check FROM ${CHECK_PARTS} WHERE c.line_id = $1 ORDER BY c.id DESC`,
    [lineId],
  );
  return rows.map((r) => r.check);
}

/** What was hung on a line, newest first. */
export function changeovers(db: Queryable, lineId: number): Promise<Changeover[]> {
  return db.rows(
    `SELECT o.id, ${utc('o.changed_at')} AS at, w.name AS "personName", t.name AS "tipName",
            f.code AS "fromCode", fp.name AS "fromProduct", k.code AS "toCode", kp.name AS "toProduct", o.flushed
     FROM changeover o JOIN person w ON w.id = o.person_id JOIN metering_tip t ON t.id = o.tip_id
     JOIN container k ON k.id = o.to_container_id JOIN product kp ON kp.id = k.product_id
     LEFT JOIN container f ON f.id = o.from_container_id LEFT JOIN product fp ON fp.id = f.product_id
     WHERE o.line_id = $1 ORDER BY o.id DESC`,
    [lineId],
  );
}

export async function insertLine(tx: Queryable, body: LineBody): Promise<number> {
  return idOf(
    await tx.rows(
      'INSERT INTO dispenser_line (device_id, name, foot_valve, check_days) VALUES ($1, $2, $3, $4) RETURNING id',
      [body.deviceId, body.name.trim(), body.footValve, body.checkDays],
    ),
  );
}

export async function updateLine(tx: Queryable, id: number, body: LinePatch, now: Date): Promise<void> {
  await tx.rows(
    `UPDATE dispenser_line SET name = $2, foot_valve = $3, check_days = $4,
       retired_at = CASE WHEN $5 THEN coalesce(retired_at, $6) END, revision = revision + 1 WHERE id = $1`,
    [id, body.name.trim(), body.footValve, body.checkDays, body.retired, now],
  );
}

export function tips(db: Queryable, which: Which = {}): Promise<Tip[]> {
  return db.rows(
    `SELECT id, device_id AS "deviceId", name, diameter_mm AS "diameterMm", retired_at IS NOT NULL AS retired, revision
     FROM metering_tip WHERE CASE WHEN $1::int IS NULL THEN (retired_at IS NOT NULL) = $2 ELSE id = $1 END
     ORDER BY diameter_mm, id`,
    whichParams(which),
  );
}

export async function insertTip(tx: Queryable, body: TipBody): Promise<number> {
  return idOf(
    await tx.rows(
      'INSERT INTO metering_tip (device_id, name, diameter_mm) VALUES ($1, $2, $3) RETURNING id',
      [body.deviceId, body.name.trim(), body.diameterMm],
    ),
  );
}

export async function updateTip(tx: Queryable, id: number, body: TipPatch, now: Date): Promise<void> {
  await tx.rows(
    `UPDATE metering_tip SET name = $2, diameter_mm = $3, retired_at = CASE WHEN $4 THEN coalesce(retired_at, $5) END,
       revision = revision + 1 WHERE id = $1`,
    [id, body.name.trim(), body.diameterMm, body.retired, now],
  );
}

export async function insertCheck(
  tx: Queryable,
  line: { id: number; productId: number; tipId: number },
  { method, runs }: Pick<LineCheck, 'method' | 'runs'>,
  found: Checked & { verdict: Verdict },
  personId: number,
  now: Date,
): Promise<number> {
  const id = idOf(
    await tx.rows(
      `INSERT INTO line_check (line_id, product_id, tip_id, method, ratio, u, ratio_from, ratio_to, verdict, person_id, checked_at)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11) RETURNING id`,
      [
        line.id,
        line.productId,
        line.tipId,
        method,
        found.mean,
        found.u,
        found.interval?.from ?? null,
        found.interval?.to ?? null,
        JSON.stringify(found.verdict),
        personId,
        now,
      ],
    ),
  );
  const rows = runs.map((r, position) => ({
    position,
    total_ul: r.totalUl,
    product_ul: r.productUl,
    source: r.source,
  }));
  await tx.rows(
    `INSERT INTO line_check_run (check_id, position, total_ul, product_ul, source)
     SELECT $1, r.position, r.total_ul, r.product_ul, r.source
     FROM jsonb_to_recordset($2::jsonb) AS r(position int, total_ul bigint, product_ul bigint, source text)`,
    [id, JSON.stringify(rows)],
  );
  return id;
}

import type {
  MeasureBody,
  MeasurePatch,
  MeasureRow,
  Place,
  PlaceBody,
  Vessel,
  VesselBody,
  VesselPatch,
} from '#contract/equipment.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import { drawJson } from '../rigs/drawJson.ts';

/** One row by its id, or all in use, or all that were retired. */
export type Which = { id?: number; retired?: boolean };

export const whichParams = ({ id, retired = false }: Which) => [id ?? null, retired];

/** The draws in use of each vessel: the newest calibration of each dial position and machine that was not withdrawn. */
const DRAWS = `SELECT vessel_id, jsonb_agg(draw ORDER BY dial_id, machine_id) AS list FROM (
    SELECT DISTINCT ON (c.vessel_id, c.dial_id, c.machine_id) c.vessel_id, c.dial_id, c.machine_id, ${drawJson('c')} AS draw
    FROM calibration c JOIN person w ON w.id = c.person_id LEFT JOIN product p ON p.id = c.liquid_id
    WHERE c.withdrawn_at IS NULL ORDER BY c.vessel_id, c.dial_id, c.machine_id, c.id DESC
  ) newest GROUP BY vessel_id`;

/** Vessels with what each holds by the ledger, and everything it has held since it was last rinsed. */
export function vessels(db: Queryable, which: Which = {}): Promise<Vessel[]> {
  return db.rows(
    `SELECT v.id, v.name, v.kind, v.brimful_ul AS "brimfulUl", v.fill_limit_ul AS "fillLimitUl",
            v.smallest_ul AS "smallestUl", v.dead_ul AS "deadUl", v.displacement_ul AS "displacementUl",
            v.two_lines AS "twoLines", v.depth, v.retired_at IS NOT NULL AS retired, v.revision,
            v.role, v.place_id AS "placeId", l.name AS "placeName", v.keeper_id AS "keeperId", k.name AS "keeperName",
            v.orifice_mm AS "orificeMm", v.tare_g AS "tareG", v.machine_id AS "machineId", v.output,
            v.dial_id AS "dialId", coalesce(dials.list, '[]') AS dials, coalesce(draws.list, '[]') AS draws,
            (SELECT coalesce(jsonb_agg(jsonb_build_object('productId', q.id, 'productName', q.name) ORDER BY h.batch_id DESC), '[]')
             FROM vessel_held h JOIN product q ON q.id = h.product_id WHERE h.vessel_id = v.id) AS held,
            CASE WHEN held.id IS NOT NULL THEN jsonb_build_object('batchId', held.id, 'code', held.code, 'productId', held.product_id,
              'productName', held.product_name, 'ul', held.ul, 'productUl', held.product_ul, 'mixed', held.mixed, 'strength', held.strength, 'madeAt', ${utc('held.made_at')}, 'personName', held.person_name, 'useBy', held.use_by, 'water', held.water,
              'onHold', (SELECT jsonb_build_object('lot', h.lot, 'words', h.words) FROM batch_on_hold h WHERE h.batch_id = held.id LIMIT 1)) END AS holds
     FROM vessel v LEFT JOIN place l ON l.id = v.place_id LEFT JOIN person k ON k.id = v.keeper_id
     LEFT JOIN (
       SELECT vessel_id, jsonb_agg(jsonb_build_object('id', id, 'name', name) ORDER BY position) AS list
       FROM dial_position WHERE retired_at IS NULL GROUP BY vessel_id
     ) dials ON dials.vessel_id = v.id
     LEFT JOIN (${DRAWS}) draws ON draws.vessel_id = v.id
     LEFT JOIN LATERAL (
       SELECT b.id, b.code, b.made_at, b.product_id, b.strength, b.use_by::text AS use_by, b.water, p.name AS product_name, w.name AS person_name, l.*
       FROM vessel_holds n JOIN batch b ON b.id = n.batch_id JOIN product p ON p.id = b.product_id JOIN person w ON w.id = b.person_id
       JOIN LATERAL (
         SELECT sum(l.ul)::bigint AS ul, coalesce(sum(l.ul) FILTER (WHERE l.product_id = b.product_id), 0)::bigint AS product_ul,
           coalesce(bool_or(l.product_id <> b.product_id AND o.state <> 'water') FILTER (WHERE l.ul > 0), false) AS mixed
         FROM account a JOIN balance l ON l.account_id = a.id JOIN product o ON o.id = l.product_id WHERE a.batch_id = b.id
       ) l ON true
       WHERE n.vessel_id = v.id ORDER BY b.id DESC LIMIT 1
     ) held ON true
     WHERE CASE WHEN $1::int IS NULL THEN (v.retired_at IS NOT NULL) = $2 ELSE v.id = $1 END
     ORDER BY v.id`,
    whichParams(which),
  );
}

export async function insertVessel(tx: Queryable, body: VesselBody): Promise<number> {
  const id = idOf(
    await tx.rows(
      `INSERT INTO vessel (name, kind, brimful_ul, fill_limit_ul, smallest_ul, dead_ul, displacement_ul, two_lines, depth,
         role, place_id, keeper_id, orifice_mm, machine_id)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14) RETURNING id`,
      vesselFacts(body),
    ),
  );
  await keepDials(tx, id, body.dials, null);
  return id;
}

const vesselFacts = (body: VesselBody): unknown[] => [
  body.name.trim(),
  body.kind,
  body.brimfulUl,
  body.fillLimitUl,
  body.smallestUl,
  body.deadUl,
  body.displacementUl,
  body.twoLines,
  body.depth === null ? null : JSON.stringify(body.depth),
  body.role,
  body.placeId,
  body.keeperId,
  body.orificeMm,
  body.machineId,
];

/** Dial positions as they were listed: known ones renamed and put in order, new ones added, others put out of use. */
async function keepDials(
  tx: Queryable,
  vesselId: number,
  dials: VesselBody['dials'],
  now: Date | null,
): Promise<void> {
  const listed = dials.map(({ id, name }, position) => ({ id, name: name.trim(), position }));
  // Out of the way first: a name may pass from one position to another.
  await tx.rows(
    `UPDATE dial_position SET retired_at = $3 WHERE vessel_id = $1 AND retired_at IS NULL AND NOT id = ANY($2::int[])`,
    [vesselId, listed.flatMap((d) => d.id ?? []), now],
  );
  await tx.rows(
    `UPDATE dial_position SET name = id::text || ' ' || name WHERE vessel_id = $1 AND retired_at IS NULL`,
    [vesselId],
  );
  await tx.rows(
    `UPDATE dial_position d SET name = k.name, position = k.position
     FROM jsonb_to_recordset($2::jsonb) AS k(id int, name text, position int) WHERE d.id = k.id AND d.vessel_id = $1`,
    [vesselId, JSON.stringify(listed)],
  );
  await tx.rows(
    `INSERT INTO dial_position (vessel_id, name, position)
     SELECT $1, k.name, k.position FROM jsonb_to_recordset($2::jsonb) AS k(id int, name text, position int) WHERE k.id IS NULL`,
    [vesselId, JSON.stringify(listed)],
  );
  await tx.rows(
    `UPDATE vessel SET dial_id = (SELECT id FROM dial_position d WHERE d.vessel_id = $1 AND d.retired_at IS NULL
       ORDER BY (d.id = vessel.dial_id) DESC, d.position DESC LIMIT 1) WHERE id = $1`,
    [vesselId],
  );
}

export async function updateVessel(tx: Queryable, id: number, body: VesselPatch, now: Date): Promise<void> {
  await tx.rows(
    `UPDATE vessel SET name = $1, kind = $2, brimful_ul = $3, fill_limit_ul = $4, smallest_ul = $5, dead_ul = $6,
       displacement_ul = $7, two_lines = $8, depth = $9, role = $10, place_id = $11, keeper_id = $12, orifice_mm = $13,
       machine_id = $14, retired_at = CASE WHEN $16 THEN coalesce(retired_at, $17) END, revision = revision + 1
     WHERE id = $15`,
    [...vesselFacts(body), id, body.retired, now],
  );
  await keepDials(tx, id, body.dials, now);
}

export function measures(db: Queryable, which: Which = {}): Promise<MeasureRow[]> {
  return db.rows(
    `SELECT id, name, kind, capacity_ul AS "capacityUl", step_ul AS "stepUl", product_id AS "productId",
            retired_at IS NOT NULL AS retired, revision
     FROM measure WHERE CASE WHEN $1::int IS NULL THEN (retired_at IS NOT NULL) = $2 ELSE id = $1 END ORDER BY capacity_ul, id`,
    whichParams(which),
  );
}

export async function insertMeasure(tx: Queryable, body: MeasureBody): Promise<number> {
  return idOf(
    await tx.rows(
      'INSERT INTO measure (name, kind, capacity_ul, step_ul, product_id) VALUES ($1, $2, $3, $4, $5) RETURNING id',
      [body.name.trim(), body.kind, body.capacityUl, body.stepUl, body.productId],
    ),
  );
}

export async function updateMeasure(tx: Queryable, id: number, body: MeasurePatch, now: Date): Promise<void> {
  await tx.rows(
    `UPDATE measure SET name = $2, kind = $3, capacity_ul = $4, step_ul = $5, product_id = $6,
       retired_at = CASE WHEN $7 THEN coalesce(retired_at, $8) END, revision = revision + 1 WHERE id = $1`,
    [id, body.name.trim(), body.kind, body.capacityUl, body.stepUl, body.productId, body.retired, now],
  );
}

export function places(db: Queryable, which: Which = {}): Promise<Place[]> {
  return db.rows(
    `SELECT id, name, kind, revision FROM place
     WHERE CASE WHEN $1::int IS NULL THEN (retired_at IS NOT NULL) = $2 ELSE id = $1 END ORDER BY id`,
    whichParams(which),
  );
}

export async function insertPlace(tx: Queryable, body: PlaceBody): Promise<number> {
  return idOf(
    await tx.rows('INSERT INTO place (name, kind) VALUES ($1, $2) RETURNING id', [
      body.name.trim(),
      body.kind,
    ]),
  );
}

export async function updatePlace(tx: Queryable, id: number, body: PlaceBody): Promise<void> {
  await tx.rows('UPDATE place SET name = $2, kind = $3, revision = revision + 1 WHERE id = $1', [
    id,
    body.name.trim(),
    body.kind,
  ]);
}

/** The one product that comes from the tap. */
export async function waterId(db: Queryable): Promise<number> {
  return idOf(await db.rows(`SELECT id FROM product WHERE state = 'water'`));
}

export function idOf(rows: unknown[]): number {
  return (rows[0] as { id: number }).id;
}

import type { MovementKind, OnPanel, PourBody } from '#contract/ledger.ts';
import type { WaterKind } from '#core/mixing/hardness.ts';
import type { ProductState } from '#core/mixing/solveMix.ts';
import type { ProductRecord } from '#core/products/record.ts';
import type { Trait } from '#core/safety/traits.ts';
import type { Posting } from '#core/stock/postings.ts';
import type { Strength } from '#core/strength/strength.ts';
import type { Microlitres, UnitSystem } from '#core/units/volume.ts';
import type { Queryable } from '../db/books.ts';

/** Stands, in a posting, for the account of the batch the same movement makes. */
export const NEW_BATCH = 0;

export type NewMovement = {
  kind: MovementKind;
  personId: number;
  now: Date;
  containerId?: number;
  placeId?: number;
  batchId?: number;
  reverses?: number;
  /** Why, where that has to be said, and in whose own words. */
  reason?: string;
  note?: string;
  toContainerId?: number;
  toPlaceId?: number;
  postings: readonly Posting[];
};

const ONE_STATEMENT = `
  posted AS (
    INSERT INTO posting (movement_id, product_id, from_account, to_account, ul)
    SELECT m.id, p.product, coalesce(nullif(p."from", 0), (SELECT id FROM made)), coalesce(nullif(p."to", 0), (SELECT id FROM made)), p.ul
    FROM moved m, jsonb_to_recordset($8::jsonb) AS p(product int, "from" int, "to" int, ul bigint)
  )`;

/** Books a movement and its postings in one statement. Balances follow by trigger, or the whole of it is refused. */
export async function bookMovement(tx: Queryable, m: NewMovement): Promise<number> {
  const rows = await tx.rows<{ id: number }>(
    `WITH made AS (SELECT NULL::int AS id),
     moved AS (
       INSERT INTO movement (kind, person_id, container_id, place_id, batch_id, reverses, booked_at, happened_at, reason, note, to_container_id,
         to_place_id)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $7, $9, $10, $11, $12) RETURNING id
     ), ${ONE_STATEMENT}
     SELECT id FROM moved`,
    [
      m.kind,
      m.personId,
      m.containerId ?? null,
      m.placeId ?? null,
      m.batchId ?? null,
      m.reverses ?? null,
      m.now,
      JSON.stringify(m.postings),
      m.reason ?? null,
      m.note?.trim() ?? '',
      m.toContainerId ?? null,
      m.toPlaceId ?? null,
    ],
  );
  return (rows[0] as { id: number }).id;
}

export type NewDraw = {
  /** A draw takes from a container; a transfer makes one batch of what others held. */
  kind: 'draw' | 'transfer';
  personId: number;
  now: Date;
  containerId: number | null;
  placeId: number | null;
  productId: number;
  vesselId: number;
  strength: Strength;
  fraction: number;
  measured: readonly { measureId: number; ul: number }[];
  estimate: boolean;
  /** How long a fresh mix of it keeps; what is kept of older batches is never good for longer than they were. */
  useByDays: number | null;
  /** Left out, as the shop's usually is. */
  water?: WaterKind | undefined;
  /** How it reaches the panel, where a cannon dilutes it again. */
  panel?: OnPanel | null;
  /** The dispenser line it was filled from. */
  lineId?: number;
  /** By which recipe it is mixed. */
  recipe?: PourBody['recipe'];
  postings: readonly Posting[];
};

export type Drawn = { movementId: number; batchId: number; batchCode: string; useBy: string | null };

/** Books a pour or a merge: the batch, its account, the movement and the postings, in one statement. */
export async function bookDraw(tx: Queryable, d: NewDraw): Promise<Drawn> {
  const rows = await tx.rows<Drawn>(
    `WITH mixed AS (
       INSERT INTO batch (product_id, vessel_id, person_id, strength, fraction, made_at, measured, estimate, panel, line_id, recipe_version_id, soil,
         recipe_left, use_by, water)
       SELECT $4, $5, $1, $6, $9, $7, $10, $11, $15, $16, $17, $18, $19,
              least(($7::timestamptz AT TIME ZONE s.zone)::date + $13::int,
                (SELECT min(k.use_by) FROM jsonb_to_recordset($8::jsonb) AS p("from" int, "to" int)
                 JOIN account a ON a.id = p."from" JOIN batch k ON k.id = a.batch_id WHERE p."to" = 0)),
              coalesce($14, s.water)
       FROM shop s RETURNING id, code, use_by::text AS use_by
     ), made AS (
       INSERT INTO account (kind, batch_id) SELECT 'batch', id FROM mixed RETURNING id
     ), moved AS (
       INSERT INTO movement (kind, person_id, container_id, place_id, batch_id, booked_at, happened_at)
       SELECT $12, $1, $2::int, $3::int, id, $7, $7 FROM mixed RETURNING id
     ), ${ONE_STATEMENT}
     SELECT moved.id AS "movementId", mixed.id AS "batchId", mixed.code AS "batchCode", mixed.use_by AS "useBy" FROM moved, mixed`,
    [
      d.personId,
      d.containerId,
      d.placeId,
      d.productId,
      d.vesselId,
      JSON.stringify(d.strength),
      d.now,
      JSON.stringify(d.postings),
      d.fraction,
      JSON.stringify(d.measured),
      d.estimate,
      d.kind,
      d.useByDays,
      d.water ?? null,
      d.panel ? JSON.stringify(d.panel) : null,
      d.lineId ?? null,
      d.recipe?.versionId ?? null,
      d.recipe?.soil ?? null,
      d.recipe?.left ?? false,
    ],
  );
  return rows[0] as Drawn;
}

type SingleAccount = 'supplier' | 'tap' | 'used' | 'waste' | 'difference';

/** The accounts there is one of. */
export async function singleAccounts(tx: Queryable): Promise<Record<SingleAccount, number>> {
  const rows = await tx.rows<{ kind: SingleAccount; id: number }>(
    'SELECT kind, id FROM account WHERE container_id IS NULL AND batch_id IS NULL',
  );
  return Object.fromEntries(rows.map((row) => [row.kind, row.id])) as Record<SingleAccount, number>;
}

export async function containerAccount(tx: Queryable, containerId: number): Promise<number> {
  const rows = await tx.rows<{ id: number }>('SELECT id FROM account WHERE container_id = $1', [containerId]);
  return (rows[0] as { id: number }).id;
}

export type PourGround = {
  units: UnitSystem;
  productName: string;
  state: ProductState;
  productRetired: boolean;
  vesselName: string;
  brimfulUl: Microlitres;
  fillLimitUl: Microlitres;
  smallestUl: Microlitres;
  vesselRetired: boolean;
  containerCode: string;
  containerKind: string;
  containerProductId: number;
  containerAccount: number;
  placeId: number;
  opened: boolean;
  containerRetired: boolean;
  heldUl: number;
  waterId: number;
  tap: number;
  used: number;
  waste: number;
  difference: number;
  displacementUl: number;
  traits: Partial<Record<Trait, boolean>>;
  record: ProductRecord;
  signedOff: boolean;
  /** What the vessel last held and was not rinsed of since. */
  last: { productId: number; name: string; traits: Partial<Record<Trait, boolean>> } | null;
  earlier: { batch: number; held: { product: number; ul: number }[] } | null;
};

const TRAITS_OF = (product: string) =>
  `(SELECT coalesce(jsonb_object_agg(t.trait, t.present), '{}') FROM product_trait t WHERE t.product_id = ${product})`;

/** Whether person $4 may mix product $1 at $5, by the shop's own days. */
const SIGNED_OFF = `EXISTS (SELECT FROM sign_off o WHERE o.person_id = $4 AND o.product_id = $1 AND o.ended_at IS NULL
  AND (o.until IS NULL OR o.until >= ($5::timestamptz AT TIME ZONE s.zone)::date))`;

/** All a pour has to know, in one look. */
export async function pourGround(
  tx: Queryable,
  ids: { productId: number; vesselId: number; containerId: number },
  personId: number,
  now: Date,
): Promise<PourGround | undefined> {
  const rows = await tx.rows<PourGround>(
    `SELECT s.units, p.name AS "productName", p.state, p.retired_at IS NOT NULL AS "productRetired",
            v.name AS "vesselName", v.brimful_ul AS "brimfulUl", v.fill_limit_ul AS "fillLimitUl",
            v.smallest_ul AS "smallestUl", v.retired_at IS NOT NULL AS "vesselRetired",
            c.code AS "containerCode", c.kind AS "containerKind", c.product_id AS "containerProductId",
            a.id AS "containerAccount", c.place_id AS "placeId", c.opened_at IS NOT NULL AS opened,
            c.retired_at IS NOT NULL AS "containerRetired", coalesce(b.ul, 0) AS "heldUl",
            (SELECT id FROM product WHERE state = 'water') AS "waterId",
            (SELECT id FROM account WHERE kind = 'tap') AS tap,
            (SELECT id FROM account WHERE kind = 'used') AS used,
            (SELECT id FROM account WHERE kind = 'waste') AS waste,
            (SELECT id FROM account WHERE kind = 'difference') AS difference,
            v.displacement_ul AS "displacementUl",
            p.record, ${SIGNED_OFF} AS "signedOff", ${TRAITS_OF('p.id')} AS traits, last.held AS last, earlier.batch AS earlier
     FROM shop s, product p, vessel v, container c
     JOIN account a ON a.container_id = c.id
     LEFT JOIN balance b ON b.account_id = a.id AND b.product_id = c.product_id
     LEFT JOIN LATERAL (
       SELECT jsonb_build_object('batch', last.account, 'held', jsonb_agg(jsonb_build_object('product', l.product_id, 'ul', l.ul)
                ORDER BY l.product_id)) AS batch
       FROM (SELECT ba.id AS account FROM batch k JOIN account ba ON ba.batch_id = k.id
             WHERE k.vessel_id = $2 ORDER BY k.id DESC LIMIT 1) last
       JOIN balance l ON l.account_id = last.account AND l.ul > 0
       GROUP BY last.account
     ) earlier ON true
     LEFT JOIN LATERAL (
       SELECT jsonb_build_object('productId', q.id, 'name', q.name, 'traits', ${TRAITS_OF('q.id')}) AS held
       FROM batch k JOIN product q ON q.id = k.product_id
       WHERE k.id = (SELECT max(id) FROM batch WHERE vessel_id = $2) AND k.made_at > coalesce(v.rinsed_at, '-infinity')
     ) last ON true
     WHERE p.id = $1 AND p.state <> 'water' AND v.id = $2 AND c.id = $3`,
    [ids.productId, ids.vesselId, ids.containerId, personId, now],
  );
  return rows[0];
}

export type HeldGround = {
  vesselName: string;
  roomUl: number;
  smallestUl: number;
  batchAccount: number;
  batchCode: string;
  productId: number;
  productName: string;
  productUl: number;
  waterUl: number;
  others: number;
};

/** What a vessel in use holds by the books: its last batch, product and water apart. */
export async function heldGround(tx: Queryable, vesselId: number): Promise<HeldGround | undefined> {
  const rows = await tx.rows<HeldGround>(
    `SELECT v.name AS "vesselName", v.fill_limit_ul - v.displacement_ul AS "roomUl", v.smallest_ul AS "smallestUl",
            a.id AS "batchAccount", k.code AS "batchCode", k.product_id AS "productId", p.name AS "productName",
            coalesce(sum(l.ul) FILTER (WHERE l.product_id = k.product_id), 0)::bigint AS "productUl",
            coalesce(sum(l.ul) FILTER (WHERE o.state = 'water'), 0)::bigint AS "waterUl",
            coalesce(sum(l.ul) FILTER (WHERE l.product_id <> k.product_id AND o.state <> 'water'), 0)::bigint AS others
     FROM vessel v
     JOIN LATERAL (SELECT * FROM batch WHERE vessel_id = v.id ORDER BY id DESC LIMIT 1) k ON true
     JOIN product p ON p.id = k.product_id
     JOIN account a ON a.batch_id = k.id
     JOIN balance l ON l.account_id = a.id
     JOIN product o ON o.id = l.product_id
     WHERE v.id = $1 AND v.retired_at IS NULL
     GROUP BY v.id, a.id, k.id, k.code, k.product_id, p.name`,
    [vesselId],
  );
  return rows[0];
}

import type { HeldIn } from '#core/booking/heldIn.ts';
import type { ProductState } from '#core/mixing/solveMix.ts';
import type { ProductRecord } from '#core/products/record.ts';
import type { StandingNote } from '#core/safety/mayMix.ts';
import type { EnteredTraits } from '#core/safety/traits.ts';
import type { LotHold } from '#core/stock/lotHold.ts';
import { type Microlitres, microlitres, type UnitSystem } from '#core/units/volume.ts';
import { HOLD_OF_CONTAINER } from '../containers/holdOf.ts';
import type { Queryable } from '../db/books.ts';

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
  onHold: LotHold | null;
  containerRetired: boolean;
  heldUl: number;
  sizeUl: number;
  /** When the vessel was filled last. */
  filledAt: Date | null;
  waterId: number;
  tap: number;
  used: number;
  waste: number;
  difference: number;
  displacementUl: number;
  traits: EnteredTraits;
  record: ProductRecord;
  signedOff: boolean;
  /** What stands before the product, and whether who pours has read it. */
  notes: readonly StandingNote[];
  /** Each product the vessel has held since it was last rinsed. */
  held: { productId: number; name: string; traits: EnteredTraits; record: ProductRecord }[];
  /** What is in the vessel: its batch, by account. Books from before may have more than one, the newest first. */
  earlier: { batch: number; id: number; held: { product: number; ul: number }[] }[];
};

const TRAITS_OF = (product: string) =>
  `(SELECT coalesce(jsonb_object_agg(t.trait, t.present), '{}') FROM product_trait t WHERE t.product_id = ${product})`;

/** Whether person $4 may mix product $1 at $5, by the shop's own days. */
const SIGNED_OFF = `EXISTS (SELECT FROM sign_off o WHERE o.person_id = $4 AND o.product_id = $1 AND o.ended_at IS NULL
  AND (o.until IS NULL OR o.until >= ($5::timestamptz AT TIME ZONE s.zone)::date))`;

const NOTES = `(SELECT coalesce(jsonb_agg(jsonb_build_object('gate', n.gate, 'words', n.words,
    'read', EXISTS (SELECT FROM product_note_read r WHERE r.note_id = n.id AND r.person_id = $4)) ORDER BY n.id), '[]')
  FROM product_note n WHERE n.product_id = p.id AND n.lifted_at IS NULL)`;

/** Everything vessel $2 has held since it was last rinsed. */
const HELD = `(SELECT coalesce(jsonb_agg(jsonb_build_object('productId', q.id, 'name', q.name, 'record', q.record,
    'traits', ${TRAITS_OF('q.id')}) ORDER BY h.batch_id DESC), '[]')
  FROM vessel_held h JOIN product q ON q.id = h.product_id WHERE h.vessel_id = $2)`;

/** What is in a vessel, batch by batch. */
const inIt = (
  vessel: string,
) => `(SELECT coalesce(jsonb_agg(jsonb_build_object('batch', a.id, 'id', n.batch_id, 'held',
    (SELECT jsonb_agg(jsonb_build_object('product', l.product_id, 'ul', l.ul) ORDER BY l.product_id)
     FROM balance l WHERE l.account_id = a.id AND l.ul > 0)) ORDER BY n.batch_id DESC), '[]')
  FROM vessel_holds n JOIN account a ON a.batch_id = n.batch_id WHERE n.vessel_id = ${vessel})`;

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
            a.id AS "containerAccount", c.place_id AS "placeId", c.opened_at IS NOT NULL AS opened, ${HOLD_OF_CONTAINER} AS "onHold",
            c.retired_at IS NOT NULL AS "containerRetired", coalesce(b.ul, 0) AS "heldUl", c.size_ul AS "sizeUl",
            (SELECT k.made_at FROM batch k WHERE k.vessel_id = $2 AND NOT taken_back(k.id)
              ORDER BY k.vessel_id DESC, k.id DESC LIMIT 1) AS "filledAt",
            (SELECT id FROM product WHERE state = 'water') AS "waterId",
            (SELECT id FROM account WHERE kind = 'tap') AS tap,
            (SELECT id FROM account WHERE kind = 'used') AS used,
            (SELECT id FROM account WHERE kind = 'waste') AS waste,
            (SELECT id FROM account WHERE kind = 'difference') AS difference,
            v.displacement_ul AS "displacementUl",
            p.record, ${SIGNED_OFF} AS "signedOff", ${NOTES} AS notes, ${TRAITS_OF('p.id')} AS traits,
            ${HELD} AS held, ${inIt('$2')} AS earlier
     FROM shop s, product p, vessel v, container c
     JOIN account a ON a.container_id = c.id
     LEFT JOIN balance b ON b.account_id = a.id AND b.product_id = c.product_id
     WHERE p.id = $1 AND p.state <> 'water' AND v.id = $2 AND c.id = $3`,
    [ids.productId, ids.vesselId, ids.containerId, personId, now],
  );
  return rows[0];
}

/** What is in a vessel by the books, batch by batch. */
export async function inVessel(tx: Queryable, vesselId: number): Promise<PourGround['earlier']> {
  const [row] = await tx.rows<Pick<PourGround, 'earlier'>>(`SELECT ${inIt('$1::int')} AS earlier`, [
    vesselId,
  ]);
  return row?.earlier ?? [];
}

export type HeldGround = {
  vesselName: string;
  roomUl: number;
  smallestUl: number;
  batchAccount: number;
  batchId: number;
  batchCode: string;
  productId: number;
  productName: string;
  productUl: number;
  waterUl: number;
  others: number;
  onHold: LotHold | null;
};

/** What a vessel holds, as a booking is decided by it. */
export const heldOf = (ground: HeldGround | undefined): HeldIn | null =>
  ground
    ? {
        vesselName: ground.vesselName,
        code: ground.batchCode,
        productId: ground.productId,
        contents: { productUl: microlitres(ground.productUl), waterUl: microlitres(ground.waterUl) },
        mixed: ground.others > 0,
        onHold: ground.onHold,
      }
    : null;

/** What a vessel in use holds by the books: its batch, product and water apart. */
export async function heldGround(tx: Queryable, vesselId: number): Promise<HeldGround | undefined> {
  const rows = await tx.rows<HeldGround>(
    `SELECT v.name AS "vesselName", v.fill_limit_ul - v.displacement_ul AS "roomUl", v.smallest_ul AS "smallestUl",
            a.id AS "batchAccount", k.id AS "batchId", k.code AS "batchCode", k.product_id AS "productId", p.name AS "productName",
            coalesce(sum(l.ul) FILTER (WHERE l.product_id = k.product_id), 0)::bigint AS "productUl",
            coalesce(sum(l.ul) FILTER (WHERE o.state = 'water'), 0)::bigint AS "waterUl",
            coalesce(sum(l.ul) FILTER (WHERE l.product_id <> k.product_id AND o.state <> 'water'), 0)::bigint AS others,
            (SELECT jsonb_build_object('lot', h.lot, 'words', h.words) FROM batch_on_hold h WHERE h.batch_id = k.id LIMIT 1) AS "onHold"
     FROM vessel v
     JOIN LATERAL (SELECT b.* FROM vessel_holds n JOIN batch b ON b.id = n.batch_id WHERE n.vessel_id = v.id
       ORDER BY b.id DESC LIMIT 1) k ON true
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

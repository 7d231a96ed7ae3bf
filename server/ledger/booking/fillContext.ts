import type { HeldIn, HeldInVessel } from '#core/booking/heldIn.ts';
import type { FillFacts } from '#core/booking/mayFill.ts';
import type { VesselKind } from '#core/mixing/outlines.ts';
import { limitsOf, type ProductState } from '#core/mixing/solveMix.ts';
import type { ProductRecord } from '#core/products/record.ts';
import type { StandingNote } from '#core/safety/mayMix.ts';
import type { EnteredTraits } from '#core/safety/traits.ts';
import type { LotHold } from '#core/stock/lotHold.ts';
import type { UnitSystem } from '#core/units/units.ts';
import type { Queryable } from '../../db/books.ts';
import { problem } from '../../http/problems.ts';
import type { SignedIn } from '../../http/signedIn.ts';
import { traitsFrom } from '../../products/queries.ts';

type FillRow = {
  units: UnitSystem;
  product: { id: number; name: string; state: ProductState; retired: boolean; capUl: number | null };
  traits: EnteredTraits;
  record: ProductRecord;
  signedOff: boolean;
  notes: readonly StandingNote[];
  vessel: Parameters<typeof limitsOf>[0] & { name: string; kind: VesselKind; retired: boolean };
  filledAt: Date | null;
  /** Each product the vessel has held since it was last rinsed. */
  held: { name: string; traits: EnteredTraits; record: ProductRecord }[];
  earlier: EarlierBatch[];
  water: number;
  tap: number;
  used: number;
  waste: number;
  difference: number;
};

/** A batch that is in a vessel, by account. Books from before may have more than one, the newest first. */
export type EarlierBatch = {
  account: number;
  code: string;
  productId: number;
  productName: string;
  onHold: LotHold | null;
  held: { product: number; ul: number }[];
};

/** What a fill is decided by, and the accounts it is booked between. */
export type FillContext = {
  facts: FillFacts;
  accounts: Record<'tap' | 'used' | 'waste' | 'difference', number>;
  water: number;
  earlier: EarlierBatch[];
  useByDays: number | null;
};

const TRAITS_OF = (product: string) =>
  `(SELECT coalesce(jsonb_object_agg(t.trait, t.present), '{}') FROM product_trait t WHERE t.product_id = ${product})`;

/** Whether person $3 may mix product $1 at $4, by the shop's own days. */
const SIGNED_OFF = `EXISTS (SELECT FROM sign_off o WHERE o.person_id = $3 AND o.product_id = $1 AND o.ended_at IS NULL
  AND (o.until IS NULL OR o.until >= ($4::timestamptz AT TIME ZONE s.zone)::date))`;

const NOTES = `(SELECT coalesce(jsonb_agg(jsonb_build_object('gate', n.gate, 'words', n.words,
    'read', EXISTS (SELECT FROM product_note_read r WHERE r.note_id = n.id AND r.person_id = $3)) ORDER BY n.id), '[]')
  FROM product_note n WHERE n.product_id = p.id AND n.lifted_at IS NULL)`;

/** Everything vessel $2 has held since it was last rinsed. */
const HELD = `(SELECT coalesce(jsonb_agg(jsonb_build_object('name', q.name, 'record', q.record,
    'traits', ${TRAITS_OF('q.id')}) ORDER BY h.batch_id DESC), '[]')
  FROM vessel_held h JOIN product q ON q.id = h.product_id WHERE h.vessel_id = $2)`;

/** What is in a vessel, batch by batch. */
const inIt = (
  vessel: string,
) => `(SELECT coalesce(jsonb_agg(jsonb_build_object('account', a.id, 'code', b.code, 'productId', b.product_id, 'productName', q.name,
    'onHold', (SELECT jsonb_build_object('lot', h.lot, 'words', h.words) FROM batch_on_hold h WHERE h.batch_id = b.id LIMIT 1),
    'held', (SELECT jsonb_agg(jsonb_build_object('product', l.product_id, 'ul', l.ul) ORDER BY l.product_id)
     FROM balance l WHERE l.account_id = a.id AND l.ul > 0)) ORDER BY n.batch_id DESC), '[]')
  FROM vessel_holds n JOIN account a ON a.batch_id = n.batch_id JOIN batch b ON b.id = n.batch_id JOIN product q ON q.id = b.product_id
  WHERE n.vessel_id = ${vessel})`;

/**
 * All a fill of a product in a vessel has to know, in one look.
 *
 * @throws HttpProblem where there is no such product or vessel
 */
export async function fillContext(
  tx: Queryable,
  ids: { productId: number; vesselId: number },
  who: Pick<SignedIn, 'personId' | 'role'>,
  now: Date,
): Promise<FillContext> {
  const [row] = await tx.rows<FillRow>(
    `SELECT s.units,
            jsonb_build_object('id', p.id, 'name', p.name, 'state', p.state, 'retired', p.retired_at IS NOT NULL, 'capUl', p.cap_ul) AS product,
            jsonb_build_object('name', v.name, 'kind', v.kind, 'brimfulUl', v.brimful_ul, 'fillLimitUl', v.fill_limit_ul,
              'smallestUl', v.smallest_ul, 'displacementUl', v.displacement_ul, 'retired', v.retired_at IS NOT NULL) AS vessel,
            (SELECT k.made_at FROM batch k WHERE k.vessel_id = $2 AND NOT taken_back(k.id)
              ORDER BY k.vessel_id DESC, k.id DESC LIMIT 1) AS "filledAt",
            (SELECT id FROM product WHERE state = 'water') AS water,
            (SELECT id FROM account WHERE kind = 'tap') AS tap,
            (SELECT id FROM account WHERE kind = 'used') AS used,
            (SELECT id FROM account WHERE kind = 'waste') AS waste,
            (SELECT id FROM account WHERE kind = 'difference') AS difference,
            p.record, ${SIGNED_OFF} AS "signedOff", ${NOTES} AS notes, ${TRAITS_OF('p.id')} AS traits,
            ${HELD} AS held, ${inIt('$2::int')} AS earlier
     FROM shop s, product p, vessel v WHERE p.id = $1 AND p.state <> 'water' AND v.id = $2`,
    [ids.productId, ids.vesselId, who.personId, now],
  );
  if (!row) {
    throw problem(409, 'equipment.unusable', { what: 'productOrVessel', why: 'gone' });
  }
  const { product, vessel, record, earlier, water, tap, used, waste, difference } = row;
  return {
    facts: {
      product: { ...product, traits: traitsFrom(row.traits, record), care: record.care },
      notes: row.notes,
      vessel: {
        ...vessel,
        limits: limitsOf(vessel),
        held: row.held.map(({ name, traits, record }) => ({ name, traits: traitsFrom(traits, record) })),
        holds: earlier[0] ? heldOf(earlier[0], water) : null,
        filledAt: row.filledAt,
      },
      who: { signedOff: row.signedOff, answers: who.role === 'manager' },
    },
    accounts: { tap, used, waste, difference },
    water,
    earlier,
    useByDays: record.useByDays,
  };
}

/** A batch in a vessel, as a booking is decided by it. */
function heldOf({ held, account: _, ...batch }: EarlierBatch, water: number): HeldIn {
  const sum = (of: (product: number) => boolean) =>
    held.filter((h) => of(h.product)).reduce((ul, h) => ul + h.ul, 0);
  const productUl = sum((product) => product === batch.productId);
  const ul = sum(() => true);
  return { ...batch, ul, productUl, mixed: ul > productUl + sum((product) => product === water) };
}

/** What is in a vessel by the books, batch by batch. */
export async function inVessel(tx: Queryable, vesselId: number): Promise<EarlierBatch[]> {
  const [row] = await tx.rows<{ earlier: EarlierBatch[] }>(`SELECT ${inIt('$1::int')} AS earlier`, [
    vesselId,
  ]);
  return row?.earlier ?? [];
}

/** What a vessel in use holds by the books, where, and what fits into it; undefined where it holds nothing. */
export async function heldInVessel(
  tx: Queryable,
  vesselId: number,
): Promise<{ held: HeldInVessel; account: number; roomUl: number } | undefined> {
  const [row] = await tx.rows<{ name: string; roomUl: number; water: number; earlier: EarlierBatch[] }>(
    `SELECT v.name, v.fill_limit_ul - v.displacement_ul AS "roomUl", (SELECT id FROM product WHERE state = 'water') AS water,
       ${inIt('$1::int')} AS earlier
     FROM vessel v WHERE v.id = $1 AND v.retired_at IS NULL`,
    [vesselId],
  );
  const [newest] = row?.earlier ?? [];
  if (!row || !newest) return undefined;
  const held = { ...heldOf(newest, row.water), vesselName: row.name };
  return { held, account: newest.account, roomUl: row.roomUl };
}

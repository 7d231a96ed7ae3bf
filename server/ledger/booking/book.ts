import type { MovementKind, OnPanel, PourBody } from '#contract/ledger.ts';
import type { UsedHow } from '#contract/runs.ts';
import type { MeasuredPart } from '#core/booking/measuredWith.ts';
import type { WaterKind } from '#core/mixing/hardness.ts';
import type { Posting } from '#core/stock/postings.ts';
import type { ReceiptChange } from '#core/stock/receipt.ts';
import { costed, type HeldAccount, type Worth } from '#core/stock/worth.ts';
import type { Strength } from '#core/strength/notation.ts';
import type { Queryable } from '../../db/books.ts';

/** Stands, in a posting, for the account of the batch the same movement makes. */
export const NEW_BATCH = 0;

export type NewMovement = {
  kind: MovementKind;
  personId: number;
  now: Date;
  /** When it happened, where that was earlier than now. */
  happenedAt?: Date;
  /** Who entered it, where somebody else did it. */
  enteredBy?: number;
  containerId?: number;
  /** Left out, where the container stands. */
  placeId?: number;
  batchId?: number;
  reverses?: number;
  /** Why, where that has to be said, and in whose own words. */
  reason?: string;
  note?: string;
  toContainerId?: number;
  /** The second container of a pour, where the first was finished. */
  restContainerId?: number;
  toPlaceId?: number;
  countId?: number;
  /** What of a receipt was put right. */
  amended?: ReceiptChange;
  /** A manager's word it was allowed by. */
  overrideId?: number;
  /** The job it was done for, and how it is known how much was used. */
  jobId?: number;
  usedHow?: UsedHow;
  postings: readonly Bookable[];
};

/** A posting to be booked; what it costs is worked out, but for what brings its own figure, as a reversal does. */
type Bookable = Posting & { readonly minor?: number };

/** The postings with what each costs, by what the accounts they touch hold now. */
async function withCosts(tx: Queryable, postings: readonly Bookable[]): Promise<Bookable[]> {
  const ids = [...new Set(postings.flatMap((p) => [p.from, p.to]))].filter((id) => id !== NEW_BATCH);
  if (ids.length === 0) return [];
  const rows = await tx.rows<{
    id: number;
    minor: number | null;
    sizeUl: number;
    held: Record<string, Worth> | null;
  }>(
    `SELECT a.id, c.price_minor AS minor, c.size_ul AS "sizeUl",
       (SELECT jsonb_object_agg(b.product_id, jsonb_build_object('ul', b.ul, 'minor', b.minor, 'basisUl', b.basis_ul, 'basisMinor',
         b.basis_minor)) FROM balance b WHERE b.account_id = a.id) AS held
     FROM account a LEFT JOIN container c ON c.id = a.container_id WHERE a.id = ANY($1) AND a.physical`,
    [ids],
  );
  const accounts = new Map<number, HeldAccount>(
    rows.map(({ id, minor, sizeUl, held }) => [
      id,
      {
        held: new Map(Object.entries(held ?? {}).map(([product, worth]) => [Number(product), worth])),
        price: minor === null ? null : { minor, sizeUl },
      },
    ]),
  );
  return costed(postings, accounts);
}

/**
 * Books movements with their postings, all in one statement. Balances follow by trigger, or the whole of it is refused.
 *
 * @returns their ids, in their order
 */
export async function bookMovements(tx: Queryable, movements: readonly NewMovement[]): Promise<number[]> {
  const asked = movements.map(({ postings: _, happenedAt, note = '', amended = null, ...m }, i) => ({
    ...m,
    i: i + 1,
    happenedAt: happenedAt ?? m.now,
    note: note.trim(),
    amended,
  }));
  const places = movements.flatMap((m, i) => m.postings.map(() => i + 1));
  const costed = await withCosts(
    tx,
    movements.flatMap((m) => m.postings),
  );
  const rows = await tx.rows<{ id: number }>(
    `WITH asked AS (
       SELECT * FROM jsonb_to_recordset($1::jsonb) AS m(i int, kind text, "personId" int, "containerId" int, "placeId" int, "batchId" int,
         reverses bigint, now timestamptz, "happenedAt" timestamptz, reason text, note text, "toContainerId" int, "toPlaceId" int,
         "enteredBy" int, "countId" int, "overrideId" int, "restContainerId" int, amended jsonb, "jobId" int, "usedHow" text)
     ), moved AS (
       INSERT INTO movement (kind, person_id, container_id, place_id, batch_id, reverses, booked_at, happened_at, reason, note, to_container_id,
         to_place_id, entered_by, count_id, override_id, rest_container_id, amended, job_id, used_how, product_id)
       SELECT m.kind, m."personId", m."containerId", coalesce(m."placeId", c.place_id), m."batchId", m.reverses, m.now, m."happenedAt", m.reason,
         m.note, m."toContainerId", m."toPlaceId", m."enteredBy", m."countId", m."overrideId", m."restContainerId", m.amended,
         m."jobId", m."usedHow", coalesce(c.product_id, (SELECT product_id FROM batch WHERE id = m."batchId"))
       FROM asked m LEFT JOIN container c ON c.id = m."containerId" ORDER BY m.i RETURNING id
     ), placed AS (SELECT id, row_number() OVER (ORDER BY id) AS i FROM moved
     ), posted AS (
       INSERT INTO posting (movement_id, product_id, from_account, to_account, ul, minor)
       SELECT m.id, p.product, p."from", p."to", p.ul, p.minor
       FROM jsonb_to_recordset($2::jsonb) AS p(i int, product int, "from" int, "to" int, ul bigint, minor bigint) JOIN placed m USING (i)
     )
     SELECT id FROM placed ORDER BY i`,
    [JSON.stringify(asked), JSON.stringify(costed.map((p, n) => ({ ...p, i: places[n] })))],
  );
  return rows.map(({ id }) => id);
}

/** Books one movement, as {@link bookMovements}. */
export const bookMovement = async (tx: Queryable, movement: NewMovement): Promise<number> =>
  (await bookMovements(tx, [movement]))[0] as number;

export type NewBatch = {
  /** A draw takes from a container; a transfer makes one batch of what others held. */
  kind: 'pour' | 'transfer';
  personId: number;
  now: Date;
  containerId: number | null;
  restContainerId?: number;
  placeId: number | null;
  productId: number;
  vesselId: number;
  strength: Strength;
  fraction: number;
  measured: readonly MeasuredPart[];
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
  /** When it happened, where that was earlier than now. */
  happenedAt?: Date;
  reason?: string;
  note?: string;
  /** The wrong booking this one stands in for. */
  corrects?: number;
  overrideId?: number;
  /** The job it is mixed for. */
  jobId?: number | undefined;
  postings: readonly Bookable[];
};

/** What most of a pour was measured with, and which measure that is. */
function measuredWith({ kind, containerId, lineId, measured }: NewBatch): [string | null, number | null] {
  if (kind !== 'pour' || containerId === null) return [null, null];
  if (lineId !== undefined) return ['line', null];
  const [most] = [...measured].sort((a, b) => b.ul - a.ul);
  if (!most) return ['eye', null];
  return most.measureId === null ? ['cap', null] : ['measure', most.measureId];
}

export type BookedBatch = { movementId: number; batchId: number; batchCode: string; useBy: string | null };

/** Books a pour or a merge: the batch, its account, the movement and the postings, in one statement. */
export async function bookBatch(tx: Queryable, d: NewBatch): Promise<BookedBatch> {
  const rows = await tx.rows<BookedBatch>(
    `WITH mixed AS (
       INSERT INTO batch (product_id, vessel_id, person_id, strength, fraction, made_at, measured, estimate, panel, line_id, recipe_version_id, soil,
         recipe_left, use_by, water)
       SELECT $4, $5, $1, $6, $9, $20, $10, $11, $15, $16, $17, $18, $19,
              least(($20::timestamptz AT TIME ZONE s.zone)::date + $13::int,
                (SELECT min(k.use_by) FROM jsonb_to_recordset($8::jsonb) AS p("from" int, "to" int)
                 JOIN account a ON a.id = p."from" JOIN batch k ON k.id = a.batch_id WHERE p."to" = 0)),
              coalesce($14, s.water)
       FROM shop s RETURNING id, code, use_by::text AS use_by
     ), made AS (
       INSERT INTO account (kind, batch_id) SELECT 'batch', id FROM mixed RETURNING id
     ), moved AS (
       INSERT INTO movement (kind, person_id, container_id, place_id, batch_id, booked_at, happened_at, product_id, reason, note, corrects,
         override_id, rest_container_id, measured_with, measure_id, job_id)
       SELECT $12, $1, $2::int, $3::int, id, $7, $20, $4, $21, $22, $23, $24, $25, $26, $27, $28 FROM mixed RETURNING id
     ), posted AS (
       INSERT INTO posting (movement_id, product_id, from_account, to_account, ul, minor)
       SELECT m.id, p.product, coalesce(nullif(p."from", 0), made.id), coalesce(nullif(p."to", 0), made.id), p.ul, p.minor
       FROM moved m, made, jsonb_to_recordset($8::jsonb) AS p(product int, "from" int, "to" int, ul bigint, minor bigint)
     )
     SELECT moved.id AS "movementId", mixed.id AS "batchId", mixed.code AS "batchCode", mixed.use_by AS "useBy" FROM moved, mixed`,
    [
      d.personId,
      d.containerId,
      d.placeId,
      d.productId,
      d.vesselId,
      JSON.stringify(d.strength),
      d.now,
      JSON.stringify(await withCosts(tx, d.postings)),
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
      d.happenedAt ?? d.now,
      d.reason ?? null,
      d.note?.trim() ?? '',
      d.corrects ?? null,
      d.overrideId ?? null,
      d.restContainerId ?? null,
      ...measuredWith(d),
      d.jobId ?? null,
    ],
  );
  return rows[0] as BookedBatch;
}

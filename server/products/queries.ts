import type { Product, ProductBody, ProductPatch } from '#contract/products.ts';
import { refuse } from '#contract/refusals.ts';
import { checkPh, type ProductRecord } from '#core/products/record.ts';
import { usualTraits } from '#core/products/starts.ts';
import { type EnteredTraits, TRAITS, type Traits, traitsOf } from '#core/safety/traits.ts';
import { fractionOf, sameStrength } from '#core/strength/strength.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import { idOf, type Which, whichParams } from '../equipment/queries.ts';
import { refusalProblem } from '../http/problems.ts';

export async function products(db: Queryable, which: Which = {}): Promise<Product[]> {
  const rows = await db.rows<Omit<Product, 'traits'> & { traits: EnteredTraits }>(
    `SELECT p.id, p.name, p.state, p.caution, p.g_per_ml AS "gPerMl", p.cap_ul AS "capUl", p.shake_first AS "shakeFirst",
            p.suds, p.record, p.retired_at IS NOT NULL AS retired, p.revision,
            (SELECT coalesce(jsonb_object_agg(t.trait, t.present), '{}') FROM product_trait t WHERE t.product_id = p.id) AS traits,
            coalesce((SELECT jsonb_agg(jsonb_build_object('kind', u.kind, 'panelFloor', u.panel_floor, 'panelCeiling',
                u.panel_ceiling, 'film', u.film, 'dwell', u.dwell, 'rateMlPerM2', u.rate_ml_per_m2) ORDER BY u.position)
              FROM product_use u WHERE u.product_id = p.id), '[]') AS uses,
            coalesce((SELECT jsonb_agg(jsonb_build_object('id', e.id, 'whatFor', e.what_for, 'printed', e.printed,
                'strength', e.strength, 'fraction', e.fraction, 'upTo', e.up_to, 'upToFraction', e.up_to_fraction, 'basis', e.basis, 'use', e.use_kind) ORDER BY e.position)
              FROM label_entry e WHERE e.product_id = p.id AND e.retired_at IS NULL), '[]') AS "labelEntries",
            (SELECT jsonb_build_object('id', s.id, 'name', s.name, 'addedBy', w.name,
                'addedAt', ${utc('s.added_at')})
              FROM product_sheet s JOIN person w ON w.id = s.added_by WHERE s.product_id = p.id
              ORDER BY s.id DESC LIMIT 1) AS sheet
     FROM product p
     WHERE p.state <> 'water' AND CASE WHEN $1::int IS NULL THEN (p.retired_at IS NOT NULL) = $2 ELSE p.id = $1 END
     ORDER BY lower(p.name)`,
    whichParams(which),
  );
  return rows.map((row) => ({ ...row, traits: traitsFrom(row.traits, row.record) }));
}

/** What a product is treated by: what was entered, its family, its pH. */
export const traitsFrom = (entered: EnteredTraits, { family, phNeat }: ProductRecord): Traits =>
  traitsOf(entered, usualTraits(family), phNeat);

/** Adds a product. What can't be is refused before anything is written. */
export async function insertProduct(tx: Queryable, body: ProductBody): Promise<number> {
  await refuseImpossible(tx, body);
  const id = idOf(
    await tx.rows(
      `INSERT INTO product (name, state, caution, g_per_ml, cap_ul, shake_first, suds, record)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8) RETURNING id`,
      factsOf(body),
    ),
  );
  await writeParts(tx, id, body);
  return id;
}

export async function updateProduct(tx: Queryable, id: number, body: ProductPatch, now: Date): Promise<void> {
  await refuseImpossible(tx, body, id);
  await tx.rows(
    `UPDATE product SET name = $1, state = $2, caution = $3, g_per_ml = $4, cap_ul = $5, shake_first = $6, suds = $7,
       record = $8, retired_at = CASE WHEN $10 THEN coalesce(retired_at, $11) END, revision = revision + 1 WHERE id = $9`,
    [...factsOf(body), id, body.retired, now],
  );
  await tx.rows('UPDATE label_entry SET retired_at = $2 WHERE product_id = $1 AND retired_at IS NULL', [
    id,
    now,
  ]);
  await writeParts(tx, id, body);
}

const factsOf = (body: ProductBody): unknown[] => [
  body.name.trim(),
  body.state,
  body.caution.trim(),
  body.gPerMl,
  body.capUl,
  body.shakeFirst,
  body.suds,
  JSON.stringify(body.record),
];

async function writeParts(tx: Queryable, id: number, body: ProductBody): Promise<void> {
  await writeTraits(tx, id, body.traits);
  await writeUses(tx, id, body.uses);
  await insertLabelEntries(tx, id, body.labelEntries);
}

async function writeTraits(tx: Queryable, id: number, traits: Traits): Promise<void> {
  const present = { yes: true, no: false, unknown: null };
  const known = TRAITS.flatMap((trait) => {
    const state = traits[trait];
    return state === 'usuallyYes' || state === 'usuallyNo' ? [] : [{ trait, present: present[state] }];
  });
  await tx.rows('DELETE FROM product_trait WHERE product_id = $1', [id]);
  await tx.rows(
    `INSERT INTO product_trait (product_id, trait, present)
     SELECT $1, t.trait, t.present FROM jsonb_to_recordset($2::jsonb) AS t(trait text, present boolean)`,
    [id, JSON.stringify(known)],
  );
}

async function writeUses(tx: Queryable, id: number, uses: ProductBody['uses']): Promise<void> {
  await tx.rows('DELETE FROM product_use WHERE product_id = $1', [id]);
  await tx.rows(
    `INSERT INTO product_use (product_id, kind, position, panel_floor, panel_ceiling, film, dwell, rate_ml_per_m2)
     SELECT $1, u.kind, row_number() OVER (), u."panelFloor", u."panelCeiling", u.film, u.dwell, u."rateMlPerM2"
     FROM jsonb_to_recordset($2::jsonb) AS u(kind text, "panelFloor" float8, "panelCeiling" float8, film text, dwell jsonb,
       "rateMlPerM2" float8)`,
    [id, JSON.stringify(uses)],
  );
}

async function insertLabelEntries(
  tx: Queryable,
  id: number,
  entries: ProductBody['labelEntries'],
): Promise<void> {
  for (const [position, entry] of entries.entries()) {
    const { whatFor, printed, basis, use } = entry;
    const ends = endsOf(entry, position);
    await tx.rows(
      `INSERT INTO label_entry (product_id, position, what_for, printed, strength, fraction, up_to, up_to_fraction, basis,
         use_kind)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)`,
      [id, position, whatFor.trim(), printed.trim(), ...ends, basis, use],
    );
  }
}

/** Both ends of a label strength, as entered and as a fraction, ready to be kept. */
function endsOf({ strength, upTo }: ProductBody['labelEntries'][number], position: number): unknown[] {
  const f = fractionOf(strength, 'Label strength');
  if (!f.ok) throw refusalProblem(f, `/labelEntries/${position}/strength`);
  const top = upTo ? fractionOf(upTo, 'Label strength') : null;
  if (top && !top.ok) throw refusalProblem(top, `/labelEntries/${position}/upTo`);
  if (top && (top.value < f.value || sameStrength(top.value, f.value))) {
    throw refusalProblem(refuse('strength.endsReversed', {}), `/labelEntries/${position}/upTo`);
  }
  return [JSON.stringify(strength), f.value, upTo ? JSON.stringify(upTo) : null, top?.value ?? null];
}

/** What no schema of one field can see: ends of a label, pH against traits, and that what it replaces is another product. */
async function refuseImpossible(
  tx: Queryable,
  { record, traits, labelEntries }: ProductBody,
  id?: number,
): Promise<void> {
  labelEntries.forEach(endsOf);
  const ph = checkPh(record.phNeat, traits);
  if (!ph.ok) throw refusalProblem(ph, '/record/phNeat');
  const other = record.replaces?.productId;
  if (other === undefined) return;
  if (other !== id && (await products(tx, { id: other })).length > 0) return;
  const unknown = refuse('replaces.unknown', {});
  throw refusalProblem(unknown, '/record/replaces/productId');
}

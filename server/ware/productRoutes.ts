import type { Router } from 'express';
import {
  type Product,
  type ProductBody,
  type ProductPatch,
  productBody,
  productPatch,
} from '#contract/ware.ts';
import { ALL_UNKNOWN, TRAITS, type Trait, type Traits } from '#core/safety/traits.ts';
import { fractionOf } from '#core/strength/strength.ts';
import type { Queryable } from '../db/books.ts';
import type { House } from '../house.ts';
import { refusalProblem } from '../http/problems.ts';
import { idOf, type Which, whichParams } from './queries.ts';
import { wareRoutes } from './routes.ts';

export const productRoutes = (house: House): Router =>
  wareRoutes<ProductBody, ProductPatch, Product>(house, {
    what: 'product',
    topic: 'products',
    body: productBody,
    patch: productPatch,
    list: products,
    insert: insertProduct,
    update: updateProduct,
  });

export async function products(db: Queryable, which: Which = {}): Promise<Product[]> {
  const rows = await db.rows<Omit<Product, 'traits'> & { traits: Partial<Record<Trait, boolean>> }>(
    `SELECT p.id, p.name, p.state, p.caution, p.g_per_ml AS "gPerMl", p.cap_ul AS "capUl",
            p.shake_first AS "shakeFirst", p.suds,
            (SELECT coalesce(jsonb_object_agg(t.trait, t.present), '{}') FROM product_trait t WHERE t.product_id = p.id) AS traits, p.retired_at IS NOT NULL AS retired, p.revision,
            coalesce((SELECT jsonb_agg(jsonb_build_object('id', e.id, 'whatFor', e.what_for, 'printed', e.printed,
                'strength', e.strength, 'fraction', e.fraction, 'basis', e.basis) ORDER BY e.position)
              FROM label_entry e WHERE e.product_id = p.id AND e.retired_at IS NULL), '[]') AS "labelEntries"
     FROM product p
     WHERE p.state <> 'water' AND CASE WHEN $1::int IS NULL THEN (p.retired_at IS NOT NULL) = $2 ELSE p.id = $1 END
     ORDER BY lower(p.name)`,
    whichParams(which),
  );
  return rows.map((row) => ({ ...row, traits: traitsFrom(row.traits) }));
}

/** What is entered, and for the rest that nobody knows. */
export function traitsFrom(entered: Partial<Record<Trait, boolean>>): Traits {
  const states = Object.entries(entered).map(([trait, present]) => [trait, present ? 'yes' : 'no']);
  return { ...ALL_UNKNOWN, ...Object.fromEntries(states) };
}

export async function insertProduct(tx: Queryable, body: ProductBody): Promise<number> {
  const id = idOf(
    await tx.rows(
      `INSERT INTO product (name, state, caution, g_per_ml, cap_ul, shake_first, suds)
       VALUES ($1, $2, $3, $4, $5, $6, $7) RETURNING id`,
      factsOf(body),
    ),
  );
  await writeTraits(tx, id, body.traits);
  await insertLabelEntries(tx, id, body.labelEntries);
  return id;
}

async function updateProduct(tx: Queryable, id: number, body: ProductPatch, now: Date): Promise<void> {
  await tx.rows(
    `UPDATE product SET name = $1, state = $2, caution = $3, g_per_ml = $4, cap_ul = $5, shake_first = $6, suds = $7,
       retired_at = CASE WHEN $9 THEN coalesce(retired_at, $10) END, revision = revision + 1 WHERE id = $8`,
    [...factsOf(body), id, body.retired, now],
  );
  await tx.rows('UPDATE label_entry SET retired_at = $2 WHERE product_id = $1 AND retired_at IS NULL', [
    id,
    now,
  ]);
  await writeTraits(tx, id, body.traits);
  await insertLabelEntries(tx, id, body.labelEntries);
}

async function writeTraits(tx: Queryable, id: number, traits: Traits): Promise<void> {
  const known = TRAITS.filter((t) => traits[t] !== 'unknown').map((trait) => ({
    trait,
    present: traits[trait] === 'yes',
  }));
  await tx.rows('DELETE FROM product_trait WHERE product_id = $1', [id]);
  await tx.rows(
    `INSERT INTO product_trait (product_id, trait, present)
     SELECT $1, t.trait, t.present FROM jsonb_to_recordset($2::jsonb) AS t(trait text, present boolean)`,
    [id, JSON.stringify(known)],
  );
}

const factsOf = (body: ProductBody): unknown[] => [
  body.name.trim(),
  body.state,
  body.caution.trim(),
  body.gPerMl,
  body.capUl,
  body.shakeFirst,
  body.suds,
];

async function insertLabelEntries(
  tx: Queryable,
  id: number,
  entries: ProductBody['labelEntries'],
): Promise<void> {
  for (const [position, { whatFor, printed, strength, basis }] of entries.entries()) {
    const f = fractionOf(strength, 'Label strength');
    if (!f.ok) throw refusalProblem(f, `/labelEntries/${position}/strength`);
    await tx.rows(
      `INSERT INTO label_entry (product_id, position, what_for, printed, strength, fraction, basis)
       VALUES ($1, $2, $3, $4, $5, $6, $7)`,
      [id, position, whatFor.trim(), printed.trim(), JSON.stringify(strength), f.value, basis],
    );
  }
}

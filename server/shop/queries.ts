import type { Shop, ShopPatch } from '#contract/shop.ts';
import type { Queryable } from '../db/books.ts';

export async function shopOf(db: Queryable): Promise<Shop | null> {
  const [shop] = await db.rows<Shop>(
    `SELECT name, zone, currency, units, ratio_reading AS "ratioReading", hardness_ppm AS "hardnessPpm", water, demo, made_on::text AS "madeOn", revision FROM shop`,
  );
  return shop ?? null;
}

export async function isSetUp(db: Queryable): Promise<boolean> {
  return (await db.rows('SELECT 1 FROM shop')).length > 0;
}

/** Measures most shops have; the manager retires what this one hasn't. */
const USUAL_MEASURES: [name: string, kind: string, capacityUl: number, stepUl: number][] = [
  ['10 ml syringe', 'syringe', 10_000, 500],
  ['60 ml syringe', 'syringe', 60_000, 1_000],
  ['250 ml cylinder', 'cylinder', 250_000, 2_000],
  ['1 L jug', 'jug', 1_000_000, 10_000],
];

/** Enters the shop itself, with a store, a bench and the usual measures to start from. */
export async function setUpShop(
  tx: Queryable,
  shop: { name: string; zone: string; currency: string; units: string; demo: boolean; now: Date },
): Promise<void> {
  const day = new Intl.DateTimeFormat('en-CA', { timeZone: shop.zone }).format(shop.now);
  await tx.rows(
    'INSERT INTO shop (name, zone, currency, units, demo, made_on) VALUES ($1, $2, $3, $4, $5, $6)',
    [shop.name.trim(), shop.zone, shop.currency, shop.units, shop.demo, day],
  );
  await tx.rows(`INSERT INTO place (name, kind) VALUES ('Store', 'store'), ('Bench', 'bench')`);
  for (const measure of USUAL_MEASURES) {
    await tx.rows('INSERT INTO measure (name, kind, capacity_ul, step_ul) VALUES ($1, $2, $3, $4)', [
      ...measure,
    ]);
  }
}

export async function updateShop(tx: Queryable, patch: ShopPatch): Promise<void> {
  await tx.rows(
    `UPDATE shop SET name = coalesce($1, name), currency = coalesce($2, currency), units = coalesce($3, units),
       ratio_reading = coalesce($4, ratio_reading), water = coalesce($5, water),
       hardness_ppm = CASE WHEN $6 THEN $7 ELSE hardness_ppm END, revision = revision + 1`,
    [
      patch.name?.trim() ?? null,
      patch.currency ?? null,
      patch.units ?? null,
      patch.ratioReading ?? null,
      patch.water ?? null,
      patch.hardnessPpm !== undefined,
      patch.hardnessPpm ?? null,
    ],
  );
}

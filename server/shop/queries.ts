import type { Shop, ShopPatch } from '#contract/shop.ts';
import { USUAL_MEASURES } from '#core/mixing/starterEquipment.ts';
import { USUAL_SCHOOLS } from '#core/planning/schools.ts';
import { FAMILIES, type Family } from '#core/products/family.ts';
import { PRE_WASH_FAMILIES } from '#core/products/shopDefaults.ts';
import { recordStart } from '#core/products/starts.ts';
import type { Queryable } from '../db/books.ts';
import { insertMeasure } from '../equipment/queries.ts';
import { problem } from '../http/problems.ts';

export async function shopOf(db: Queryable): Promise<Shop | null> {
  const [shop] = await db.rows<Shop>(
    `SELECT name, zone, currency, units, ratio_reading AS "ratioReading", hardness_ppm AS "hardnessPpm", water,
            pre_wash_floor AS "preWashFloor", pre_wash_ceiling AS "preWashCeiling", foam_floor AS "foamFloor",
            use_by_days AS "useByDays", measuring, mixed_by AS "mixedBy", glass, jet_share AS "jetShare", schools,
            soil_here AS "soilHere", every_days AS "everyDays",
            waste_water AS "wasteWater", weather_source AS "weatherSource", edge_share AS "edgeShare", lock_minutes AS "lockMinutes",
            count_threshold_ul AS "countThresholdUl",
            emergency_number AS "emergencyNumber", poison_number AS "poisonNumber", demo, made_on::text AS "madeOn", revision FROM shop`,
  );
  return shop ? { ...shop, schools: { ...USUAL_SCHOOLS, ...shop.schools } } : null;
}

export async function isSetUp(db: Queryable): Promise<boolean> {
  return (await db.rows('SELECT 1 FROM shop')).length > 0;
}

/** Measures most shops have; the manager retires what this one hasn't. */
const FIRST_MEASURES = [
  { name: '10 ml syringe', kind: 'syringe', capacityUl: 10_000, stepUl: 500, productId: null },
  { name: '60 ml syringe', kind: 'syringe', ...USUAL_MEASURES.syringe, productId: null },
  { name: '250 ml cylinder', kind: 'cylinder', ...USUAL_MEASURES.cylinder, productId: null },
  { name: '1 L jug', kind: 'jug', ...USUAL_MEASURES.jug, productId: null },
] as const;

/** Enters the shop itself, with a store, a bench and the usual measures to start from. */
export async function setUpShop(
  tx: Queryable,
  shop: { name: string; zone: string; currency: string; units: string; demo: boolean; now: Date },
): Promise<void> {
  const day = new Intl.DateTimeFormat('en-CA', { timeZone: shop.zone }).format(shop.now);
  await refuseUnknownZone(tx, shop.zone);
  await tx.rows(
    'INSERT INTO shop (name, zone, currency, units, demo, first_day_over, made_on) VALUES ($1, $2, $3, $4, $5, $5, $6)',
    [shop.name.trim(), shop.zone, shop.currency, shop.units, shop.demo, day],
  );
  await tx.rows(`INSERT INTO place (name, kind) VALUES ('Store', 'store'), ('Bench', 'bench')`);
  for (const measure of FIRST_MEASURES) await insertMeasure(tx, measure);
}

/** The books reckon days too: a zone they don't know is none of the shop's. */
async function refuseUnknownZone(tx: Queryable, zone: string): Promise<void> {
  const [known] = await tx.rows('SELECT 1 FROM pg_timezone_names WHERE lower(name) = lower($1)', [zone]);
  if (known) return;
  throw problem(422, 'zone.unknown', {}, { at: '/zone' });
}

/** Changes the shop's settings. Products left at a figure of the shop's follow it; those with one of their own keep it. */
export async function updateShop(tx: Queryable, patch: ShopPatch): Promise<void> {
  const before = await shopOf(tx);
  if (before) await followHouse(tx, before, patch);
  await tx.rows(
    `UPDATE shop SET name = coalesce($1, name), currency = coalesce($2, currency), units = coalesce($3, units),
       ratio_reading = coalesce($4, ratio_reading), water = coalesce($5, water),
       hardness_ppm = CASE WHEN $6 THEN $7 ELSE hardness_ppm END,
       pre_wash_floor = coalesce($8, pre_wash_floor), pre_wash_ceiling = coalesce($9, pre_wash_ceiling),
       foam_floor = coalesce($10, foam_floor), use_by_days = coalesce($11, use_by_days),
       measuring = coalesce($12, measuring), mixed_by = coalesce($13, mixed_by), glass = coalesce($14, glass),
       jet_share = coalesce($15, jet_share), waste_water = coalesce($16, waste_water), weather_source = coalesce($17, weather_source),
       edge_share = coalesce($18, edge_share), lock_minutes = coalesce($19, lock_minutes),
       count_threshold_ul = coalesce($20, count_threshold_ul), emergency_number = coalesce($21, emergency_number),
       poison_number = coalesce($22, poison_number), schools = coalesce($23, schools),
       soil_here = coalesce($24, soil_here), every_days = coalesce($25, every_days), revision = revision + 1`,
    [
      patch.name?.trim() ?? null,
      patch.currency ?? null,
      patch.units ?? null,
      patch.ratioReading ?? null,
      patch.water ?? null,
      patch.hardnessPpm !== undefined,
      patch.hardnessPpm ?? null,
      patch.preWashFloor ?? null,
      patch.preWashCeiling ?? null,
      patch.foamFloor ?? null,
      patch.useByDays ? JSON.stringify(patch.useByDays) : null,
      patch.measuring ?? null,
      patch.mixedBy ?? null,
      patch.glass ?? null,
      patch.jetShare ?? null,
      patch.wasteWater?.trim() ?? null,
      patch.weatherSource ?? null,
      patch.edgeShare ?? null,
      patch.lockMinutes ?? null,
      patch.countThresholdUl ?? null,
      patch.emergencyNumber?.trim() ?? null,
      patch.poisonNumber?.trim() ?? null,
      patch.schools ? JSON.stringify(patch.schools) : null,
      patch.soilHere ? JSON.stringify(patch.soilHere) : null,
      patch.everyDays ? JSON.stringify(patch.everyDays) : null,
    ],
  );
}

/** Moves the products that stand at the shop's old figures to the new ones. */
async function followHouse(tx: Queryable, before: Shop, patch: ShopPatch): Promise<void> {
  const moves: [
    families: readonly Family[],
    column: 'panel_floor' | 'panel_ceiling',
    from: number,
    to: number,
  ][] = [
    [PRE_WASH_FAMILIES, 'panel_floor', before.preWashFloor, patch.preWashFloor ?? before.preWashFloor],
    [
      PRE_WASH_FAMILIES,
      'panel_ceiling',
      before.preWashCeiling,
      patch.preWashCeiling ?? before.preWashCeiling,
    ],
    [['neutralFoam'], 'panel_floor', before.foamFloor, patch.foamFloor ?? before.foamFloor],
  ];
  const touched = new Set<number>();
  // Ceilings that rise go before floors that do, and floors that fall before ceilings: neither ever crosses the other.
  const rises = moves.filter(([, , from, to]) => to > from).reverse();
  const falls = moves.filter(([, , from, to]) => to < from);
  for (const [families, column, from, to] of [...falls, ...rises]) {
    const rows = await tx.rows<{ id: number }>(
      `UPDATE product_use u SET ${column} = $3 FROM product p
       WHERE p.id = u.product_id AND p.record->>'family' = ANY($1) AND u.kind IN ('preWash', 'foam') AND u.${column} = $2
         AND ${column === 'panel_floor' ? 'coalesce(u.panel_ceiling, 1) >= $3' : 'coalesce(u.panel_floor, 0) <= $3'}
       RETURNING p.id`,
      [families, from, to],
    );
    for (const { id } of rows) touched.add(id);
  }
  for (const family of FAMILIES) {
    const [from, to] = [before.useByDays, patch.useByDays ?? before.useByDays].map(
      (context) => recordStart(family, { ...before, useByDays: context }).useByDays,
    );
    if (from === to || from == null || to == null) continue;
    const rows = await tx.rows<{ id: number }>(
      `UPDATE product SET record = jsonb_set(record, '{useByDays}', to_jsonb($3::int))
       WHERE record->>'family' = $1 AND record->'useByDays' = to_jsonb($2::int) RETURNING id`,
      [family, from, to],
    );
    for (const { id } of rows) touched.add(id);
  }
  if (touched.size > 0) {
    await tx.rows('UPDATE product SET revision = revision + 1 WHERE id = ANY($1)', [[...touched]]);
  }
}

import { readFileSync } from 'node:fs';
import { addDays } from 'date-fns';
import type { ProductBody } from '#contract/products.ts';
import { asMeasured, planPours } from '#core/mixing/planPour.ts';
import { practicalPours } from '#core/mixing/practicalPour.ts';
import { familyStart, recordStart, startOfUse } from '#core/products/starts.ts';
import { TRAITS, type Traits } from '#core/safety/traits.ts';
import { parseLabelStrength } from '#core/strength/labelStrength.ts';
import { fractionOf } from '#core/strength/strength.ts';
import { microlitres } from '#core/units/volume.ts';
import { receive } from '../server/containers/receive.ts';
import type { Books, Queryable } from '../server/db/books.ts';
import {
  insertMeasure,
  insertPlace,
  measures as measureRows,
  places as placeRows,
  vessels as vesselRows,
} from '../server/equipment/queries.ts';
import { bookPour } from '../server/ledger/booking/pour.ts';
import { insertPerson } from '../server/people/queries.ts';
import { insertProduct, products as productRows } from '../server/products/queries.ts';
import { attachSheet } from '../server/products/sheets.ts';
import { hashPin } from '../server/sessions/pins.ts';
import { setUpShop, updateShop } from '../server/shop/queries.ts';
import type { DemoProduct } from './demoProduct.ts';
import { containers, fills, measures, places } from './equipment.ts';
import { loadDispenser } from './loadDispenser.ts';
import { loadJobs } from './loadJobs.ts';
import { loadOutcomes, loadRecipes, loadTrials, recipesFollowed } from './loadRecipes.ts';
import { loadDrainTests, loadRigs } from './loadRigs.ts';
import { at, known, named, SUPPLIERS, ZONE } from './named.ts';
import { people, signOffs } from './people.ts';
import { products } from './products.ts';
import { SHEETS, sheetFile } from './sheets.ts';

/**
 * Fills empty books with Limepit Lane, a shop that never was. The same on every machine; its days count back from
 * `now`, so the last of them was yesterday.
 */
export async function loadDemo(books: Books, now: Date): Promise<void> {
  await books.transaction(async (tx) => {
    await setUpShop(tx, {
      name: 'Limepit Lane Detail Yard',
      zone: ZONE,
      currency: 'GBP',
      units: 'metric',
      demo: true,
      now,
    });
    await updateShop(tx, {
      hardnessPpm: 210,
      weatherSource: 'station',
      emergencyNumber: '112',
      poisonNumber: '01632 960112',
      wasteWater: 'Into the interceptor drain in bay 2, never the yard gully.',
    });
    const personIds = new Map<string, number>();
    for (const { name, role, pin } of people) {
      const person = await insertPerson(tx, { name, role, pinHash: await hashPin(pin, null) });
      personIds.set(name, person.id);
    }
    await loadWare(tx, personIds);
    await attachSheets(tx, now, personIds);
    await loadSignOffs(tx, now, personIds);
    await loadDrainTests(tx, now, personIds);
    await loadRecipes(tx, now, personIds);
    await loadTrials(tx, now, personIds);
    await loadHistory(tx, now, personIds);
    await loadJobs(tx, now);
  });
}

const NO_TRAITS = Object.fromEntries(TRAITS.map((t) => [t, 'no'])) as Traits;

async function loadWare(tx: Queryable, personIds: Map<string, number>): Promise<void> {
  const ids = new Map<string, number>();
  for (const product of products) ids.set(product.name, await insertProduct(tx, bodyOf(product)));
  for (const { name, replaces } of products) {
    if (!replaces) continue;
    const entry = { productId: known(ids, replaces.name), k: replaces.k };
    await tx.rows(`UPDATE product SET record = record || $2 WHERE id = $1`, [
      known(ids, name),
      { replaces: entry },
    ]);
  }
  for (const measure of measures) await insertMeasure(tx, measure);
  for (const place of places) await insertPlace(tx, place);
  await loadRigs(tx, personIds);
}

function bodyOf(product: DemoProduct): ProductBody {
  const { name, family, state, caution, gPerMl = null, capUl = null, shakeFirst = false } = product;
  const { has = [], basis = 'bottle', good = [], bad = [] } = product;
  const start = familyStart(family);
  const record = recordStart(family);
  const surfaces = Object.fromEntries([...good.map((s) => [s, 'yes']), ...bad.map((s) => [s, 'no'])]);
  const labelEntries = product.label.map(([whatFor, printed, use = start.use]) => ({
    whatFor,
    printed,
    ...read(printed),
    basis,
    use,
  }));
  return {
    name,
    state,
    caution,
    gPerMl,
    capUl,
    shakeFirst,
    suds: start.foams,
    record: {
      ...record,
      ...product.record,
      surfaces: { ...record.surfaces, ...surfaces },
    },
    traits: { ...NO_TRAITS, ...Object.fromEntries(has.map((t) => [t, 'yes'])) } as Traits,
    uses: [...new Set(labelEntries.map((e) => e.use))].map((kind) => startOfUse(kind, family)),
    labelEntries,
  };
}

async function attachSheets(tx: Queryable, now: Date, personIds: Map<string, number>): Promise<void> {
  const shelf = await productRows(tx);
  for (const name of SHEETS) {
    const sheet = {
      productId: named(shelf, name).id,
      name: `${name}.pdf`,
      type: 'application/pdf' as const,
      bytes: readFileSync(sheetFile(name)),
    };
    await attachSheet(tx, sheet, known(personIds, 'Hester Quill'), at(now, 80, '16:20'));
  }
}

/** Who may mix what asks for a sign-off: one of the crew until the end of a month, others for good or not at all. */
async function loadSignOffs(tx: Queryable, now: Date, personIds: Map<string, number>): Promise<void> {
  const shelf = await productRows(tx);
  for (const { person, product, days } of signOffs) {
    const until = days === null ? null : addDays(now, days).toISOString().slice(0, 10);
    await tx.rows(
      'INSERT INTO sign_off (person_id, product_id, until, given_by, given_at) VALUES ($1, $2, $3, $4, $5)',
      [
        known(personIds, person),
        named(shelf, product).id,
        until,
        known(personIds, 'Hester Quill'),
        at(now, 90, '09:00'),
      ],
    );
  }
}

async function loadHistory(tx: Queryable, now: Date, personIds: Map<string, number>): Promise<void> {
  const ids = (rows: { id: number; name: string }[]) => new Map(rows.map((row) => [row.name, row.id]));
  const shelf = await productRows(tx);
  const productIds = ids(shelf);
  const placeIds = ids(await placeRows(tx));
  const vesselList = await vesselRows(tx);
  const measureList = await measureRows(tx);
  const openContainers = new Map<string, number>();
  const lead = { personId: known(personIds, 'Odo Marsh') };

  for (const { product, place, size, daysAgo, price, ...rest } of containers) {
    const body = {
      ...rest,
      productId: known(productIds, product),
      placeId: known(placeIds, place),
      priceMinor: Math.round(price * 100),
      sizeUl: size,
      levelUl: size,
    };
    const deliveryId = await deliveryOf(tx, daysAgo, lead.personId, at(now, daysAgo, '07:40'));
    const [id = 0] = await receive(tx, [body], lead, at(now, daysAgo, '07:40'), deliveryId);
    if (rest.opened) openContainers.set(product, id);
  }

  await loadDispenser(tx, now, lead.personId, openContainers);
  const recipeFor = await recipesFollowed(tx);

  for (const fill of fills) {
    const product = named(shelf, fill.product);
    const vessel = named(vesselList, fill.vessel);
    const entry = product.labelEntries.find((e) => e.whatFor === fill.whatFor);
    if (!entry) throw new Error(`the demo has no label strength ${fill.whatFor}`);
    const f = fractionOf(entry.strength);
    const totalUl = microlitres(fill.make ?? vessel.fillLimitUl - vessel.displacementUl);
    if (!f.ok) throw new Error(`the demo can't read ${fill.whatFor}`);
    const plans = planPours({
      state: product.state,
      fraction: f.value,
      vessel: {
        brimfulUl: microlitres(vessel.brimfulUl),
        fillLimitUl: microlitres(vessel.fillLimitUl - vessel.displacementUl),
        smallestUl: microlitres(vessel.smallestUl),
      },
      totalUl,
      start: null,
    });
    const [plan] = plans.ok ? plans.value : [];
    if (!plan) throw new Error(`the demo can't pour ${fill.product}`);
    const [pour] = practicalPours(plan.productUl, measureList);
    const { waterUl, productUl, pourOffUl } = asMeasured(plan, pour?.ul ?? plan.productUl);
    const role = people.find((p) => p.name === fill.person)?.role ?? 'technician';
    const who = { personId: known(personIds, fill.person), name: fill.person, role };
    const recipe = recipeFor(fill.whatFor, vessel.id);
    await bookPour(
      tx,
      {
        productId: product.id,
        vesselId: vessel.id,
        containerId: known(openContainers, fill.product),
        strength: entry.strength,
        totalUl,
        start: { kind: 'empty' },
        how: 'fill',
        acknowledged: true,
        ...(recipe && { recipe }),
        measured: pour?.parts.map(({ measure, ul }) => ({ measureId: measure.id, ul })) ?? [],
        shown: { waterUl, productUl, pourOffUl },
      },
      who,
      at(now, fill.daysAgo, fill.at),
    );
  }
  await loadOutcomes(tx);
}

/** What came on a day came in one delivery, from one of two suppliers that never were. */
async function deliveryOf(tx: Queryable, daysAgo: number, personId: number, when: Date): Promise<number> {
  const supplier = SUPPLIERS[daysAgo % SUPPLIERS.length] as string;
  await tx.rows(
    'INSERT INTO supplier (name, lead_days) SELECT $1, $2 WHERE NOT EXISTS (SELECT FROM supplier WHERE name = $1)',
    // Of the other nobody has said.
    [supplier, supplier === SUPPLIERS[0] ? 7 : null],
  );
  const reference = `${supplier.slice(0, 2).toUpperCase()}-${1_000 + daysAgo}`;
  const [known] = await tx.rows<{ id: number }>('SELECT id FROM delivery WHERE reference = $1', [reference]);
  if (known) return known.id;
  const [made] = await tx.rows<{ id: number }>(
    `INSERT INTO delivery (supplier_id, reference, received_at, received_by)
     SELECT id, $2, $3, $4 FROM supplier WHERE name = $1 RETURNING id`,
    [supplier, reference, when, personId],
  );
  return (made as { id: number }).id;
}

function read(printed: string) {
  const strength = parseLabelStrength(printed);
  if (!strength.ok) throw new Error(`the demo's label "${printed}" can't be read: ${strength.code}`);
  return strength.value;
}

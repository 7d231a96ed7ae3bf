import { addDays } from 'date-fns';
import { uniformFrom } from '#core/mixing/random.ts';
import { share } from '#core/stock/worth.ts';
import type { Queryable } from '../server/db/books.ts';
import { places as placeRows } from '../server/equipment/queries.ts';
import { people as peopleRows } from '../server/people/queries.ts';
import { products as productRows } from '../server/products/queries.ts';
import { at, named, SUPPLIERS } from './named.ts';
import { outOfTheOrdinary } from './outOfTheOrdinary.ts';
import { COUNT_EVERY_DAYS, PUMP_HEAD, type YearProduct, yearProducts } from './year.ts';

const YEAR_DAYS = 365;

type Event = {
  kind: 'receive' | 'open' | 'pour' | 'count';
  at: Date;
  person: string;
  ul: number;
  note: string;
  reason: string | null;
};
type Story = { product: YearProduct; lot: string; came: Date; opened: Date; empty: Date; events: Event[] };

/**
 * The year before the weeks that are told fill by fill: containers that came, were opened, poured empty and put away, the
 * counts of those months, and what was out of the ordinary. The same on every machine.
 */
export async function loadYear(tx: Queryable, now: Date): Promise<void> {
  const random = uniformFrom(1_847);
  const opened = await firstOpenings(tx);
  const stories = yearProducts.flatMap((p) =>
    storiesOf(p, now, daysSince(now, opened.get(p.product) ?? now), random),
  );
  await bookStories(tx, stories);
  await outOfTheOrdinary(tx, now);
}

const daysSince = (now: Date, then: Date) =>
  Math.max(0, Math.round((now.getTime() - then.getTime()) / 86_400_000));

/** When the first container still in use was opened, by product: the year ends there. */
async function firstOpenings(tx: Queryable): Promise<Map<string, Date>> {
  const rows = await tx.rows<{ name: string; at: Date }>(
    `SELECT p.name, min(c.received_at) AS at FROM container c JOIN product p ON p.id = c.product_id WHERE c.opened_at IS NOT NULL GROUP BY 1`,
  );
  return new Map(rows.map((r) => [r.name, r.at]));
}

/** The containers of one product, one after the other, each poured from until it is empty. */
function storiesOf(product: YearProduct, now: Date, untilDaysAgo: number, random: () => number): Story[] {
  const slots = slotsOf(product, now, untilDaysAgo, random);
  const sizeUl = product.litres * 1e6;
  const perContainer = slots.length / product.containers;
  const stories: Story[] = [];
  for (let n = 0; n < product.containers; n++) {
    const mine = slots.slice(Math.round(n * perContainer), Math.round((n + 1) * perContainer));
    const [first, last] = [mine[0], mine.at(-1)];
    if (!first || !last) continue;
    const story: Story = {
      product,
      lot: `${product.lot}${11 + n * 7}`,
      came: new Date(first.getTime() - 9 * 86_400_000),
      opened: new Date(first.getTime() - 20 * 60_000),
      empty: last,
      events: pourEmpty(product, mine, sizeUl, random),
    };
    stories.push(story);
  }
  return stories;
}

/** When something was poured: more often in its season, never on a Sunday. */
function slotsOf(product: YearProduct, now: Date, untilDaysAgo: number, random: () => number): Date[] {
  const days: { d: number; weight: number }[] = [];
  for (let d = YEAR_DAYS; d > untilDaysAgo; d--) {
    const noon = at(now, d, '12:00');
    if (noon.getDay() !== 0)
      days.push({ d, weight: (product.season[noon.getMonth()] ?? 1) * (0.5 + random()) });
  }
  const all = days.reduce((sum, day) => sum + day.weight, 0);
  const pours = Math.round((product.containers * product.litres * 1_000) / product.pourMl);
  const slots: Date[] = [];
  let due = 0;
  for (const { d, weight } of days) {
    due += (pours * weight) / all;
    for (let k = 0; due >= 1; due--, k++) {
      const minutes = 8 * 60 + ((Math.floor(random() * 60) + k * 97) % 520);
      slots.push(at(now, d, `${Math.floor(minutes / 60)}:${minutes % 60}`));
    }
  }
  return slots.sort((a, b) => a.getTime() - b.getTime());
}

/** Pours at these times that empty a container; what the pump head gave beyond what was booked, the counts find missing. */
function pourEmpty(product: YearProduct, slots: Date[], sizeUl: number, random: () => number): Event[] {
  const events: Event[] = [];
  let left = sizeUl;
  let unbooked = 0;
  let counted = slots[0]?.getTime() ?? 0;
  for (const [i, when] of slots.entries()) {
    const rest = slots.length - i;
    const even = left / rest;
    const last = rest === 1;
    const person = product.who[Math.floor(random() * product.who.length)] ?? 'Odo Marsh';
    const ul = last ? left : Math.min(left, Math.round((even * (0.8 + 0.4 * random())) / 1_000) * 1_000);
    if (ul <= 0) break;
    events.push({ kind: 'pour', at: when, person, ul, note: '', reason: null });
    left -= ul;
    if (product.product !== PUMP_HEAD.product || person !== PUMP_HEAD.person) continue;
    unbooked += Math.round(ul * (PUMP_HEAD.gives - 1));
    if (when.getTime() - counted < COUNT_EVERY_DAYS * 86_400_000 || left <= unbooked || last) continue;
    events.push({
      kind: 'count',
      at: new Date(when.getTime() + 5 * 60_000),
      person: 'Odo Marsh',
      ul: unbooked,
      note: 'Less than was booked, as at the last count',
      reason: 'notKnown',
    });
    left -= unbooked;
    unbooked = 0;
    counted = when.getTime();
  }
  return events;
}

/** Books containers with all that happened to them, a few statements for the whole year. */
async function bookStories(tx: Queryable, stories: Story[]): Promise<void> {
  const [products, places, crew] = [await productRows(tx), await placeRows(tx), await peopleRows(tx)];
  const idOf = (name: string) => named(crew, name).id;
  const accounts = new Map(
    (
      await tx.rows<{ kind: string; id: number }>(
        'SELECT kind, id FROM account WHERE container_id IS NULL AND batch_id IS NULL',
      )
    ).map((a) => [a.kind, a.id]),
  );
  const movements: object[] = [];
  for (const [n, { product, lot, came, opened, empty, events }] of stories.entries()) {
    const productId = named(products, product.product).id;
    const placeId = named(places, product.place).id;
    const [sizeUl, priceMinor] = [product.litres * 1e6, Math.round(product.price * 100)];
    const deliveryId = await deliveryFor(tx, n, came, idOf('Odo Marsh'));
    const [container] = await tx.rows<{ id: number; account: number }>(
      `WITH made AS (
         INSERT INTO container (product_id, kind, size_ul, place_id, lot, received_at, opened_at, price_minor, delivery_id, retired_at, best_before)
         VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11) RETURNING id
       ) INSERT INTO account (kind, container_id) SELECT 'container', id FROM made RETURNING container_id AS id, id AS account`,
      [
        productId,
        product.kind,
        sizeUl,
        placeId,
        lot,
        came,
        opened,
        priceMinor,
        deliveryId,
        addDays(empty, 1),
        addDays(came, 730),
      ],
    );
    if (!container) continue;
    let ul = sizeUl;
    const base = { container: container.id, place: placeId, product: productId };
    const posting = (from: number, to: number, moved: number, minor: number) => ({
      from,
      to,
      ul: moved,
      minor,
    });
    movements.push({
      ...base,
      kind: 'receive',
      at: came,
      person: idOf('Odo Marsh'),
      ...posting(accounts.get('supplier') ?? 0, container.account, sizeUl, priceMinor),
    });
    movements.push({
      ...base,
      kind: 'open',
      at: opened,
      person: idOf(events[0]?.person ?? 'Odo Marsh'),
      ul: 0,
    });
    for (const e of events) {
      const minor = share(priceMinor, ul, sizeUl) - share(priceMinor, ul - e.ul, sizeUl);
      ul -= e.ul;
      const to = accounts.get(e.kind === 'count' ? 'difference' : 'used') ?? 0;
      movements.push({
        ...base,
        kind: e.kind,
        at: e.at,
        person: idOf(e.person),
        reason: e.reason,
        note: e.note,
        ...(e.kind === 'count' && { count: await countFor(tx, container.id, placeId, ul + e.ul, e, idOf) }),
        ...posting(container.account, to, e.ul, minor),
      });
    }
  }
  movements.sort((a, b) => (a as { at: Date }).at.getTime() - (b as { at: Date }).at.getTime());
  for (let i = 0; i < movements.length; i += 1_000) {
    await tx.rows(
      `WITH asked AS (
         SELECT r.*, row_number() OVER () AS n FROM jsonb_to_recordset($1::jsonb)
           AS r(kind text, at timestamptz, person int, container int, place int, product int, reason text, note text, count int, "from" int, "to" int, ul bigint, minor bigint)
       ), moved AS (
         INSERT INTO movement (kind, person_id, container_id, place_id, booked_at, happened_at, product_id, reason, note, count_id)
         SELECT kind, person, container, place, at, at, product, reason, coalesce(note, ''), count FROM asked ORDER BY n RETURNING id
       ), numbered AS (SELECT id, row_number() OVER (ORDER BY id) AS n FROM moved)
       INSERT INTO posting (movement_id, product_id, from_account, to_account, ul, minor)
       SELECT m.id, a.product, a."from", a."to", a.ul, a.minor FROM asked a JOIN numbered m USING (n) WHERE a.ul > 0 ORDER BY m.id`,
      [JSON.stringify(movements.slice(i, i + 1_000))],
    );
  }
}

async function deliveryFor(tx: Queryable, n: number, when: Date, personId: number): Promise<number | null> {
  const supplier = SUPPLIERS[n % SUPPLIERS.length] ?? '';
  const [made] = await tx.rows<{ id: number }>(
    `INSERT INTO delivery (supplier_id, reference, received_at, received_by) SELECT id, $2, $3, $4 FROM supplier WHERE name = $1 RETURNING id`,
    [supplier, `${supplier.slice(0, 2).toUpperCase()}-${400 + n * 13}`, when, personId],
  );
  return made?.id ?? null;
}

/** The sheet of a count that found something missing. */
async function countFor(
  tx: Queryable,
  containerId: number,
  placeId: number,
  bookUl: number,
  event: Event,
  idOf: (name: string) => number,
): Promise<number | null> {
  const [made] = await tx.rows<{ id: number }>(
    `WITH made AS (
       INSERT INTO count (place_id, started_by, started_at, compared_at, closed_by, closed_at) VALUES ($1, $2, $3, $4, $2, $4) RETURNING id
     ) INSERT INTO count_line (count_id, container_id, method, reading, counted_ul, within_ul, book_ul, counted_by, counted_at)
       SELECT id, $5, 'dip', '{"kind":"dip","depthMm":90}', $6, $7, $8, $2, $3 FROM made RETURNING count_id AS id`,
    [
      placeId,
      idOf(event.person),
      new Date(event.at.getTime() - 900_000),
      event.at,
      containerId,
      bookUl - event.ul,
      60_000,
      bookUl,
    ],
  );
  return made?.id ?? null;
}

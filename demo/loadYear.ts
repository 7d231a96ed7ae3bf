import { addDays } from 'date-fns';
import { uniformFrom } from '#core/mixing/random.ts';
import { share } from '#core/stock/worth.ts';
import type { Queryable } from '../server/db/books.ts';
import { insertMeasure, measures as measureRows, places as placeRows } from '../server/equipment/queries.ts';
import { people as peopleRows } from '../server/people/queries.ts';
import { products as productRows } from '../server/products/queries.ts';
import { named, SUPPLIERS } from './named.ts';
import { outOfTheOrdinary } from './outOfTheOrdinary.ts';
import { PUMP_HEAD, yearProducts } from './year.ts';
import { type YearPour, yearRuns } from './yearRuns.ts';
import { type Story, storiesOf, type YearEvent } from './yearStories.ts';

/**
 * The year before the weeks that are told fill by fill: containers that came, were opened, poured empty and put away, the
 * counts of those months, and what was out of the ordinary. The same on every machine.
 */
export async function loadYear(tx: Queryable, now: Date): Promise<void> {
  const random = uniformFrom(1_847);
  const [onIt] = await tx.rows<{ id: number }>('SELECT id FROM product WHERE name = $1', [PUMP_HEAD.product]);
  await insertMeasure(tx, { ...PUMP_HEAD.measure, productId: onIt?.id ?? null });
  const opened = await firstOpenings(tx);
  const stories = yearProducts.flatMap((p) =>
    storiesOf(p, now, daysSince(now, opened.get(p.product) ?? now), random),
  );
  await bookStories(tx, stories, random);
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

/** Books containers with all that happened to them, a few statements for the whole year. */
async function bookStories(tx: Queryable, stories: Story[], random: () => number): Promise<void> {
  const [products, places, crew] = [await productRows(tx), await placeRows(tx), await peopleRows(tx)];
  const measures = await measureRows(tx);
  const idOf = (name: string) => named(crew, name).id;
  const accounts = new Map(
    (
      await tx.rows<{ kind: string; id: number }>(
        'SELECT kind, id FROM account WHERE container_id IS NULL AND batch_id IS NULL',
      )
    ).map((a) => [a.kind, a.id]),
  );
  const movements: object[] = [];
  const counted = new Map<string, CountedLine[]>();
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
      const left = e.kind === 'pour' ? ul - e.ul : e.beyond ? e.foundUl : ul;
      const minor = Math.abs(share(priceMinor, ul, sizeUl) - share(priceMinor, left, sizeUl));
      if (e.kind === 'count') {
        const lines = counted.get(`${placeId} ${e.at.getTime()}`) ?? [];
        counted.set(`${placeId} ${e.at.getTime()}`, [
          ...lines,
          { container: container.id, place: placeId, e },
        ]);
      }
      if (e.kind === 'pour') {
        const sides = posting(container.account, accounts.get('used') ?? 0, e.ul, minor);
        const measure = named(measures, e.measure).id;
        movements.push({ ...base, kind: 'pour', at: e.at, person: idOf(e.person), measure, ...sides });
      } else if (e.beyond) {
        const difference = accounts.get('difference') ?? 0;
        const [from, to] = left < ul ? [container.account, difference] : [difference, container.account];
        movements.push({
          ...base,
          kind: 'count',
          at: e.at,
          person: idOf(e.person),
          reason: 'notKnown',
          note: '',
          counted: `${placeId} ${e.at.getTime()}`,
          ...posting(from, to, Math.abs(ul - left), minor),
        });
      }
      ul = left;
    }
  }
  const counts = await bookCounts(tx, counted, idOf);
  for (const m of movements as { counted?: string; count?: number | undefined }[]) {
    if (m.counted) m.count = counts.get(m.counted);
  }
  movements.sort((a, b) => (a as { at: Date }).at.getTime() - (b as { at: Date }).at.getTime());
  await yearRuns(tx, movements as YearPour[], random);
  for (let i = 0; i < movements.length; i += 1_000) {
    await tx.rows(
      `WITH asked AS (
         SELECT r.*, row_number() OVER () AS n FROM jsonb_to_recordset($1::jsonb)
           AS r(kind text, at timestamptz, person int, container int, place int, product int, reason text, note text, count int, measure int, job int, "from" int, "to" int, ul bigint, minor bigint)
       ), moved AS (
         INSERT INTO movement (kind, person_id, container_id, place_id, booked_at, happened_at, product_id, reason, note, count_id,
           measured_with, measure_id, job_id)
         SELECT kind, person, container, place, at, at, product, reason, coalesce(note, ''), count,
           CASE WHEN measure IS NOT NULL THEN 'measure' END, measure, job FROM asked ORDER BY n RETURNING id
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

type CountedLine = { container: number; place: number; e: YearEvent & { kind: 'count' } };

/**
 * The sheets of counts, each of what stood in one place at one time.
 *
 * @returns their ids, by place and time
 */
async function bookCounts(
  tx: Queryable,
  counted: ReadonlyMap<string, CountedLine[]>,
  idOf: (name: string) => number,
): Promise<Map<string, number>> {
  const counts = new Map<string, number>();
  for (const [key, lines] of counted) {
    const [{ place, e: first }] = lines as [CountedLine];
    const large = lines.some(({ e }) => e.beyond && Math.abs(e.foundUl - e.bookUl) > MANAGERS_UL);
    const [made] = await tx.rows<{ id: number }>(
      `WITH made AS (
         INSERT INTO count (place_id, started_by, started_at, compared_at, closed_by, closed_at) VALUES ($1, $2, $3, $4, $5, $4) RETURNING id
       ) INSERT INTO count_line (count_id, container_id, method, reading, counted_ul, within_ul, book_ul, counted_by, counted_at)
         SELECT made.id, l.container, l.reading ->> 'kind', l.reading, l.found, l.within, l.book, $2, $4
         FROM made, jsonb_to_recordset($6::jsonb) AS l(container int, reading jsonb, found bigint, within bigint, book bigint)
         RETURNING count_id AS id`,
      [
        place,
        idOf(first.person),
        new Date(first.at.getTime() - 900_000),
        first.at,
        idOf(large ? 'Hester Quill' : first.person),
        JSON.stringify(
          lines.map(({ container, e }) => ({
            container,
            reading: e.reading,
            found: e.foundUl,
            within: e.withinUl,
            book: e.bookUl,
          })),
        ),
      ],
    );
    if (made) counts.set(key, made.id);
  }
  return counts;
}

/** Larger differences are a manager's to accept. */
const MANAGERS_UL = 500_000;

import type { PersonEventKind } from '#contract/trail.ts';
import type { Queryable } from '../server/db/books.ts';
import { vessels as vesselRows, waterId } from '../server/equipment/queries.ts';
import { bookBatch, bookMovement, NEW_BATCH } from '../server/ledger/booking/book.ts';
import { singleAccounts } from '../server/ledger/booking/queries.ts';
import { noteEvent, people as peopleRows } from '../server/people/queries.ts';
import { at, named } from './named.ts';

/** What the trail shows: people, a manager's word, what was booked late, taken back and found. */
export async function outOfTheOrdinary(tx: Queryable, now: Date): Promise<void> {
  const crew = await peopleRows(tx);
  const idOf = (name: string) => named(crew, name).id;
  const events: [person: string, what: PersonEventKind, detail: string, daysAgo: number][] = [
    ['Noor Pell', 'joined', 'technician', 212],
    ['Odo Marsh', 'signedOff', 'Clinker Hyper', 90],
    ['Bram Addy', 'signedOff', 'Clinker Hyper', 90],
    ['Odo Marsh', 'role', 'technician to lead', 301],
    ['Wilf Tarrant', 'pin', '', 38],
  ];
  for (const [person, what, detail, daysAgo] of events) {
    await noteEvent(tx, {
      personId: idOf(person),
      what,
      detail,
      by: idOf('Hester Quill'),
      now: at(now, daysAgo, '09:05'),
    });
  }
  const open = await tx.rows<{
    id: number;
    product: string;
    productId: number;
    place: number;
    account: number;
  }>(
    `SELECT c.id, p.name AS product, p.id AS "productId", c.place_id AS place, a.id AS account FROM container c JOIN product p ON p.id = c.product_id
     JOIN account a ON a.container_id = c.id WHERE c.opened_at IS NOT NULL AND c.retired_at IS NULL ORDER BY c.id`,
  );
  const { used, waste, difference } = await singleAccounts(tx);
  const from = (product: string) => {
    const container = open.find((c) => c.product === product);
    if (!container) throw new Error(`the demo has no open ${product}`);
    return {
      containerId: container.id,
      placeId: container.place,
      product: container.productId,
      account: container.account,
    };
  };
  const { account: jug, product: wheelGel, ...ofGel } = from('Sleeper Wheel Gel');
  await bookMovement(tx, {
    ...ofGel,
    kind: 'pour',
    personId: idOf('Bram Addy'),
    enteredBy: idOf('Odo Marsh'),
    now: at(now, 8, '17:40'),
    happenedAt: at(now, 8, '14:20'),
    reason: 'late',
    note: 'Wheels of the red van, told at the end of the day',
    postings: [{ product: wheelGel, from: jug, to: used, ul: 110_000 }],
  });
  const { account: tar, product: tarRemover, ...ofTar } = from('Cinder Tar Remover');
  const spilt = await bookMovement(tx, {
    ...ofTar,
    kind: 'waste',
    personId: idOf('Noor Pell'),
    now: at(now, 5, '11:05'),
    reason: 'spilt',
    note: 'Knocked over in bay 1',
    postings: [{ product: tarRemover, from: tar, to: waste, ul: 1_200_000 }],
  });
  await bookMovement(tx, {
    ...ofTar,
    kind: 'reversal',
    reverses: spilt,
    personId: idOf('Hester Quill'),
    now: at(now, 5, '16:30'),
    note: 'It was 200 ml',
    postings: [{ product: tarRemover, from: waste, to: tar, ul: 1_200_000 }],
  });
  const { account: glass, product: glassCleaner, ...ofGlass } = from('Carriage Interior');
  await bookMovement(tx, {
    ...ofGlass,
    kind: 'waste',
    personId: idOf('Ines Corby'),
    now: at(now, 11, '15:10'),
    reason: 'spilt',
    postings: [{ product: glassCleaner, from: glass, to: waste, ul: 700_000 }],
  });
  await bookMovement(tx, {
    ...ofGlass,
    kind: 'found',
    personId: idOf('Odo Marsh'),
    now: at(now, 6, '08:20'),
    note: 'Half a litre stood decanted behind the vacuum',
    postings: [{ product: glassCleaner, from: difference, to: glass, ul: 500_000 }],
  });
  // One jug is past the day printed on it, one bottle past its use-by: both still stand there.
  await tx.rows(`UPDATE container SET best_before = $1 WHERE lot = 'CY-14'`, [
    at(now, 6, '12:00').toISOString().slice(0, 10),
  ]);
  await oldBottle(tx, now, idOf('Ines Corby'));
}

/** A bottle somebody mixed and nobody finished. */
async function oldBottle(tx: Queryable, now: Date, personId: number): Promise<void> {
  const container = named(
    await tx.rows<{ id: number; name: string; productId: number; place: number; account: number }>(
      `SELECT c.id, p.name, p.id AS "productId", c.place_id AS place, a.id AS account FROM container c JOIN product p ON p.id = c.product_id
       JOIN account a ON a.container_id = c.id WHERE c.opened_at IS NOT NULL AND c.retired_at IS NULL AND p.name = 'Limewash Stripping Shampoo'`,
    ),
    'Limewash Stripping Shampoo',
  );
  const vessel = named(await vesselRows(tx), 'Hose-end gun, van');
  const { tap } = await singleAccounts(tx);
  await bookBatch(tx, {
    kind: 'pour',
    personId,
    now: at(now, 47, '10:15'),
    containerId: container.id,
    placeId: container.place,
    productId: container.productId,
    vesselId: vessel.id,
    strength: { notation: 'parts', water: 14 },
    fraction: 1 / 15,
    measured: [],
    estimate: true,
    useByDays: 30,
    postings: [
      { product: container.productId, from: container.account, to: NEW_BATCH, ul: 40_000 },
      { product: await waterId(tx), from: tap, to: NEW_BATCH, ul: 560_000 },
    ],
  });
}

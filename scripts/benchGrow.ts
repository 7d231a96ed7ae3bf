import { containers } from '../server/containers/queries.ts';
import { Books } from '../server/db/books.ts';
import { containerMovements } from '../server/ledger/history.ts';
import { median, say } from './benchSay.ts';

/** What is asked of the books most, with many movements against few. */
export async function growing(folder: string, now: Date): Promise<void> {
  const look = async (movements: number) => {
    const filling = await Books.open(folder, now);
    await grow(filling, movements, now);
    await filling.close();
    const books = await Books.open(folder, now);
    const held = await median(60, () => containers(books, 0, 200));
    const moved = await median(60, () => containerMovements(books, 1, Number.MAX_SAFE_INTEGER, 51));
    await books.close();
    return { held, moved };
  };
  const few = await look(1_000);
  const many = await look(200_000);
  for (const [what, which] of [
    ['the stock position', 'held'],
    ["a container's history", 'moved'],
  ] as const) {
    const ratio = (many[which] / few[which]).toFixed(2);
    say(
      `${what} at 200,000 movements / at 1,000`,
      `${ratio} x`,
      `${many[which].toFixed(2)} ms, ${few[which].toFixed(2)} ms`,
    );
  }
}

/** Adds pours of a millilitre until the ledger holds so many movements, topped up from the supplier as they go. */
async function grow(books: Books, wanted: number, now: Date): Promise<void> {
  const [{ n = 0, supplier = 0, container = 0, used = 0 } = {}] = await books.rows<Record<string, number>>(
    `SELECT (SELECT count(*)::int FROM movement) AS n, (SELECT id FROM account WHERE kind = 'supplier') AS supplier,
            (SELECT id FROM account WHERE container_id = 1) AS container, (SELECT id FROM account WHERE kind = 'used') AS used`,
  );
  for (let at = n; at < wanted; at += 5_000) {
    const some = Math.min(5_000, wanted - at);
    await books.rows(
      `WITH moved AS (
         INSERT INTO movement (kind, person_id, container_id, place_id, booked_at, happened_at)
         SELECT CASE WHEN i % 2 = 0 THEN 'receive' ELSE 'draw' END, 1 + i % 6, 1, 1, $5::timestamptz, $5::timestamptz - i * interval '1 minute'
         FROM generate_series(1, $1::int) i RETURNING id, kind
       )
       INSERT INTO posting (movement_id, product_id, from_account, to_account, ul)
       SELECT id, 2, CASE WHEN kind = 'receive' THEN $2::int ELSE $3::int END, CASE WHEN kind = 'receive' THEN $3::int ELSE $4::int END, 1000 FROM moved`,
      [some, supplier, container, used, now],
    );
  }
}

import { describe, expect, it } from 'vitest';
import { freshFolder } from '../testing/freshBooks.ts';
import { Books } from './books.ts';
import { readMigrations } from './migrate.ts';

const NOW = new Date('2026-05-04T08:30:00Z');
/** The books as they were before what things cost went along with every millilitre. */
const BEFORE = 10;

describe('books from before costs were kept', () => {
  it('are given them in the order things happened: parts come to the price, taken back is as if it never was', async () => {
    const folder = freshFolder();
    const old = await Books.open(folder, NOW, readMigrations().slice(0, BEFORE));
    await old.rows(
      `INSERT INTO shop (name, zone, currency, units, demo, made_on) VALUES ('Tin Shed', 'Europe/London', 'GBP', 'metric', false, '2026-05-04')`,
    );
    await old.rows(`INSERT INTO person (name, role, pin_hash) VALUES ('Odo Marsh', 'lead', 'x')`);
    await old.rows(`INSERT INTO place (name, kind) VALUES ('Store', 'store')`);
    await old.rows(`INSERT INTO product (name, state, record) VALUES ('Foam', 'concentrate', '{}')`);
    await old.rows(
      `INSERT INTO container (product_id, kind, size_ul, place_id, received_at, price_minor) VALUES (2, 'jug', 5000000, 1, $1, 1000),
         (2, 'jug', 5000000, 1, $1, NULL)`,
      [NOW],
    );
    await old.rows(`INSERT INTO account (kind, container_id) VALUES ('container', 1), ('container', 2)`);
    const accounts = Object.fromEntries(
      (
        await old.rows<{ name: string; id: number }>(
          `SELECT coalesce('P-' || container_id, kind) AS name, id FROM account`,
        )
      ).map((a) => [a.name, a.id]),
    );
    const move = async (
      kind: string,
      from: string,
      to: string,
      ul: number,
      reverses: number | null = null,
    ) => {
      const container = from.startsWith('P-') ? Number(from.slice(2)) : Number(to.slice(2));
      const [made] = await old.rows<{ id: number }>(
        `INSERT INTO movement (kind, person_id, container_id, booked_at, happened_at, reverses) VALUES ($1, 1, $2, $3, $3, $4) RETURNING id`,
        [kind, container, NOW, reverses],
      );
      await old.rows(
        'INSERT INTO posting (movement_id, product_id, from_account, to_account, ul) VALUES ($1, 2, $2, $3, $4)',
        [made?.id, accounts[from], accounts[to], ul],
      );
      return made?.id ?? 0;
    };
    await move('receive', 'supplier', 'P-1', 5_000_000);
    await move('receive', 'supplier', 'P-2', 5_000_000);
    for (let i = 0; i < 3; i++) await move('draw', 'P-1', 'used', 333_333);
    const wrong = await move('waste', 'P-1', 'waste', 2_000_001);
    await move('reversal', 'waste', 'P-1', 2_000_001, wrong);
    await move('draw', 'P-2', 'used', 1_000_000);
    await move('draw', 'P-1', 'used', 5_000_000 - 3 * 333_333);
    await old.close();

    const books = await Books.open(folder, NOW);
    const costs = await books.rows<{ minor: number }>(
      `SELECT p.minor FROM posting p JOIN movement m ON m.id = p.movement_id WHERE m.container_id = 1 ORDER BY p.id`,
    );
    const [came, ...went] = costs.map((c) => c.minor);
    expect(came).toBe(1_000);
    expect(went.slice(0, 3).reduce((a, b) => a + b, 0)).toBe(200);
    expect(went[3]).toBe(went[4]);
    expect(went.slice(0, 3).reduce((a, b) => a + b, 0) + (went[5] ?? 0)).toBe(1_000);
    expect(
      await books.rows(
        'SELECT ul, minor FROM balance b JOIN account a ON a.id = b.account_id WHERE a.container_id = 1',
      ),
    ).toEqual([{ ul: 0, minor: 0 }]);
    expect(
      await books.rows(
        'SELECT minor FROM balance b JOIN account a ON a.id = b.account_id WHERE a.container_id = 2',
      ),
    ).toEqual([{ minor: 0 }]);
    expect(await books.rows('SELECT sum(minor)::int AS minor FROM balance')).toEqual([{ minor: 0 }]);
    expect(await books.rows(`SELECT sum(minor)::int AS minor FROM total_use WHERE kind = 'pour'`)).toEqual([
      { minor: 1_000 },
    ]);
    expect(await books.rows('SELECT DISTINCT product_id AS product FROM movement')).toEqual([{ product: 2 }]);
    // What was called a draw then is a pour now, in the books and in what counts along with them.
    expect(
      await books.rows(
        `SELECT kind, count(*)::int AS n FROM movement WHERE kind IN ('draw', 'pour') GROUP BY kind`,
      ),
    ).toEqual([{ kind: 'pour', n: 5 }]);
    expect(await books.rows(`SELECT proname FROM pg_proc WHERE prosrc LIKE '%''draw''%'`)).toEqual([]);
    await expect(books.rows('UPDATE posting SET minor = 1')).rejects.toThrow();
    await books.close();
  });
});

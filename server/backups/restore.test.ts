import { existsSync, mkdirSync, readdirSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { describe, expect, it } from 'vitest';
import { Books } from '../db/books.ts';
import { giveNewPin } from '../sessions/newPin.ts';
import { isPin } from '../sessions/pins.ts';
import { secretOf } from '../sessions/secret.ts';
import { serveShop } from '../testing/demoShop.ts';
import { freshFolder } from '../testing/freshBooks.ts';
import { pour } from '../testing/pours.ts';
import { CannotRestore, restore } from './restore.ts';
import { seal } from './seal.ts';

const shop = serveShop();
const now = new Date('2026-05-04T12:00:00Z');
const OF_ITS_DEVICES = ['session', 'tablet', 'answered', 'pin_attempt', 'pin_failure'];

/** Every row of every table, as the database itself says it. */
async function everything(books: { rows: Books['rows'] }): Promise<Record<string, string[]>> {
  const tables = await books.rows<{ name: string }>(
    `SELECT relname::text AS name FROM pg_class WHERE relnamespace = 'public'::regnamespace AND relkind = 'r' ORDER BY 1`,
  );
  const all: Record<string, string[]> = {};
  for (const { name } of tables) {
    if (OF_ITS_DEVICES.includes(name)) continue;
    const rows = await books.rows<{ row: string }>(
      `SELECT to_jsonb(t)::text AS row FROM "${name}" t ORDER BY 1`,
    );
    all[name] = rows.map((r) => r.row);
  }
  return all;
}

describe('a whole shop', () => {
  it('comes out as JSON and goes in again equal, row by row, and goes on from there', async () => {
    const [hester, bram] = [await shop.signIn('Hester Quill'), await shop.signIn('Bram Addy')];
    await bram('post', '/api/pours', pour({}));
    // Files are written fewer at once.
    await shop.books.rows(
      `INSERT INTO photo (key, job_id, kind, about, width, height, bytes, taken_at, received_at, taken_by)
       SELECT 'photo' || n, 1, 'before', '', 10, 10, decode(md5(n::text), 'hex'), $1, $1, 1
       FROM generate_series(1, 50) AS n`,
      [now],
    );
    const asked = { passphrase: 'four quiet wet towels' };
    expect((await bram('post', '/api/backups/shop.json', asked)).status).toBe(403);
    const answer = await hester('post', '/api/backups/shop.json', asked);
    expect(answer.status).toBe(200);
    expect(answer.headers['content-disposition']).toContain('Limepit Lane');
    const file = join(freshFolder(), 'shop.json');
    const text = JSON.stringify(answer.body);
    // It is one JSON document, and may be laid out anew by another program as long as its lines stay.
    expect(JSON.parse(text).counts.movement).toBeGreaterThan(50);
    writeFileSync(file, answer.text ?? '');

    for (const table of OF_ITS_DEVICES) {
      expect(text, table).not.toContain(`"table":"${table}"`);
    }

    const folder = freshFolder();
    expect(await restore(folder, file, now, asked.passphrase)).toEqual({ kept: null, pins: true });
    expect(secretOf(folder)).toEqual(shop.secret);
    await expect(restore(folder, file, now, 'another passphrase')).rejects.toThrow(
      /not the one it was written with/,
    );
    const restored = await Books.open(folder, now);
    const [theirs, ours] = [await everything(restored), await everything(shop.books)];
    expect(Object.keys(theirs)).toEqual(Object.keys(ours));
    for (const [table, rows] of Object.entries(ours)) expect(theirs[table], table).toEqual(rows);
    // The next of everything follows on, and what guards the ledger guards this one, too.
    const [next] = await restored.rows<{ id: number }>(
      `INSERT INTO movement (kind, person_id, booked_at, happened_at) VALUES ('open', 1, $1, $1) RETURNING id`,
      [now],
    );
    const [last] = await shop.books.rows<{ id: number }>('SELECT max(id) AS id FROM movement');
    expect(next?.id).toBe((last?.id ?? 0) + 1);
    await expect(restored.rows('UPDATE posting SET ul = 1')).rejects.toThrow();
    await restored.close();

    // Put back over books that are there: those are kept.
    const { kept, pins } = await restore(folder, file, now);
    expect(pins).toBe(false);
    expect(kept).toMatch(/before-restore-/);
    const before = await PGlite.create({ dataDir: kept ?? '' });
    expect((await before.query('SELECT 1 FROM movement WHERE id = $1', [next?.id])).rows).toHaveLength(1);
    await before.close();

    // The clock may say the same again.
    expect((await restore(folder, file, now)).kept).toBe(`${kept}-2`);
  });

  it('holds nobody’s PIN without a passphrase, and one that can’t be read with it; a manager is given a new one', async () => {
    const hester = await shop.signIn('Hester Quill');
    const short = await hester('post', '/api/backups/shop.json', { passphrase: 'wet' });
    expect([short.status, short.body.errors[0].pointer]).toEqual([422, '/passphrase']);
    const [plain, sealed] = [
      await hester('post', '/api/backups/shop.json', { passphrase: '' }),
      await hester('post', '/api/backups/shop.json', { passphrase: 'four quiet wet towels' }),
    ].map((answer) => answer.text);
    for (const text of [plain, sealed]) {
      expect(text).not.toMatch(/argon2|secret:/);
      expect(text).not.toContain(shop.secret.toString('hex'));
    }
    expect(plain).not.toContain('"sealed"');
    const folder = freshFolder();
    const file = join(folder, 'plain.json');
    writeFileSync(file, plain ?? '');
    await expect(restore(folder, file, now, 'four quiet wet towels')).rejects.toThrow(/without a passphrase/);
    expect(await restore(folder, file, now)).toEqual({ kept: null, pins: false });
    const books = await Books.open(folder, now);
    const secret = secretOf(folder);
    await expect(giveNewPin(books, 'Nobody Known', secret, now)).rejects.toThrow(/Managers: .*Hester Quill/);
    const pin = await giveNewPin(books, 'hester quill', secret, now);
    expect(pin).toMatch(/^\d{4}$/);
    const [row] = await books.rows<{ hash: string }>(
      `SELECT pin_hash AS hash FROM person WHERE name = 'Hester Quill'`,
    );
    expect(await isPin(row?.hash ?? '', pin, secret)).toBe(true);
    // With the books alone and not their secret, not even the right PIN is one.
    expect(await isPin(row?.hash ?? '', pin, Buffer.alloc(32, 1))).toBe(false);
    expect(await isPin('', pin, secret)).toBe(false);
    await books.close();
  });

  it('opens with nobody signed in who was when it was copied', async () => {
    await shop.signIn('Hester Quill');
    const folder = freshFolder();
    await shop.books.copyTo(join(folder, 'copy'));
    const copied = await PGlite.create({ dataDir: join(folder, 'copy') });
    const signedIn = 'SELECT count(*)::int AS n FROM session WHERE ended_at IS NULL';
    const n = async (db: Pick<PGlite, 'query'>) => (await db.query<{ n: number }>(signedIn)).rows[0]?.n;
    expect(await n(copied)).toBeGreaterThan(0);
    await copied.close();
    await restore(folder, join(folder, 'copy'), now);
    const restored = await PGlite.create({ dataDir: join(folder, 'books') });
    expect(await n(restored)).toBe(0);
    await restored.close();
  });

  it('goes on after every number that may have been given out, where the books that were there can’t be asked', async () => {
    const folder = freshFolder();
    await shop.books.copyTo(join(folder, 'copy'));
    mkdirSync(join(folder, 'books'));
    const { kept } = await restore(folder, join(folder, 'copy'), now);
    expect(readdirSync(kept as string)).toEqual([]);
    const restored = await Books.open(folder, now);
    const [{ id = 0 } = {}] = await restored.rows<{ id: number }>(
      `INSERT INTO place (name, kind) VALUES ('Annexe', 'bay') RETURNING id`,
    );
    await restored.close();
    expect(id).toBeGreaterThan(10_000);
  });

  it('that is damaged, cut short or no shop at all is refused, and nothing is touched', async () => {
    const hester = await shop.signIn('Hester Quill');
    const whole = (await hester('post', '/api/backups/shop.json', { passphrase: '' })).text;
    const folder = freshFolder();
    const books = await Books.open(folder, now);
    await books.close();
    const before = readFileSync(join(folder, 'books', 'PG_VERSION'), 'utf8');
    const lines = whole.split('\n');
    const bad: [string, RegExp][] = [
      [lines.slice(0, -2).join('\n'), /cut short/],
      [
        [...lines.slice(0, 5), '{"table":"nosuch","rows":[]},', ...lines.slice(5)].join('\n'),
        /Line 6 is damaged/,
      ],
      [[...lines.slice(0, 4), ...lines.slice(5)].join('\n'), /should hold/],
      ['{"name":"something else"}', /not the JSON of a whole shop/],
      ['', /not the JSON of a whole shop/],
    ];
    for (const [text, words] of bad) {
      const file = join(folder, 'bad.json');
      writeFileSync(file, text);
      await expect(restore(folder, file, now)).rejects.toThrow(words);
    }
    await expect(restore(folder, 'nosuch', now)).rejects.toThrow(CannotRestore);
    expect(readFileSync(join(folder, 'books', 'PG_VERSION'), 'utf8')).toBe(before);
    const open = await Books.open(folder, now);
    await expect(restore(folder, 'bad.json', now)).rejects.toThrow(/There is no|use|open/i);
    await open.close();
  });

  it('as a copy that is not what it was, is no copy, or is the books themselves, is refused in a sentence', async () => {
    const folder = freshFolder();
    const copy = join(folder, 'backups', 'day-2026-05-03T02-00-00');
    mkdirSync(join(copy, 'base'), { recursive: true });
    mkdirSync(join(folder, 'books'));
    writeFileSync(join(copy, 'PG_VERSION'), '18\n');
    writeFileSync(join(copy, 'base', '16384'), 'a page');
    seal(copy, now);
    writeFileSync(join(copy, 'base', '16384'), 'a pagE');
    symlinkSync('/nowhere/at/all', join(folder, 'backups', 'stick'));
    for (const [what, words] of [
      ['day-2026-05-03T02-00-00', /not as it was when it was made/],
      ['..', /no copy of the books/],
      [join(folder, 'books'), /books themselves/],
      ['stick', /There is no stick/],
      ['day-2026-05-03', /There is no day-2026-05-03. Copies: day-2026-05-03T02-00-00/],
      ['', /no copy of the books/],
    ] as const) {
      await expect(restore(folder, what, now), what).rejects.toThrow(CannotRestore);
      await expect(restore(folder, what, now), what).rejects.toThrow(words);
    }
    expect(existsSync(join(folder, 'books.coming'))).toBe(false);
    expect(existsSync(join(folder, 'books.lock'))).toBe(false);
  });
});

import { createReadStream, createWriteStream } from 'node:fs';
import { createInterface } from 'node:readline';
import type { Writable } from 'node:stream';
import { finished } from 'node:stream/promises';
import type { PGlite } from '@electric-sql/pglite';
import { versionOf } from '../db/migrate.ts';
import { type Sealed, seal, unseal } from './sealed.ts';

// A whole shop as one JSON document: every row of every table, but who is signed in and what was tried. Each of its lines can be read by itself, so that a shop
// of any size is written and read a piece at a time.

const FORMAT = 1;
const ROWS_AT_ONCE = 1_000;
/** Sheets and photos are large: so many rows of a table that holds such. */
const FILES_AT_ONCE = 20;
/** What the program itself keeps of how far it has been brought forward. */
const OF_THE_PROGRAM = 'schema_version';

/** Of this shop's devices alone: no other program is to know or go on from it. */
const OF_ITS_DEVICES = ['session', 'tablet', 'answered', 'pin_attempt', 'pin_failure', 'person_feed'];

/** A file that is not a whole shop, or is damaged: with a sentence for whoever wants it restored. */
export class NotAShop extends Error {}

type Head = { kettleMix: 'whole shop'; format: number; version: number; madeAt: string };
type Piece = { table: string; rows: object[] };

/** What a shop's PINs go with it under. */
export type Passphrase = { passphrase: string; secret: string };

/**
 * Writes the books of an open database to a file. Nobody's PIN goes with it, in whatever form, unless a passphrase is
 * given: then they go sealed.
 */
export async function writeShop(
  db: PGlite,
  file: string,
  madeAt: Date,
  under: Passphrase | null = null,
): Promise<void> {
  const to = createWriteStream(file);
  const head: Head = {
    kettleMix: 'whole shop',
    format: FORMAT,
    version: await versionOf(db),
    madeAt: madeAt.toISOString(),
  };
  await put(to, `${JSON.stringify(head).slice(0, -1)},"pieces":[\n`);
  const counts: Record<string, number> = {};
  let first = true;
  for (const table of await tablesOf(db)) {
    if (OF_ITS_DEVICES.includes(table)) continue;
    counts[table] = 0;
    for await (const rows of rowsOf(db, table)) {
      counts[table] += rows.length;
      const piece: Piece = { table, rows: rows.map((row) => withoutSecrets(table, row)) };
      await put(to, `${first ? '' : ',\n'}${JSON.stringify(piece)}`);
      first = false;
    }
  }
  const sealed = under && seal({ secret: under.secret, pins: await pinsOf(db) }, under.passphrase);
  await put(
    to,
    `\n],"counts":${JSON.stringify(counts)}${sealed ? `,"sealed":${JSON.stringify(sealed)}` : ''}}\n`,
  );
  to.end();
  await finished(to);
}

async function pinsOf(db: PGlite): Promise<Record<string, string>> {
  const { rows } = await db.query<{ id: number; hash: string }>('SELECT id, pin_hash AS hash FROM person');
  return Object.fromEntries(rows.map(({ id, hash }) => [String(id), hash]));
}

/** A row without what opens anything: four digits are found from their hash, and a manager's word was spent or is too old. */
function withoutSecrets(table: string, row: object): object {
  if (table === 'person') return { ...row, pin_hash: '' };
  if (table === 'override') return { ...row, token_hash: `spent ${(row as { id: number }).id}` };
  return row;
}

async function put(to: Writable, text: string): Promise<void> {
  if (!to.write(text)) await new Promise((drained) => to.once('drain', drained));
}

const tablesOf = async (db: PGlite): Promise<string[]> =>
  (
    await db.query<{ name: string }>(
      `SELECT relname::text AS name FROM pg_class WHERE relnamespace = 'public'::regnamespace AND relkind = 'r' AND relname <> $1 ORDER BY 1`,
      [OF_THE_PROGRAM],
    )
  ).rows.map((r) => r.name);

/** The rows of a table in the order of its key, some at a time: each step goes on from the key of the last row. */
async function* rowsOf(db: PGlite, table: string): AsyncGenerator<object[]> {
  const { rows: key } = await db.query<{ name: string; type: string }>(
    `SELECT a.attname::text AS name, format_type(a.atttypid, a.atttypmod) AS type
     FROM pg_index i CROSS JOIN LATERAL unnest(i.indkey) WITH ORDINALITY AS k(attnum, place)
     JOIN pg_attribute a ON a.attrelid = i.indrelid AND a.attnum = k.attnum
     WHERE i.indrelid = $1::regclass AND i.indisprimary ORDER BY k.place`,
    [`public."${table}"`],
  );
  const columns = key.map((k) => `"${k.name}"`).join(', ');
  const { rows: files } = await db.query(
    `SELECT FROM pg_attribute WHERE attrelid = $1::regclass AND atttypid = 'bytea'::regtype AND NOT attisdropped`,
    [`public."${table}"`],
  );
  const atOnce = files.length > 0 ? FILES_AT_ONCE : ROWS_AT_ONCE;
  let after: string[] | null = null;
  for (;;) {
    const from: string = after
      ? `WHERE (${columns}) > (${key.map((k, i) => `$${i + 1}::text::${k.type}`).join(', ')})`
      : '';
    const result: { rows: { row: object; key: string[] }[] } = await db.query(
      `SELECT to_jsonb(t) AS row, ARRAY[${key.map((k) => `"${k.name}"::text`).join(', ')}] AS key
       FROM "${table}" t ${from} ORDER BY ${columns} LIMIT ${atOnce}`,
      after ?? [],
    );
    if (result.rows.length === 0) return;
    yield result.rows.map((r) => r.row);
    after = result.rows.at(-1)?.key ?? null;
  }
}

/**
 * The first line of such a file.
 *
 * @throws NotAShop if it is none
 */
export async function headOf(file: string): Promise<Head> {
  for await (const line of createInterface({
    input: createReadStream(file),
    crlfDelay: Number.POSITIVE_INFINITY,
  })) {
    const head = parsed(`${line}]}`) as Partial<Head> | null;
    if (head?.kettleMix !== 'whole shop') break;
    if (head.format !== FORMAT || typeof head.version !== 'number') {
      throw new NotAShop(`It was written by another version of the program (format ${head.format}).`);
    }
    return head as Head;
  }
  throw new NotAShop('It is not the JSON of a whole shop.');
}

/**
 * Fills migrated, otherwise empty books with what is in a file: all of it, or none.
 *
 * @returns the secret its PINs are hashed with, where they came with it and the passphrase was given; else null
 * @throws NotAShop if the file is damaged or cut short, or the passphrase is another one
 */
export async function readShop(
  db: PGlite,
  file: string,
  passphrase: string | null = null,
): Promise<Buffer | null> {
  let secret: Buffer | null = null;
  const known = new Set(await tablesOf(db));
  const counts: Record<string, number> = {};
  let expected: Record<string, number> | null = null;
  let number = 0;
  await db.transaction(async (tx) => {
    // As they were written, so they are put back: nothing is worked out again on the way.
    await tx.exec(`SET LOCAL session_replication_role = replica`);
    await tx.exec(`TRUNCATE ${[...known].map((t) => `"${t}"`).join(', ')}`);
    const columns = new Map<string, string>();
    for await (const line of createInterface({
      input: createReadStream(file),
      crlfDelay: Number.POSITIVE_INFINITY,
    })) {
      number++;
      if (number === 1 || line === '') continue;
      if (line.startsWith('],"counts":')) {
        const end = parsed(`{${line.slice(2)}`) as { counts: Record<string, number>; sealed?: Sealed } | null;
        expected = end?.counts ?? null;
        if (passphrase !== null) secret = await restorePins(tx, end?.sealed, passphrase);
        break;
      }
      const piece = parsed(line.replace(/,$/, '')) as Piece | null;
      if (!piece || !known.has(piece.table) || !Array.isArray(piece.rows)) {
        throw new NotAShop(`Line ${number} is damaged.`);
      }
      const { table, rows } = piece;
      const names = columns.get(table) ?? (await insertable(tx, table));
      columns.set(table, names);
      await tx.query(
        `INSERT INTO "${table}" (${names}) OVERRIDING SYSTEM VALUE SELECT ${names} FROM jsonb_populate_recordset(NULL::"${table}", $1)`,
        [JSON.stringify(rows)],
      );
      counts[table] = (counts[table] ?? 0) + rows.length;
    }
    if (!expected) throw new NotAShop('It is cut short.');
    for (const [table, n] of Object.entries(expected)) {
      if ((counts[table] ?? 0) !== n)
        throw new NotAShop(`It should hold ${n} rows of ${table} and holds ${counts[table] ?? 0}.`);
    }
    await goOnCounting(tx);
  });
  return secret;
}

async function restorePins(tx: Sql, sealed: Sealed | undefined, passphrase: string): Promise<Buffer> {
  if (!sealed) throw new NotAShop('It was written without a passphrase: no PINs are in it.');
  const opened = unseal(sealed, passphrase);
  if (!opened) throw new NotAShop('The passphrase is not the one it was written with.');
  for (const [id, hash] of Object.entries(opened.pins))
    await tx.query('UPDATE person SET pin_hash = $2 WHERE id = $1', [Number(id), hash]);
  return Buffer.from(opened.secret, 'hex');
}

type Sql = Pick<PGlite, 'query' | 'exec'>;

/** The columns of a table that are not worked out by the database itself. */
async function insertable(tx: Sql, table: string): Promise<string> {
  const { rows } = await tx.query<{ name: string }>(
    `SELECT attname::text AS name FROM pg_attribute WHERE attrelid = $1::regclass AND attnum > 0 AND NOT attisdropped AND attgenerated = ''`,
    [`public."${table}"`],
  );
  return rows.map((r) => `"${r.name}"`).join(', ');
}

/** New rows are numbered on from the last there is. */
async function goOnCounting(tx: Sql): Promise<void> {
  const { rows } = await tx.query<{ table: string; column: string }>(
    `SELECT c.relname::text AS "table", a.attname::text AS "column" FROM pg_attribute a JOIN pg_class c ON c.oid = a.attrelid
     WHERE c.relnamespace = 'public'::regnamespace AND c.relkind = 'r' AND a.attidentity <> ''`,
  );
  for (const { table, column } of rows) {
    await tx.query(
      `SELECT setval(pg_get_serial_sequence($1, $2), coalesce(max("${column}"), 0) + 1, false) FROM "${table}"`,
      [`public."${table}"`, column],
    );
  }
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

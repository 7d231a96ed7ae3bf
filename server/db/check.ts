import type { Transaction } from '@electric-sql/pglite';

/** A database, or what stands before one and lets others ask in between. */
export type Readable = {
  query<T>(sql: string): Promise<{ rows: T[] }>;
  transaction<T>(work: (tx: Pick<Transaction, 'query' | 'exec'>) => Promise<T>): Promise<T>;
};

/**
 * Reads the books from end to end and says what is wrong with them, each fault in a sentence; nothing where they are
 * whole. Every page is read, and the engine refuses one whose checksum is not right. Every table is counted by itself and
 * by its key, everything referred to must be there, and every level must be what its postings come to.
 *
 * It takes as long as reading all of it does: some seconds at a million movements.
 *
 * @param done told what part of what is looked at has been, from 0 to 1
 */
export async function faultsOf(db: Readable, done: (part: number) => void = () => {}): Promise<string[]> {
  const faults: string[] = [];
  let tables: { name: string; key: string | null }[] = [];
  let references: { what: string; sql: string }[] = [];
  let looked = 0;
  const attempt = async (what: string, look: () => Promise<string | null>) => {
    try {
      const fault = await look();
      if (fault) faults.push(fault);
    } catch (error) {
      faults.push(`${what} can't be read: ${(error as Error).message}.`);
    }
    done(Math.min(1, ++looked / (tables.length + references.length + 2)));
  };
  const one = async (sql: string): Promise<number> =>
    (await db.query<{ n: number }>(sql)).rows[0]?.n ?? Number.NaN;
  /** As {@link one}, in a way of reading that holds for this question alone. */
  const read = (how: string, sql: string): Promise<number> =>
    db.transaction(async (tx) => {
      await tx.exec(how);
      return (await tx.query<{ n: number }>(sql)).rows[0]?.n ?? Number.NaN;
    });

  await attempt('The list of tables', async () => {
    tables = (await db.query<(typeof tables)[number]>(TABLES)).rows;
    references = (await db.query<(typeof references)[number]>(REFERENCES)).rows;
    return tables.length > 0 ? null : 'There are no books in it.';
  });
  for (const { name, key } of tables) {
    await attempt(`The table ${name}`, async () => {
      const rows = await read(READ_THROUGH, `SELECT count(*)::int AS n FROM "${name}"`);
      if (key === null) return null;
      const byKey = `SELECT count(*)::int AS n FROM (SELECT ${key} FROM "${name}" ORDER BY ${key}) k`;
      const keys = await read(BY_KEY, byKey);
      return rows === keys ? null : `The table ${name} has ${rows} rows, and ${keys} by its key.`;
    });
  }
  for (const { what, sql } of references) {
    await attempt(what, async () => {
      const lost = await one(sql);
      return lost === 0 ? null : `${what}: ${lost} refer to what is not there.`;
    });
  }
  await attempt('The levels', async () => {
    const off = await one(LEVELS_OFF);
    return off === 0 ? null : `${off} levels are not what their postings come to.`;
  });
  return faults;
}

const READ_THROUGH =
  'SET LOCAL enable_indexscan = off; SET LOCAL enable_indexonlyscan = off; SET LOCAL enable_bitmapscan = off';
const BY_KEY = 'SET LOCAL enable_seqscan = off; SET LOCAL enable_bitmapscan = off';

const TABLES = `
  SELECT c.relname::text AS name,
    (SELECT string_agg(format('%I', a.attname), ', ' ORDER BY k.at)
     FROM pg_constraint p, unnest(p.conkey) WITH ORDINALITY k(number, at), pg_attribute a
     WHERE p.conrelid = c.oid AND p.contype = 'p' AND a.attrelid = c.oid AND a.attnum = k.number) AS key
  FROM pg_class c WHERE c.relnamespace = 'public'::regnamespace AND c.relkind = 'r' ORDER BY 1`;

/** A question for each reference between tables: how many rows of the one name a row of the other that is not there. */
const REFERENCES = `
  SELECT format('%s of %s', string_agg(a.attname, ', ' ORDER BY k.at), p.conrelid::regclass) AS what,
    format('SELECT count(*)::int AS n FROM %s t WHERE %s AND NOT EXISTS (SELECT 1 FROM %s r WHERE %s)',
      p.conrelid::regclass, string_agg(format('t.%I IS NOT NULL', a.attname), ' AND ' ORDER BY k.at),
      p.confrelid::regclass, string_agg(format('r.%I = t.%I', b.attname, a.attname), ' AND ' ORDER BY k.at)) AS sql
  FROM pg_constraint p
  CROSS JOIN LATERAL unnest(p.conkey, p.confkey) WITH ORDINALITY k(number, other, at)
  JOIN pg_attribute a ON a.attrelid = p.conrelid AND a.attnum = k.number
  JOIN pg_attribute b ON b.attrelid = p.confrelid AND b.attnum = k.other
  WHERE p.contype = 'f' AND p.connamespace = 'public'::regnamespace
  GROUP BY p.oid, p.conrelid, p.confrelid ORDER BY 1`;

/** Levels and postings held against each other from both sides, in one reading of the postings. */
const LEVELS_OFF = `
  WITH moved AS (
    SELECT account_id, product_id, sum(ul) AS ul FROM (
      SELECT to_account AS account_id, product_id, ul FROM posting
      UNION ALL SELECT from_account, product_id, -ul FROM posting) p
    JOIN account a ON a.id = p.account_id WHERE a.physical GROUP BY 1, 2)
  SELECT count(*)::int AS n FROM moved m
  FULL JOIN (SELECT account_id, product_id, ul FROM balance WHERE physical) b USING (account_id, product_id)
  WHERE coalesce(m.ul, 0) <> coalesce(b.ul, 0)`;

import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { copyDemoBooks } from '../testing/demoSnapshot.ts';
import { openDatabase } from './engine.ts';
import { Statements } from './statements.ts';

let folder: string;
let db: PGlite;
let kept: Statements;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'kettle-statements-'));
  await copyDemoBooks(folder);
  db = await openDatabase(join(folder, 'books'));
  kept = new Statements(db);
});
afterAll(async () => {
  await db.close();
  rmSync(folder, { recursive: true, force: true });
});

describe('statements that are kept ready', () => {
  it.each<[string, unknown[]]>([
    [
      'SELECT $1::int AS n, $2::text AS t, $3::boolean AS b, $4::timestamptz AS at, $5::jsonb AS j',
      [7, 'é "quoted" \\', false, new Date('2026-05-04T08:30:00Z'), { a: [1, null] }],
    ],
    ['SELECT $1::int AS n, $2::jsonb AS j', [null, null]],
    [
      'SELECT $1::bigint AS big, $2::numeric AS exact, $3::float8 AS real',
      [9_007_199_254_740_991n, '0.10', 1.5],
    ],
    [
      'SELECT $1::int[] AS list, $2::text[] AS words',
      [
        [1, 2],
        ['a,b', '"', 'null'],
      ],
    ],
    ['SELECT id, name FROM product WHERE name ILIKE $1 ORDER BY id', ['%foam%']],
    ['UPDATE place SET name = name WHERE id = $1', [1]],
    ['UPDATE place SET name = name WHERE id = $1 RETURNING id, name', [1]],
    ['SELECT id FROM product WHERE false', []],
  ])('answer as the engine answers, the first time and each time after it: %s', async (sql, params) => {
    const { rows } = await db.query(sql, params);
    for (let time = 0; time < 8; time++) expect(await kept.rows(sql, params)).toEqual(rows);
  });

  it('refuse as the engine refuses, name what was asked, and answer what is asked next', async () => {
    const sql = 'SELECT 1 / $1::int AS n';
    for (const divisor of [1, 0, 1, 0, 1, 1]) {
      if (divisor === 0) {
        await expect(kept.rows(sql, [0])).rejects.toMatchObject({ code: '22012', query: sql });
      } else expect(await kept.rows(sql, [1])).toEqual([{ n: 1 }]);
    }
    await expect(kept.rows('SELECT FROM nowhere')).rejects.toMatchObject({ code: '42P01' });
    await expect(kept.rows(sql, ['no number'])).rejects.toMatchObject({ code: '22P02' });
    await expect(kept.rows(sql, [])).rejects.toThrow(/parameters/);
    expect(await kept.rows(sql, [1])).toEqual([{ n: 1 }]);
  });

  it('leave a transaction in which one failed to be taken back whole', async () => {
    await kept.rows('SELECT count(*) FROM place');
    const before = await kept.rows('SELECT count(*) FROM place');
    await expect(
      db.transaction(async () => {
        await kept.rows(`INSERT INTO place (name, kind) VALUES ('Half', 'store')`);
        await kept.rows('SELECT 1 / 0 AS n');
      }),
    ).rejects.toMatchObject({ code: '22012' });
    expect(await kept.rows('SELECT count(*) FROM place')).toEqual(before);
  });

  it('answer those who ask at once, each its own', async () => {
    const asked = Array.from({ length: 60 }, (_, i) => kept.rows('SELECT $1::int AS n', [i]));
    expect(await Promise.all(asked)).toEqual(Array.from({ length: 60 }, (_, i) => [{ n: i }]));
  });

  it('see a table that was changed since', async () => {
    await db.exec('CREATE TABLE changing (id int); INSERT INTO changing VALUES (1)');
    for (let time = 0; time < 4; time++) await kept.rows('SELECT id FROM changing');
    await db.exec('ALTER TABLE changing ADD COLUMN more int; TRUNCATE changing');
    expect(await kept.rows('SELECT id FROM changing')).toEqual([]);
  });

  it('are so many and no more, and those that were let go are asked like any other', async () => {
    for (let n = 0; n < 900; n++) {
      for (let time = 0; time < 2; time++) expect(await kept.rows(`SELECT ${n} AS n`)).toEqual([{ n }]);
    }
    expect(kept.kept).toBeLessThanOrEqual(400);
    const { rows } = await db.query<{ n: number }>('SELECT count(*)::int AS n FROM pg_prepared_statements');
    expect(rows[0]?.n).toBe(kept.kept);
    expect(await kept.rows('SELECT 0 AS n')).toEqual([{ n: 0 }]);
  });
});

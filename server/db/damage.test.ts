import { cpSync, existsSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { DAMAGES } from '../testing/damages.ts';
import { copyDemoBooks } from '../testing/demoSnapshot.ts';
import { freshFolder } from '../testing/freshBooks.ts';
import { Books, BooksDamaged } from './books.ts';

const NOW = new Date('2026-05-04T08:30:00Z');

let good: string;
const paths: Record<string, string> = {};
beforeAll(async () => {
  good = mkdtempSync(join(tmpdir(), 'kettle-good-'));
  await copyDemoBooks(good);
  const books = await Books.open(good, NOW);
  for (const name of [
    'movement',
    'posting',
    'movement_pkey',
    'container_pkey',
    'person_pkey',
    'shop',
    'container',
  ]) {
    const [row] = await books.rows<{ file: string }>('SELECT pg_relation_filepath($1::regclass) AS file', [
      name,
    ]);
    paths[name] = row?.file ?? '';
  }
  await books.close();
});
afterAll(() => rmSync(good, { recursive: true, force: true }));

const filesOf = (folder: string) =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((e) => e.isFile())
    .map(
      (e) =>
        `${join(e.parentPath, e.name).slice(folder.length)} ${statSync(join(e.parentPath, e.name)).size}`,
    )
    .sort();

describe('damaged books', () => {
  it.each(Object.keys(DAMAGES))(
    'are refused in words, or found when they are read through: %s',
    async (what) => {
      const folder = freshFolder();
      const at = join(folder, 'books');
      cpSync(join(good, 'books'), at, { recursive: true });
      DAMAGES[what]?.(at, (name) => join(at, paths[name] ?? ''));
      let opened: Books | null = null;
      try {
        opened = await Books.open(folder, NOW);
      } catch (error) {
        expect(error).toBeInstanceOf(BooksDamaged);
        expect((error as Error).message).toMatch(/^[a-z0-9/].* /);
        expect((error as Error).message).not.toMatch(/undefined|\[object/);
      }
      if (!opened) return;
      const faults = await opened.faults();
      await opened.close();
      expect(faults[0]).toMatch(/\.$/);
    },
  );

  it('of which a part is gone are left as they are', async () => {
    const folder = freshFolder();
    const at = join(folder, 'books');
    cpSync(join(good, 'books'), at, { recursive: true });
    rmSync(join(at, paths.movement ?? ''));
    const before = filesOf(at);
    await expect(Books.open(folder, NOW)).rejects.toThrow(/1 of their files is gone/);
    await expect(Books.open(folder, NOW)).rejects.toThrow(BooksDamaged);
    expect(filesOf(at)).toEqual(before);
    expect(existsSync(join(folder, 'books.lock'))).toBe(false);
  });

  it('are told of when a page that is asked for can’t be read any more', async () => {
    const folder = freshFolder();
    cpSync(join(good, 'books'), join(folder, 'books'), { recursive: true });
    writeFileSync(join(folder, 'books', paths.person_pkey ?? ''), Buffer.alloc(16_384, 7));
    const books = await Books.open(folder, NOW);
    let told = '';
    books.onDamage = (what) => (told = what);
    await expect(books.rows('SELECT name FROM person WHERE id = 3')).rejects.toThrow();
    expect(told).toMatch(/can't be read/);
    await books.close();
  });
});

import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { onTestFinished } from 'vitest';
import { Books } from '../db/books.ts';

/** A folder of its own for one test, gone when the test is done. */
export function freshFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'kettle-books-'));
  onTestFinished(() => rmSync(folder, { recursive: true, force: true }));
  return folder;
}

/** Empty books of its own for one test. */
export async function freshBooks(): Promise<Books> {
  const books = await Books.open(freshFolder(), new Date());
  onTestFinished(() => books.close());
  return books;
}

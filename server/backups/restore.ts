import { existsSync, mkdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import { inMegabytes } from '#contract/megabytes.ts';
import { faultsOf } from '../db/check.ts';
import { copyTree, renameForGood, syncTree } from '../db/durable.ts';
import { openDatabase } from '../db/engine.ts';
import { takeLock } from '../db/lock.ts';
import { migrate, readMigrations, refuseNewer, versionOf } from '../db/migrate.ts';
import { copyPreparedBooks } from '../db/prepared.ts';
import { freeBytes, KEPT_FREE_BYTES, sizeOf } from '../db/room.ts';
import { keepSecret, secretFile } from '../sessions/secret.ts';
import { copies } from './backups.ts';
import { goOnAfter, type Numbers, numbersOf } from './numbers.ts';
import { isUntouched, unseal } from './seal.ts';
import { headOf, NotAShop, readShop } from './wholeShop.ts';

/** Nothing was restored, and why. */
export class CannotRestore extends Error {}

/**
 * Puts a copy of the books, or a whole shop as JSON, in the place of the books under `folder`. Those there were are kept
 * beside their copies. Until what is restored has been opened and found whole, nothing there is touched.
 *
 * @param what the name of a daily copy, the path of one, or of a JSON file
 * @param passphrase what the PINs in a JSON file are sealed under; without it they are not put back
 * @returns where the books that were there are now, null where there were none; and whether anybody can sign in
 * @throws BooksInUse while a program has the books open
 * @throws CannotRestore if it is not there, or damaged
 */
export async function restore(
  folder: string,
  what: string,
  now: Date,
  passphrase: string | null = null,
): Promise<{ kept: string | null; pins: boolean }> {
  const from = [join(folder, 'backups', what), resolve(what)].find(existsSync);
  if (!from) {
    const there = copies(folder).map((c) => c.name);
    throw new CannotRestore(
      `There is no ${what}. ${there.length > 0 ? `Copies: ${there.join(', ')}.` : `There is no copy under ${join(folder, 'backups')} yet.`}`,
    );
  }
  const lock = takeLock(join(folder, 'books.lock'), now);
  const books = join(folder, 'books');
  const coming = `${books}.coming`;
  try {
    rmSync(coming, { recursive: true, force: true });
    const copied = statSync(from).isDirectory();
    if (copied) refuseWithoutRoom(folder, from);
    if (copied) await fromCopy(from, coming, books);
    const secret = copied ? null : await fromJson(from, coming, passphrase);
    const pins = await makeReady(coming, from, existsSync(books) ? await numbersOf(books) : new Map());
    let kept: string | null = null;
    if (existsSync(books)) {
      kept = unused(join(folder, 'backups', `before-restore-${now.toISOString().replace(/[:.]/g, '-')}`));
      mkdirSync(join(folder, 'backups'), { recursive: true });
      renameForGood(books, kept);
    }
    syncTree(coming);
    renameForGood(coming, books);
    if (secret) {
      if (kept && existsSync(secretFile(folder))) renameSync(secretFile(folder), `${kept}.pin-secret`);
      keepSecret(folder, secret);
    }
    return { kept, pins };
  } finally {
    rmSync(coming, { recursive: true, force: true });
    lock.release();
  }
}

/** A name nothing stands under yet, whatever the clock says. */
function unused(path: string, n = 2): string {
  if (!existsSync(path)) return path;
  return existsSync(`${path}-${n}`) ? unused(path, n + 1) : `${path}-${n}`;
}

/** The books that are there stay: a copy that is restored takes its own room beside them. */
function refuseWithoutRoom(folder: string, from: string): void {
  const [free, needed] = [freeBytes(folder), sizeOf(from) + KEPT_FREE_BYTES];
  if (free >= needed) return;
  throw new CannotRestore(
    `There is no room to restore ${basename(from)}: ${inMegabytes(free)} are free, and ${inMegabytes(needed)} are needed. Nothing was touched.`,
  );
}

/** Lays out a copy beside the books, if it is one and as it was when it was made. */
async function fromCopy(from: string, to: string, books: string): Promise<void> {
  const refuse = (why: string) => new CannotRestore(`${from} can't be restored: ${why}.`);
  if (resolve(from) === resolve(books)) throw refuse('these are the books themselves, not a copy of them');
  if (!existsSync(join(from, 'PG_VERSION'))) {
    throw refuse('it is no copy of the books, or only a part of one. Name one from the list');
  }
  if (isUntouched(from) === false) {
    throw refuse('it is not as it was when it was made and read through. Take an older one');
  }
  try {
    await copyTree(from, to);
  } catch (error) {
    throw refuse(`it can't be copied (${(error as Error).message})`);
  }
  unseal(to);
}

async function fromJson(file: string, to: string, passphrase: string | null): Promise<Buffer | null> {
  const migrations = readMigrations();
  try {
    const { version } = await headOf(file);
    refuseNewer(version, migrations);
    // First as the books were when it was written, then brought forward like older books.
    await copyPreparedBooks(to, migrations.slice(0, version));
    const db = await openDatabase(to);
    try {
      const secret = await readShop(db, file, passphrase);
      await migrate(db, migrations);
      return secret;
    } finally {
      await db.close();
    }
  } catch (error) {
    if (error instanceof NotAShop) throw new CannotRestore(`${file} can't be restored. ${error.message}`);
    throw error;
  }
}

/**
 * What can't be opened, or does not add up, never takes the place of books that can. Whoever was signed in when it was
 * copied is so no more, and no number that was given out is given out again.
 *
 * @returns whether a manager has a PIN to sign in with
 */
async function makeReady(directory: string, from: string, given: Numbers | null): Promise<boolean> {
  const wrong = (why: string) => new CannotRestore(`${from} can't be restored: ${why}.`);
  let db: PGlite;
  try {
    db = await openDatabase(directory);
  } catch {
    throw wrong('it does not open');
  }
  try {
    const version = await versionOf(db).catch((error: Error) => {
      throw wrong(`it can't be read (${error.message})`);
    });
    if (version === 0) throw wrong('it holds no books');
    refuseNewer(version, readMigrations());
    const faults = await faultsOf(db);
    if (faults[0]) throw wrong(faults[0].replace(/\.$/, ''));
    await db.query('DELETE FROM session');
    await goOnAfter(db, given);
    const managers = await db.query(
      `SELECT 1 FROM person WHERE role = 'manager' AND retired_at IS NULL AND pin_hash <> ''`,
    );
    return managers.rows.length > 0;
  } finally {
    await db.close();
  }
}

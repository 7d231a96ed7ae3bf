import { AsyncLocalStorage } from 'node:async_hooks';
import { existsSync } from 'node:fs';
import { cp } from 'node:fs/promises';
import { join } from 'node:path';
import type { PGlite, Transaction } from '@electric-sql/pglite';
import { openDatabase } from './engine.ts';
import { type Lock, takeLock } from './lock.ts';
import { type Migration, migrate, readMigrations, refuseNewer, versionOf } from './migrate.ts';
import { copyPreparedBooks } from './prepared.ts';

/** What a query may be asked of: the books themselves, or a transaction under way. */
export type Queryable = {
  rows<T>(sql: string, params?: unknown[]): Promise<T[]>;
};

/** Requests run as a role that may add to the ledger and read it, and nothing else. */
const asApplication = (db: PGlite) => db.exec(`SET ROLE kettle_app; ${BY_INDEX}`);

/**
 * Tables that are small when the books are opened may be large before they are opened again, and how a statement is
 * carried out is remembered: a row is looked up by its index from the start.
 */
const BY_INDEX = 'SET seq_page_cost = 8; SET random_page_cost = 1';

/** What a request may ask. The books are owned by another role than it asks as, and no statement leads back to that one. */
const MAY_ASK = /^[\s(]*(SELECT|INSERT|UPDATE|DELETE|TRUNCATE|WITH|ANALYZE)\b/i;
const LEADS_BACK = /\bset_config\b/i;

function refuseEscape(sql: string): void {
  if (MAY_ASK.test(sql) && !LEADS_BACK.test(sql)) return;
  throw Object.assign(new Error('the books are not asked that'), { code: '42501' });
}

/**
 * The shop's database, opened by one process at a time. Everything asked of it is asked as the role `kettle_app`,
 * which may add to the ledger and read it, and nothing else.
 */
export class Books implements Queryable {
  #db: PGlite;
  readonly #directory: string;
  readonly #lock: Lock;
  readonly #database: typeof openDatabase;
  readonly #inTransaction = new AsyncLocalStorage<true>();

  /** How many statements and transactions are under way, and what the next ones wait for while the books are copied. */
  #underWay = 0;
  #copying: Promise<unknown> | null = null;
  #idle: () => void = () => {};

  private constructor(db: PGlite, directory: string, lock: Lock, database: typeof openDatabase) {
    this.#db = db;
    this.#database = database;
    this.#directory = directory;
    this.#lock = lock;
  }

  /**
   * Opens the books under `folder`, making them if there are none, and bringing them forward if they are older. The
   * directory is copied to `folder/backups` before a migration touches it.
   *
   * @throws BooksInUse if another process has them open
   * @throws BooksTooNew if a newer program wrote them
   */
  static async open(
    folder: string,
    now: Date,
    migrations: readonly Migration[] = readMigrations(),
    database: typeof openDatabase = openDatabase,
  ): Promise<Books> {
    const lock = takeLock(join(folder, 'books.lock'), now);
    try {
      const directory = join(folder, 'books');
      if (!existsSync(directory)) await copyPreparedBooks(directory, migrations);
      let db = await database(directory);
      try {
        const version = await versionOf(db);
        refuseNewer(version, migrations);
        if (version < migrations.length) {
          await db.close();
          const stamp = now.toISOString().replace(/[:.]/g, '-');
          await cp(directory, join(folder, 'backups', `before-version-${migrations.length}-${stamp}`), {
            recursive: true,
          });
          db = await database(directory);
          await migrate(db, migrations);
        }
        // Nothing else keeps the planner's picture of the tables up to date.
        await db.exec('ANALYZE');
        await asApplication(db);
      } catch (error) {
        await db.close();
        throw error;
      }
      return new Books(db, directory, lock, database);
    } catch (error) {
      lock.release();
      throw error;
    }
  }

  /** The rows of one statement, outside any transaction. */
  async rows<T>(sql: string, params: unknown[] = []): Promise<T[]> {
    this.#refuseNested();
    refuseEscape(sql);
    return this.#ask(async () => (await this.#db.query<T>(sql, params)).rows);
  }

  /** Runs `work` in one transaction: all of it is booked, or, if it throws, none. */
  async transaction<T>(work: (tx: Queryable) => Promise<T>): Promise<T> {
    this.#refuseNested();
    return this.#ask(() =>
      this.#db.transaction((tx: Transaction) =>
        this.#inTransaction.run(true, () =>
          work({
            rows: async <R>(sql: string, params: unknown[] = []) => {
              refuseEscape(sql);
              return (await tx.query<R>(sql, params)).rows;
            },
          }),
        ),
      ),
    );
  }

  /** Copies the books to where nothing is yet. They are closed for it: whoever asks meanwhile waits until they are open. */
  async copyTo(to: string): Promise<void> {
    const copying = (async () => {
      if (this.#underWay > 0) await new Promise<void>((idle) => (this.#idle = idle));
      await this.#db.close();
      try {
        await cp(this.#directory, to, { recursive: true, errorOnExist: true, force: false });
      } finally {
        this.#db = await this.#database(this.#directory);
        await this.#db.exec('ANALYZE');
        await asApplication(this.#db);
      }
    })();
    this.#copying = copying.catch(() => undefined);
    try {
      await copying;
    } finally {
      this.#copying = null;
    }
  }

  async #ask<T>(work: () => Promise<T>): Promise<T> {
    while (this.#copying) await this.#copying;
    this.#underWay++;
    try {
      return await work();
    } finally {
      this.#underWay--;
      if (this.#underWay === 0) this.#idle();
    }
  }

  /** Lets the next process that wants these books know where they are being served. */
  tellAddress(address: string): void {
    this.#lock.tellAddress(address);
  }

  async close(): Promise<void> {
    await this.#db.close();
    this.#lock.release();
  }

  /** The books have one connection: a query outside the transaction it is called from would wait for itself for ever. */
  #refuseNested(): void {
    if (this.#inTransaction.getStore()) {
      throw new Error('the books were asked from inside a transaction: pass the transaction on and ask that');
    }
  }
}

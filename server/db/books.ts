import { AsyncLocalStorage } from 'node:async_hooks';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { Mutex, type PGlite } from '@electric-sql/pglite';
import { problem } from '../http/problems.ts';
import { faultsOf } from './check.ts';
import { changedSinceClosed, noteClosed } from './closed.ts';
import { copyTree } from './durable.ts';
import { openDatabase } from './engine.ts';
import { type Lock, takeLock } from './lock.ts';
import { type Migration, migrate, readMigrations, refuseNewer, versionOf } from './migrate.ts';
import { copyPreparedBooks } from './prepared.ts';
import { freeBytes, KEPT_FREE_BYTES } from './room.ts';
import { Statements } from './statements.ts';
import { refreshStatistics } from './statistics.ts';
import { tableFiles } from './tables.ts';

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

/** The books are not whole. The message says what was found; nothing of it was changed. */
export class BooksDamaged extends Error {}

/** What PostgreSQL says of data it can't make sense of, by its codes: damaged, missing, cut short. */
const DAMAGE = /^(XX00[12]|58P01|58030)$/;

const damage = (error: unknown): BooksDamaged | null => {
  const { code, message } = error as { code?: string; message: string };
  return code && DAMAGE.test(code) ? new BooksDamaged(`a part of them can't be read (${message})`) : null;
};

/** Opens a database whose files are all as long as they were, or says that it is damaged. */
async function openWhole(directory: string, database: typeof openDatabase): Promise<PGlite> {
  let db: PGlite;
  try {
    db = await database(directory);
  } catch (error) {
    throw new BooksDamaged(`they do not open (${(error as Error)?.message ?? error})`);
  }
  try {
    // None ever gets shorter by itself.
    const shorter = (await tableFiles(db, directory))
      .filter(({ pages, pagesSeen }) => pages < pagesSeen)
      .sort((a, b) => Number(b.isTable) - Number(a.isTable) || a.name.localeCompare(b.name));
    if (shorter[0])
      throw new BooksDamaged(
        `${shorter.length} of their tables or indexes were cut short, ${shorter[0].name} first`,
      );
    return db;
  } catch (error) {
    await db.close().catch(() => undefined);
    throw error instanceof BooksDamaged ? error : (damage(error) ?? error);
  }
}

/**
 * The shop's database, opened by one process at a time. Everything asked of it is asked as the role `kettle_app`,
 * which may add to the ledger and read it, and nothing else.
 */
export class Books implements Queryable {
  readonly #db: PGlite;
  readonly #statements: Statements;
  /** One statement or transaction at a time. */
  readonly #turn = new Mutex();
  readonly #directory: string;
  readonly #lock: Lock;
  /** They were not closed when they were last open: the program was killed, or the power failed. */
  readonly cutOff: boolean;
  readonly #inTransaction = new AsyncLocalStorage<true>();

  /** Told when something of the books can't be read any more. */
  onDamage: (what: string) => void = () => {};

  /** How many statements and transactions are under way, and what the next ones wait for while the books are copied. */
  #underWay = 0;
  #copying: Promise<unknown> | null = null;
  #idle: () => void = () => {};
  /** Whether anything may have been written since the last checkpoint. */
  #written = false;
  #closed = false;

  private constructor(db: PGlite, directory: string, lock: Lock, cutOff: boolean) {
    this.cutOff = cutOff;
    this.#db = db;
    this.#statements = new Statements(db);
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
      if (!existsSync(join(directory, 'PG_VERSION'))) {
        throw new BooksDamaged(`${directory} holds something else than books, or only a part of them`);
      }
      const { cutOff, changed } = changedSinceClosed(directory);
      if (changed) throw new BooksDamaged(changed);
      const db = await openWhole(directory, database);
      try {
        const version = await versionOf(db);
        refuseNewer(version, migrations);
        if (version < migrations.length) {
          await db.exec('CHECKPOINT');
          const stamp = now.toISOString().replace(/[:.]/g, '-');
          await copyTree(directory, join(folder, 'backups', `before-version-${migrations.length}-${stamp}`));
          await migrate(db, migrations);
        }
        await refreshStatistics(db, await tableFiles(db, directory));
        await asApplication(db);
      } catch (error) {
        await db.close();
        throw damage(error) ?? error;
      }
      return new Books(db, directory, lock, cutOff);
    } catch (error) {
      lock.release();
      throw error;
    }
  }

  /** The rows of one statement, outside any transaction. */
  async rows<T>(sql: string, params: unknown[] = []): Promise<T[]> {
    this.#refuseNested();
    refuseEscape(sql);
    return this.#ask(() => this.#statements.rows<T>(sql, params));
  }

  /** Runs `work` in one transaction: all of it is booked, or, if it throws, none. */
  async transaction<T>(work: (tx: Queryable) => Promise<T>): Promise<T> {
    this.#refuseNested();
    this.#written = true;
    return this.#ask(() =>
      this.#db.transaction(async () => {
        let closed = false;
        const rows = async <R>(sql: string, params: unknown[] = []): Promise<R[]> => {
          if (closed) throw new Error('the books were asked in a transaction that is over');
          refuseEscape(sql);
          return this.#statements.rows<R>(sql, params);
        };
        try {
          return await this.#inTransaction.run(true, () => work({ rows }));
        } finally {
          closed = true;
        }
      }),
    );
  }

  /**
   * Copies the books to where nothing is yet. They stay open: what is asked meanwhile waits until all of them is copied,
   * so that the copy is of one moment. Two who want a copy get theirs one after the other.
   */
  copyTo(to: string, done?: (part: number) => void): Promise<void> {
    return this.#alone(async () => {
      this.#refuseWithoutRoom();
      await this.#asOwner((db) => db.exec('CHECKPOINT'));
      await copyTree(this.#directory, to, done);
    });
  }

  /**
   * Has the database put into its tables what stands in its log, so that it has little to go through after a power cut, and
   * look at those that have grown much.
   */
  async settle(): Promise<void> {
    if (!this.#written) return;
    this.#written = false;
    await this.#alone(() =>
      this.#asOwner(async (db) => {
        await db.exec('CHECKPOINT');
        await refreshStatistics(db, await tableFiles(db, this.#directory));
      }),
    );
  }

  /** A checkpoint that can't be written is the end of the database: none is begun on a full disk. */
  #refuseWithoutRoom(): void {
    if (freeBytes(this.#directory) >= KEPT_FREE_BYTES) return;
    throw Object.assign(new Error('no room for a checkpoint'), { code: '53100' });
  }

  async #asOwner(work: (db: PGlite) => Promise<unknown>): Promise<void> {
    await this.#db.exec('RESET ROLE');
    try {
      await work(this.#db);
    } finally {
      await asApplication(this.#db);
    }
  }

  /** Does something while nothing else is asked of the books. */
  async #alone(work: () => Promise<void>): Promise<void> {
    while (this.#copying) await this.#copying;
    const copying = (async () => {
      if (this.#underWay > 0) await new Promise<void>((idle) => (this.#idle = idle));
      await work();
    })();
    this.#copying = copying.catch(() => undefined);
    try {
      await copying;
    } finally {
      this.#copying = null;
    }
  }

  /**
   * What is wrong with the books, read from end to end; see {@link faultsOf}. Others ask in between.
   */
  faults(): Promise<string[]> {
    const db = this.#db;
    return faultsOf({
      query: (sql) => this.#ask(() => db.query(sql)),
      transaction: (work) => this.#ask(() => db.transaction(work)),
    });
  }

  async #ask<T>(work: () => Promise<T>): Promise<T> {
    while (this.#copying) await this.#copying;
    this.#underWay++;
    try {
      return await this.#turn.runExclusive(() => {
        // Whoever still had something to ask as the program stops is told so, and nothing is wrong with the books.
        if (this.#closed) throw problem(503, 'program.stopping', {});
        return work();
      });
    } catch (error) {
      const found = damage(error);
      if (found) this.onDamage(found.message);
      throw error;
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
    this.#closed = true;
    await this.#db.close();
    noteClosed(this.#directory);
    this.#lock.release();
  }

  /** The books have one connection: a query outside the transaction it is called from would wait for itself for ever. */
  #refuseNested(): void {
    if (this.#inTransaction.getStore()) {
      throw new Error('the books were asked from inside a transaction: pass the transaction on and ask that');
    }
  }
}

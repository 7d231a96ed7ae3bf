import { mkdirSync, readdirSync, rmSync } from 'node:fs';
import { basename, join } from 'node:path';
import type { Logger } from 'pino';
import { inMegabytes } from '#contract/megabytes.ts';
import type { Backups, Making } from '#contract/shop.ts';
import type { Books } from '../db/books.ts';
import { copyTree, renameForGood } from '../db/durable.ts';
import { freeBytes, KEPT_FREE_BYTES, sizeOf } from '../db/room.ts';
import { askWorker } from '../workers/ask.ts';
import { copies, copiesFolder, isDue, nameAt, spare } from './backups.ts';

const UNFINISHED = '.unfinished';
export const readThrough = (
  directory: string,
  now: Date,
  thousandths = new Int32Array(new SharedArrayBuffer(4)),
): Promise<string[]> =>
  askWorker(
    'server/backups/readThrough.worker.ts',
    { directory, nowMs: now.getTime(), thousandths },
    READ_WITHIN_MS,
  );
/** Reading a copy of years takes a minute; whatever takes longer than this hangs. */
const READ_WITHIN_MS = 30 * 60_000;
/** After a copy that failed it is tried again so much later, and twice as late each time. */
const AGAIN_MS = 10 * 60_000;
const AGAIN_AT_MOST_MS = 6 * 3_600_000;

/** A copy was not made, and why, in a sentence. */
export class NotCopied extends Error {}

function whyNot(error: unknown): string {
  if (error instanceof NotCopied) return error.message;
  const { code, message } = error as NodeJS.ErrnoException;
  return code === 'ENOSPC'
    ? 'The disk became full while it was written. Make room on it.'
    : `It could not be written (${message}).`;
}

type Options = {
  books: Books;
  folder: string;
  /** Another folder every copy goes to as well: a stick, a share. */
  also: string | null;
  log: Logger;
  free?: (folder: string) => number;
  /** Opens a copy, reads all of it and seals it; says what is wrong with it. */
  readThrough?: typeof readThrough;
  /** What to do where a fresh copy shows that the books are damaged. */
  damaged?: (what: string) => void;
  /** Told when a copy begins and when it ends. */
  changed?: () => void;
};

/** Takes away what is there, if it can be reached at all. */
function clear(path: string): void {
  try {
    rmSync(path, { recursive: true, force: true });
  } catch {
    // The stick is out, or the share is gone.
  }
}

/** Makes the copies of the books, one at a time: written aside, read through, sealed, and only then named. */
export class Copying {
  readonly #options: Required<Options>;
  #making: Promise<string> | null = null;
  #doing: Making['doing'] = 'copying';
  #part = (): number => 0;
  #trouble: { at: string; why: string } | null = null;
  #failures = 0;
  #notBeforeMs = 0;

  constructor(options: Options) {
    this.#options = { free: freeBytes, readThrough, damaged: () => {}, changed: () => {}, ...options };
    this.#tidy(copiesFolder(options.folder));
    if (options.also) this.#tidy(options.also);
  }

  /** How it stands with the copies, as a manager is told. */
  state(): Omit<Backups, 'notRestored'> {
    const { folder, also, free } = this.#options;
    const all = copies(folder);
    return {
      newestAt: all.find((c) => c.checked)?.at ?? null,
      kept: all.length,
      copies: all,
      making: this.#making && { doing: this.#doing, part: this.#part() },
      trouble: this.#trouble,
      also,
      freeBytes: Math.min(free(folder), Number.MAX_SAFE_INTEGER),
      lowRoom: free(folder) < KEPT_FREE_BYTES + 2 * sizeOf(join(folder, 'books')),
    };
  }

  /** Makes the day's copy where it is due and nothing speaks against trying. */
  async ifDue(now: Date): Promise<boolean> {
    const { books, folder } = this.#options;
    if (this.#making || now.getTime() < this.#notBeforeMs) return false;
    const [shop] = await books.rows<{ zone: string }>('SELECT zone FROM shop');
    // One that was made while the machine's clock was wrong, in a day that has not come yet, holds up none.
    const newestAt = copies(folder).find((c) => new Date(c.at) <= now)?.at ?? null;
    if (!shop || !isDue(newestAt, now, shop.zone)) return false;
    await this.make(now);
    return true;
  }

  /**
   * Makes a copy now; who asks while one is being made gets that one.
   *
   * @returns its name
   * @throws NotCopied where there is no room, or the copy is not whole
   */
  make(now: Date): Promise<string> {
    this.#making ??= this.#make(now).finally(() => {
      this.#making = null;
      this.#options.changed();
    });
    this.#options.changed();
    return this.#making;
  }

  /** Waits until none is being made. */
  async ended(): Promise<void> {
    await this.#making?.catch(() => undefined);
  }

  async #make(now: Date): Promise<string> {
    const { folder, also, log } = this.#options;
    const to = join(copiesFolder(folder), nameAt(now));
    try {
      await this.#written(to, now);
      for (const { name } of spare(copies(folder))) {
        rmSync(join(copiesFolder(folder), name), { recursive: true, force: true });
      }
      if (also) await this.#elsewhere(to, also);
      this.#trouble = null;
      this.#failures = 0;
      this.#notBeforeMs = 0;
      return basename(to);
    } catch (error) {
      log.error(error);
      const why = whyNot(error);
      this.#trouble = { at: now.toISOString(), why };
      this.#notBeforeMs = now.getTime() + Math.min(AGAIN_AT_MOST_MS, AGAIN_MS * 2 ** this.#failures++);
      throw new NotCopied(why);
    }
  }

  async #written(to: string, now: Date): Promise<void> {
    const { books, folder, damaged } = this.#options;
    this.#room(folder, folder, 'beside the books');
    const aside = `${to}${UNFINISHED}`;
    mkdirSync(copiesFolder(folder), { recursive: true });
    rmSync(aside, { recursive: true, force: true });
    try {
      await books.copyTo(aside, this.#begins('copying'));
      const thousandths = new Int32Array(new SharedArrayBuffer(4));
      this.#begins('reading');
      this.#part = () => Atomics.load(thousandths, 0) / 1_000;
      const faults = await this.#options.readThrough(aside, now, thousandths);
      if (faults.length > 0) {
        damaged(faults[0] as string);
        throw new NotCopied(`It was read through and is not whole: ${faults[0]}`);
      }
      rmSync(to, { recursive: true, force: true });
      renameForGood(aside, to);
    } finally {
      clear(aside);
    }
  }

  /** Takes a finished copy to the other folder; the one beside the books is good whatever becomes of it. */
  async #elsewhere(copy: string, also: string): Promise<void> {
    const aside = join(also, `${basename(copy)}${UNFINISHED}`);
    try {
      mkdirSync(also, { recursive: true });
      this.#room(also, this.#options.folder, `in ${also}`);
      rmSync(aside, { recursive: true, force: true });
      await copyTree(copy, aside, this.#begins('taking'));
      renameForGood(aside, join(also, basename(copy)));
      for (const { name } of spare(copies(also, '')))
        rmSync(join(also, name), { recursive: true, force: true });
    } catch (error) {
      clear(aside);
      throw error instanceof NotCopied
        ? error
        : new NotCopied(
            `It stands beside the books, and could not be taken to ${also} (${(error as Error).message}).`,
          );
    }
  }

  /** @returns what to tell how far it is */
  #begins(doing: Making['doing']): (part: number) => void {
    this.#doing = doing;
    this.#part = () => 0;
    return (part) => {
      this.#part = () => part;
    };
  }

  #room(where: string, folder: string, said: string): void {
    const needed = 2 * sizeOf(join(folder, 'books')) + KEPT_FREE_BYTES;
    const free = this.#options.free(where);
    if (free >= needed) return;
    throw new NotCopied(
      `There is no room for it ${said}: ${inMegabytes(free)} are free, and ${inMegabytes(needed)} are needed. Make room on that disk.`,
    );
  }

  /** What was half made when the program ended is of no use to anybody. */
  #tidy(folder: string): void {
    try {
      for (const name of readdirSync(folder)) {
        if (name.endsWith(UNFINISHED)) rmSync(join(folder, name), { recursive: true, force: true });
      }
    } catch {
      // There is no such folder yet, or the stick is not in.
    }
  }
}

import { randomBytes } from 'node:crypto';
import {
  closeSync,
  linkSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { hostname } from 'node:os';
import { dirname } from 'node:path';

/** Who holds a lock: enough to name them, and to tell a living holder from one that was killed. */
type Holder = { pid: number; bornAt: string | null; host: string; since: string; address: string | null };

export type Lock = { release(): void; tellAddress(address: string): void };

/** Another process has these books open. The message names it. */
export class BooksInUse extends Error {}

/** A take-over is a matter of milliseconds; one this old was itself killed. */
const TAKEOVER_STALE_MS = 10_000;

/**
 * Takes the one lock on a data directory, so that no second process opens the same books: two of them would silently
 * lose each other's rows.
 *
 * The file is made whole and then linked into place, which either happens or does not. A lock whose process is gone
 * is taken over, by one process at a time.
 *
 * @throws BooksInUse if a living process holds it
 */
export function takeLock(file: string, now: Date): Lock {
  mkdirSync(dirname(file), { recursive: true });
  const mine: Holder = {
    pid: process.pid,
    bornAt: birthOf(process.pid),
    host: hostname(),
    since: now.toISOString(),
    address: null,
  };
  const draft = `${file}.${process.pid}.${randomBytes(4).toString('hex')}`;
  writeFileSync(draft, JSON.stringify(mine));
  try {
    if (!link(draft, file)) {
      takeOver(file);
      if (!link(draft, file)) throw inUse(file, readHolder(file));
    }
  } finally {
    rmSync(draft, { force: true });
  }
  return {
    release: () => rmSync(file, { force: true }),
    // Never half-written: whoever finds no holder in it takes it over.
    tellAddress: (address) => {
      writeFileSync(draft, JSON.stringify({ ...mine, address }));
      renameSync(draft, file);
    },
  };
}

function takeOver(file: string): void {
  const guard = `${file}.takeover`;
  try {
    if (Date.now() - statSync(guard).mtimeMs > TAKEOVER_STALE_MS) rmSync(guard, { force: true });
  } catch {
    // No guard left behind: the usual case.
  }
  let held: number;
  try {
    held = openSync(guard, 'wx');
  } catch {
    throw inUse(file, readHolder(file));
  }
  try {
    const holder = readHolder(file);
    if (holder && isAlive(holder)) throw inUse(file, holder);
    try {
      rmSync(file, { force: true });
    } catch {
      throw new BooksInUse(
        `Something else stands where the lock of the books should be: ${file}. Make sure that no other program uses these books, take it away, and start again.`,
      );
    }
  } finally {
    closeSync(held);
    rmSync(guard, { force: true });
  }
}

function link(from: string, to: string): boolean {
  try {
    linkSync(from, to);
    return true;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'EEXIST') return false;
    throw error;
  }
}

/** Who holds it; null where that can't be read. A holder writes it whole: only one that was cut off leaves less. */
function readHolder(file: string): Holder | null {
  try {
    const read = JSON.parse(readFileSync(file, 'utf8')) as Partial<Holder> | null;
    if (!Number.isInteger(read?.pid) || typeof read?.host !== 'string') return null;
    return { bornAt: null, since: 'some time ago', address: null, ...(read as Pick<Holder, 'pid' | 'host'>) };
  } catch {
    return null;
  }
}

function isAlive(holder: Holder): boolean {
  if (holder.host !== hostname()) return true;
  try {
    process.kill(holder.pid, 0);
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
  if (isZombie(holder.pid)) return false;
  return holder.bornAt === null || holder.bornAt === birthOf(holder.pid);
}

/** Ended, and nobody has taken note of it yet: its number is still taken, and it holds nothing. */
function isZombie(pid: number): boolean {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return stat.slice(stat.lastIndexOf(')') + 2).startsWith('Z');
  } catch {
    return false;
  }
}

/** When a process started, where the system tells: a number alone may since have gone to another process. */
function birthOf(pid: number): string | null {
  try {
    const boot = readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim();
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return `${boot}/${stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19]}`;
  } catch {
    return null;
  }
}

function inUse(file: string, holder: Holder | null): BooksInUse {
  const who = holder
    ? `process ${holder.pid} on ${holder.host}, started ${holder.since}${holder.address ? `, at ${holder.address}` : ''}`
    : 'another process';
  return new BooksInUse(
    `These books are already open in ${who}. Use that one, stop it first, or give another folder with --data. ` +
      `(If you are certain it is gone, delete ${file}.)`,
  );
}

import { randomBytes } from 'node:crypto';
import {
  closeSync,
  linkSync,
  mkdirSync,
  openSync,
  readFileSync,
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
    tellAddress: (address) => writeFileSync(file, JSON.stringify({ ...mine, address })),
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
    rmSync(file, { force: true });
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

function readHolder(file: string): Holder | null {
  try {
    return JSON.parse(readFileSync(file, 'utf8')) as Holder;
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
  return holder.bornAt === null || holder.bornAt === birthOf(holder.pid);
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

import { cpSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type { DiskAct, DiskLog } from './recordedFiles.ts';

/** What a disk writes whole or not at all. */
const SECTOR = 512;

type Change = Extract<DiskAct, { act: 'write' | 'resize' }>;
type Naming = Extract<DiskAct, { act: 'create' | 'rename' | 'remove' }>;

const folderOf = (path: string): string => (path.includes('/') ? dirname(path) : '');

/**
 * Lays out a directory as a power cut could have left it: all that was synced, and of what was not any part of it, in any
 * order, torn at any sector. A synced file is there under the name it was made with; any other change of names is sure
 * once the folder was synced.
 *
 * @param first the directory as it was before the first act of the log
 * @param moment how many acts had been done
 * @param chance a number from 0 to 1, another each time
 */
export function leaveBehind(
  first: string,
  log: DiskLog,
  moment: number,
  chance: () => number,
  to: string,
): void {
  const pending = new Map<number, Change[]>();
  const content = new Map<number, Held>();
  const held = (file: number): Held => {
    const known = content.get(file);
    if (known) return known;
    const path = log.first.get(file);
    const made = new Held(path === undefined ? new Uint8Array() : readFileSync(join(first, path)));
    content.set(file, made);
    return made;
  };
  const namings: { naming: Naming; sure: boolean }[] = [];
  for (const act of log.acts.slice(0, moment)) {
    switch (act.act) {
      case 'write':
      case 'resize':
        if (pending.has(act.file)) pending.get(act.file)?.push(act);
        else pending.set(act.file, [act]);
        break;
      case 'sync': {
        for (const change of pending.get(act.file) ?? []) held(act.file).change(change);
        pending.delete(act.file);
        for (const each of namings) {
          if (each.naming.act === 'create' && each.naming.file === act.file) each.sure = true;
        }
        break;
      }
      case 'syncFolder':
        for (const each of namings) if (foldersOf(each.naming).includes(act.path)) each.sure = true;
        break;
      case 'create':
      case 'rename':
      case 'remove':
        namings.push({ naming: act, sure: false });
        break;
      case 'answered':
        break;
    }
  }
  // A disk that was busy has lost nearly all of it, one that was idle nearly nothing.
  const kept = chance();
  const survives = () => chance() < kept;
  for (const [file, changes] of pending) {
    for (const change of changes) for (const part of torn(change)) if (survives()) held(file).change(part);
  }

  rmSync(to, { recursive: true, force: true });
  cpSync(first, to, { recursive: true });
  const named = new Map<string, number>();
  for (const [file, path] of log.first) named.set(path, file);
  for (const { naming, sure } of namings) {
    if (!sure && !survives()) continue;
    if (naming.act === 'create') named.set(naming.path, naming.file);
    else if (naming.act === 'remove') {
      named.delete(naming.path);
      rmSync(join(to, naming.path), { recursive: true, force: true });
    } else {
      const file = named.get(naming.from);
      if (file === undefined) continue;
      named.delete(naming.from);
      rmSync(join(to, naming.from), { force: true });
      named.set(naming.to, file);
    }
  }
  for (const [path, file] of named) {
    if (!content.has(file) && log.first.get(file) === path) continue;
    mkdirSync(dirname(join(to, path)), { recursive: true });
    writeFileSync(join(to, path), held(file).bytes);
  }
}

const foldersOf = (naming: Naming): string[] =>
  naming.act === 'rename' ? [folderOf(naming.from), folderOf(naming.to)] : [folderOf(naming.path)];

/** A change in the parts of it that a disk writes by themselves. */
function torn(change: Change): Change[] {
  if (change.act === 'resize') return [change];
  const parts: Change[] = [];
  for (let from = 0; from < change.bytes.length; ) {
    const at = change.at + from;
    const to = Math.min(change.bytes.length, from + SECTOR - (at % SECTOR));
    parts.push({ ...change, at, bytes: change.bytes.subarray(from, to) });
    from = to;
  }
  return parts;
}

/** The bytes of a file, changed in place: log files are large, and written to in small parts. */
class Held {
  #bytes: Uint8Array;
  #size: number;

  constructor(bytes: Uint8Array) {
    this.#bytes = bytes;
    this.#size = bytes.length;
  }

  get bytes(): Uint8Array {
    return this.#bytes.subarray(0, this.#size);
  }

  change(change: Change): void {
    if (change.act === 'resize') {
      this.#bytes.fill(0, change.size);
      this.#reach(change.size);
      this.#size = change.size;
    } else {
      this.#reach(change.at + change.bytes.length);
      this.#bytes.set(change.bytes, change.at);
    }
  }

  #reach(end: number): void {
    if (end > this.#bytes.length) {
      const larger = new Uint8Array(Math.max(end, 2 * this.#bytes.length));
      larger.set(this.#bytes);
      this.#bytes = larger;
    }
    this.#size = Math.max(this.#size, end);
  }
}

import { closeSync, fsyncSync, openSync, readdirSync, renameSync } from 'node:fs';
import { copyFile, mkdir, open, readdir, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';

/** Has the machine put a file, or the names in a directory, on the disk for good. */
export function syncFile(path: string): void {
  const fd = openSync(path, 'r');
  try {
    fsyncSync(fd);
  } finally {
    closeSync(fd);
  }
}

/** Has the machine put a directory and all that is in it on the disk for good. */
export function syncTree(directory: string): void {
  for (const entry of readdirSync(directory, { withFileTypes: true })) {
    const path = join(directory, entry.name);
    if (entry.isDirectory()) syncTree(path);
    else if (entry.isFile()) syncFile(path);
  }
  syncFile(directory);
}

/** Renames what is on the disk already, so that a power cut leaves it under the one name or the other. */
export function renameForGood(from: string, to: string): void {
  renameSync(from, to);
  syncFile(dirname(to));
  if (dirname(from) !== dirname(to)) syncFile(dirname(from));
}

/** So many files are copied at a time. */
const AT_ONCE = 8;

/**
 * Copies a directory and all that is in it to where nothing is yet, and puts it on the disk for good. What the machine
 * has to do meanwhile holds up nobody who asks the program for something else.
 *
 * @param done told what part of the bytes is copied, from 0 to 1
 */
export async function copyTree(
  from: string,
  to: string,
  done: (part: number) => void = () => {},
): Promise<void> {
  const waiting: [from: string, to: string, bytes: number][] = [];
  const folders: string[] = [];
  const layOut = async (source: string, target: string): Promise<void> => {
    await mkdir(target);
    folders.push(target);
    for (const entry of await readdir(source, { withFileTypes: true })) {
      const [a, b] = [join(source, entry.name), join(target, entry.name)];
      if (entry.isDirectory()) await layOut(a, b);
      else if (entry.isFile()) waiting.push([a, b, (await stat(a)).size]);
    }
  };
  await mkdir(dirname(to), { recursive: true });
  await layOut(from, to);
  const all = waiting.reduce((sum, [, , bytes]) => sum + bytes, 0);
  let copied = 0;
  const copyNext = async (): Promise<void> => {
    for (let next = waiting.pop(); next; next = waiting.pop()) {
      const [source, target, bytes] = next;
      await copyFile(source, target);
      await syncSoon(target);
      copied += bytes;
      done(all > 0 ? copied / all : 1);
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, copyNext));
  for (const folder of folders) await syncSoon(folder);
}

async function syncSoon(path: string): Promise<void> {
  const file = await open(path, 'r');
  try {
    await file.sync();
  } finally {
    await file.close();
  }
}

import { closeSync, fsyncSync, openSync, readdirSync, renameSync } from 'node:fs';
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

import { readdirSync, statfsSync, statSync } from 'node:fs';
import { join } from 'node:path';

/** So much has to stay free for the database to go on writing what it has begun: four pieces of its log. */
export const KEPT_FREE_BYTES = 64 * 2 ** 20;

/** What is free on the disk a folder lies on, in bytes; infinity where the machine does not say. */
export function freeBytes(folder: string): number {
  try {
    const { bavail, bsize } = statfsSync(folder);
    return bavail * bsize;
  } catch {
    return Number.POSITIVE_INFINITY;
  }
}

/** What a directory and all that is in it takes, in bytes; nothing where there is none. */
export function sizeOf(directory: string): number {
  let bytes = 0;
  try {
    for (const entry of readdirSync(directory, { withFileTypes: true })) {
      const path = join(directory, entry.name);
      bytes += entry.isDirectory() ? sizeOf(path) : statSync(path).size;
    }
  } catch {
    // Gone meanwhile.
  }
  return bytes;
}

import { readdirSync, statfsSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';

/** So much has to stay free for the database to go on writing what it has begun: four pieces of its log. */
export const KEPT_FREE_BYTES = 64 * 2 ** 20;

/** With less than a piece of the log the database does not even open, and looks damaged. */
const OPENS_WITH_BYTES = 16 * 2 ** 20;
const LOOK_AGAIN_MS = 2_000;

/** Waits until there is room to open the books in a folder: nobody may be there to start the program again. */
export async function untilRoom(
  folder: string,
  say: (words: string) => void,
  free = freeBytes,
): Promise<void> {
  let said = false;
  while (free(folder) < OPENS_WITH_BYTES) {
    if (!said) say(`The disk that ${folder} lies on is full. The shop opens as soon as there is room on it.`);
    said = true;
    await sleep(LOOK_AGAIN_MS);
  }
}

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

import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { syncTree } from '../db/durable.ts';

/** What says of a copy that it was opened and read through, and what it was made of. */
const SEAL = 'kettle-copy.json';
type Seal = { checkedAt: string; digest: string };

/** A digest of every file of a copy and of what it is called. */
function digestOf(directory: string): string {
  const hash = createHash('sha256');
  const files = readdirSync(directory, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && entry.name !== SEAL)
    .map((entry) => join(entry.parentPath, entry.name).slice(directory.length))
    .sort();
  for (const file of files) hash.update(`${file}\n`).update(readFileSync(join(directory, file)));
  return hash.digest('hex');
}

/** Notes on a copy that it was read through and found whole, and puts all of it on the disk for good. */
export function seal(directory: string, checkedAt: Date): void {
  const note: Seal = { checkedAt: checkedAt.toISOString(), digest: digestOf(directory) };
  writeFileSync(join(directory, SEAL), JSON.stringify(note));
  syncTree(directory);
}

/** A copy that becomes the books is a copy no more. */
export const unseal = (directory: string): void => rmSync(join(directory, SEAL), { force: true });

export const isSealed = (directory: string): boolean => existsSync(join(directory, SEAL));

/** Whether a copy is as it was when it was read through; null for one that never was. */
export function isUntouched(directory: string): boolean | null {
  try {
    const { digest } = JSON.parse(readFileSync(join(directory, SEAL), 'utf8')) as Seal;
    return digest === digestOf(directory);
  } catch {
    return isSealed(directory) ? false : null;
  }
}

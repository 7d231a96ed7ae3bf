import { readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { syncFile } from './durable.ts';

/** How long each file was when the books were closed. */
const NOTE = 'kettle-closed.json';

function lengths(directory: string, under: string): Record<string, number> {
  const all: Record<string, number> = {};
  for (const entry of readdirSync(join(directory, under), { withFileTypes: true })) {
    const path = join(under, entry.name);
    if (entry.isDirectory()) Object.assign(all, lengths(directory, path));
    else all[path] = statSync(join(directory, path)).size;
  }
  return all;
}

/** Notes how long each table and index is, once the books are closed. */
export function noteClosed(directory: string): void {
  const note = join(directory, NOTE);
  writeFileSync(note, JSON.stringify(lengths(directory, 'base')));
  syncFile(note);
}

/**
 * What is not as it was when the books were closed, in words; null where all is, or where they were not closed but cut
 * off. The note is of no use once they are open, and is taken away.
 */
export function changedSinceClosed(directory: string): { cutOff: boolean; changed: string | null } {
  let noted: Record<string, number>;
  try {
    noted = JSON.parse(readFileSync(join(directory, NOTE), 'utf8')) as Record<string, number>;
  } catch {
    return { cutOff: true, changed: null };
  }
  let now: Record<string, number> = {};
  try {
    now = lengths(directory, 'base');
  } catch {
    // Not even the folder is there.
  }
  const other = Object.entries(noted).filter(([path, size]) => now[path] !== size);
  const changed = other[0]
    ? `${other.length} of their files ${other.length === 1 ? 'is' : 'are'} gone or of another length since they were closed, ${other[0][0]} first`
    : null;
  if (changed === null) rmSync(join(directory, NOTE), { force: true });
  return { cutOff: false, changed };
}

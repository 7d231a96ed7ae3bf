import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** The folders that hold code; `demo/` holds mostly data. */
export const FLOORS = ['core', 'contract', 'server', 'web', 'demo', 'e2e', 'scripts'];

/** Every source file under a folder, as paths from the root. */
export function sourceFiles(folder: string, endings = /\.(ts|tsx)$/): string[] {
  return readdirSync(join(ROOT, folder), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && endings.test(entry.name))
    .map((entry) => join(entry.parentPath, entry.name).slice(ROOT.length))
    .sort();
}

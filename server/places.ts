import { existsSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

// Where things stand. The program runs built, from dist/program, or as it is written; nothing else needs to know which.

const HERE = fileURLToPath(import.meta.url);

/** Whether the program runs as it is written, not built. */
export const AS_WRITTEN = HERE.endsWith('.ts');

const ROOT = above(dirname(HERE));

function above(folder: string): string {
  if (existsSync(join(folder, 'package.json'))) return folder;
  const parent = dirname(folder);
  if (parent === folder) throw new Error(`no package.json stands above ${HERE}`);
  return above(parent);
}

/** A file or folder of the program, by its path in the project: `server/db/migrations`. */
export const placeOf = (path: string): string => join(ROOT, path);

/** A module of the program, by its path in the project, as it is to be loaded. */
export const moduleAt = (path: string): string =>
  AS_WRITTEN ? placeOf(path) : placeOf(`dist/program/${basename(path, '.ts')}.js`);

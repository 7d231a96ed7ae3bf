// Builds the interface into dist/web, unless what is there was built from the same sources.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

process.chdir(fileURLToPath(new URL('..', import.meta.url)));

const hash = createHash('sha256');
for (const file of [
  ...sources('web'),
  ...sources('core'),
  ...sources('contract'),
  'package-lock.json',
  'vite.config.ts',
]) {
  hash.update(file).update(readFileSync(file));
}
const wanted = hash.digest('hex');
const marker = 'dist/web/.built-from';
const built = existsSync(marker) ? readFileSync(marker, 'utf8') : '';
if (built !== wanted) {
  console.log('Building the interface ...');
  const { status } = spawnSync('npx', ['vite', 'build', '--logLevel', 'warn'], {
    stdio: ['ignore', 'inherit', 'inherit'],
  });
  if (status !== 0) process.exit(status ?? 1);
  writeFileSync(marker, wanted);
}

function sources(folder) {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !/\.test\.tsx?$/.test(entry.name))
    .map((entry) => join(entry.parentPath, entry.name))
    .sort();
}

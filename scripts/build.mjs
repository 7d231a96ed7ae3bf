// Builds what is served into dist/web and what serves it into dist/program, unless what is there was built from the same
// sources.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

process.chdir(fileURLToPath(new URL('..', import.meta.url)));

build('the interface', 'dist/web', ['vite.config.ts', 'vite.offline.config.ts'], ['web', 'core', 'contract']);
build('the program', 'dist/program', ['vite.program.config.ts'], ['server', 'demo', 'core', 'contract']);

function build(what, to, configs, folders) {
  const hash = createHash('sha256');
  for (const file of [...folders.flatMap(sources), 'package-lock.json', ...configs]) {
    hash.update(file).update(readFileSync(file));
  }
  const wanted = hash.digest('hex');
  const marker = join(to, '.built-from');
  const built = existsSync(marker) ? readFileSync(marker, 'utf8') : '';
  if (built === wanted) return;
  console.log(`Building ${what} ...`);
  for (const config of configs) {
    const { status } = spawnSync('npx', ['vite', 'build', '--config', config, '--logLevel', 'warn'], {
      stdio: ['ignore', 'inherit', 'inherit'],
    });
    if (status !== 0) process.exit(status ?? 1);
  }
  writeFileSync(marker, wanted);
}

function sources(folder) {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !/\.test\.tsx?$/.test(entry.name))
    .map((entry) => join(entry.parentPath, entry.name))
    .sort();
}

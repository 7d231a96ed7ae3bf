// Brings a fresh clone to a state in which everything else can run. Plain JavaScript: nothing is installed yet.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
process.chdir(root);

const [major, minor] = process.versions.node.split('.').map(Number);
if (major < 20 || (major === 20 && minor < 20)) {
  console.error(`Kettle Mix needs Node 20.20 or newer; this is ${process.version}.`);
  process.exit(1);
}

const wanted = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex');
const marker = 'node_modules/.installed-lock';
const installed = existsSync(marker) ? readFileSync(marker, 'utf8') : '';
if (installed !== wanted) {
  console.log('Installing what package-lock.json asks for (a few minutes the first time) ...');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  writeFileSync(marker, wanted);
}

if (process.argv.includes('--browser') && !existsSync('/usr/bin/chromium-headless-shell')) {
  console.log("Installing Debian's Chromium for the browser tests ...");
  run('apt-get', ['update', '-qq']);
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium-headless-shell']);
}

function run(command, args) {
  const { status } = spawnSync(command, args, { stdio: ['ignore', 'inherit', 'inherit'] });
  if (status !== 0) {
    console.error(`"${command} ${args.join(' ')}" failed.`);
    process.exit(status ?? 1);
  }
}

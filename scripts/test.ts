// Everything that must hold, in one go: types, lint, floors, dead code, and the tests of all three kinds.
// Ends with "N passed, N failed"; fails where nothing ran and where anything was skipped.
import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { shareOfTests } from './shareOfTests.ts';

type Counts = { passed: number; failed: number; skipped: number };

const reports = mkdtempSync(join(tmpdir(), 'kettle-test-'));
const total: Counts = { passed: 0, failed: 0, skipped: 0 };
let child: ChildProcess | null = null;
process.on('SIGINT', () => child?.kill('SIGINT'));

check('types', 'npm', ['run', '--silent', 'types']);
check('lint', 'npx', ['biome', 'ci', '--error-on-warnings', '.']);
check('floors', 'node', ['--import', 'tsx', 'scripts/floors.ts']);
check('dead code', 'npx', ['knip', '--no-progress']);

for (const project of ['unit', 'server']) {
  const report = join(reports, `${project}.json`);
  await run('npx', [
    'vitest',
    'run',
    '--project',
    project,
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${report}`,
  ]);
  count(project, () => {
    const { numPassedTests, numFailedTests, numPendingTests, numTodoTests, numFailedTestSuites } =
      readJson(report);
    const failed = numFailedTests + (numFailedTests === 0 ? numFailedTestSuites : 0);
    return { passed: numPassedTests, failed, skipped: numPendingTests + numTodoTests };
  });
}

const browserReport = join(reports, 'browser.json');
await run('npx', ['playwright', 'test', '-c', 'e2e'], { PLAYWRIGHT_JSON_OUTPUT_NAME: browserReport });
count('browser', () => {
  const { expected, unexpected, flaky, skipped } = readJson(browserReport).stats;
  if (flaky > 0) console.log(`${flaky} of the browser tests passed at the second try only.`);
  return { passed: expected + flaky, failed: unexpected, skipped };
});

rmSync(reports, { recursive: true, force: true });
console.log(`\n${shareOfTests()}`);
if (total.skipped > 0) console.log(`${total.skipped} skipped: a skipped test counts as failed.`);
console.log(`${total.passed} passed, ${total.failed + total.skipped} failed`);
process.exit(total.passed > 0 && total.failed + total.skipped === 0 ? 0 : 1);

function check(name: string, command: string, args: string[]): void {
  const { status } = spawnSync(command, args, { stdio: ['ignore', 'inherit', 'inherit'] });
  console.log(`${status === 0 ? 'ok' : 'FAILED'}: ${name}`);
  if (status !== 0) total.failed++;
}

function run(command: string, args: string[], env: Record<string, string> = {}): Promise<void> {
  return new Promise((done) => {
    child = spawn(command, args, {
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    });
    child.on('close', () => done());
    child.on('error', () => done());
  });
}

/** Adds a report's counts; a report that is missing or counts nothing is a failure. */
function count(name: string, read: () => Counts): void {
  let counts: Counts;
  try {
    counts = read();
  } catch {
    counts = { passed: 0, failed: 0, skipped: 0 };
  }
  if (counts.passed + counts.failed + counts.skipped === 0) {
    console.log(`FAILED: the ${name} tests did not run`);
    counts.failed = 1;
  }
  total.passed += counts.passed;
  total.failed += counts.failed;
  total.skipped += counts.skipped;
}

function readJson(file: string) {
  return JSON.parse(readFileSync(file, 'utf8'));
}

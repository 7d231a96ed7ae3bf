// Everything that must hold, in one go: types, lint, floors, dead code, and the tests of all three kinds.
// Ends with "N passed, N failed"; fails where nothing ran and where anything was skipped.
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { shareOfTests } from './shareOfTests.ts';

type Counts = { passed: number; failed: number; skipped: number };
type Timed = { name: string; ms: number };

const reports = mkdtempSync(join(tmpdir(), 'kettle-test-'));
const total: Counts = { passed: 0, failed: 0, skipped: 0 };
const times: Timed[] = [];
const failures: string[] = [];
const children = new Set<ChildProcess>();
process.on('SIGINT', () => {
  for (const child of children) child.kill('SIGINT');
});

// Two at a time: the types take as long as all the rest that needs no database.
await Promise.all([
  check('types', 'npm', ['run', '--silent', 'types']),
  (async () => {
    await check('lint', 'npx', ['biome', 'ci', '--error-on-warnings', '.']);
    await check('floors', 'node', ['--import', 'tsx', 'scripts/floors.ts']);
    await check('dead code', 'npx', ['knip', '--no-progress']);
    await vitest('unit');
  })(),
]);
await vitest('server');

const browserReport = join(reports, 'browser.json');
await run('npx', ['playwright', 'test', '-c', 'e2e'], { PLAYWRIGHT_JSON_OUTPUT_NAME: browserReport });
count('browser', () => {
  const { stats, suites } = readJson(browserReport);
  lookThrough(suites);
  // Nothing is tried twice, so nothing is flaky; if it ever is, it counts as failed.
  return { passed: stats.expected, failed: stats.unexpected + stats.flaky, skipped: stats.skipped };
});

rmSync(reports, { recursive: true, force: true });
console.log('\nThe slowest ten:');
for (const { name, ms } of times.sort((a, b) => b.ms - a.ms).slice(0, 10)) {
  console.log(`${(ms / 1_000).toFixed(1).padStart(7)} s  ${name}`);
}
console.log(`\n${shareOfTests()}`);
// Once more and last, shortened: whoever reads the end of a long log reads what is wrong.
for (const failure of failures) console.log(`FAILED: ${failure.slice(0, 2_000)}\n`);
if (total.skipped > 0) console.log(`${total.skipped} skipped: a skipped test counts as failed.`);
console.log(`${total.passed} passed, ${total.failed + total.skipped} failed`);
process.exit(total.passed > 0 && total.failed + total.skipped === 0 ? 0 : 1);

async function check(name: string, command: string, args: string[]): Promise<void> {
  const passed = (await run(command, args)) === 0;
  console.log(`${passed ? 'ok' : 'FAILED'}: ${name}`);
  if (!passed) {
    total.failed++;
    failures.push(name);
  }
}

async function vitest(project: 'unit' | 'server'): Promise<void> {
  const report = join(reports, `${project}.json`);
  const reporters = ['--reporter=default', '--reporter=json', `--outputFile.json=${report}`];
  const ended = await run('npx', ['vitest', 'run', '--project', project, ...reporters]);
  count(project, () => {
    const {
      numPassedTests,
      numFailedTests,
      numPendingTests,
      numTodoTests,
      numFailedTestSuites,
      testResults,
    } = readJson(report);
    for (const { name, status, message, assertionResults } of testResults) {
      for (const test of assertionResults) {
        times.push({ name: test.fullName, ms: test.duration ?? 0 });
        if (test.status === 'failed') failures.push(`${test.fullName}\n${test.failureMessages.join('\n')}`);
      }
      if (status === 'failed' && message) failures.push(`${name}\n${message}`);
    }
    // A file that does not load, and what goes wrong outside any test, are failures as well.
    const failed = numFailedTests || numFailedTestSuites || (ended === 0 ? 0 : 1);
    if (failed > 0 && numFailedTests === 0 && numFailedTestSuites === 0)
      failures.push(`${project}: something went wrong outside any test; it is told above`);
    return { passed: numPassedTests, failed, skipped: numPendingTests + numTodoTests };
  });
}

/** @returns how it ended: 0 where it did what it should */
function run(command: string, args: string[], env: Record<string, string> = {}): Promise<number> {
  return new Promise((done) => {
    const child = spawn(command, args, {
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    });
    children.add(child);
    child.on('close', (code) => {
      children.delete(child);
      done(code ?? 1);
    });
    child.on('error', () => done(1));
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
    failures.push(`the ${name} tests did not run`);
    counts.failed = 1;
  }
  total.passed += counts.passed;
  total.failed += counts.failed;
  total.skipped += counts.skipped;
}

type Result = { duration: number; status: string; error?: { message?: string } };
type Suite = { suites?: Suite[]; specs: { title: string; ok: boolean; tests: { results: Result[] }[] }[] };

function lookThrough(suites: Suite[]): void {
  for (const { suites: inner = [], specs } of suites) {
    for (const { title, ok, tests } of specs) {
      const results = tests.flatMap((t) => t.results);
      times.push({ name: title, ms: results.reduce((sum, r) => sum + r.duration, 0) });
      if (!ok) failures.push([title, ...results.map((r) => r.error?.message ?? r.status)].join('\n'));
    }
    lookThrough(inner);
  }
}

function readJson(file: string) {
  return JSON.parse(readFileSync(file, 'utf8'));
}

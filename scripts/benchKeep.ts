import { type ChildProcess, spawn } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { NodeFS } from '@electric-sql/pglite/nodefs';
import { pino } from 'pino';
import { Copying } from '../server/backups/copying.ts';
import { restore } from '../server/backups/restore.ts';
import { Books } from '../server/db/books.ts';
import { openDatabase } from '../server/db/engine.ts';
import { median, say } from './benchSay.ts';
import { ROOT } from './sources.ts';

const RESTARTS = 5;
const AIM_MS = 2_000;

const took = async (work: () => unknown): Promise<number> => {
  const start = performance.now();
  await work();
  return performance.now() - start;
};

/** What keeping the books takes, however many movements are in them: starting again, a copy, putting it back. */
export async function keeping(folder: string, movements: number, now: Date): Promise<void> {
  const at = `at ${movements.toLocaleString('en-GB')} movements`;
  const starts: number[] = [];
  let worstMs = 0;
  for (let i = 0; i < RESTARTS; i++) {
    const { ms, program, address } = await started(folder, now);
    // Books that were cut off are read through meanwhile: so long somebody waits at most.
    if (i > 0) starts.push(ms);
    for (let asked = 0; asked < 20; asked++) {
      worstMs = Math.max(worstMs, await took(() => fetch(new URL('/api/shop', address))));
    }
    const ended = new Promise((done) => program.once('exit', done));
    program.kill('SIGKILL');
    await ended;
  }
  const startMs = starts.sort((a, b) => a - b)[Math.floor(starts.length / 2)] ?? 0;
  say(
    `starting again after kill -9 ${at} / ${AIM_MS / 1_000} s`,
    `${(startMs / AIM_MS).toFixed(2)} x`,
    `${startMs.toFixed(0)} ms; the longest a request waited then ${worstMs.toFixed(0)} ms`,
  );

  const books = await Books.open(folder, now);
  const log = pino({ level: 'fatal' });
  const throughMs = await took(() => books.faults());
  const copying = new Copying({ books, folder, also: null, log });
  let name = '';
  const copyMs = await took(async () => {
    name = await copying.make(now);
  });
  await books.close();
  const plain = join(folder, 'plain');
  const plainMs = await took(() => cpSync(join(folder, 'books'), plain, { recursive: true }));
  rmSync(plain, { recursive: true });
  const restoreMs = await took(() => restore(folder, name, now));
  const figures = {
    'reading the books through': throughMs,
    'a copy, read through': copyMs,
    'putting it back': restoreMs,
  };
  for (const [what, ms] of Object.entries(figures)) {
    say(
      `${what} ${at} / copying the files`,
      `${(ms / plainMs).toFixed(1)} x`,
      `${(ms / 1_000).toFixed(2)} s, ${(plainMs / 1_000).toFixed(2)} s`,
    );
  }
}

async function started(
  folder: string,
  now: Date,
): Promise<{ ms: number; program: ChildProcess; address: string }> {
  const start = performance.now();
  const args = [
    'dist/program/main.js',
    '--demo',
    '--data',
    folder,
    '--port',
    '0',
    '--now',
    now.toISOString(),
  ];
  const program = spawn('node', args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'inherit'] });
  const address = await new Promise<string>((found, failed) => {
    let printed = '';
    program.stdout?.on('data', (chunk: Buffer) => {
      printed += chunk;
      const address = /(http:\/\/[\d.]+:\d+)\//.exec(printed)?.[1];
      if (address) found(address);
    });
    program.once('exit', (code) => failed(new Error(`the program ended with ${code}: ${printed}`)));
  });
  const answer = await fetch(new URL('/api/shop', address));
  if (!answer.ok) throw new Error(`the shop answered ${answer.status}`);
  return { ms: performance.now() - start, program, address };
}

/** A commit that is on the disk before it is answered, against one that is only handed to the machine. */
export async function committing(): Promise<void> {
  const commit = async (open: (directory: string) => Promise<PGlite>) => {
    const directory = mkdtempSync(join(tmpdir(), 'kettle-commit-'));
    const db = await open(directory);
    await db.exec('CREATE TABLE line (id int)');
    const ms = await median(300, async () => {
      await db.query('INSERT INTO line VALUES (1)');
    });
    await db.close();
    rmSync(directory, { recursive: true });
    return ms;
  };
  const synced = await commit(openDatabase);
  const handed = await commit((directory) => PGlite.create({ fs: new NodeFS(directory) }));
  say(
    'a commit that is on the disk / one that may not be',
    `${(synced / handed).toFixed(2)} x`,
    `${synced.toFixed(2)} ms, ${handed.toFixed(2)} ms`,
  );
}

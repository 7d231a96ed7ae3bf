import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** A Monday morning in spring: every browser test happens on the same day. */
export const MORNING = '2026-05-04T08:30:00Z';
export const EARLIER = '2026-05-04T08:20:00Z';

/** The demo shop's books, made once for all tests. */
export const demoBooks = (): string => process.env.KETTLE_DEMO_BOOKS as string;

/** The real program, started for one test, on books of its own. */
export class RunningShop {
  readonly folder = mkdtempSync(join(tmpdir(), 'kettle-e2e-'));
  address = '';
  printed = '';
  /** When it was opened last, on the machine's clock. */
  openedMs = 0;
  #child: ChildProcess | null = null;
  readonly #args: string[];

  constructor(args: string[]) {
    this.#args = args;
  }

  /** @param at what time it is in the shop, where that is later than when it was opened first */
  async start(port = 0, at: string | null = null): Promise<this> {
    const args = [
      'dist/program/main.js',
      '--data',
      this.folder,
      '--port',
      String(port),
      ...this.#args.map((arg, i, all) => (at && all[i - 1] === '--now' ? at : arg)),
    ];
    const child = spawn('node', args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
    this.#child = child;
    this.printed = '';
    this.address = await new Promise((found, failed) => {
      const read = (chunk: Buffer) => {
        this.printed += chunk;
        const address = /(http:\/\/[\d.]+:\d+)\/\S*\s/.exec(this.printed)?.[1];
        if (address) found(address);
      };
      child.stdout.on('data', read);
      child.stderr.on('data', read);
      child.once('exit', (code) => failed(new Error(`the shop ended with ${code}: ${this.printed}`)));
    });
    this.openedMs = Date.now();
    return this;
  }

  get port(): number {
    return Number(new URL(this.address).port);
  }

  async end(signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
    const child = this.#child;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const ended = new Promise((done) => child.once('exit', done));
    child.kill(signal);
    await ended;
  }

  async clear(): Promise<void> {
    await this.end('SIGKILL');
    rmSync(this.folder, { recursive: true, force: true });
  }
}

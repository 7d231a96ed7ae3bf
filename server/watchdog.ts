import { setTimeout as sleep } from 'node:timers/promises';
import type { WatchdogData } from './watchdog.worker.ts';
import { startWorker } from './workers/start.ts';

/** How often the program shows that it is alive, and how long it may show nothing before it is ended. */
const BEAT_MS = 1_000;
const SILENT_MS = 90_000;
/** A database that refuses three questions in a row is not going to answer a fourth. */
const REFUSED_IN_A_ROW = 3;
const ASK_EVERY_MS = 15_000;
/** A refusal is made sure of at once: everybody in the shop waits meanwhile. */
const REFUSED_AGAIN_MS = 2_000;

/** Set for a program that was started in the place of one that hung. */
const AFTER = 'KETTLE_AFTER';
const TIMES = 'KETTLE_TIMES';
const MOST_TIMES = 3;
/** What has run so long was started well. */
const WELL_MS = 30 * 60_000;

/** A question that is never answered is one that is refused. */
const silence = (ms: number) =>
  sleep(ms, undefined, { ref: false }).then(() => Promise.reject(new Error('no answer')));

type Options = {
  /** Asks the database something small. */
  ask: () => Promise<unknown>;
  beatMs?: number;
  silentMs?: number;
  askEveryMs?: number;
};

/**
 * Watches over the program from a thread of its own. Where it shows no life any more (a database that spins on a full disk
 * holds up everything) or its database refuses whatever it is asked, it is ended as by `kill -9`, which loses nothing that
 * was acknowledged, and started again with the same command.
 *
 * @returns what ends the watch
 */
export function watchOver({
  ask,
  beatMs = BEAT_MS,
  silentMs = SILENT_MS,
  askEveryMs = ASK_EVERY_MS,
}: Options): () => void {
  const alive = new Int32Array(new SharedArrayBuffer(8));
  const times = Number(process.env[TIMES] ?? 0);
  const data: WatchdogData = {
    alive,
    silentMs,
    command: [process.execPath, ...process.execArgv, ...process.argv.slice(1)],
    env: times < MOST_TIMES ? { [AFTER]: String(process.pid), [TIMES]: String(times + 1) } : null,
  };
  const worker = startWorker('server/watchdog.worker.ts', data);
  worker.unref();
  const beat = setInterval(() => void Atomics.add(alive, 0, 1), beatMs);
  const well = setTimeout(() => delete process.env[TIMES], WELL_MS);
  let refused = 0;
  let next: ReturnType<typeof setTimeout>;
  const askAfter = (ms: number) => {
    next = setTimeout(() => {
      Promise.race([ask(), silence(silentMs)]).then(
        () => {
          refused = 0;
          askAfter(askEveryMs);
        },
        () => {
          if (++refused >= REFUSED_IN_A_ROW) Atomics.store(alive, 1, 1);
          askAfter(Math.min(askEveryMs, REFUSED_AGAIN_MS));
        },
      );
    }, ms);
    next.unref();
  };
  askAfter(askEveryMs);
  for (const timer of [beat, well]) timer.unref();
  return () => {
    for (const timer of [beat, well, next]) clearTimeout(timer);
    void worker.terminate();
  };
}

/** Waits until the program in whose place this one was started is gone. */
export async function afterTheOther(): Promise<void> {
  const other = Number(process.env[AFTER]);
  delete process.env[AFTER];
  for (let i = 0; other && i < 300 && isThere(other); i++) {
    await new Promise((later) => setTimeout(later, 100));
  }
}

function isThere(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}

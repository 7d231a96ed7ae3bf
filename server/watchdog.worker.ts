import { spawn } from 'node:child_process';
import { writeSync } from 'node:fs';
import { workerData } from 'node:worker_threads';

/** What the watching thread is told. */
export type WatchdogData = {
  /** First: counted up by a program that is alive. Second: 1 once its database refuses to answer. */
  alive: Int32Array;
  silentMs: number;
  /** How the program was started. */
  command: string[];
  /** What to start it again with; null: it is not started again. */
  env: Record<string, string> | null;
};

const { alive, silentMs, command, env } = workerData as WatchdogData;
const LOOKS = 18;
let last = -1;
let unchanged = 0;

// Looks are counted, not time: a machine that was asleep is none that hangs.
setInterval(() => {
  const now = Atomics.load(alive, 0);
  unchanged = now === last ? unchanged + 1 : 0;
  last = now;
  const refuses = Atomics.load(alive, 1) === 1;
  if (!refuses && unchanged < LOOKS) return;
  const [run, ...args] = command as [string, ...string[]];
  writeSync(
    2,
    `${refuses ? 'The database no longer answers' : 'The program hangs'}; it is ended${env ? ' and started again' : ' for good, having been started again in vain'}. Nothing that was booked is lost.\n`,
  );
  if (env) spawn(run, args, { detached: true, stdio: 'inherit', env: { ...process.env, ...env } });
  process.kill(process.pid, 'SIGKILL');
}, silentMs / LOOKS);

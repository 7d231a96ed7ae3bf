import { type Remote, wrap } from 'comlink';
import type { Dwell } from '../workers/dwell.worker.ts';

let worker: Remote<Dwell> | null = null;

/** One worker for the page, started with the first question. */
export function dwell(): Remote<Dwell> {
  worker ??= wrap<Dwell>(
    new Worker(new URL('../workers/dwell.worker.ts', import.meta.url), { type: 'module' }),
  );
  return worker;
}

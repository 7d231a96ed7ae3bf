import { Worker } from 'node:worker_threads';

/**
 * Has a worker do one job and waits for the one thing it says.
 *
 * @param job the worker's own module, a TypeScript file
 * @param withinMs after how long it is ended, in milliseconds; null: it takes as long as it takes
 * @throws whatever went wrong in it, and where it took too long
 */
export function askWorker<T>(job: URL, data: object, withinMs: number | null = null): Promise<T> {
  const worker = new Worker(new URL('./boot.mjs', import.meta.url), {
    workerData: { ...data, job: job.href },
  });
  return new Promise<T>((done, failed) => {
    const late = () => {
      failed(new Error('it took too long'));
      void worker.terminate();
    };
    const limit = withinMs === null ? null : setTimeout(late, withinMs);
    worker.once('exit', () => limit && clearTimeout(limit));
    worker.once('message', done);
    worker.once('error', failed);
    worker.once('exit', (code) => code !== 0 && failed(new Error(`a worker ended with ${code}`)));
  });
}

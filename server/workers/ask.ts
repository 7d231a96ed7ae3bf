import { startWorker } from './start.ts';

/**
 * Has a worker do one job and waits for the one thing it says.
 *
 * @param module the worker's own module, by its path in the project
 * @param withinMs after how long it is ended, in milliseconds; null: it takes as long as it takes
 * @throws whatever went wrong in it, and where it took too long
 */
export function askWorker<T>(module: string, data: object, withinMs: number | null = null): Promise<T> {
  const worker = startWorker(module, data);
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

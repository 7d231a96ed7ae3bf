import { pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';
import { AS_WRITTEN, moduleAt, placeOf } from '../places.ts';

/**
 * Starts a worker.
 *
 * @param module its own module, by its path in the project
 */
export function startWorker(module: string, data: object = {}): Worker {
  const job = moduleAt(module);
  return AS_WRITTEN
    ? new Worker(placeOf('server/workers/boot.mjs'), {
        workerData: { ...data, job: pathToFileURL(job).href },
      })
    : new Worker(job, { workerData: data });
}

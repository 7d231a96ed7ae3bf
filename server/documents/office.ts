import type { Worker } from 'node:worker_threads';
import { type Remote, wrap } from 'comlink';
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs';
import { startWorker } from '../workers/start.ts';
import type { Office } from './office.worker.ts';

/**
 * Where documents are laid out: a worker of its own, started with the first of them, so that nobody else waits while
 * fonts are read and pages drawn.
 */
export class Documents {
  #worker: Worker | null = null;
  #office: Remote<Office> | null = null;

  readonly labelPdf: (...asked: Parameters<Office['labelPdf']>) => Promise<Uint8Array> = (...asked) =>
    this.#open().labelPdf(...asked);

  readonly labelsPdf: (...asked: Parameters<Office['labelsPdf']>) => Promise<Uint8Array> = (...asked) =>
    this.#open().labelsPdf(...asked);

  readonly pagePng: (...asked: Parameters<Office['pagePng']>) => Promise<Uint8Array> = (...asked) =>
    this.#open().pagePng(...asked);

  readonly recipeCardsPdf: (...asked: Parameters<Office['recipeCardsPdf']>) => Promise<Uint8Array> = (
    ...asked
  ) => this.#open().recipeCardsPdf(...asked);

  async close(): Promise<void> {
    await this.#worker?.terminate();
    this.#worker = null;
    this.#office = null;
  }

  #open(): Remote<Office> {
    if (this.#office) return this.#office;
    const worker = startWorker('server/documents/office.worker.ts');
    worker.unref();
    // A worker that died is started again with the next document.
    worker.once('exit', () => {
      if (this.#worker === worker) this.#office = null;
    });
    this.#worker = worker;
    this.#office = wrap<Office>(nodeEndpoint(worker));
    return this.#office;
  }
}

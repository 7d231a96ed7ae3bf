import type { Worker } from 'node:worker_threads';
import { type Remote, wrap } from 'comlink';
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs';
import { problem } from '../http/problems.ts';
import { startWorker } from '../workers/start.ts';
import type { Office } from './office.worker.ts';

/**
 * Where documents are laid out: a worker of its own, started with the first of them, so that nobody else waits while
 * fonts are read and pages drawn.
 */
export class Documents {
  #worker: Worker | null = null;
  #office: Remote<Office> | null = null;
  #closing = false;

  readonly labelPdf = (...asked: Parameters<Office['labelPdf']>) => this.#ask((o) => o.labelPdf(...asked));
  readonly labelsPdf = (...asked: Parameters<Office['labelsPdf']>) => this.#ask((o) => o.labelsPdf(...asked));
  readonly pagePng = (...asked: Parameters<Office['pagePng']>) => this.#ask((o) => o.pagePng(...asked));
  readonly recipeCardsPdf = (...asked: Parameters<Office['recipeCardsPdf']>) =>
    this.#ask((o) => o.recipeCardsPdf(...asked));

  readonly prepareSheetPdf = (...asked: Parameters<Office['prepareSheetPdf']>) =>
    this.#ask((o) => o.prepareSheetPdf(...asked));

  async close(): Promise<void> {
    this.#closing = true;
    await this.#worker?.terminate();
    this.#closing = false;
    this.#worker = null;
    this.#office = null;
  }

  /** Has it done by the worker. Whoever waits for one that dies is told, and does not wait for ever. */
  async #ask(job: (office: Remote<Office>) => Promise<Uint8Array>): Promise<Uint8Array> {
    const { worker, office } = this.#open();
    let died: () => void = () => {};
    const end = new Promise<never>((_, failed) => {
      died = () =>
        failed(
          this.#closing
            ? problem(503, 'program.stopping', {})
            : new Error('the worker that lays documents out has ended'),
        );
      worker.once('exit', died);
    });
    try {
      return await Promise.race([job(office), end]);
    } finally {
      worker.off('exit', died);
    }
  }

  #open(): { worker: Worker; office: Remote<Office> } {
    if (this.#worker && this.#office) return { worker: this.#worker, office: this.#office };
    const worker = startWorker('server/documents/office.worker.ts');
    worker.unref();
    // What went wrong in it is told to whoever waits, as it exits; the next document starts another.
    worker.on('error', () => undefined);
    worker.once('exit', () => {
      if (this.#worker === worker) this.#office = null;
    });
    const office = wrap<Office>(nodeEndpoint(worker));
    this.#worker = worker;
    this.#office = office;
    return { worker, office };
  }
}

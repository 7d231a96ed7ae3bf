import { bookedFor } from '#core/forecast/booked.ts';
import { canTell } from '#core/forecast/forecastOf.ts';
import type { RunOut } from '#core/forecast/runOut.ts';
import type { AppContext } from '../appContext.ts';
import { HttpProblem } from '../http/problems.ts';
import { useByDay as usedByDay } from '../ledger/reading/useByDay.ts';
import { askWorker } from '../workers/ask.ts';
import type { Ahead } from './ahead.ts';
import type { RunOutAsked, RunOutTold } from './runOut.worker.ts';

/** A forecast of weeks does not change in minutes. */
const HOLDS_MS = 10 * 60_000;
const WITHIN_MS = 60_000;

/** When each product runs out: foretold by a worker, and kept for a while, however many ask. */
export class RunOuts {
  readonly #context: AppContext;
  readonly #ahead: Ahead;
  #told: Promise<ReadonlyMap<number, RunOut>> | null = null;
  #atMs = 0;

  constructor(context: AppContext, ahead: Ahead) {
    this.#context = context;
    this.#ahead = ahead;
  }

  /** Nothing is known where it can't be told: then nothing is said of it. */
  told(): Promise<ReadonlyMap<number, RunOut>> {
    const nowMs = this.#context.now().getTime();
    if (!this.#told || Math.abs(nowMs - this.#atMs) > HOLDS_MS) {
      this.#atMs = nowMs;
      this.#told = this.#foretell().catch((error: unknown) => {
        // As the program stops the books answer nothing, which is no fault.
        if (!(error instanceof HttpProblem))
          this.#context.log.error({ err: error }, 'what runs out could not be told');
        this.#told = null;
        return new Map();
      });
    }
    return this.#told;
  }

  async #foretell(): Promise<ReadonlyMap<number, RunOut>> {
    const { books, now } = this.#context;
    const use = await usedByDay(books, now());
    const stock = await books.rows<{ productId: number; ul: number }>(
      `SELECT c.product_id AS "productId", coalesce(sum(b.ul), 0)::bigint AS ul
       FROM container c JOIN account a ON a.container_id = c.id JOIN balance b ON b.account_id = a.id AND b.product_id = c.product_id
       WHERE c.retired_at IS NULL GROUP BY 1`,
    );
    const held = new Map(stock.map((s) => [s.productId, s.ul]));
    const ahead = await this.#ahead.told();
    const asked: RunOutAsked = {
      use,
      booked: use.products.map(({ productId }) => [productId, bookedFor(productId, ahead)]),
      stock: use.products.map(({ productId }) => [productId, held.get(productId) ?? 0]),
    };
    const told = await askWorker<RunOutTold>('server/forecast/runOut.worker.ts', asked, WITHIN_MS);
    return new Map(told.flatMap(({ productId, out }) => (canTell(out) ? [[productId, out]] : [])));
  }
}

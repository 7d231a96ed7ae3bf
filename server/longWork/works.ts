import { randomUUID } from 'node:crypto';
import type { Logger } from 'pino';
import type { Work } from '#contract/work.ts';

/** What a long work is given: how to say how far it has come, and whether it is still wanted. */
export type Doing = {
  readonly come: (done: number, of: number) => void;
  /** @throws Cancelled where nobody wants it any more */
  readonly wanted: () => void;
};
export class Cancelled extends Error {}

const KEPT = 8;

type Held = { work: Work<unknown>; question: string; cancelled: boolean };

/**
 * Long work, one piece of it at a time: asked for with one request, looked after with others. It is kept in memory; after a
 * restart whoever asked asks again.
 */
export class Works {
  readonly #held = new Map<string, Held>();
  readonly #log: Logger;
  #turn: Promise<unknown> = Promise.resolve();

  constructor(log: Logger) {
    this.#log = log;
  }

  /** Starts it, or joins the same question that is worked on already. */
  start<T>(question: string, does: (doing: Doing) => Promise<T>): Work<unknown> {
    const same = [...this.#held.values()].find(
      (h) => h.question === question && h.work.state === 'running' && !h.cancelled,
    );
    if (same) return same.work;
    const held: Held = {
      question,
      cancelled: false,
      work: { id: randomUUID(), state: 'running', done: 0, of: 1 },
    };
    this.#held.set(held.work.id, held);
    this.#forgetOld();
    this.#turn = this.#turn.then(() => this.#do(held, does));
    return held.work;
  }

  async #do<T>(held: Held, does: (doing: Doing) => Promise<T>): Promise<void> {
    const wanted = () => {
      if (held.cancelled) throw new Cancelled();
    };
    const come = (done: number, of: number) => {
      held.work = { ...held.work, done, of };
    };
    try {
      wanted();
      const result = await does({ come, wanted });
      wanted();
      held.work = { ...held.work, state: 'done', done: held.work.of, result };
    } catch (error) {
      const cancelled = error instanceof Cancelled;
      if (!cancelled) this.#log.error({ err: error }, 'a long work failed');
      held.work = { ...held.work, state: cancelled ? 'cancelled' : 'failed' };
    }
  }

  of(id: string): Work<unknown> | undefined {
    return this.#held.get(id)?.work;
  }

  /** It stops before its next piece. */
  cancel(id: string): void {
    const held = this.#held.get(id);
    if (held) held.cancelled = true;
  }

  /** Lets go of all of it, and is done once the piece that was under way is. */
  async stop(): Promise<void> {
    for (const held of this.#held.values()) held.cancelled = true;
    await this.#turn;
  }

  #forgetOld(): void {
    const over = [...this.#held.values()].filter((h) => h.work.state !== 'running');
    for (const { work } of over.slice(0, Math.max(0, this.#held.size - KEPT))) this.#held.delete(work.id);
  }
}

import { createSession, type Session } from 'better-sse';
import type { RequestHandler } from 'express';
import type { LiveEvent, Topic } from '#contract/ledger.ts';
import { Streams } from './streams.ts';

const REMEMBERED = 1_000;
const HEARTBEAT_MS = 15_000;

/** Tells every open page what has changed. A page that was away hears what it missed, or to ask for everything again. */
export class Live {
  /** Every answer that stays open, this one's and others'. */
  readonly streams = new Streams();
  readonly #sessions = new Set<Session>();
  readonly #recent: LiveEvent[] = [];
  #seq = Date.now() * 1_000;
  readonly #now: () => Date;

  constructor(now: () => Date) {
    this.#now = now;
  }

  /** The number of the last thing told. */
  get seq(): number {
    return this.#seq;
  }

  tell(topic: Topic, id: number): void {
    const event: LiveEvent = { seq: ++this.#seq, topic, id };
    this.#recent.push(event);
    if (this.#recent.length > REMEMBERED) this.#recent.shift();
    for (const session of this.#sessions) session.push(event, 'changed', String(event.seq));
  }

  readonly listen: RequestHandler = async (req, res) => {
    const session = await createSession(req, res, { keepAlive: HEARTBEAT_MS });
    this.streams.keep(res, this.#now(), { seenLocked: true });
    // A page that opens it for the first time says what it knew before: what came in between is told too.
    const lastId = session.lastId || String(req.query.after ?? '');
    const heard = Number(lastId);
    const oldest = this.#recent[0]?.seq ?? this.#seq + 1;
    if (lastId && !(heard >= oldest - 1 && heard <= this.#seq))
      session.push({}, 'refetch', String(this.#seq));
    else if (lastId) {
      for (const event of this.#recent)
        if (event.seq > heard) session.push(event, 'changed', String(event.seq));
    }
    // From here on it knows what it has heard, though nothing may happen for long.
    if (!session.lastId) session.push({}, 'heard', String(this.#seq));
    this.#sessions.add(session);
    session.once('disconnected', () => this.#sessions.delete(session));
  };
}

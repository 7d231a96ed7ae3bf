import { type messages, type PGlite, parse, protocol } from '@electric-sql/pglite';

const { serialize } = protocol;

/** As many statements are kept ready at most; the one asked longest ago goes first. */
const KEPT_READY = 400;

type Ready = {
  name: string;
  /** The types of its parameters, by the database's own numbers. */
  types: number[];
  /** What its rows look like, as the database tells it before the first. */
  shape: messages.BackendMessage | undefined;
};

/**
 * Asks the database, and keeps what was asked twice ready: read and planned once, it costs a third the next time. How it
 * is carried out is thought over again by the database whenever its picture of a table changes.
 */
export class Statements {
  readonly #db: PGlite;
  /** Null: asked once, so that another such text, made up for one occasion, keeps no place. In the order last asked. */
  readonly #ready = new Map<string, Ready | null>();
  #made = 0;

  constructor(db: PGlite) {
    this.#db = db;
  }

  /** How many are kept ready. */
  get kept(): number {
    return [...this.#ready.values()].filter((r) => r !== null).length;
  }

  /** @throws DatabaseError as the database refuses it */
  rows<T>(sql: string, params: unknown[] = []): Promise<T[]> {
    return this.#db.runExclusive(async () => {
      const ready = await this.#readyFor(sql);
      try {
        const answer = await this.#send([
          serialize.bind({ statement: ready.name, values: this.#values(ready.types, params) }),
          serialize.execute({}),
          serialize.sync(),
        ]);
        const all = ready.shape ? [ready.shape, ...answer] : answer;
        return (parse.parseResults(all, this.#db.parsers)[0]?.rows ?? []) as T[];
      } catch (error) {
        // Whatever is wrong with it, it is read afresh the next time.
        await this.#forget(sql);
        throw Object.assign(error as Error, { query: sql });
      }
    });
  }

  async #readyFor(sql: string): Promise<Ready> {
    const known = this.#ready.get(sql);
    if (known) {
      this.#ready.delete(sql);
      this.#ready.set(sql, known);
      return known;
    }
    const again = known === null;
    const name = again ? `kept_${++this.#made}` : '';
    const told = await this.#send([
      serialize.parse({ name, text: sql }),
      serialize.describe({ type: 'S', name }),
      serialize.sync(),
    ]).catch((error: Error) => {
      throw Object.assign(error, { query: sql });
    });
    const ready: Ready = {
      name,
      types: parse.parseDescribeStatementResults(told),
      shape: told.find((message) => message.name === 'rowDescription'),
    };
    this.#ready.delete(sql);
    this.#ready.set(sql, again ? ready : null);
    if (this.#ready.size > KEPT_READY) await this.#forget(this.#ready.keys().next().value as string);
    return ready;
  }

  async #forget(sql: string): Promise<void> {
    const ready = this.#ready.get(sql);
    this.#ready.delete(sql);
    if (!ready) return;
    await this.#send([serialize.close({ type: 'S', name: ready.name }), serialize.sync()]);
  }

  #values(types: number[], params: unknown[]): (string | null)[] {
    return params.map((value, i) => {
      if (value === null || value === undefined) return null;
      const serializer = this.#db.serializers[types[i] as number];
      return serializer ? serializer(value) : String(value);
    });
  }

  #send(parts: Uint8Array[]): Promise<messages.BackendMessage[]> {
    return this.#db.execProtocolStream(Buffer.concat(parts), { syncToFs: false });
  }
}

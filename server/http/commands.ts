import { createHash } from 'node:crypto';
import type { Request, RequestHandler, Response } from 'express';
import type { BodySchema } from '#contract/fields.ts';
import type { Topic } from '#contract/ledger.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { type Allowed, allowedBy } from '../people/allowed.ts';
import { problem } from './problems.ts';
import { parseBody } from './readRequest.ts';
import { type SignedIn, whoOf } from './signedIn.ts';

export type Command<T> = {
  tx: Queryable;
  body: T;
  who: SignedIn;
  now: Date;
  params: Request['params'];
  /** A manager's word, where one came with it. */
  allowed: Allowed;
};

export type Answer = {
  status: number;
  body: unknown;
  /** What it has changed: everybody asks for that again. */
  touched: [topic: Topic, id: number][];
  /** It was answered before, and what it touched then is forgotten. */
  again?: boolean;
  /** What goes on by itself once it is in the books. */
  after?: () => void;
};

/** Nobody is signed in while a shop is being set up; its commands are kept under this number. */
const NOBODY = 0;

/**
 * A handler for a POST that books something. It runs in one transaction together with the note of its own answer, so
 * that the same command sent twice, even across a crash, is done once and answered the same.
 */
export const command = <T>(
  context: AppContext,
  schema: BodySchema<T>,
  work: (command: Command<T>) => Promise<Answer>,
): RequestHandler => preparedCommand(context, schema, async () => null, work);

/** A {@link command} that comes as a file: its bytes are for `work` to read. */
export const fileCommand = (
  context: AppContext,
  work: (command: Omit<Command<unknown>, 'body'> & { file: unknown; name: string | null }) => Promise<Answer>,
): RequestHandler =>
  answering<object>(context, async (req, of) => work({ ...of, file: req.body, name: fileName(req) }));

/** What the file is called, where that is said and readable. */
const fileName = (req: Request): string | null => {
  try {
    return decodeURIComponent(req.get('x-file-name') ?? '').slice(0, 120) || null;
  } catch {
    return null;
  }
};

/** A {@link command} with something to make ready first that takes long, before the books are held for it. */
export const preparedCommand = <T, P>(
  context: AppContext,
  schema: BodySchema<T>,
  prepare: (asked: Pick<Command<T>, 'body' | 'params' | 'who'> & { req: Request }) => Promise<P>,
  work: (command: Command<T> & { ready: P }) => Promise<Answer>,
): RequestHandler =>
  answering<{ body: T; ready: P }>(
    context,
    async (_req, of) => work(of),
    async (req, who) => {
      const body = parseBody(schema, req.body);
      return { body, ready: await prepare({ body, params: req.params, who, req }) };
    },
  );

/** Answers each key once: what is done and the note of its answer are in the books together, or neither is. */
function answering<M extends object>(
  context: AppContext,
  work: (req: Request, of: Omit<Command<never>, 'body'> & M) => Promise<Answer>,
  prepare: (req: Request, who: SignedIn) => Promise<M> = async () => ({}) as M,
): RequestHandler {
  return async (req, res) => {
    const key = idempotencyKey(req);
    const who = whoOf(res);
    const personId = who?.personId ?? NOBODY;
    const hash = digestOf(req);
    const made = await prepare(req, who as SignedIn);
    const answer = await context.books.transaction(async (tx): Promise<Answer> => {
      const earlier = await tx.rows<{ request_hash: string; status: number; body: unknown }>(
        'SELECT request_hash, status, body FROM answered WHERE person_id = $1 AND key = $2',
        [personId, key],
      );
      if (earlier[0]) return { ...firstAnswer(earlier[0], hash), touched: [], again: true };
      const now = context.now();
      const done = await work(req, {
        ...made,
        tx,
        who: who as SignedIn,
        now,
        params: req.params,
        allowed: allowedBy(tx, req.get('override'), who as SignedIn, now),
      });
      await tx.rows(
        `INSERT INTO answered (person_id, key, request_hash, status, body, answered_at) VALUES ($1, $2, $3, $4, $5, $6)`,
        [personId, key, hash, done.status, JSON.stringify(done.body), now],
      );
      return done;
    });
    send(context, res, answer);
  };
}

/** A digest of what is asked. A PIN has no part in it: four digits are found from their digest in no time. */
function digestOf(req: Request): string {
  const { body } = req as { body: unknown };
  const hash = createHash('sha256').update(`${req.originalUrl}\n`);
  if (Buffer.isBuffer(body) || typeof body === 'string') return hash.update(body).digest('hex');
  return hash
    .update(JSON.stringify(body, (name, value) => (name === 'pin' ? '' : value)) ?? '')
    .digest('hex');
}

type Change<T> = Command<T> & { revision: number };

/** A handler for a PATCH of one row: the sender says which revision it saw, and learns of one made in between. */
export const change = <T>(
  context: AppContext,
  schema: BodySchema<T>,
  work: (command: Change<T>) => Promise<Answer>,
): RequestHandler => preparedChange(context, schema, async () => null, work);

/** A {@link change} with something to make ready first that takes long, before the books are held for it. */
export function preparedChange<T, P>(
  context: AppContext,
  schema: BodySchema<T>,
  prepare: (body: T) => Promise<P>,
  work: (command: Change<T> & { ready: P }) => Promise<Answer>,
): RequestHandler {
  return async (req, res) => {
    const match = /^"?(\d{1,9})"?$/.exec(req.get('if-match') ?? '');
    if (!match) {
      throw problem(428, 'revision.missing', {});
    }
    const body = parseBody(schema, req.body);
    const revision = Number(match[1]);
    const who = whoOf(res) as SignedIn;
    const ready = await prepare(body);
    const answer = await context.books.transaction((tx) => {
      const now = context.now();
      const allowed = allowedBy(tx, req.get('override'), who, now);
      return work({ tx, body, who, now, params: req.params, revision, allowed, ready });
    });
    send(context, res, answer);
  };
}

function send(context: AppContext, res: Response, { status, body, touched, again, after }: Answer): void {
  for (const [topic, id] of touched) context.live.tell(topic, id);
  res.set('Touched', again ? '*' : [...new Set(touched.map(([topic]) => topic))].join(', '));
  res.status(status).json(body);
  after?.();
}

function idempotencyKey(req: Request): string {
  const key = req.get('idempotency-key') ?? '';
  if (/^[\w-]{8,80}$/.test(key)) return key;
  throw problem(400, 'key.missing', {});
}

function firstAnswer(earlier: { request_hash: string; status: number; body: unknown }, hash: string) {
  if (earlier.request_hash === hash) return { status: earlier.status, body: earlier.body };
  throw problem(422, 'key.reused', {});
}

/** Refuses a change made from an older revision, with the row as it is now. */
export function revised<R extends { revision: number }>(row: R | undefined, revision: number): void {
  if (row && row.revision === revision) return;
  throw problem(412, 'revision.old', {}, { current: row });
}

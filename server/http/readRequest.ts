import type { RequestHandler } from 'express';
import { reach, type Schema, ValidationError } from 'yup';
import { remedyIn, sentenceOf } from '#contract/faults.ts';
import { type BodySchema, isDay } from '#contract/fields.ts';
import type { FieldError } from '#contract/problem.ts';
import { en } from '#contract/words/en.ts';
import { say } from '#contract/words/words.ts';
import type { Sentence } from '#core/say.ts';
import { missing, problem } from './problems.ts';

/** What every object answers to: one that answers otherwise can't even be compared with a number. */
const OF_EVERY_OBJECT = new Set(['toString', 'valueOf', 'toJSON']);

/** No form nests as deep as this. */
const MOST_DEEP = 24;

/**
 * Refuses what no field takes, before any schema looks at it: characters the books can't keep, nesting without end, and
 * fields named like what every object has.
 *
 * @throws HttpProblem 422 with a pointer to the first of them
 */
export const readableBody: RequestHandler = (req, _res, next) => {
  const at = unreadableAt(req.body, '', 0);
  if (at === null) return next();
  next(problem(422, 'body.unkeepable', {}, { at }));
};

function unreadableAt(value: unknown, at: string, depth: number): string | null {
  if (depth > MOST_DEEP) return at;
  if (typeof value === 'string') return isKeepable(value) ? null : at;
  if (Array.isArray(value))
    return firstOf(
      value.map((v, i) => [String(i), v]),
      at,
      depth,
    );
  if (value !== null && typeof value === 'object') return firstOf(Object.entries(value), at, depth);
  return null;
}

function firstOf(entries: [string, unknown][], at: string, depth: number): string | null {
  for (const [key, value] of entries) {
    if (!isKeepable(key) || OF_EVERY_OBJECT.has(key)) return at;
    const found = unreadableAt(value, `${at}/${key}`, depth + 1);
    if (found !== null) return found;
  }
  return null;
}

/** Whether the books can keep a text: no NUL, and no half of a character. */
export const isKeepable = (text: string): boolean => !text.includes('\0') && !/\p{Surrogate}/u.test(text);

/** Refuses an address that can't be read, or that asks with what the books can't keep. */
export const readableAddress: RequestHandler = (req, _res, next) => {
  let address: string;
  try {
    address = decodeURIComponent(req.originalUrl.replaceAll('+', ' '));
  } catch {
    return next(problem(400, 'address.unreadable', {}));
  }
  if (isKeepable(address)) return next();
  next(problem(400, 'address.unreadable', {}));
};

/**
 * What came in, if it is exactly what the schema says: no casts, no unknown fields, every fault told at once.
 *
 * @throws HttpProblem 422 with a pointer, a sentence and a remedy for each fault
 */
export function parseBody<T>(schema: BodySchema<T>, body: unknown): T {
  try {
    return schema.validateSync(body, { strict: true, abortEarly: false });
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const faults = error.inner.length > 0 ? error.inner : [error];
    const errors = faults.map((fault) => fieldError(schema, body, fault));
    throw problem(422, 'body.refused', { messages: errors.map((e) => e.message) }, { errors });
  }
}

function fieldError(schema: BodySchema<unknown>, body: unknown, fault: ValidationError): FieldError {
  const path = fault.path ?? '';
  const pointer = path ? `/${path.replace(/\[(\d+)\]/g, '.$1').replaceAll('.', '/')}` : '';
  const facts = { what: sentenceOf(fault), remedy: remedyAt(schema, body, path) };
  const { reason, remedy } = say({ code: 'field.said', facts }, 'metric', en);
  return { pointer, code: 'field.said', facts, message: reason, remedy };
}

function remedyAt(schema: BodySchema<unknown>, body: unknown, path: string): Sentence {
  const fallback: Sentence = ['Check it and send it again.'];
  try {
    const at = (path ? reach(schema as Schema, path, body) : schema) as Schema;
    const meta = at.meta();
    return meta?.remedy ? remedyIn(meta) : fallback;
  } catch {
    return fallback;
  }
}

/** A whole number out of an address or a query, such as an id. */
export function wholeNumber(text: unknown, what: string): number {
  if (typeof text === 'string' && /^[1-9]\d{0,9}$/.test(text) && Number(text) <= 2_147_483_647)
    return Number(text);
  throw missing(what);
}

/**
 * A day of the shop's out of a query; null where none is asked for.
 *
 * @throws HttpProblem naming it where it is none
 */
export function dayIn(query: Record<string, unknown>, name: string): string | null {
  const text = query[name];
  if (text === undefined) return null;
  if (typeof text === 'string' && /^\d{4}-\d{2}-\d{2}$/.test(text) && isDay(text)) return text;
  throw problem(400, 'filter.unreadable', { name });
}

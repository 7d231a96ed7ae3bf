import type { ErrorRequestHandler, RequestHandler, Response } from 'express';
import type { Logger } from 'pino';
import type { Problem } from '#contract/problem.ts';
import { en } from '#contract/words/en.ts';
import { type AllRefusals, say } from '#contract/words/words.ts';
import type { Outcome, Refusal } from '#core/outcome.ts';
import type { UnitSystem } from '#core/units/units.ts';

type Extra = Pick<Problem, 'errors' | 'current' | 'override'> & {
  /** What of the request it is about, as a JSON pointer. */
  at?: string;
  retryAfterS?: number;
};

/** An answer other than the one hoped for. Thrown by a handler, written by {@link answerProblems}. */
export class HttpProblem extends Error {
  readonly status: number;
  readonly refusal: Refusal;
  readonly extra: Extra;

  constructor(status: number, refusal: Refusal, extra: Extra = {}) {
    super(refusal.code);
    this.status = status;
    this.refusal = refusal;
    this.extra = extra;
  }
}

/** An answer that refuses, by its code and the facts its sentence is made of. */
export const problem = <C extends keyof AllRefusals>(
  status: number,
  code: C,
  facts: AllRefusals[C] & Refusal['facts'],
  extra: Extra = {},
): HttpProblem => new HttpProblem(status, { ok: false, code, facts }, extra);

/** A refusal of the trade's arithmetic, as an answer that names the field. */
export const refusalProblem = (refusal: Refusal, at: string, status = 422): HttpProblem =>
  new HttpProblem(status, refusal, { at });

/** What was typed wrongly, among the reasons why something is not booked; the others are how things stand. */
const TYPED =
  /^(strength|total|number)\.|^merge\.(sameVessel|moreThanHeld)$|^(line\.tooWeak|leftover\.overVessel|product\.readyToUse)$/;

/** A booking that was decided against, as an answer that names what of the request it is about. */
export const decidedAgainst = (refusal: Refusal): HttpProblem =>
  refusalProblem(refusal, refusal.at ?? '', TYPED.test(refusal.code) ? 422 : 409);

/** What was decided; thrown as an answer where it was decided against. */
export function decided<T>(outcome: Outcome<T>): T {
  if (!outcome.ok) throw decidedAgainst(outcome);
  return outcome.value;
}

export const missing = (what: string) => problem(404, 'not.found', { what });

export const unknownRoute: RequestHandler = (_req, _res, next) => next(missing('address'));

/** What PostgreSQL says where a file can't grow. */
const DISK_FULL = '53100';

/** @param leftBytes what is free, where somebody has looked */
export const diskFull = (leftBytes: number | null): HttpProblem => problem(503, 'disk.full', { leftBytes });

/** The names behind unique indexes, for the sentence about a name that is taken. */
const TAKEN = /^(person|place|product|vessel|measure|device|metering_tip|dispenser_line)_name$/;

/** Turns whatever was thrown into problem+json. What is not foreseen is logged and told apart by a plain 500. */
export function answerProblems(log: Logger): ErrorRequestHandler {
  return (error, req, res, _next) => {
    const problem = asProblem(error);
    // 503 is foreseen: the disk is full, or the books are damaged, and both are said elsewhere.
    if (problem.status >= 500 && problem.status !== 503)
      log.error({ err: error, method: req.method, path: req.path }, 'unforeseen');
    writeProblem(res, problem);
  };
}

function asProblem(error: unknown): HttpProblem {
  if (error instanceof HttpProblem) return error;
  const { type, code, constraint, limit, status } = error as {
    type?: string;
    status?: number;
    code?: string;
    constraint?: string;
    limit?: number;
  };
  if (type === 'entity.too.large') return problem(413, 'body.tooLarge', { mostBytes: limit ?? 0 });
  if (type === 'entity.parse.failed' || type === 'charset.unsupported' || type === 'encoding.unsupported')
    return problem(400, 'body.unreadable', {});
  if (code !== undefined && /^22/.test(code)) return problem(422, 'value.refused', {});
  if (status === 404) return missing('file');
  if (status !== undefined && status >= 400 && status < 500) return problem(status, 'request.unreadable', {});
  if (error instanceof URIError) return problem(400, 'address.unreadable', {});
  if (code === '23505' && constraint && TAKEN.test(constraint))
    return problem(409, 'name.taken', { by: 'another' }, { at: '/name' });
  if (code === DISK_FULL) return diskFull(null);
  if (code === '23503') return problem(422, 'reference.unknown', { what: 'something' });
  return problem(500, 'fault', {});
}

function writeProblem(res: Response, { status, refusal, extra }: HttpProblem): void {
  if (res.headersSent) {
    res.end();
    return;
  }
  const { at, retryAfterS, errors, ...more } = extra;
  if (retryAfterS) res.set('Retry-After', String(retryAfterS));
  const { code, facts, of } = refusal;
  const { reason, remedy } = say(refusal, (res.locals.units as UnitSystem | undefined) ?? 'metric', en);
  const refused = { code, facts, ...(of && { of }) };
  const named = at ? [{ pointer: at, ...refused, message: reason, remedy }] : undefined;
  const body: Problem = {
    type: 'about:blank',
    title: en.titles[status] ?? 'Not possible',
    status,
    ...refused,
    detail: reason,
    ...(remedy && { remedy }),
    ...((errors ?? named) && { errors: errors ?? named }),
    ...more,
  } as Problem;
  res.status(status).type('application/problem+json').send(JSON.stringify(body));
}

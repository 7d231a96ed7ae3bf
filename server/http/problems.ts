import type { ErrorRequestHandler, RequestHandler, Response } from 'express';
import type { Logger } from 'pino';
import type { Problem } from '#contract/problem.ts';
import { inMegabytes } from '#contract/shop.ts';
import type { Outcome, Refusal } from '#core/outcome.ts';

type Extra = Pick<Problem, 'remedy' | 'errors' | 'current' | 'override'> & { retryAfterS?: number };

/** An answer other than the one hoped for. Thrown by a handler, written by {@link answerProblems}. */
export class HttpProblem extends Error {
  readonly status: number;
  readonly code: string;
  readonly extra: Extra;

  constructor(status: number, code: string, detail: string, extra: Extra = {}) {
    super(detail);
    this.status = status;
    this.code = code;
    this.extra = extra;
  }
}

/** A refusal of the trade's arithmetic, as an answer that names the field. */
export function refusalProblem(refusal: Refusal, pointer: string, status = 422): HttpProblem {
  const { code, reason, remedy } = refusal;
  return new HttpProblem(status, code, reason, { remedy, errors: [{ pointer, message: reason, remedy }] });
}

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

export const missing = (what: string) =>
  new HttpProblem(404, 'not.found', `There is no such ${what}.`, {
    remedy: 'Go back and choose one from the list.',
  });

export const unknownRoute: RequestHandler = (_req, _res, next) => next(missing('address'));

const TITLES: Record<number, string> = {
  400: 'Not readable',
  401: 'Not signed in',
  403: 'Not allowed',
  404: 'Not found',
  409: 'Not possible as things stand',
  412: 'Changed in between',
  413: 'Too large',
  415: 'Not JSON',
  421: 'Not this shop’s address',
  422: 'Not possible',
  428: 'Revision missing',
  429: 'Too many tries',
  500: 'A fault in the program',
  503: 'Not now',
};

/** What PostgreSQL says where a file can't grow. */
const DISK_FULL = '53100';

/** @param left what is free, in bytes, where somebody has looked */
export const diskFull = (left: number | null): HttpProblem =>
  new HttpProblem(
    503,
    'disk.full',
    `Nothing can be booked: the disk the books lie on is full${left === null ? '' : `, with ${inMegabytes(left)} left`}.`,
    { remedy: 'Make room on that machine, then do it again. What you typed stays here.' },
  );

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
  if (type === 'entity.too.large') {
    const most =
      limit && limit >= 1e6 ? `${Math.round(limit / 1e6)} MB` : `${Math.round((limit ?? 0) / 1024)} kB`;
    return new HttpProblem(413, 'body.tooLarge', `What was sent is larger than the ${most} that are taken.`, {
      remedy: 'Send less at once.',
    });
  }
  if (type === 'entity.parse.failed' || type === 'charset.unsupported' || type === 'encoding.unsupported') {
    return new HttpProblem(400, 'body.unreadable', 'The request is not readable JSON.', {
      remedy: 'Send a JSON object.',
    });
  }
  if (code !== undefined && /^22/.test(code)) {
    return new HttpProblem(422, 'value.refused', 'Something that was sent can’t be kept as it is.', {
      remedy: 'Check dates, numbers and unusual characters, and send it again.',
    });
  }
  if (status === 404) return missing('file');
  if (status !== undefined && status >= 400 && status < 500) {
    return new HttpProblem(status, 'request.unreadable', 'The request is not readable.', {
      remedy: 'Load the page again.',
    });
  }
  if (error instanceof URIError)
    return new HttpProblem(400, 'address.unreadable', 'The address is not readable.');
  if (code === '23505' && constraint && TAKEN.test(constraint)) {
    const message = 'Name is taken: another one already has it.';
    const remedy = 'Type a different name.';
    return new HttpProblem(409, 'name.taken', message, {
      remedy,
      errors: [{ pointer: '/name', message, remedy }],
    });
  }
  if (code === DISK_FULL) return diskFull(null);
  if (code === '23503') {
    return new HttpProblem(422, 'reference.unknown', 'Something chosen here does not exist.', {
      remedy: 'Load the page again and choose from the list.',
    });
  }
  return new HttpProblem(500, 'fault', 'Something went wrong in the program; nothing was booked.', {
    remedy: 'Try again.',
  });
}

function writeProblem(res: Response, { status, code, message, extra }: HttpProblem): void {
  if (res.headersSent) {
    res.end();
    return;
  }
  const { retryAfterS, ...shown } = extra;
  if (retryAfterS) res.set('Retry-After', String(retryAfterS));
  const title = TITLES[status] ?? 'Not possible';
  const problem: Problem = { type: 'about:blank', title, status, code, detail: message, ...shown };
  res.status(status).type('application/problem+json').send(JSON.stringify(problem));
}

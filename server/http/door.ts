import { reach, type Schema, ValidationError } from 'yup';
import type { FieldError } from '#contract/problem.ts';
import { HttpProblem } from './problems.ts';

/**
 * What came in, if it is exactly what the schema says: no casts, no unknown fields, every fault told at once.
 *
 * @throws HttpProblem 422 with a pointer, a sentence and a remedy for each fault
 */
export function parseBody<T>(schema: Schema<T>, body: unknown): T {
  try {
    return schema.validateSync(body, { strict: true, abortEarly: false });
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const faults = error.inner.length > 0 ? error.inner : [error];
    const errors = faults.map((fault) => fieldError(schema, body, fault));
    throw new HttpProblem(422, 'body.refused', errors.map((e) => e.message).join(' '), { errors });
  }
}

function fieldError(schema: Schema, body: unknown, fault: ValidationError): FieldError {
  const path = fault.path ?? '';
  const pointer = path ? `/${path.replace(/\[(\d+)\]/g, '.$1').replaceAll('.', '/')}` : '';
  return {
    pointer,
    message: String(fault.errors[0] ?? 'Not possible.'),
    remedy: remedyAt(schema, body, path),
  };
}

function remedyAt(schema: Schema, body: unknown, path: string): string {
  const fallback = 'Check it and send it again.';
  try {
    const at = (path ? reach(schema, path, body) : schema) as Schema;
    return at.meta()?.remedy ?? fallback;
  } catch {
    return fallback;
  }
}

/** A whole number out of an address or a query, such as an id. */
export function wholeNumber(text: unknown, what: string): number {
  if (typeof text === 'string' && /^[1-9]\d{0,9}$/.test(text) && Number(text) <= 2_147_483_647)
    return Number(text);
  throw new HttpProblem(404, 'not.found', `There is no such ${what}.`, {
    remedy: 'Go back and choose one from the list.',
  });
}

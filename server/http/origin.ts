import type { RequestHandler } from 'express';
import { HttpProblem } from './problems.ts';

const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Refuses a command sent by a page of another origin. A browser names the page's origin with every such request; a
 * program on the command line names none, and has no cookie of anyone's to misuse.
 */
export const sameOriginOnly: RequestHandler = (req, _res, next) => {
  if (READS.has(req.method)) return next();
  const origin = req.get('origin');
  const fetched = req.get('sec-fetch-site');
  const elsewhere = origin
    ? hostOf(origin) !== req.get('host')
    : fetched !== undefined && fetched !== 'same-origin' && fetched !== 'none';
  if (!elsewhere) return next();
  next(
    new HttpProblem(403, 'origin.other', 'This came from a page of another site.', {
      remedy: "Use the shop's own address.",
    }),
  );
};

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}

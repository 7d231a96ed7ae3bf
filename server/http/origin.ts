import { isIP } from 'node:net';
import { hostname } from 'node:os';
import type { RequestHandler } from 'express';
import { problem } from './problems.ts';

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
  next(problem(403, 'origin.other', {}));
};

/** Names this machine goes by on its own network, besides its addresses. */
const OWN_NAMES = new Set([
  'localhost',
  ...['', '.local', '.lan', '.home'].map((end) => `${hostname().toLowerCase()}${end}`),
]);

/**
 * Refuses a request that was sent to another name: a page elsewhere could have its own name lead to this machine, and read
 * what it answers as its own.
 */
export const knownHost: RequestHandler = (req, _res, next) => {
  const host = hostOf(`http://${req.headers.host ?? ''}`);
  const name = host
    ?.replace(/:\d+$/, '')
    .replace(/^\[(.*)\]$/, '$1')
    .toLowerCase();
  if (name && (isIP(name) !== 0 || OWN_NAMES.has(name))) return next();
  next(problem(421, 'host.unknown', {}));
};

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}

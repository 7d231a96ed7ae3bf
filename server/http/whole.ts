import type { RequestHandler } from 'express';
import type { AppContext } from '../appContext.ts';
import { KEPT_FREE_BYTES } from '../db/room.ts';
import { diskFull, problem } from './problems.ts';

/** Books that are damaged are neither read from nor written to: nobody is told what is not so. */
export const refuseDamaged =
  (context: AppContext): RequestHandler =>
  (_req, _res, next) => {
    if (context.damage.what === null) return next();
    throw problem(503, 'books.damaged', { what: context.damage.what, remedy: context.damage.remedy });
  };

/** How long a look at the disk is good for: everybody asks. */
const LOOKED_FOR_MS = 1_000;
/** What is let through with no room to speak of: who is there, and that something was rinsed off. */
const SMALL = /^\/(sessions|clocks)(\/|$)/;

/** Nothing is booked on a disk with no room for it, where the database would stop half-way; reading goes on. */
export function refuseWithoutRoom(context: AppContext): RequestHandler {
  let free = Number.POSITIVE_INFINITY;
  let lookedMs = Number.NEGATIVE_INFINITY;
  return (req, _res, next) => {
    if (req.method === 'GET' || req.method === 'HEAD' || SMALL.test(req.path)) return next();
    const nowMs = performance.now();
    if (nowMs - lookedMs > LOOKED_FOR_MS) {
      free = context.free(context.folder);
      lookedMs = nowMs;
    }
    if (free >= KEPT_FREE_BYTES) return next();
    throw diskFull(free);
  };
}

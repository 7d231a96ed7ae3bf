import type { RequestHandler } from 'express';
import { KEPT_FREE_BYTES } from '../db/room.ts';
import type { House } from '../house.ts';
import { diskFull, HttpProblem } from './problems.ts';

/** Books that are damaged are neither read from nor written to: nobody is told what is not so. */
export const refuseDamaged =
  (house: House): RequestHandler =>
  (_req, _res, next) => {
    if (house.damage.what === null) return next();
    throw new HttpProblem(503, 'books.damaged', `The books are damaged: ${house.damage.what}.`, {
      remedy: house.damage.remedy,
    });
  };

/** How long a look at the disk is good for: everybody asks. */
const LOOKED_FOR_MS = 1_000;
/** What is let through with no room to speak of: who is there, and that something was rinsed off. */
const SMALL = /^\/(sessions|clocks)(\/|$)/;

/** Nothing is booked on a disk with no room for it, where the database would stop half-way; reading goes on. */
export function refuseWithoutRoom(house: House): RequestHandler {
  let free = Number.POSITIVE_INFINITY;
  let lookedMs = Number.NEGATIVE_INFINITY;
  return (req, _res, next) => {
    if (req.method === 'GET' || req.method === 'HEAD' || SMALL.test(req.path)) return next();
    const nowMs = performance.now();
    if (nowMs - lookedMs > LOOKED_FOR_MS) {
      free = house.free(house.folder);
      lookedMs = nowMs;
    }
    if (free >= KEPT_FREE_BYTES) return next();
    throw diskFull(free);
  };
}

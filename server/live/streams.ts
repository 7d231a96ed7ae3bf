import type { Response } from 'express';
import { whoOf } from '../http/who.ts';

type Open = { personId: number; tokenHash: string; seenLocked: boolean; end: () => void };

/** A timer holds no more than this; a session that lasts longer is looked at again then. */
const LONGEST_TIMER_MS = 2_147_483_647;

/** Answers that stay open as long as somebody may hear them: each ends with the session it was asked in. */
export class Streams {
  readonly #open = new Set<Open>();

  /**
   * Keeps an answer until its session ends or its reader goes away.
   *
   * @param seenLocked it goes on where the tablet is locked
   */
  keep(res: Response, now: Date, { seenLocked }: { seenLocked: boolean }): void {
    const who = whoOf(res);
    if (!who) return void res.end();
    const { personId, tokenHash, expiresAt } = who;
    const open: Open = { personId, tokenHash, seenLocked, end: () => res.end() };
    this.#open.add(open);
    const left = Math.min(Math.max(0, expiresAt.getTime() - now.getTime()), LONGEST_TIMER_MS);
    const timer = setTimeout(open.end, left);
    timer.unref();
    res.once('close', () => {
      clearTimeout(timer);
      this.#open.delete(open);
    });
  }

  /** A session has ended. */
  endSession(tokenHash: string): void {
    this.#end((open) => open.tokenHash === tokenHash);
  }

  /** Somebody's sessions have ended, but for the one they may be sitting at. */
  endOf(personId: number, here: string): void {
    this.#end((open) => open.personId === personId && open.tokenHash !== here);
  }

  /** A tablet was locked: what it may not show any more ends. */
  lock(tokenHash: string): void {
    this.#end((open) => open.tokenHash === tokenHash && !open.seenLocked);
  }

  #end(which: (open: Open) => boolean): void {
    for (const open of [...this.#open].filter(which)) open.end();
  }
}

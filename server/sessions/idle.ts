/** Beyond the shop's own minutes: a device says that it is used only now and then. */
const GRACE_MS = 60_000;
const MOST = 2_000;

/**
 * When each session was last used by a hand: by what was sent, or because its device said so. What a page asks for by
 * itself is no sign of anybody. Kept in memory: after a restart everybody is taken to have been there a moment ago.
 */
export class Idle {
  readonly #usedMs = new Map<string, number>();
  readonly #elapsedMs: () => number;

  /** @param elapsedMs a clock that nobody sets, in milliseconds */
  constructor(elapsedMs: () => number = () => performance.now()) {
    this.#elapsedMs = elapsedMs;
  }

  used(tokenHash: string): void {
    this.#usedMs.delete(tokenHash);
    this.#usedMs.set(tokenHash, this.#elapsedMs());
    const [oldest] = this.#usedMs.keys();
    if (this.#usedMs.size > MOST && oldest !== undefined) this.#usedMs.delete(oldest);
  }

  /**
   * Whether nobody has used it for longer than the shop allows.
   *
   * @param minutes 0 for never
   */
  isIdle(tokenHash: string, minutes: number): boolean {
    if (minutes === 0) return false;
    const used = this.#usedMs.get(tokenHash);
    if (used === undefined) {
      this.used(tokenHash);
      return false;
    }
    return this.#elapsedMs() - used > minutes * 60_000 + GRACE_MS;
  }
}

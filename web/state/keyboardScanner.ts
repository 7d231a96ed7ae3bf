/** Keys that come faster than any hand: a barcode scanner types what it reads and ends it with Enter. */
const FASTEST_HAND_MS = 30;
const CODE = /^[PBLR]-\d{1,9}$/i;

/**
 * Tells what a scanner types from what hands type, key by key: a scanner plugged in as a keyboard gives no other sign
 * of itself than its haste.
 */
export class KeyboardScanner {
  #typed = '';
  #lastMs = Number.NEGATIVE_INFINITY;

  /** Whether the last key began something new, so that what stands before it can be kept. */
  fresh = true;

  /**
   * Takes one key.
   *
   * @param key as the browser names it: a character, `Enter`, `Shift` and so on
   * @param atMs when it came
   * @returns the code that was scanned, once its Enter has come; else null
   */
  take(key: string, atMs: number): string | null {
    const fast = atMs - this.#lastMs < FASTEST_HAND_MS;
    this.#lastMs = atMs;
    this.fresh = false;
    if (key === 'Enter') {
      const code = fast && CODE.test(this.#typed) ? this.#typed.toUpperCase() : null;
      this.#typed = '';
      return code;
    }
    if (key.length !== 1) {
      if (key !== 'Shift') this.#typed = '';
      return null;
    }
    if (!fast) {
      this.#typed = '';
      this.fresh = true;
    }
    this.#typed += key;
    return null;
  }
}

/** How far apart the device's own two clocks may drift before one of them was set, or the device slept. */
const JUMP_MS = 1_000;
/** What is known of the time gets less certain by so much: two crystals drift apart. */
const DRIFT = 100e-6;

/**
 * The time on the shop's machine, kept on a device whose own clock nobody looks after. Answers carry the shop's time; in
 * between, the device's steady clock counts on, which no one can set but which stands still while the device sleeps.
 * Without an answer, a wall clock that leapt ahead is believed for the time being: a panel is rather rinsed too soon.
 */
export class ShopTime {
  /** What is added to the steady clock. */
  #ahead: number;
  /** Half of the way there and back of the answer it is known from, when it came. */
  #within = Number.POSITIVE_INFINITY;
  #knownAt = 0;
  #lastWall: number;
  #lastSteady: number;

  constructor(wallMs: number, steadyMs: number) {
    this.#ahead = wallMs - steadyMs;
    this.#lastWall = wallMs;
    this.#lastSteady = steadyMs;
  }

  /** Begins at what the shop's time is taken to be, until an answer says it. */
  begin(shopMs: number, steadyMs: number): void {
    this.#ahead = shopMs - steadyMs;
  }

  /** The shop's time, in milliseconds since 1970. */
  now(steadyMs: number): number {
    return steadyMs + this.#ahead;
  }

  /**
   * Takes the shop's time from an answer.
   *
   * @param sentMs when it was asked, and `gotMs` when the answer came, on the steady clock
   * @returns whether the time kept here moved
   */
  take(shopMs: number, sentMs: number, gotMs: number): boolean {
    const within = (gotMs - sentMs) / 2;
    const ahead = shopMs - (sentMs + gotMs) / 2;
    const known = this.#within + (gotMs - this.#knownAt) * DRIFT;
    // An answer that took long says less than what is known already, unless the two can't both be true.
    if (within > known && Math.abs(ahead - this.#ahead) <= within + known) return false;
    const moved = Math.abs(ahead - this.#ahead) > 1;
    this.#ahead = ahead;
    this.#within = within;
    this.#knownAt = gotMs;
    return moved;
  }

  /**
   * Looks whether the device slept or had its clock set since it was looked at last.
   *
   * @returns whether the shop should be asked for the time
   */
  look(wallMs: number, steadyMs: number): boolean {
    const leap = wallMs - this.#lastWall - (steadyMs - this.#lastSteady);
    this.#lastWall = wallMs;
    this.#lastSteady = steadyMs;
    if (Math.abs(leap) < JUMP_MS) return false;
    if (leap > 0) this.#ahead += leap;
    this.#within = Number.POSITIVE_INFINITY;
    return true;
  }
}

import { uptime } from 'node:os';
import { performance } from 'node:perf_hooks';

/** The machine's clocks: the one people set, the one nobody can that stands still in sleep, and one that does not. */
export type Clocks = { wall: () => number; steady: () => number; awake: () => number };
const MACHINE: Clocks = {
  wall: () => Date.now(),
  steady: () => performance.now(),
  awake: () => uptime() * 1_000,
};

/** The wall clock is kept up with where it is put right by less than this; more is a jump, or sleep. */
const JUMP_MS = 2_000;

/**
 * The shop's time: the machine's, but running on evenly where its clock is set while something runs. Sleep counts, a clock
 * set forward or back by hand does not, until {@link SteadyTime.follow} is called.
 */
export class SteadyTime {
  readonly #clocks: Clocks;
  readonly #aheadOfWall: number;
  #offset: number;
  #last: { steady: number; awake: number };

  /** @param startAt what time it is now, where it is not what the machine says */
  constructor(startAt: Date | null = null, clocks: Clocks = MACHINE) {
    this.#clocks = clocks;
    this.#aheadOfWall = startAt ? startAt.getTime() - clocks.wall() : 0;
    this.#last = { steady: clocks.steady(), awake: clocks.awake() };
    this.#offset = this.#wall() - this.#last.steady;
  }

  readonly now = (): Date => {
    const steady = this.#clocks.steady();
    const apart = this.#wall() - (steady + this.#offset);
    if (Math.abs(apart) < JUMP_MS || this.#slept(steady, apart)) this.#offset += apart;
    this.#last = { steady, awake: this.#clocks.awake() };
    return new Date(Math.round(steady + this.#offset));
  };

  /** How far the machine's clock was set away from the shop's time, in milliseconds; 0 where it was not. */
  get apartMs(): number {
    const apart = this.#wall() - this.now().getTime();
    return Math.abs(apart) < JUMP_MS ? 0 : apart;
  }

  /** Takes the machine's clock for right again. */
  follow(): void {
    this.#offset = this.#wall() - this.#clocks.steady();
  }

  #wall(): number {
    return this.#clocks.wall() + this.#aheadOfWall;
  }

  #slept(steady: number, apart: number): boolean {
    const asleep = this.#clocks.awake() - this.#last.awake - (steady - this.#last.steady);
    return asleep > 0 && Math.abs(asleep - apart) < JUMP_MS;
  }
}

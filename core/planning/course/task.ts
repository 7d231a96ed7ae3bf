import type { Act } from './acts.ts';
import type { Parts } from './reach.ts';

// A task of a course, and what lies between two of them.

/** A part of a task, done directly after the one before it. */
export type Part = Pick<Act, 'what' | 'step' | 'piece' | 'mix'> & { readonly lastsS: number };

/** Something lies on the paint from the end of one task to the begin of another. */
export type Batch = {
  readonly steps: readonly string[];
  readonly piece: number;
  readonly parts: Parts;
  /** From the end of laying to the begin of taking off: no sooner, and no later. */
  readonly waitS: number;
  readonly latestS: number;
};

export type Task = {
  readonly does: readonly Part[];
  readonly lastsS: number;
  /** The tasks that are done before it, as bits. */
  after: bigint;
  readonly parts: Parts;
  /** What gets wet of it. */
  readonly reach: Parts;
  /** Wand, cannon and hose are one machine. */
  readonly machine: boolean;
  /** It is done at the bench, away from the vehicle. */
  readonly atBench: boolean;
  /** Nobody else is in the bay while acid, strong alkali or solvent is laid. */
  readonly alone: boolean;
  /** Two do it together in half of the time. */
  readonly shared: boolean;
  /** It takes both of two. */
  readonly helper: boolean;
  readonly lays: number | null;
  readonly takesOff: number | null;
};

/** What a task is where nothing else is said: anybody's, at any time, nowhere in particular. */
export const PLAIN = {
  after: 0n,
  parts: 0,
  reach: 0,
  machine: false,
  atBench: false,
  alone: false,
  shared: false,
  helper: false,
  lays: null,
  takesOff: null,
} as const;

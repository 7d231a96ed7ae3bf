import type { Delivery } from '../products/delivery.ts';
import type { SoilLevel } from '../soil/soil.ts';
import type { StepKind } from './steps.ts';

// What a shop's own runs say beside the seeds: how long work takes, how much goes on, how often it has to be done again.

/** A figure a shop has of its own: how much more or less than the seed, and how many runs it rests on. */
export type Own = { readonly factor: number; readonly n: number };
export type Learned = {
  /** Minutes to the square metre, by step and level. */
  readonly minutes: readonly (Own & { readonly kind: StepKind; readonly level: SoilLevel | null })[];
  /** Millilitres to the square metre, by product and means. */
  readonly rates: readonly (Own & { readonly productId: number; readonly means: Delivery })[];
  /** Checks that failed, by recipe and level: of `n` checks the share `failed`. */
  readonly checks: readonly {
    readonly recipeId: number;
    readonly level: SoilLevel;
    readonly n: number;
    readonly failed: number;
  }[];
};
export const NOTHING_LEARNED: Learned = { minutes: [], rates: [], checks: [] };
const SEED: Own = { factor: 1, n: 0 };

/** So many runs weigh as much as the seed. */
export const SEED_WEIGHT = 5;

/**
 * Runs drawn towards the seed, which counts as much as five of them: weight n / (n + 5). Source: the planning rules of the
 * trade.
 *
 * @param ratios what runs took for what the seeds say, each more than 0
 * @returns the factor on the seed; 1 where there are none
 * @example shrunk([1.5, 1.5, 1.5, 1.5, 1.5]) // 1.25
 */
export function shrunk(ratios: readonly number[]): number {
  const n = ratios.length;
  const mean = n === 0 ? 1 : ratios.reduce((sum, r) => sum + inReason(r), 0) / n;
  return (n * mean + SEED_WEIGHT) / (n + SEED_WEIGHT);
}

/** A run that took four times as long, or a quarter, says something else than how long it takes. */
const FARTHEST = 4;
export const inReason = (ratio: number): number => Math.min(FARTHEST, Math.max(1 / FARTHEST, ratio));

/** How long a step takes here for what the seeds say. */
export const paceOf = ({ minutes }: Learned, kind: StepKind, level: SoilLevel | null): Own =>
  minutes.find((m) => m.kind === kind && m.level === level) ?? SEED;

/** How much of a product goes on here, put on in a way, for what its recipe or the seeds say. */
export const rateOf = ({ rates }: Learned, productId: number, means: Delivery | null): Own =>
  rates.find((r) => r.productId === productId && r.means === means) ?? SEED;

import type { Between } from './between.ts';
import { type Explained, explain, isExplained, type TooFewGaps } from './explain.ts';
import type { ByRecipe, Gap } from './gaps.ts';

/** Nine times of ten a normal error is within so many standard deviations. */
const NINE_OF_TEN = 1.645;
/** A way of counting is within what it says 19 times of 20. */
const SD_OF_WITHIN = 1 / 1.96;

/** Where a product went between its first and its last count. Amounts in microlitres. */
export type Variance = {
  readonly productId: number;
  /** From when to when it was counted, in milliseconds, and how often. */
  readonly fromMs: number;
  readonly toMs: number;
  readonly counts: number;
  readonly pours: number;
  readonly bookedUl: number;
  readonly byRecipe: ByRecipe;
  /** Booked as wasted. */
  readonly wastedUl: number;
  /** Missing beyond all that was booked; under nothing where more was there. */
  readonly missing: Between;
  /** Of that: laid to pours that gave more than was booked. Not known with too few gaps. */
  readonly overPoured: Between | null;
  /** Of that: single gaps that nothing poured explains; most likely something that nobody booked. */
  readonly unlogged: Between | null;
  /** What is left: by how counts are read, and how pours differ. */
  readonly countError: Between | null;
};

export type WhereItWent = {
  readonly explained: Explained | TooFewGaps;
  /** The most missing first. */
  readonly products: readonly Variance[];
};

/** Where all of it went: the gaps explained over all products, and split for each. */
export function whereItWent(gaps: readonly Gap[], seed = 1): WhereItWent {
  const explained = explain(gaps, seed);
  const ids = [...new Set(gaps.map((g) => g.productId))];
  const products = ids.map((productId) => varianceOf(productId, gaps, explained));
  return { explained, products: products.sort((a, b) => b.missing.mid - a.missing.mid) };
}

function varianceOf(productId: number, all: readonly Gap[], explained: Explained | TooFewGaps): Variance {
  const of = all.flatMap((gap, k) => (gap.productId === productId ? [{ gap, k }] : []));
  const gaps = of.map(({ gap }) => gap);
  const sum = (what: (gap: Gap) => number) => gaps.reduce((total, gap) => total + what(gap), 0);
  const missing = around(
    sum((g) => g.ul),
    countsSd(gaps),
  );
  const known = {
    productId,
    fromMs: Math.min(...gaps.map((g) => g.fromMs)),
    toMs: Math.max(...gaps.map((g) => g.toMs)),
    counts: gaps.length,
    pours: sum((g) => g.poured.pours),
    bookedUl: sum((g) => g.poured.ul),
    byRecipe: {
      bookedUl: sum((g) => g.byRecipe.bookedUl),
      recipeUl: sum((g) => g.byRecipe.recipeUl),
      pours: sum((g) => g.byRecipe.pours),
    },
    wastedUl: sum((g) => g.wastedUl),
    missing,
  };
  if (!isExplained(explained)) return { ...known, overPoured: null, unlogged: null, countError: null };
  const overPoured = added(of.map(({ k }) => explained.overPoured[k] as Between));
  const oneOffs = explained.oneOffs.filter((o) => o.gap.productId === productId);
  const unlogged = around(
    oneOffs.reduce((total, o) => total + o.ul.mid, 0),
    Math.hypot(...oneOffs.map((o) => (o.ul.high - o.ul.mid) / NINE_OF_TEN)),
  );
  const rest = missing.mid - overPoured.mid - unlogged.mid;
  return { ...known, overPoured, unlogged, countError: around(rest, countsSd(gaps)) };
}

/** By how much the sum of gaps may be off: each container's first and last count alone, what lies between them cancels out. */
function countsSd(gaps: readonly Gap[]): number {
  const ends = [...new Set(gaps.map((g) => g.containerId))].flatMap((id) => {
    const of = gaps.filter((g) => g.containerId === id).sort((a, b) => a.toMs - b.toMs);
    return [of[0]?.countsWithinUl[0] ?? 0, of.at(-1)?.countsWithinUl[1] ?? 0];
  });
  return Math.hypot(...ends) * SD_OF_WITHIN;
}

const around = (mid: number, sd: number): Between => ({
  low: mid - NINE_OF_TEN * sd,
  mid,
  high: mid + NINE_OF_TEN * sd,
});

/** Shares of one fit move together: their bounds add up. */
const added = (all: readonly Between[]): Between => ({
  low: all.reduce((sum, b) => sum + b.low, 0),
  mid: all.reduce((sum, b) => sum + b.mid, 0),
  high: all.reduce((sum, b) => sum + b.high, 0),
});

// What is missing between two counts of a container: what was there, came and was booked out, against what was found.

/** What may be behind a gap: who poured, what with, and where. */
export const SOURCE_KINDS = ['person', 'measure', 'place'] as const;
export type SourceKind = (typeof SOURCE_KINDS)[number];
/** One of them, as `person:3`; a measure may be `measure:7`, `measure:cap-2` of a product, `measure:eye` or `measure:line`. */
export type SourceKey = `${SourceKind}:${string}`;

/** So much was booked as poured, in so many pours. */
export type Poured = { readonly ul: number; readonly pours: number };

/** Pours that followed a recipe: what was booked, and what the recipe takes for as much mix. */
export type ByRecipe = { readonly bookedUl: number; readonly recipeUl: number; readonly pours: number };
const NO_RECIPE: ByRecipe = { bookedUl: 0, recipeUl: 0, pours: 0 };

/** A container as it was counted: when, in milliseconds, what was found, and how far off that may be either way. */
export type CountOf = { readonly atMs: number; readonly ul: number; readonly withinUl: number };

/** What was booked of a container in one stretch: `part` 0 before its first count, 1 between that and the second. */
export type Booked = {
  readonly part: number;
  /** What came in less what went out otherwise than by pouring, in microlitres. */
  readonly otherUl: number;
  /** What of that was wasted, in microlitres, 0 or more. */
  readonly wastedUl: number;
  /** Of the pours that followed a recipe, what was booked and what the recipe would have taken. */
  readonly byRecipe: ByRecipe;
  readonly poured: readonly (Poured & { readonly sources: readonly SourceKey[] })[];
};

export type CountedContainer = {
  readonly containerId: number;
  readonly productId: number;
  /** When it came, in milliseconds. */
  readonly cameMs: number;
  /** In the order of time. */
  readonly counts: readonly CountOf[];
  readonly booked: readonly Booked[];
};

export type Gap = {
  readonly containerId: number;
  readonly productId: number;
  readonly fromMs: number;
  readonly toMs: number;
  /** More than nothing where less was there than should have been, in microlitres. */
  readonly ul: number;
  /** How far off that may be by the two counts, 19 times of 20. */
  readonly withinUl: number;
  /** The part of that by the count it begins and the one it ends with. */
  readonly countsWithinUl: readonly [first: number, last: number];
  readonly wastedUl: number;
  readonly byRecipe: ByRecipe;
  readonly poured: Poured;
  readonly by: ReadonlyMap<SourceKey, Poured>;
};

/** A container as it came is full to a hundredth. */
const FULL_WITHIN = 0.01;

/**
 * The gaps of a container, from count to count; the first from when it came. What was booked is taken by when it happened,
 * so that a pour which was told late, or taken back after a count, does not shift what is missing to another stretch.
 *
 * @example came with 5 L, 1 L booked, 3.9 L counted: a gap of 100 ml
 */
export function gapsOf(container: CountedContainer): Gap[] {
  const parts = new Map(container.booked.map((b) => [b.part, b]));
  let before: CountOf = { atMs: container.cameMs, ul: 0, withinUl: 0 };
  return container.counts.map((count, part): Gap => {
    const { otherUl = 0, wastedUl = 0, byRecipe = NO_RECIPE, poured = [] } = parts.get(part) ?? {};
    const by = new Map<SourceKey, Poured>();
    let all: Poured = { ul: 0, pours: 0 };
    for (const { sources, ...of } of poured) {
      all = plus(all, of);
      for (const source of sources) by.set(source, plus(by.get(source), of));
    }
    const firstWithin = part === 0 ? Math.max(0, otherUl) * FULL_WITHIN : before.withinUl;
    const gap: Gap = {
      containerId: container.containerId,
      productId: container.productId,
      fromMs: before.atMs,
      toMs: count.atMs,
      ul: before.ul + otherUl - all.ul - count.ul,
      withinUl: Math.hypot(firstWithin, count.withinUl),
      countsWithinUl: [firstWithin, count.withinUl],
      wastedUl,
      byRecipe,
      poured: all,
      by,
    };
    before = count;
    return gap;
  });
}

const plus = (a: Poured = { ul: 0, pours: 0 }, b: Poured): Poured => ({
  ul: a.ul + b.ul,
  pours: a.pours + b.pours,
});

import { accept, type Outcome, refuse } from '../outcome.ts';
import { type Band, placeInBand } from '../strength/band.ts';
import type { Fraction } from '../strength/strength.ts';
import { UNIT_UL } from '../units/units.ts';
import { fractionOfRatio } from './meteringTip.ts';
import { type Repeated, repeatedMean } from './repeated.ts';

/** One fill collected from a line: so much altogether, of which so much product left the pail. */
export type LineRun = { readonly totalUl: number; readonly productUl: number };

/** What a fill took of the product: read off a measure, in microlitres, or what the pail lost on a scale, in grams. */
export type ProductUsed =
  | { readonly kind: 'volume'; readonly ul: number }
  | { readonly kind: 'weight'; readonly beforeG: number; readonly afterG: number };

/**
 * What a fill took of the product, in microlitres; grams by the product's density: `(before - after) / density`.
 *
 * @param product.gPerMl null where nobody has entered it: grams then tell no volume, and are refused
 * @example a pail of 1.02 g/ml that gets 93.6 g lighter lost 91.765 ml
 */
export function usedUl(
  used: ProductUsed,
  product: { readonly name: string; readonly gPerMl: number | null } | null,
): Outcome<number> {
  if (used.kind === 'volume') return accept(used.ul);
  if (!product?.gPerMl) {
    return refuse('density.unknown', { product: product?.name ?? null });
  }
  if (used.afterG >= used.beforeG) {
    return refuse('pail.heavier', {});
  }
  return accept(Math.round(((used.beforeG - used.afterG) / product.gPerMl) * UNIT_UL.ml));
}

/** How well the collected volume is read, the same in every run. */
const COLLECTED_U = 0.02;

/**
 * The ratio of a fill: `N = (T - c) / c`, parts of water to one of product.
 *
 * @returns a refusal for nothing collected, no product, or more product than was collected
 */
export function lineRatio({ totalUl, productUl }: LineRun): Outcome<number> {
  if (!(totalUl > 0)) {
    return refuse('line.total', {});
  }
  if (!(productUl > 0)) {
    return refuse('line.product', {});
  }
  if (productUl >= totalUl) {
    return refuse('line.overTotal', {});
  }
  return accept((totalUl - productUl) / productUl);
}

export type LineCheck = Repeated & { readonly fraction: Fraction; readonly ratios: readonly number[] };

/** The ratio of a line by several fills. */
export function checkLine(runs: readonly LineRun[]): Outcome<LineCheck> {
  const ratios: number[] = [];
  for (const run of runs) {
    const ratio = lineRatio(run);
    if (!ratio.ok) return ratio;
    ratios.push(ratio.value);
  }
  if (ratios.length === 0) {
    return refuse('line.noRuns', {});
  }
  const repeated = repeatedMean(ratios, [COLLECTED_U]);
  return accept({ ...repeated, fraction: fractionOfRatio(repeated.mean), ratios });
}

export type Suspect = 'footValve' | 'air' | 'pressure' | 'tip';

export const VERDICTS_FOUND = [
  'steady',
  'weakForLabel',
  'strongForLabel',
  'weakForTarget',
  'strongForTarget',
  'drainsBack',
  'unsteady',
  'weaker',
  'stronger',
] as const;
export type VerdictFound = (typeof VERDICTS_FOUND)[number];

/** What to do with a line after it was measured. */
export type Verdict = {
  readonly verdict: 'use' | 'retip' | 'fault';
  /** What was found, behind the verdict. */
  readonly found: VerdictFound;
  /** Parts of water to one of product, as measured. */
  readonly ratio: number;
  /** What this tip gave before, where it has changed since. */
  readonly before: number | null;
  /** Where to look first, the likeliest first. */
  readonly suspects: readonly Suspect[];
};

/**
 * What a tip gave before with a product: the newest verification that was not taken back and found no fault, so that a
 * fault that was mended is not taken for a drift.
 *
 * @param checks newest first
 * @returns parts of water to one of product; null where nobody knows
 */
export function givenBefore(
  checks: readonly {
    readonly productId: number;
    readonly tipId: number;
    readonly ratio: number;
    readonly verdict: Pick<Verdict, 'verdict'>;
    readonly withdrawnAt: string | null;
  }[],
  productId: number,
  tipId: number,
): number | null {
  const sound = checks.find(
    (c) =>
      c.productId === productId &&
      c.tipId === tipId &&
      c.withdrawnAt === null &&
      c.verdict.verdict !== 'fault',
  );
  return sound?.ratio ?? null;
}

/** Fills of one line that differ by more are not one strength. */
const UNSTEADY = 0.15;
/** A line this far from what the same tip gave before has changed. */
const DRIFTED = 0.15;
/** Without a band, a line this close to what was asked for will do. */
const NEAR = 0.1;

/**
 * Whether a line can be used as it was measured, wants another tip, or has a fault.
 *
 * Fills that differ by over 15 % are a fault: a weak first one says that product drained back, so the foot valve; else
 * air. Over 15 % from what the same tip gave before is a fault too: weaker means air, a blocked tip or the foot valve;
 * stronger, the pressure of the water or the seat of the tip. What is steady and in the band is used as measured; what
 * is steady and out of it wants another tip.
 *
 * @param before parts of water to one of product that this tip gave before, or by the fit; null where nobody knows
 * @param target what the line is meant to give
 */
export function judgeLine(
  check: Pick<LineCheck, 'ratios' | 'mean' | 'fraction'>,
  { before, target, band }: { before: number | null; target: Fraction; band: Band | null },
): Verdict {
  const { ratios, mean, fraction } = check;
  const found = (
    verdict: Verdict['verdict'],
    what: VerdictFound,
    suspects: readonly Suspect[] = [],
    was: number | null = null,
  ): Verdict => ({ verdict, found: what, ratio: mean, before: was, suspects });
  const [first = mean, ...rest] = ratios;
  if (Math.max(...ratios) / Math.min(...ratios) > 1 + UNSTEADY) {
    const steadyAfter = rest.length >= 2 && Math.max(...rest) / Math.min(...rest) <= 1 + UNSTEADY;
    return steadyAfter && first > Math.max(...rest)
      ? found('fault', 'drainsBack', ['footValve', 'air'])
      : found('fault', 'unsteady', ['air', 'footValve', 'tip']);
  }
  if (before !== null && mean / before > 1 + DRIFTED) {
    return found('fault', 'weaker', ['air', 'tip', 'footValve', 'pressure'], before);
  }
  if (before !== null && before / mean > 1 + DRIFTED) {
    return found('fault', 'stronger', ['pressure', 'tip'], before);
  }
  // A label that names one strength is no band to be in: near it will do.
  const wide = band && band.most > band.least * (1 + NEAR) ? band : null;
  const place = wide ? placeInBand(fraction, wide) : null;
  const near = Math.abs(Math.log(fraction / target)) <= NEAR;
  if (place === 'within' || (place === null && near)) {
    return found('use', 'steady');
  }
  const weak = place ? place === 'under' : fraction < target;
  if (wide) return found('retip', weak ? 'weakForLabel' : 'strongForLabel');
  return found('retip', weak ? 'weakForTarget' : 'strongForTarget');
}

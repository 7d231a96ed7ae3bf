import { accept, type Outcome, refuse } from '../outcome.ts';
import { type Band, placeInBand } from '../strength/band.ts';
import { formatStrength } from '../strength/formatStrength.ts';
import type { Fraction } from '../strength/strength.ts';
import { UNIT_UL } from '../units/volume.ts';
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
    return refuse(
      'density.unknown',
      'Product used',
      `Nobody has entered how heavy ${product?.name ?? 'the product'} is, so grams tell no volume.`,
      'Have a manager enter its density, or measure by volume.',
    );
  }
  if (used.afterG >= used.beforeG) {
    return refuse(
      'pail.heavier',
      'Pail after',
      'Pail after is no lighter than before.',
      'Weigh both again: before the fill, and after it.',
    );
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
    return refuse(
      'line.total',
      'Collected',
      'Collected is nothing.',
      'Type what came out altogether, such as 2 l.',
    );
  }
  if (!(productUl > 0)) {
    return refuse(
      'line.product',
      'Product used',
      'Product used is nothing: the line draws water only.',
      'Look for air in the line, an empty pail, or a blocked tip.',
    );
  }
  if (productUl >= totalUl) {
    return refuse(
      'line.overTotal',
      'Product used',
      'Product used is as much as came out altogether.',
      'Measure both again: what the pail lost, and what was collected.',
    );
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
    return refuse('line.noRuns', 'Fills', 'There is no fill yet.', 'Collect one, better three.');
  }
  const repeated = repeatedMean(ratios, [COLLECTED_U]);
  return accept({ ...repeated, fraction: fractionOfRatio(repeated.mean), ratios });
}

export type Suspect = 'footValve' | 'air' | 'pressure' | 'tip';

/** What to do with a line after it was measured. */
export type Verdict = {
  readonly verdict: 'use' | 'retip' | 'fault';
  readonly words: string;
  readonly remedy: string;
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
  const [first = mean, ...rest] = ratios;
  if (Math.max(...ratios) / Math.min(...ratios) > 1 + UNSTEADY) {
    const steadyAfter = rest.length >= 2 && Math.max(...rest) / Math.min(...rest) <= 1 + UNSTEADY;
    return steadyAfter && first > Math.max(...rest)
      ? fault('The first fill is weak and the others agree: product drains back.', ['footValve', 'air'])
      : fault('The fills differ too much to be one strength.', ['air', 'footValve', 'tip']);
  }
  if (before !== null && mean / before > 1 + DRIFTED) {
    return fault(`It has become weaker: ${as(mean)}, and was ${as(before)} with this tip.`, [
      'air',
      'tip',
      'footValve',
      'pressure',
    ]);
  }
  if (before !== null && before / mean > 1 + DRIFTED) {
    return fault(`It has become stronger: ${as(mean)}, and was ${as(before)} with this tip.`, [
      'pressure',
      'tip',
    ]);
  }
  // A label that names one strength is no band to be in: near it will do.
  const wide = band && band.most > band.least * (1 + NEAR) ? band : null;
  const place = wide ? placeInBand(fraction, wide) : null;
  const near = Math.abs(Math.log(fraction / target)) <= NEAR;
  if (place === 'within' || (place === null && near)) {
    return {
      verdict: 'use',
      words: `Steady at ${as(mean)}.`,
      remedy: 'Use it as it was measured.',
      suspects: [],
    };
  }
  const weak = place ? place === 'under' : fraction < target;
  return {
    verdict: 'retip',
    words: `Steady at ${as(mean)}, and ${weak ? 'weaker' : 'stronger'} than ${wide ? 'the label' : 'it is meant to be'}.`,
    remedy: `Fit a ${weak ? 'wider' : 'finer'} tip and measure again.`,
    suspects: [],
  };
}

export const SUSPECT_WORDS: Record<Suspect, string> = {
  footValve: 'The foot valve: lift it out, rinse it, see that it holds product up.',
  air: 'Air in the line: pail nearly empty, weight off, a loose or split hose.',
  pressure: 'The water pressure: other taps open, the inlet filter, the regulator.',
  tip: 'The tip: seated, clean, and the one that is on record.',
};

const fault = (words: string, suspects: readonly Suspect[]): Verdict => ({
  verdict: 'fault',
  words,
  remedy: 'Find the fault and measure again before anyone fills from it.',
  suspects,
});

const as = (ratio: number) => formatStrength({ notation: 'parts', water: Number(ratio.toPrecision(3)) });

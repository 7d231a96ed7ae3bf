import { accept, type Outcome, refuse } from '../outcome.ts';
import type { Band } from '../strength/band.ts';
import { type Fraction, sameStrength } from '../strength/strength.ts';
import { NORMAL_95, studentT } from './studentT.ts';

/** A tip whose ratio was measured: parts of water to one of product, with the relative uncertainty of that. */
export type MeasuredTip = { readonly diameterMm: number; readonly ratio: number; readonly u: number };

/** `N = A d^(-n)` through the measured tips of one line, one product and one water pressure. */
export type TipFit = {
  readonly slope: number;
  /** ln N at the middle of the measured diameters, and ln of that diameter. */
  readonly middle: { readonly lnRatio: number; readonly lnDiameter: number };
  /** Half the width of the 95 % interval of ln N at ln d. */
  readonly half: (lnDiameter: number) => number;
  readonly measured: { readonly fromMm: number; readonly toMm: number };
};

/** A venturi draws through the area of its tip: n is about 2. */
const USUAL_SLOPE = 2;
const SLOPE_SPREAD = 0.2;
/** Runs through the same tip differ by so much where nobody has measured how much. */
const USUAL_RUN_U = 0.05;

/**
 * Fits `N = A d^(-n)` to measured tips. One tip: n = 2 is assumed. Two: their slope is shrunk to 2 +/- 0.2, each
 * weighed by how well it is known, and the interval comes from the tips' run-to-run spread. Three or more: least
 * squares in log-log, with Student's t prediction interval.
 *
 * @param tips diameters over 0, no two the same; at least one
 * @throws RangeError without tips
 */
export function fitTips(tips: readonly MeasuredTip[]): TipFit {
  if (tips.length === 0) throw new RangeError('no tip was measured');
  const points = tips.map(({ diameterMm, ratio, u }) => ({
    x: Math.log(diameterMm),
    y: Math.log(ratio),
    v: (u > 0 ? u : USUAL_RUN_U) ** 2,
  }));
  const k = points.length;
  const x = points.reduce((sum, p) => sum + p.x, 0) / k;
  const y = points.reduce((sum, p) => sum + p.y, 0) / k;
  const sxx = points.reduce((sum, p) => sum + (p.x - x) ** 2, 0);
  const sxy = points.reduce((sum, p) => sum + (p.x - x) * (p.y - y), 0);
  const v = points.reduce((sum, p) => sum + p.v, 0) / k;
  const diameters = tips.map((t) => t.diameterMm);
  const measured = { fromMm: Math.min(...diameters), toMm: Math.max(...diameters) };
  const middle = { lnRatio: y, lnDiameter: x };
  if (k < 3) {
    const prior = SLOPE_SPREAD ** 2;
    const weight = k === 2 ? sxx / v : 0;
    const slope = (weight * (-sxy / (sxx || 1)) + USUAL_SLOPE / prior) / (weight + 1 / prior);
    const slopeV = 1 / (weight + 1 / prior);
    return { slope, middle, measured, half: (at) => NORMAL_95 * Math.sqrt(v / k + slopeV * (at - x) ** 2) };
  }
  const b = sxy / sxx;
  const left = points.reduce((sum, p) => sum + (p.y - y - b * (p.x - x)) ** 2, 0);
  const s2 = left / (k - 2);
  const t = studentT(k - 2);
  return { slope: -b, middle, measured, half: (at) => t * Math.sqrt(s2 * (1 + 1 / k + (at - x) ** 2 / sxx)) };
}

/**
 * The slope between two tips as it was measured, before it is shrunk.
 *
 * @example 0.6 mm at 1:48 and 0.9 mm at 1:22: 1.9241
 */
export const rawSlope = (a: MeasuredTip, b: MeasuredTip): number =>
  -Math.log(b.ratio / a.ratio) / Math.log(b.diameterMm / a.diameterMm);

export type TipRatio = { readonly ratio: number; readonly from: number; readonly to: number };

/** So far past the measured diameters a fit still says something. */
const REACH = 1.25;

/**
 * What a tip gives by the fit: parts of water to one of product, with its 95 % interval.
 *
 * @returns a refusal over 25 % past the measured diameters
 */
export function ratioOfTip(fit: TipFit, diameterMm: number): Outcome<TipRatio> {
  const { fromMm, toMm } = fit.measured;
  if (!(diameterMm >= fromMm / REACH && diameterMm <= toMm * REACH)) {
    return refuse('tip.beyond', { mm: diameterMm, fromMm, toMm });
  }
  const at = Math.log(diameterMm);
  const lnRatio = fit.middle.lnRatio - fit.slope * (at - fit.middle.lnDiameter);
  const half = fit.half(at);
  return accept({
    ratio: Math.exp(lnRatio),
    from: Math.exp(lnRatio - half),
    to: Math.exp(lnRatio + half),
  });
}

/** The fraction of a ratio: 1 part product and N parts water. */
export const fractionOfRatio = (ratio: number): Fraction => (1 / (ratio + 1)) as Fraction;

/**
 * The tip to fit: the one nearest the target of those that don't come out over the band. Those too far from what was
 * measured are left out.
 *
 * @param tips those at hand, by their diameters
 * @returns a refusal where none will do
 */
export function recommendTip<T extends { readonly diameterMm: number }>(
  fit: TipFit,
  tips: readonly T[],
  target: Fraction,
  band: Pick<Band, 'most'> | null,
): Outcome<{ tip: T; gives: TipRatio }> {
  const fits = tips.flatMap((tip) => {
    const gives = ratioOfTip(fit, tip.diameterMm);
    return gives.ok ? [{ tip, gives: gives.value }] : [];
  });
  const most = band?.most ?? (1 as Fraction);
  const under = fits.filter(({ gives }) => {
    const f = fractionOfRatio(gives.ratio);
    return f < most || sameStrength(f, most);
  });
  const off = ({ gives }: { gives: TipRatio }) => Math.abs(Math.log(fractionOfRatio(gives.ratio) / target));
  const [best] = under.sort((a, b) => off(a) - off(b));
  if (best) return accept(best);
  return refuse('tip.none', { most: fits.length > 0 ? most : null });
}

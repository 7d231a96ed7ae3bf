import type { Outcome } from '../outcome.ts';
import { bandOfUse, nearestTo } from '../products/uses.ts';
import type { Band } from '../strength/band.ts';
import type { Strength } from '../strength/notation.ts';
import { type Fraction, fractionOf } from '../strength/strength.ts';
import { fitTips, type MeasuredTip, rawSlope, recommendTip, type TipFit } from './meteringTip.ts';

/** A verification of a line, as far as it says what a tip gives. */
export type TipCheck = {
  readonly productId: number;
  readonly tipId: number;
  readonly tipName: string;
  readonly diameterMm: number;
  readonly ratio: number;
  readonly u: number;
  readonly verdict: { readonly verdict: string };
  readonly withdrawnAt: string | null;
};

/** What the tips measured on a line with its product say of the others. */
export type LineFit<T> = {
  fit: TipFit;
  measured: (MeasuredTip & { tipId: number; name: string })[];
  /** Between two tips, as it was measured, before it is held to what venturis do. */
  raw: number | null;
  recommended: Outcome<{ tip: T; gives: { ratio: number; from: number; to: number } }> | null;
};

/** The label's band around what a line is meant to give. */
export function bandOfLine(
  product: { readonly labelEntries: Parameters<typeof bandOfUse>[0] } | null,
  target: Fraction | null,
): Band | null {
  const entry = product && target ? nearestTo(product.labelEntries, target) : null;
  return entry && product ? bandOfUse(product.labelEntries, entry.use, entry.basis) : null;
}

/** What a line is meant to give; null where nobody has said. */
export const targetOf = ({ target }: { readonly target: Strength | null }): Fraction | null => {
  const f = target ? fractionOf(target) : null;
  return f?.ok ? f.value : null;
};

/** The newest verification of each tip with the product that hangs on the line, faults left out. */
export function lineFit<T extends { readonly diameterMm: number }>(
  productId: number | null,
  checks: readonly TipCheck[],
  tips: readonly T[],
  target: Fraction | null,
  band: Band | null,
): LineFit<T> | null {
  const measured: LineFit<T>['measured'] = [];
  for (const c of checks) {
    if (c.withdrawnAt !== null || c.productId !== productId || c.verdict.verdict === 'fault') continue;
    if (measured.some((m) => m.tipId === c.tipId)) continue;
    measured.push({ tipId: c.tipId, name: c.tipName, diameterMm: c.diameterMm, ratio: c.ratio, u: c.u });
  }
  measured.sort((a, b) => a.diameterMm - b.diameterMm);
  if (measured.length === 0) return null;
  const fit = fitTips(measured);
  const [a, b] = measured;
  return {
    fit,
    measured,
    raw: measured.length === 2 && a && b ? rawSlope(a, b) : null,
    recommended: target ? recommendTip(fit, tips, target, band) : null,
  };
}

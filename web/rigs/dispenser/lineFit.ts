import type { Line, LineCheck, Tip } from '#contract/dispensers.ts';
import type { Product } from '#contract/products.ts';
import {
  fitTips,
  type MeasuredTip,
  rawSlope,
  recommendTip,
  type TipFit,
} from '#core/delivery/meteringTip.ts';
import type { Outcome } from '#core/outcome.ts';
import { bandOfUse, nearestTo } from '#core/products/uses.ts';
import type { Band } from '#core/strength/band.ts';
import { type Fraction, fractionOf } from '#core/strength/strength.ts';

/** What the tips measured on a line with its product say of the others. */
export type LineFit = {
  fit: TipFit;
  measured: (MeasuredTip & { tipId: number; name: string })[];
  /** Between two tips, as it was measured, before it is held to what venturis do. */
  raw: number | null;
  recommended: Outcome<{ tip: Tip; gives: { ratio: number; from: number; to: number } }> | null;
};

/** The label's band around what a line is meant to give. */
export function bandOfLine(product: Product | null, target: Fraction | null): Band | null {
  const entry = product && target ? nearestTo(product.labelEntries, target) : null;
  return entry && product ? bandOfUse(product.labelEntries, entry.use, entry.basis) : null;
}

export const targetOf = (line: Line): Fraction | null => {
  const f = line.target ? fractionOf(line.target) : null;
  return f?.ok ? f.value : null;
};

/** The newest verification of each tip with the product that hangs on the line, faults left out. */
export function lineFit(
  productId: number | null,
  checks: readonly LineCheck[],
  tips: readonly Tip[],
  target: Fraction | null,
  band: Band | null,
): LineFit | null {
  const measured: LineFit['measured'] = [];
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

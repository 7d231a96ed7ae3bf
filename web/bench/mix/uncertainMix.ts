import { spreadOfDraw } from '#core/delivery/draw.ts';
import type { MeasureKind } from '#core/mixing/outlines.ts';
import {
  FILL_LINE,
  LABEL_ASSAY,
  MEASURE_SPREAD,
  type Spread,
  type UncertainMix,
} from '#core/mixing/tolerance.ts';
import { t } from '../../lib/speech.ts';
import type { BenchMix } from './benchMix.ts';

/**
 * The mix with how well each part of it is measured, a cannon's draw among them; null for a neat fill, which has no
 * spread of its own.
 */
export function uncertainMix({
  plan,
  measuring,
  start,
  rig,
}: Pick<BenchMix, 'plan' | 'measuring' | 'start' | 'rig'>): UncertainMix | null {
  if (plan?.how !== 'fill' || plan.waterUl === 0 || start?.contents) return null;
  const product = measuring?.chosen
    ? measuring.chosen.parts.map(({ measure, ul }) => ({
        name: measure.name,
        ul,
        spread: spreadOf(measure.kind, measure.stepUl),
      }))
    : [{ name: t('free pour'), ul: plan.productUl, spread: { relative: MEASURE_SPREAD.freePour } }];
  return {
    product,
    water: { name: t('fill line'), ul: plan.waterUl, spread: { relative: FILL_LINE } },
    assay: LABEL_ASSAY,
    ...(rig && { draw: { q: rig.draw.q, spread: spreadOfDraw(rig.draw) } }),
  };
}

const spreadOf = (kind: MeasureKind, stepUl: number): Spread =>
  kind === 'cap'
    ? { relative: MEASURE_SPREAD.cap }
    : kind === 'pump'
      ? { relative: MEASURE_SPREAD.pump }
      : { ul: stepUl / 2 };

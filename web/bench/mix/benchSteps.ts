import { volumeUl } from '#core/mixing/contents.ts';
import { fillSteps } from '#core/mixing/fillSteps.ts';
import { microlitres } from '#core/units/volume.ts';
import type { BenchMix } from './benchMix.ts';

/** One thing to do at the vessel, with how much and up to which line. */
export type BenchStep = { do: 'pourOff' | 'water' | 'product' | 'jet'; ul: number; toUl: number };

export type BenchSteps = { steps: BenchStep[]; shakeFirst: boolean; swirl: boolean };

/**
 * What to do, in order, as the Bench shows it.
 *
 * @param jetShare share of the water that raises suds last, in buckets, where the product is washed with suds
 */
export function benchSteps(
  { plan, product, vessel, start }: BenchMix,
  { jetShare }: { jetShare: number },
): BenchSteps {
  if (!plan || !product || !vessel) return { steps: [], shakeFirst: false, swirl: false };
  const { shakeFirst, suds } = product;
  const { displacementUl } = vessel;
  if (plan.how === 'fill') {
    const mix = { ...plan, totalUl: microlitres(plan.waterUl + plan.productUl) };
    const bucket = vessel.kind === 'bucket';
    const order = {
      displacementUl,
      shakeFirst,
      jetShare: suds && bucket ? jetShare : 0,
      twoLines: vessel.twoLines,
    };
    const all = fillSteps(mix, order);
    return {
      steps: all.filter((s): s is Extract<typeof s, { ul: number }> => 'ul' in s),
      shakeFirst,
      swirl: all.some((s) => s.do === 'swirl'),
    };
  }
  const steps: BenchStep[] = [];
  let level = displacementUl + (start?.contents ? volumeUl(start.contents) : 0);
  for (const [act, ul] of [
    ['pourOff', plan.pourOffUl],
    ['water', plan.waterUl],
    ['product', plan.productUl],
  ] as const) {
    if (ul === 0) continue;
    level += act === 'pourOff' ? -ul : ul;
    steps.push({ do: act, ul, toUl: level });
  }
  return { steps, shakeFirst: shakeFirst && plan.productUl > 0, swirl: steps.length > 0 };
}

import type { PourBody } from '#contract/ledger.ts';
import { inNotation } from '#core/strength/strength.ts';
import type { BenchMix } from './benchMix.ts';

/**
 * What is to be booked, or null while the mix can't be poured.
 *
 * @param inTheJug what the books say is short really is in the container
 */
export function pourOf(bench: BenchMix, acknowledged: boolean, inTheJug = false): PourBody | null {
  const { product, vessel, container, plan, totalUl, strength, start, measuring, refusals } = bench;
  if (!product || !vessel || !container || !plan || !totalUl || !strength?.ok || !start) return null;
  const found = inTheJug && bench.shortUl > 0;
  if (
    (refusals.container && !found) ||
    refusals.vessel ||
    refusals.product ||
    refusals.strength ||
    refusals.recipe
  )
    return null;
  if (bench.asksForWord && !acknowledged) return null;
  return {
    productId: product.id,
    vesselId: vessel.id,
    containerId: container.id,
    strength: bench.onPanel && bench.fraction ? inNotation(bench.fraction, 'parts') : strength.value,
    totalUl,
    start: start.body,
    how: plan.how,
    measured: measuring?.chosen?.parts.map(({ measure, ul }) => ({ measureId: measure.id, ul })) ?? [],
    water: bench.water,
    ...(found && { foundUl: bench.shortUl }),
    ...(bench.rest && { rest: { containerId: bench.rest.container.id } }),
    ...((!container.openedAt || (bench.rest && !bench.rest.container.openedAt)) && { opens: true }),
    ...(bench.rig?.dial && { rig: { dialId: bench.rig.dial.id, machineId: bench.rig.machineId } }),
    ...(bench.asksForWord && { acknowledged }),
    ...(bench.recipe && {
      recipe: {
        versionId: bench.recipe.version.versionId,
        soil: bench.recipe.soil,
        left: bench.recipe.left,
      },
    }),
    shown: { pourOffUl: plan.pourOffUl, waterUl: plan.waterUl, productUl: plan.productUl },
  };
}

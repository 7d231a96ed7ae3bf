import type { PourBody } from '#contract/ledger.ts';
import { pourRequestOf } from '#contract/pourRequest.ts';
import { resolvePour } from '#core/booking/resolvePour.ts';
import { accept, type Outcome } from '#core/outcome.ts';
import { inNotation } from '#core/strength/strength.ts';
import { asBooked } from './benchMeasuring.ts';
import type { BenchMix } from './benchMix.ts';

/**
 * What is to be booked, or why it can't be, by the same rule the shop's machine goes by; null while it is not worked out.
 *
 * @param of.inTheJug what the books say is short really is in the container
 * @param of.jobId the job it is mixed for
 */
export function pourOf(
  bench: BenchMix,
  acknowledged: boolean,
  { inTheJug = false, jobId = null }: { inTheJug?: boolean; jobId?: number | null } = {},
): Outcome<PourBody> | null {
  const { product, vessel, container, plan, totalUl, strength, start, measuring, refusals, facts } = bench;
  if (!product || !vessel || !container || !plan || !totalUl || !strength?.ok || !start || !facts)
    return null;
  if (refusals.recipe) return refusals.recipe;
  const { recipe } = bench;
  if (recipe && recipe.soil === null) return null;
  const found = inTheJug && bench.shortUl > 0;
  const body: PourBody = {
    productId: product.id,
    vesselId: vessel.id,
    containerId: container.id,
    strength: bench.onPanel && bench.fraction ? inNotation(bench.fraction, 'parts') : strength.value,
    totalUl,
    start: start.body,
    how: plan.how,
    inVessel: vessel.holds?.code ?? null,
    measured: asBooked(measuring?.chosen ?? null),
    water: bench.water,
    ...(found && { foundUl: bench.shortUl }),
    ...(bench.rest && { rest: { containerId: bench.rest.container.id } }),
    ...((!container.openedAt || (bench.rest && !bench.rest.container.openedAt)) && { opens: true }),
    ...(bench.rig?.dial && { rig: { dialId: bench.rig.dial.id, machineId: bench.rig.machineId } }),
    ...(bench.asksForWord && { acknowledged }),
    ...(recipe?.soil != null && {
      recipe: { versionId: recipe.version.versionId, soil: recipe.soil, left: recipe.left },
    }),
    ...(jobId !== null && { jobId }),
    shown: { pourOffUl: plan.pourOffUl, waterUl: plan.waterUl, productUl: plan.productUl },
  };
  const decided = resolvePour(pourRequestOf(body, null), facts);
  return decided.ok ? accept(body) : decided;
}

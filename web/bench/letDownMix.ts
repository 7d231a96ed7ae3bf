import type { LetDownBody } from '#contract/ledger.ts';
import { fractionIn } from '#core/mixing/contents.ts';
import { asMeasured, planPours } from '#core/mixing/planPour.ts';
import { twoStage } from '#core/mixing/solveFor.ts';
import type { Refusal as CoreRefusal } from '#core/outcome.ts';
import { deliveryOf } from '#core/products/record.ts';
import { checkStock } from '#core/stock/postings.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import { type Fraction, fractionOf } from '#core/strength/strength.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { microlitres } from '#core/units/volume.ts';
import type { BenchDraft } from './benchDraft.ts';
import { benchMeasuring, usualMeasure } from './benchMeasuring.ts';
import { limitsOf } from './benchMix.ts';
import { blank, bookedContents } from './benchStart.ts';
import type { Holding } from './mergeMix.ts';
import { offeredVessel } from './offered.ts';
import type { Ware } from './ware.ts';

/** Works out a mix from a stock solution, as it is measured. */
export function letDownMix(draft: BenchDraft, stock: Holding, ware: Ware) {
  const { shop } = ware;
  const vessel =
    ware.vessels.find((v) => v.id === draft.vesselId && v.id !== stock.id) ??
    offeredVessel(ware.products.find((p) => p.id === stock.holds.productId) ?? null, {
      ...ware,
      vessels: ware.vessels.filter((v) => v.id !== stock.id && deliveryOf(v.kind) !== null),
    }) ??
    undefined;
  const held = bookedContents(stock, stock.holds.productId);
  const stockFraction = held ? fractionIn(held) : (1 as Fraction);
  const refusals: { strength?: CoreRefusal; total?: CoreRefusal; stock?: CoreRefusal } = {};
  const nothing = { vessel, stockFraction, refusals, plan: null, chosen: null, stage: null, body: null };
  const strength = parseStrength(draft.strengthText, { system: shop.units, ratio: shop.ratioReading });
  if (!strength.ok) {
    if (!blank(draft.strengthText)) refusals.strength = strength;
    return nothing;
  }
  const use = fractionOf(strength.value);
  if (!vessel || !use.ok) return nothing;
  const limits = limitsOf(vessel);
  const total = blank(draft.makeText)
    ? ({ ok: true, value: limits.fillLimitUl } as const)
    : parseVolume(draft.makeText, { system: shop.units, field: 'How much to make' });
  if (!total.ok) {
    refusals.total = total;
    return nothing;
  }
  const plans = planPours({
    state: 'concentrate',
    fraction: use.value,
    vessel: limits,
    totalUl: total.value,
    start: null,
    show: shop.units,
  });
  if (!plans.ok) {
    refusals[plans.code.startsWith('total.') ? 'total' : 'strength'] = plans;
    return nothing;
  }
  const [exact] = plans.value;
  if (!exact) return nothing;
  const chosen = benchMeasuring(exact, ware.measures, draft.measure ?? usualMeasure(ware.shop)).chosen;
  const plan = asMeasured(exact, chosen?.ul ?? exact.productUl);
  const enough = checkStock(stock.holds.ul, plan.productUl, stock.holds.code, shop.units);
  if (!enough.ok) refusals.stock = enough;
  const stage = twoStage(
    microlitres(plan.waterUl + plan.productUl),
    stockFraction,
    (plan.productUl / (plan.waterUl + plan.productUl)) as Fraction,
  );
  const body: LetDownBody = {
    stockVesselId: stock.id,
    vesselId: vessel.id,
    strength: strength.value,
    totalUl: total.value,
    measured: chosen?.parts.map(({ measure, ul }) => ({ measureId: measure.id, ul })) ?? [],
    shown: { waterUl: plan.waterUl, stockUl: plan.productUl },
  };
  return { vessel, stockFraction, refusals, plan, chosen, stage, body: enough.ok ? body : null };
}

export type LetDownMix = ReturnType<typeof letDownMix>;

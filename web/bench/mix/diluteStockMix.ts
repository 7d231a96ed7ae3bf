import type { DiluteStockBody } from '#contract/ledger.ts';
import { contentsIn } from '#core/booking/heldIn.ts';
import {
  type DiluteStockFacts,
  mayDiluteStock,
  planDilutedStock,
  resolveDiluteStock,
} from '#core/booking/resolveDiluteStock.ts';
import { fractionIn } from '#core/mixing/contents.ts';
import { measuresFor } from '#core/mixing/ownMeasures.ts';
import { asMeasured } from '#core/mixing/planPour.ts';
import { twoStage } from '#core/mixing/solveFor.ts';
import type { Refusal as CoreRefusal } from '#core/outcome.ts';
import { deliveryOf } from '#core/products/record.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { microlitres } from '#core/units/volume.ts';
import { t } from '../../lib/speech.ts';
import type { Question } from './benchDraft.ts';
import { asBooked, benchMeasuring, usualMeasure } from './benchMeasuring.ts';
import { blank } from './benchStart.ts';
import { asTyped } from './benchTotal.ts';
import type { Equipment } from './equipment.ts';
import { type Holding, heldIn } from './mergeMix.ts';
import { fillFacts, offeredVessel } from './offered.ts';

/** Works out a mix from a stock solution, as it is measured. */
export function diluteStockMix(draft: Question<'stock'>, stock: Holding, equipment: Equipment) {
  const { shop } = equipment;
  const vessel =
    equipment.vessels.find((v) => v.id === draft.vesselId && v.id !== stock.id) ??
    offeredVessel(equipment.products.find((p) => p.id === stock.holds.productId) ?? null, {
      ...equipment,
      vessels: equipment.vessels.filter((v) => v.id !== stock.id && deliveryOf(v.kind) !== null),
    }) ??
    undefined;
  const held = heldIn(stock);
  const product = equipment.products.find((p) => p.id === stock.holds.productId) ?? null;
  const stockFraction = fractionIn(contentsIn(held));
  const refusals: { strength?: CoreRefusal; total?: CoreRefusal; stock?: CoreRefusal } = {};
  const fill = product && vessel ? fillFacts(product, vessel, equipment) : null;
  const measures = measuresFor(equipment.measures, null);
  const facts: DiluteStockFacts = { stock: held, fill, measures };
  const of = { stockVesselId: stock.id, vesselId: vessel?.id ?? 0, acknowledged: true };
  const may = vessel ? mayDiluteStock(of, facts) : null;
  const inTheWay = may && !may.ok ? may : null;
  const none = { plan: null, chosen: null, stage: null, body: null };
  const nothing = { vessel, stockFraction, inTheWay, refusals, ...none };
  const strength = parseStrength(draft.strengthText, {
    field: t('Strength'),
    system: shop.units,
    ratio: shop.ratioReading,
  });
  if (!strength.ok) {
    if (!blank(draft.strengthText)) refusals.strength = strength;
    return nothing;
  }
  if (!fill || !vessel) return nothing;
  const total = asTyped(draft.makeText, vessel, fill.vessel.limits, shop);
  if (!total.ok) {
    refusals.total = total;
    return nothing;
  }
  const asked = { ...of, strength: strength.value, totalUl: total.value };
  const exact = planDilutedStock(asked, fill);
  if (!exact.ok) {
    refusals[exact.at === '/totalUl' ? 'total' : 'strength'] = exact;
    return nothing;
  }
  const { chosen } = benchMeasuring(exact.value, measures, draft.measure ?? usualMeasure(equipment.shop));
  const plan = asMeasured(exact.value, chosen?.ul ?? exact.value.productUl);
  const measured = asBooked(chosen);
  const shown = { waterUl: plan.waterUl, stockUl: plan.productUl };
  const resolved = inTheWay ? null : resolveDiluteStock({ ...asked, measured, shown }, facts);
  if (resolved && !resolved.ok) refusals.stock = resolved;
  const stage = twoStage(
    microlitres(plan.waterUl + plan.productUl),
    stockFraction,
    (plan.productUl / (plan.waterUl + plan.productUl)) as Fraction,
  );
  const body: DiluteStockBody | null = resolved?.ok
    ? {
        stockVesselId: stock.id,
        vesselId: of.vesselId,
        strength: strength.value,
        totalUl: total.value,
        measured,
        shown,
      }
    : null;
  return { ...nothing, plan, chosen, stage, body };
}

export type DiluteStockMix = ReturnType<typeof diluteStockMix>;

import type { PourBody } from '#contract/ledger.ts';
import type { Product } from '#contract/products.ts';
import type { Container, Vessel } from '#contract/ware.ts';
import { type Contents, volumeUl } from '#core/mixing/contents.ts';
import { asMeasured, type PourPlan, planPours } from '#core/mixing/planPour.ts';
import { mixFromProduct } from '#core/mixing/solveFor.ts';
import { solveMix, type VesselLimits } from '#core/mixing/solveMix.ts';
import { type Made, whatHaveIMade } from '#core/mixing/whatHaveIMade.ts';
import type { Outcome, Refusal } from '#core/outcome.ts';
import { mayMeet } from '#core/safety/mayMeet.ts';
import { ALL_UNKNOWN } from '#core/safety/traits.ts';
import { checkStock } from '#core/stock/postings.ts';
import { otherReading } from '#core/strength/otherReading.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import { type Fraction, fractionOf, type Strength } from '#core/strength/strength.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { type Microlitres, microlitres } from '#core/units/volume.ts';
import type { BenchDraft } from './benchDraft.ts';
import { type BenchMeasuring, benchMeasuring } from './benchMeasuring.ts';
import { type BenchStart, benchStart, blank, type StartFields } from './benchStart.ts';
import type { Ware } from './ware.ts';

type Fields = 'strength' | 'total' | 'container' | 'have' | 'vessel' | StartFields;

/** Everything the Bench shows, worked out from what was typed. */
export type BenchMix = {
  product: Product | null;
  vessel: Vessel | null;
  /** The product's containers, the first opened first. */
  containers: Container[];
  container: Container | null;
  strength: Outcome<Strength> | null;
  fraction: Fraction | null;
  start: BenchStart | null;
  /** The ways to get there, the most sparing first, and the one being followed, as it is really measured. */
  ways: PourPlan[];
  plan: PourPlan | null;
  /** How much was asked for, before anything was measured. */
  totalUl: Microlitres | null;
  measuring: BenchMeasuring | null;
  /** What is in there already, where that is the question. */
  made: Made | null;
  /** The other reading of the same label, with the product it would take. */
  other: { strength: Strength; productUl: number } | null;
  refusals: Partial<Record<Fields, Refusal>>;
};

/** Works out the Bench from a draft. Pure and quick: it runs on every keystroke. */
export function benchMix(draft: BenchDraft, ware: Ware): BenchMix {
  const { shop } = ware;
  const product = ware.products.find((p) => p.id === draft.productId) ?? null;
  const vessel = ware.vessels.find((v) => v.id === draft.vesselId) ?? ware.vessels[0] ?? null;
  const containers = containersOf(product, ware.containers);
  const open = containers.filter((c) => c.openedAt);
  const container =
    open.find((c) => c.id === draft.containerId) ?? open.find((c) => c.heldUl > 0) ?? open[0] ?? null;

  const strength = readStrength(draft, product, vessel, shop);
  const { start, refusals: startRefusals } = benchStart(draft, vessel, shop);
  const refusals: BenchMix['refusals'] = { ...startRefusals };
  if (strength && !strength.ok && !blank(draft.strengthText)) refusals.strength = strength;
  const met = product && vessel && meeting(product, vessel, ware.products);
  if (met && !met.ok) refusals.vessel = met;
  const fraction = strength?.ok ? fractionIn(strength.value) : null;

  const base = { product, vessel, containers, container, strength, fraction, start };
  const empty: BenchMix = {
    ...base,
    ways: [],
    plan: null,
    totalUl: null,
    measuring: null,
    made: null,
    other: null,
    refusals,
  };
  if (!product || !vessel || !start || fraction === null) return empty;

  const limits = limitsOf(vessel);
  const poured = start.body.kind === 'poured' ? start.contents : null;
  const made = poured && madeOf(poured, fraction, product, limits, shop);
  const total = totalOf(draft, start.contents, fraction, limits, shop);
  if (!total.ok) {
    refusals[total.field === 'Product at hand' ? 'have' : 'total'] = total;
    return empty;
  }
  const request = { state: product.state, fraction, vessel: limits, totalUl: total.value, show: shop.units };
  const planned = planPours({ ...request, start: start.contents });
  if (!planned.ok) {
    refusals[fieldOf(planned, draft)] = planned;
    return { ...empty, made };
  }
  const ways = planned.value;
  const way = ways.find((w) => w.how === draft.way) ?? ways[0] ?? null;
  const measured = way && way.productUl > 0 && draft.mode !== 'have';
  const measuring = measured ? benchMeasuring(way, ware.measures, draft.measure) : null;
  const plan = way && measuring ? asMeasured(way, measuring.chosen?.ul ?? way.productUl) : way;
  if (plan && container) {
    const drawn = plan.productUl + (poured?.productUl ?? 0);
    const stock = checkStock(container.heldUl, drawn, container.code, shop.units);
    if (!stock.ok) refusals.container = stock;
  }
  return {
    ...base,
    ways,
    plan,
    totalUl: total.value,
    measuring,
    made,
    other: strength?.ok && start.contents === null ? otherOf(strength.value, request) : null,
    refusals,
  };
}

/** What is to be booked, or null while the mix can't be poured. */
export function pourOf(bench: BenchMix): PourBody | null {
  const { product, vessel, container, plan, totalUl, strength, start, measuring, refusals } = bench;
  if (!product || !vessel || !container || !plan || !totalUl || !strength?.ok || !start) return null;
  if (refusals.container || refusals.vessel) return null;
  return {
    productId: product.id,
    vesselId: vessel.id,
    containerId: container.id,
    strength: strength.value,
    totalUl,
    start: start.body,
    how: plan.how,
    measured: measuring?.chosen?.parts.map(({ measure, ul }) => ({ measureId: measure.id, ul })) ?? [],
    shown: { pourOffUl: plan.pourOffUl, waterUl: plan.waterUl, productUl: plan.productUl },
  };
}

/** Whether the product may follow what the vessel last held; of a product no longer listed nothing is known. */
function meeting(product: Product, { name, lastHeld }: Vessel, all: Product[]): Outcome<null> | null {
  if (!lastHeld || lastHeld.productId === product.id) return null;
  const last = all.find((p) => p.id === lastHeld.productId);
  return mayMeet(product, { name: lastHeld.productName, traits: last?.traits ?? ALL_UNKNOWN }, name);
}

function readStrength(
  draft: BenchDraft,
  product: Product | null,
  vessel: Vessel | null,
  shop: Ware['shop'],
): Outcome<Strength> {
  if (draft.picked) return { ok: true, value: draft.picked };
  const words = {
    ...(product?.capUl && { cap: product.capUl }),
    ...(vessel && { bucket: vessel.fillLimitUl, bottle: vessel.fillLimitUl, vessel: vessel.fillLimitUl }),
  };
  return parseStrength(draft.strengthText, {
    system: shop.units,
    ratio: shop.ratioReading,
    gPerMl: product?.gPerMl ?? undefined,
    words,
  });
}

function fractionIn(strength: Strength): Fraction | null {
  const f = fractionOf(strength);
  return f.ok ? f.value : null;
}

export function limitsOf({ brimfulUl, fillLimitUl, smallestUl, displacementUl }: Vessel): VesselLimits {
  return {
    brimfulUl: microlitres(brimfulUl),
    fillLimitUl: microlitres(fillLimitUl - displacementUl),
    smallestUl: microlitres(Math.min(smallestUl, fillLimitUl - displacementUl)),
  };
}

/** How much to make: as typed, as the product at hand makes, as much as stands there, else up to the fill limit. */
function totalOf(
  draft: BenchDraft,
  contents: Contents | null,
  fraction: Fraction,
  limits: VesselLimits,
  shop: Ware['shop'],
): Outcome<Microlitres> {
  if (draft.mode === 'have') {
    const product = parseVolume(draft.haveText, { system: shop.units, field: 'Product at hand' });
    if (!product.ok) return product;
    const mix = mixFromProduct(product.value, fraction, limits.fillLimitUl, shop.units);
    return mix.ok ? { ok: true, value: mix.value.totalUl } : mix;
  }
  if (contents && draft.mode !== 'left') return { ok: true, value: microlitres(volumeUl(contents)) };
  if (blank(draft.makeText)) return { ok: true, value: limits.fillLimitUl };
  return parseVolume(draft.makeText, { system: shop.units, field: 'How much to make' });
}

function fieldOf({ code }: Refusal, { mode }: BenchDraft): Fields {
  if (code.startsWith('leftover.')) return mode === 'left' ? 'left' : 'inWater';
  if (!code.startsWith('total.')) return 'strength';
  return mode === 'have' ? 'have' : mode === 'made' || mode === 'wrong' ? 'inWater' : 'total';
}

/** What was poured is known as well as people measure at a bench: half a small graduation, and a fill line. */
const USUAL_SPREADS = { product: { relative: 0.02 }, water: { relative: 0.02 } };

function madeOf(
  contents: Contents,
  meant: Fraction,
  product: Product,
  limits: VesselLimits,
  shop: Ware['shop'],
): Made | null {
  const made = whatHaveIMade({
    contents,
    spreads: USUAL_SPREADS,
    meant,
    band: bandOf(product) ?? undefined,
    roomUl: limits.fillLimitUl,
    show: shop.units,
  });
  return made.ok ? made.value : null;
}

/** From the weakest to the strongest on a product's label. */
export function bandOf(product: Product): { least: Fraction; most: Fraction } | null {
  const fractions = product.labelEntries.map((e) => e.fraction);
  if (fractions.length === 0) return null;
  return { least: Math.min(...fractions) as Fraction, most: Math.max(...fractions) as Fraction };
}

function otherOf(strength: Strength, request: Parameters<typeof solveMix>[0]): BenchMix['other'] {
  const other = otherReading(strength);
  const fraction = other && fractionIn(other);
  const mix = fraction && solveMix({ ...request, fraction });
  return other && mix?.ok ? { strength: other, productUl: mix.value.productUl } : null;
}

function containersOf(product: Product | null, all: Container[]): Container[] {
  return all
    .filter((c) => c.productId === product?.id)
    .sort((a, b) => (a.openedAt ?? '9').localeCompare(b.openedAt ?? '9') || a.id - b.id);
}

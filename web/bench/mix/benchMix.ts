import type { Container, Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { refuse } from '#contract/refusals.ts';
import { mayGoIn, mayMixIt } from '#core/booking/mayFill.ts';
import { type PourFacts, type PourStart, planPour, resolveStart } from '#core/booking/resolvePour.ts';
import { panelFraction } from '#core/delivery/draw.ts';
import type { Contents } from '#core/mixing/contents.ts';
import { grownUl } from '#core/mixing/correct.ts';
import type { WaterKind } from '#core/mixing/hardness.ts';
import { measuresFor } from '#core/mixing/ownMeasures.ts';
import { asMeasured, type PourPlan } from '#core/mixing/planPour.ts';
import { checkMeasurable } from '#core/mixing/practicalPour.ts';
import { limitsOf, mayDilute, type VesselLimits } from '#core/mixing/solveMix.ts';
import { type Made, whatHaveIMade } from '#core/mixing/whatHaveIMade.ts';
import type { Outcome, Refusal } from '#core/outcome.ts';
import type { Band } from '#core/strength/band.ts';
import type { Strength } from '#core/strength/notation.ts';
import type { Fraction } from '#core/strength/strength.ts';
import type { Microlitres } from '#core/units/volume.ts';
import { t } from '../../lib/speech.ts';
import type { BenchDraft, Question } from './benchDraft.ts';
import { type BenchLimits, benchLimits, type Delivered } from './benchLimits.ts';
import { type BenchMeasuring, benchMeasuring, usualMeasure } from './benchMeasuring.ts';
import { type BenchRecipe, followRecipe } from './benchRecipe.ts';
import { type BenchRig, benchRig } from './benchRig.ts';
import { benchSources, containersOf, type Second } from './benchSources.ts';
import { benchStart, blank, type StartFields, startKind } from './benchStart.ts';
import { bottleOf, fractionIn, otherOf, readStrength } from './benchStrength.ts';
import { type Many, totalOf } from './benchTotal.ts';
import type { Equipment } from './equipment.ts';
import { type LadderMark, ladderMarksOf } from './ladderMarks.ts';
import { biggerVessel, fillFacts, mixFacts, offeredVessel } from './offered.ts';

type Fields =
  | 'product'
  | 'strength'
  | 'total'
  | 'container'
  | 'have'
  | 'many'
  | 'towels'
  | 'vessel'
  | 'recipe'
  | StartFields;

/** Everything the Bench shows, worked out from what was typed. */
export type BenchMix = {
  /** What it is mixed by, where it is mixed by a recipe or was until it was left. */
  recipe: BenchRecipe | null;
  /** What stands in the strength field, or would. */
  strengthText: string;
  product: Product | null;
  vessel: Vessel | null;
  /** The product's containers, the first opened first. */
  containers: Container[];
  container: Container | null;
  /** As it was typed, where it was meant to hold. */
  strength: Outcome<Strength> | null;
  typed: Fraction | null;
  /** A cannon or a gun as it is set; null where the vessel delivers what is in it as it is. */
  rig: BenchRig | null;
  /** What was typed holds on the panel, and the bottle was worked out from it. */
  onPanel: boolean;
  /** In the vessel, and on the panel. */
  fraction: Fraction | null;
  panel: Fraction | null;
  start: { contents: Contents | null; body: PourStart } | null;
  /** The ways to get there, the most sparing first, and the one being followed, as it is really measured. */
  ways: PourPlan[];
  plan: PourPlan | null;
  /** How much was asked for, before anything was measured. */
  totalUl: Microlitres | null;
  measuring: BenchMeasuring | null;
  /** What is in there already, where that is the question. */
  made: Made | null;
  /** Where it could be put right with nothing poured off, and how much of it there would be then. */
  bigger: { vessel: Vessel; ul: number } | null;
  /** The other reading of the same label, with the product it would take. */
  other: { strength: Strength; productUl: number } | null;
  limits: BenchLimits | null;
  marks: readonly LadderMark[];
  /** What it is made with. */
  water: WaterKind;
  /** Where one fill is one of several. */
  many: Many | null;
  /** How much more than the container holds by the books, where it could really hold that much; else 0. */
  shortUl: number;
  /** What comes from a second container once the first is finished, where that was chosen; and what could. */
  rest: Second | null;
  next: Second | null;
  /** What the pour is decided by; null while it can't be worked out. */
  facts: PourFacts | null;
  /** It asks for a word before it is poured, see {@link mayMix}. */
  asksForWord: boolean;
  refusals: Partial<Record<Fields, Refusal>>;
};

const NONE_FREE = refuse('vessel.none', {});

/** Works out the Bench from a draft. Pure and quick: it runs on every keystroke. */
export function benchMix(asked: BenchDraft, equipment: Equipment): BenchMix {
  const { draft, recipe, refusal: unfollowed } = followRecipe(asked, equipment);
  const { shop } = equipment;
  const product = equipment.products.find((p) => p.id === draft.productId) ?? null;
  const vessel = equipment.vessels.find((v) => v.id === draft.vesselId) ?? offeredVessel(product, equipment);
  const containers = containersOf(product, equipment.containers);
  const open = containers.filter((c) => c.openedAt);
  const container =
    containers.find((c) => c.id === draft.containerId) ??
    open.find((c) => c.heldUl > 0 && !c.onHold) ??
    open[0] ??
    null;

  const strength = readStrength(draft, product, vessel, equipment);
  const fill = product && vessel && fillFacts(product, vessel, equipment);
  const { start: stands, refusals: startRefusals } = benchStart(draft, vessel, shop);
  const refusals: BenchMix['refusals'] = { ...startRefusals, ...(unfollowed && { recipe: unfollowed }) };
  if (strength && !strength.ok && !blank(draft.strengthText)) refusals.strength = strength;
  const goesIn = fill ? mayGoIn(fill, startKind(draft)) : null;
  if (product && !vessel) refusals.vessel = NONE_FREE;
  if (goesIn && !goesIn.ok) refusals.vessel = goesIn;
  // What is not kept is not worked with either.
  const kept = goesIn?.ok || stands?.kind !== 'leftover';
  const resolved = fill && stands && kept ? resolveStart(stands, fill) : null;
  if (resolved && !resolved.ok) refusals.leftStrength = resolved;
  const start = stands && resolved?.ok ? { contents: resolved.value.contents, body: stands } : null;
  const typed = strength?.ok ? fractionIn(strength.value) : null;
  const rig = benchRig(vessel, draft);
  const onPanel = rig !== null && draft.onPanel;
  const bottle = typed && bottleOf(typed, onPanel ? rig : null);
  if (bottle && !bottle.ok) refusals.strength = bottle;
  const fraction = bottle?.ok ? bottle.value : null;
  const delivered: Delivered | null = fraction && {
    bottle: fraction,
    panel: panelFraction(fraction, rig?.draw.q ?? 1),
  };
  const dilutes = product && fraction !== null && mayDilute(product.state, fraction);
  if (dilutes && !dilutes.ok) refusals.strength = dilutes;
  const may = product && mayMixIt(mixFacts(product, equipment), true);
  if (may && !may.ok) refusals.product = may;
  const water = draft.water ?? shop.water;
  const limits =
    product &&
    benchLimits(
      product,
      delivered,
      rig && (onPanel ? 'panel' : 'bottle'),
      recipe?.version.use ?? null,
      vessel?.kind ?? null,
    );
  const marks = product ? ladderMarksOf(product, equipment, water, vessel?.kind ?? null) : [];
  const asksForWord = product?.record.care.acknowledge ?? false;

  const base = {
    recipe,
    strengthText: draft.strengthText,
    product,
    vessel,
    containers,
    container,
    strength,
    typed,
    rig,
    onPanel,
    fraction,
    panel: delivered?.panel ?? null,
    start,
    limits,
    marks,
    water,
    asksForWord,
  };
  const empty: BenchMix = {
    ...base,
    ways: [],
    plan: null,
    totalUl: null,
    measuring: null,
    made: null,
    bigger: null,
    other: null,
    many: null,
    shortUl: 0,
    rest: null,
    next: null,
    facts: null,
    refusals,
  };
  if (!product || !vessel || !fill || !start || fraction === null) return empty;

  const room = limitsOf(vessel);
  const poured = start.body.kind === 'poured' ? start.contents : null;
  const band = limits?.band?.basis === 'panel' && rig ? null : (limits?.band ?? null);
  const made = poured && madeOf(poured, fraction, band, room);
  const bigger = poured && biggerFor(poured, { fraction, vessel, product, made }, equipment);
  const total = totalOf({
    draft,
    vessel,
    limits: room,
    contents: start.contents,
    fraction,
    use: limits?.use ?? null,
    shop,
  });
  if (!total.ok) {
    if (!untouched(draft)) refusals[(total.at ?? 'total') as Fields] = total;
    return empty;
  }
  const request = { state: product.state, fraction, vessel: room, totalUl: total.value.ul };
  const planned = planPour({ ...request, contents: start.contents }, fill);
  if (!planned.ok) {
    refusals[fieldOf(planned, draft)] = planned;
    return { ...empty, made, bigger, many: total.value.many };
  }
  const ways = planned.value;
  const way = ways.find((w) => w.how === draft.way) ?? ways[0] ?? null;
  const measures = measuresFor(equipment.measures, product, t('its own cap'));
  const fine = way ? checkMeasurable(way.productUl, measures) : null;
  if (fine && !fine.ok) refusals.strength = fine;
  const measured = way && way.productUl > 0 && draft.mode !== 'have';
  const measuring = measured
    ? benchMeasuring(way, measures, draft.measure ?? usualMeasure(shop), productBand(way, limits, rig))
    : null;
  const plan = way && measuring ? asMeasured(way, measuring.chosen?.ul ?? way.productUl) : way;
  const drawn = (plan?.productUl ?? 0) + (poured?.productUl ?? 0);
  const { refusal, shortUl, rest, next } = benchSources(plan && container, containers, draft.restId, {
    productId: product.id,
    drawnUl: drawn,
  });
  if (refusal) refusals.container = refusal;
  const meant = recipe && equipment.vessels.find((v) => v.id === recipe.version.vesselId);
  return {
    ...base,
    ways,
    plan,
    totalUl: total.value.ul,
    many: total.value.many,
    measuring,
    made,
    bigger,
    shortUl,
    rest,
    next,
    facts: {
      ...fill,
      source: container,
      rest: rest?.container ?? null,
      measures,
      recipe: recipe && {
        version: recipe.version,
        published: recipe.version,
        retired: false,
        vesselKind: (meant ?? vessel).kind,
      },
      q: rig?.dial ? rig.draw.q : 1,
    },
    other:
      strength?.ok && start.contents === null ? otherOf(strength.value, request, onPanel ? rig : null) : null,
    refusals,
  };
}

/** A band narrower than this is one strength, met as well as it can be measured. */
const WIDE = 1.04;

/** The least and most product of a fill that keep it inside its label's band; null where none is given or it is outside. */
function productBand(plan: PourPlan, limits: BenchLimits | null, rig: BenchRig | null) {
  const band = limits?.band;
  if (!band || plan.how !== 'fill' || limits.place !== 'within' || band.most < WIDE * band.least) return null;
  const q = band.basis === 'panel' ? (rig?.draw.q ?? 1) : 1;
  const totalUl = plan.productUl + plan.waterUl;
  return { leastUl: (band.least / q) * totalUl * (1 - 1e-9), mostUl: (band.most / q) * totalUl * (1 + 1e-9) };
}

/** Nothing was typed yet where the question asks for something: no reason to complain. */
const untouched = (draft: Question): boolean =>
  (draft.mode === 'vehicles' && blank(draft.vehiclesText)) ||
  (draft.mode === 'have' && blank(draft.haveText));

function fieldOf({ code }: Refusal, { mode }: Question): Fields {
  if (code.startsWith('leftover.')) return mode === 'left' ? 'left' : 'inWater';
  if (!code.startsWith('total.')) return 'strength';
  return mode === 'have' ? 'have' : mode === 'made' || mode === 'wrong' ? 'inWater' : 'total';
}

/** What was poured is known as well as people measure at a bench: half a small graduation, and a fill line. */
const USUAL_SPREADS = { product: { relative: 0.02 }, water: { relative: 0.02 } };

function madeOf(contents: Contents, meant: Fraction, band: Band | null, limits: VesselLimits): Made | null {
  const made = whatHaveIMade({
    contents,
    spreads: USUAL_SPREADS,
    meant,
    band: band ?? undefined,
    roomUl: limits.fillLimitUl,
    brimUl: limits.brimfulUl,
  });
  return made.ok ? made.value : null;
}

/** A larger vessel for what was poured, where putting it right in its own costs some of it. */
function biggerFor(
  poured: Contents,
  of: { fraction: Fraction; vessel: Vessel; product: Product; made: Made | null },
  equipment: Equipment,
): BenchMix['bigger'] {
  const { fraction, vessel, product, made } = of;
  if (made?.ways.every((w) => w.how !== 'pourOffFirst')) return null;
  const ul = grownUl(poured, fraction);
  if (ul <= limitsOf(vessel).fillLimitUl) return null;
  const found = biggerVessel(vessel, product, ul, equipment);
  return found && { vessel: found, ul };
}

import type { Line, LineFillBody } from '#contract/dispensers.ts';
import type { Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { mayFillFromLine, planLineFill } from '#core/booking/resolveLineFill.ts';
import type { DispenserFill } from '#core/delivery/dispenserFill.ts';
import { fractionOfRatio } from '#core/delivery/meteringTip.ts';
import { limitsOf } from '#core/mixing/solveMix.ts';
import { accept, type Outcome, type Refusal } from '#core/outcome.ts';
import { checkStock } from '#core/stock/postings.ts';
import type { Strength } from '#core/strength/notation.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import { type Fraction, fractionOf } from '#core/strength/strength.ts';
import { t } from '../../lib/speech.ts';
import type { Question } from './benchDraft.ts';
import { blank } from './benchStart.ts';
import { asTyped } from './benchTotal.ts';
import type { Equipment } from './equipment.ts';
import { fillFacts, offeredVessel } from './offered.ts';

/** A fill from a line of the wall dispenser, worked out from what was typed. */
export type LineMix = {
  /** Those with a pail on them, and the one that is filled from: a verified one where nobody chose. */
  lines: Line[];
  line: Line | null;
  vessel: Vessel | null;
  product: Product | null;
  /** How strong the line is, as measured; null while nobody may fill from it. */
  given: Fraction | null;
  fill: DispenserFill | null;
  asksForWord: boolean;
  refusals: Partial<Record<'total' | 'strength' | 'product' | 'vessel' | 'stock', Refusal>>;
  /** What is to be booked but for the word it may ask for; null while it can't be. */
  body: Omit<LineFillBody, 'acknowledged'> | null;
};

/** Works out what comes from the line and what is added. Pure and quick, as {@link benchMix}. */
export function lineMix(draft: Question<'line'>, all: readonly Line[], equipment: Equipment): LineMix {
  const lines = all.filter((l) => l.pail !== null);
  const line =
    lines.find((l) => l.id === draft.lineId) ?? lines.find((l) => l.due === null) ?? lines[0] ?? null;
  const product = equipment.products.find((p) => p.id === line?.pail?.productId) ?? null;
  const vessel = equipment.vessels.find((v) => v.id === draft.vesselId) ?? offeredVessel(product, equipment);
  const { check = null } = line ?? {};
  const given = check && check.verdict.verdict !== 'fault' ? fractionOfRatio(check.ratio) : null;
  const refusals: LineMix['refusals'] = {};
  const keep = <T>(at: keyof LineMix['refusals'], outcome: Outcome<T> | null): T | null => {
    if (outcome && !outcome.ok) refusals[at] = outcome;
    return outcome?.ok ? outcome.value : null;
  };
  const totalUl = vessel && keep('total', asTyped(draft.makeText, vessel, limitsOf(vessel), equipment.shop));
  const wanted = blank(draft.weakerText) ? null : keep('strength', wantedOf(draft.weakerText, equipment));
  const pail = line?.pail;
  const facts = product &&
    vessel &&
    pail && {
      ...fillFacts(product, vessel, equipment),
      line: { name: line.name, ratio: check?.ratio ?? null, fault: given === null },
      pail,
    };
  // A line nobody may fill from says so at the line itself.
  const may = facts && given ? mayFillFromLine(facts, true) : null;
  keep(may && !may.ok && may.at === '/vesselId' ? 'vessel' : 'product', may);
  const made =
    facts && given && totalUl !== null && !refusals.strength
      ? planLineFill({ totalUl, strength: wanted?.strength ?? null }, facts)
      : null;
  const fill = keep(made && !made.ok && made.at === '/strength' ? 'strength' : 'total', made);
  keep('stock', fill && pail ? checkStock(pail.heldUl, fill.productUl, pail.code) : null);
  const body =
    fill && line && vessel && Object.keys(refusals).length === 0
      ? {
          lineId: line.id,
          vesselId: vessel.id,
          totalUl: fill.totalUl,
          strength: wanted?.strength ?? null,
          shown: { lineUl: fill.lineUl, productUl: fill.productUl, addUl: fill.addUl },
        }
      : null;
  const asksForWord = product?.record.care.acknowledge ?? false;
  return { lines, line, vessel, product, given, fill, asksForWord, refusals, body };
}

function wantedOf(text: string, { shop }: Equipment): Outcome<{ strength: Strength; fraction: Fraction }> {
  const strength = parseStrength(text, {
    field: t('Strength'),
    system: shop.units,
    ratio: shop.ratioReading,
  });
  if (!strength.ok) return strength;
  const fraction = fractionOf(strength.value);
  return fraction.ok ? accept({ strength: strength.value, fraction: fraction.value }) : fraction;
}

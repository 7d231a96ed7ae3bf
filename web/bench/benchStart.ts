import type { PourStart } from '#contract/ledger.ts';
import type { Vessel } from '#contract/ware.ts';
import type { Contents } from '#core/mixing/contents.ts';
import { fractionIn } from '#core/mixing/contents.ts';
import { volumeAtDepth } from '#core/mixing/depth.ts';
import { leftoverContents } from '#core/mixing/planPour.ts';
import { accept, type Outcome, type Refusal, refuse } from '#core/outcome.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import { fractionOf, inNotation, type Strength } from '#core/strength/strength.ts';
import { type AtDepth, parseVolume } from '#core/units/parseVolume.ts';
import { type Microlitres, microlitres } from '#core/units/volume.ts';
import type { BenchDraft } from './benchDraft.ts';
import type { Ware } from './ware.ts';

/** What is in the vessel before anything is added, as the Bench shows it and as it is booked. */
export type BenchStart = { contents: Contents | null; body: PourStart };

export type StartFields = 'left' | 'leftStrength' | 'inProduct' | 'inWater';

const EMPTY_START: BenchStart = { contents: null, body: { kind: 'empty' } };

type Read = { start: BenchStart | null; refusals: Partial<Record<StartFields, Refusal>> };

/** Reads what the mode asks about the vessel. `start` is null while something is missing or can't be read. */
export function benchStart(draft: BenchDraft, vessel: Vessel | null, shop: Ware['shop']): Read {
  if (draft.mode === 'left') return leftover(draft, vessel, shop);
  if (draft.mode === 'made' || draft.mode === 'wrong') return poured(draft, vessel, shop);
  return { start: EMPTY_START, refusals: {} };
}

/** What the books have in a vessel of a product, as product and water. */
export function bookedContents(vessel: Vessel | null, productId: number | null): Contents | null {
  const holds = vessel?.holds;
  if (!holds || holds.productId !== productId) return null;
  return { productUl: microlitres(holds.productUl), waterUl: microlitres(holds.ul - holds.productUl) };
}

function leftover(draft: BenchDraft, vessel: Vessel | null, shop: Ware['shop']): Read {
  const field = 'How much is left';
  const left = parseVolume(draft.leftText, { system: shop.units, field, atDepth: depthReader(vessel) });
  if (!left.ok)
    return blank(draft.leftText) ? { start: null, refusals: {} } : { start: null, refusals: { left } };
  const other = vessel?.holds && vessel.holds.productId !== draft.productId ? vessel.holds : null;
  if (other) {
    const refusal = refuse(
      'leftover.different',
      field,
      `By the books it is ${other.productName}, and two products are never combined.`,
      `Pick ${other.productName} above, or empty and rinse the vessel and make a fill.`,
    );
    return { start: null, refusals: { left: refusal } };
  }
  const booked = bookedContents(vessel, draft.productId);
  const strength = leftStrength(draft, booked, shop);
  if (!strength.ok) {
    const quiet = blank(draft.leftStrengthText);
    return { start: null, refusals: quiet ? {} : { leftStrength: strength } };
  }
  const fraction = fractionOf(strength.value, 'How strong it is');
  if (!fraction.ok) return { start: null, refusals: { leftStrength: fraction } };
  const { contents } = leftoverContents(left.value, fraction.value, booked);
  return {
    start: { contents, body: { kind: 'leftover', leftUl: left.value, strength: strength.value } },
    refusals: {},
  };
}

/** As typed; where nothing was, as the books have it. */
function leftStrength(draft: BenchDraft, booked: Contents | null, shop: Ware['shop']): Outcome<Strength> {
  if (blank(draft.leftStrengthText) && booked && booked.productUl > 0) {
    return accept(inNotation(fractionIn(booked), 'percent'));
  }
  return parseStrength(draft.leftStrengthText, {
    system: shop.units,
    ratio: shop.ratioReading,
    field: 'How strong it is',
  });
}

function poured(draft: BenchDraft, vessel: Vessel | null, shop: Ware['shop']): Read {
  const product = parseVolume(draft.inProductText, { system: shop.units, field: 'Product in it' });
  const water = amount(draft.inWaterText, 'Water in it', shop, depthReader(vessel));
  const refusals = {
    ...(!product.ok && !blank(draft.inProductText) && { inProduct: product }),
    ...(!water.ok && !blank(draft.inWaterText) && { inWater: water }),
  };
  if (!product.ok || !water.ok) return { start: null, refusals };
  const contents = { productUl: product.value, waterUl: water.value };
  return { start: { contents, body: { kind: 'poured', ...contents } }, refusals: {} };
}

/** Like any volume, but nothing at all can be in there too: `0`. */
function amount(text: string, field: string, shop: Ware['shop'], atDepth?: AtDepth): Outcome<Microlitres> {
  if (/^0(?:[.,]0*)? ?(?:ml|l)?$/.test(text.trim())) return accept(microlitres(0));
  return parseVolume(text, { system: shop.units, field, atDepth });
}

/** A depth in a vessel as the volume that stands there, where its shape is known. */
export const depthReader = (vessel: Vessel | null): AtDepth | undefined => {
  const depth = vessel?.depth;
  return depth ? (cm) => volumeAtDepth(depth, cm) : undefined;
};

export const blank = (text: string): boolean => text.trim() === '';

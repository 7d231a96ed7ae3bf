import type { Vessel } from '#contract/equipment.ts';
import { bookedIn, type PourStart } from '#core/booking/resolvePour.ts';
import { type Contents, fractionIn } from '#core/mixing/contents.ts';
import { volumeAtDepth } from '#core/mixing/depth.ts';
import { accept, type Outcome, type Refusal } from '#core/outcome.ts';
import type { Strength } from '#core/strength/notation.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import { inNotation } from '#core/strength/strength.ts';
import { type AtDepth, parseVolume } from '#core/units/parseVolume.ts';
import { type Microlitres, microlitres } from '#core/units/volume.ts';
import { t } from '../../lib/speech.ts';
import type { Question } from './benchDraft.ts';
import type { Equipment } from './equipment.ts';

export type StartFields = 'left' | 'leftStrength' | 'inProduct' | 'inWater';

type Read = { start: PourStart | null; refusals: Partial<Record<StartFields, Refusal>> };

/** What a question says about the vessel, whatever was typed. */
export const startKind = ({ mode }: Question): PourStart['kind'] =>
  mode === 'left' ? 'leftover' : mode === 'made' || mode === 'wrong' ? 'poured' : 'empty';

/** Reads what the question asks about the vessel. `start` is null while something is missing or can't be read. */
export function benchStart(draft: Question, vessel: Vessel | null, shop: Equipment['shop']): Read {
  if (draft.mode === 'left') return leftover(draft, vessel, shop);
  if (draft.mode === 'made' || draft.mode === 'wrong') return poured(draft, vessel, shop);
  return { start: { kind: 'empty' }, refusals: {} };
}

function leftover(draft: Question<'left'>, vessel: Vessel | null, shop: Equipment['shop']): Read {
  const field = t('How much is left');
  const left = parseVolume(draft.leftText, { system: shop.units, field, atDepth: depthReader(vessel) });
  if (!left.ok)
    return blank(draft.leftText) ? { start: null, refusals: {} } : { start: null, refusals: { left } };
  const booked = bookedIn(vessel?.holds ?? null, draft.productId ?? 0);
  const strength = leftStrength(draft, booked, shop);
  if (!strength.ok) {
    const quiet = blank(draft.leftStrengthText);
    return { start: null, refusals: quiet ? {} : { leftStrength: strength } };
  }
  return { start: { kind: 'leftover', leftUl: left.value, strength: strength.value }, refusals: {} };
}

/** As typed; where nothing was, as the books have it. */
function leftStrength(
  draft: Question<'left'>,
  booked: Contents | null,
  shop: Equipment['shop'],
): Outcome<Strength> {
  if (blank(draft.leftStrengthText) && booked && booked.productUl > 0) {
    return accept(inNotation(fractionIn(booked), 'percent'));
  }
  return parseStrength(draft.leftStrengthText, {
    system: shop.units,
    ratio: shop.ratioReading,
    field: t('How strong it is'),
  });
}

function poured(draft: Question<'made' | 'wrong'>, vessel: Vessel | null, shop: Equipment['shop']): Read {
  const product = parseVolume(draft.inProductText, { system: shop.units, field: t('Product in it') });
  const water = amount(draft.inWaterText, t('Water in it'), shop, depthReader(vessel));
  const refusals = {
    ...(!product.ok && !blank(draft.inProductText) && { inProduct: product }),
    ...(!water.ok && !blank(draft.inWaterText) && { inWater: water }),
  };
  if (!product.ok || !water.ok) return { start: null, refusals };
  return { start: { kind: 'poured', productUl: product.value, waterUl: water.value }, refusals: {} };
}

/** Like any volume, but nothing at all can be in there too: `0`. */
function amount(
  text: string,
  field: string,
  shop: Equipment['shop'],
  atDepth?: AtDepth,
): Outcome<Microlitres> {
  if (/^0(?:[.,]0*)? ?(?:ml|l)?$/.test(text.trim())) return accept(microlitres(0));
  return parseVolume(text, { system: shop.units, field, atDepth });
}

/** A depth in a vessel as the volume that stands there, where its shape is known. */
export const depthReader = (vessel: Vessel | null): AtDepth | undefined => {
  const depth = vessel?.depth;
  return depth ? (cm) => volumeAtDepth(depth, cm) : undefined;
};

export const blank = (text: string): boolean => text.trim() === '';

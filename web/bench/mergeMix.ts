import type { MergeBody } from '#contract/ledger.ts';
import type { Shop } from '#contract/shop.ts';
import type { HeldBatch, Vessel } from '#contract/ware.ts';
import { type Contents, contentsOf, fractionIn, volumeUl } from '#core/mixing/contents.ts';
import { merge } from '#core/mixing/correct.ts';
import { accept, type Outcome, type Refusal, refuse } from '#core/outcome.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { microlitres } from '#core/units/volume.ts';
import type { BenchDraft } from './benchDraft.ts';
import { blank } from './benchStart.ts';

/** A vessel that holds something, by the books. */
export type Holding = Vessel & { holds: HeldBatch };

export const isHolding = (vessel: Vessel): vessel is Holding => vessel.holds !== null;

/** Two leftovers and what they come to together. */
export type MergeMix = {
  into: Holding | null;
  from: Holding | null;
  /** Vessels that hold the same product as the one poured into. */
  partners: Holding[];
  kept: { into: Contents | null; from: Contents | null };
  result: Contents | null;
  refusals: { into?: Refusal; from?: Refusal; both?: Refusal };
  body: MergeBody | null;
};

/** Works out two into one from a draft. Where no amount is typed, all the books have is meant. */
export function mergeMix(draft: BenchDraft, vessels: Vessel[], { units }: Pick<Shop, 'units'>): MergeMix {
  const holding = vessels.filter(isHolding);
  const into = holding.find((v) => v.id === draft.vesselId) ?? holding[0] ?? null;
  const partners = holding.filter((v) => v.id !== into?.id && v.holds.productId === into?.holds.productId);
  const from = partners.find((v) => v.id === draft.otherVesselId) ?? partners[0] ?? null;
  const refusals: MergeMix['refusals'] = {};
  const keptOf = (vessel: Holding | null, text: string, where: 'into' | 'from'): Contents | null => {
    const read = vessel && left(vessel, text, units);
    if (read && !read.ok) refusals[where] = read;
    return read?.ok ? read.value : null;
  };
  const kept = {
    into: keptOf(into, draft.leftText, 'into'),
    from: keptOf(from, draft.otherLeftText, 'from'),
  };
  const base = { into, from, partners, kept, refusals };
  if (!into || !from || !kept.into || !kept.from) return { ...base, result: null, body: null };
  const both = merge(
    { product: into.holds.productId, contents: kept.into },
    { product: from.holds.productId, contents: kept.from },
    into.fillLimitUl - into.displacementUl,
    units,
  );
  if (!both.ok) return { ...base, result: null, body: null, refusals: { ...refusals, both } };
  return {
    ...base,
    result: both.value,
    body: {
      from: { vesselId: from.id, leftUl: volumeUl(kept.from) },
      into: { vesselId: into.id, leftUl: volumeUl(kept.into) },
      shown: { waterUl: both.value.waterUl, productUl: both.value.productUl },
    },
  };
}

function left({ name, holds }: Holding, text: string, units: Shop['units']): Outcome<Contents> {
  const booked = {
    productUl: microlitres(holds.productUl),
    waterUl: microlitres(holds.ul - holds.productUl),
  };
  if (blank(text)) return accept(booked);
  const field = 'How much is left';
  const read = parseVolume(text, { system: units, field });
  if (!read.ok) return read;
  if (read.value <= holds.ul) return accept(contentsOf(read.value, fractionIn(booked)));
  const most = formatVolume(holds.ul, units);
  return refuse('merge.moreThanHeld', field, `By the books ${name} holds ${most}.`, `Type up to ${most}.`);
}

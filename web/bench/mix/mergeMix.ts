import type { HeldBatch, Vessel } from '#contract/equipment.ts';
import type { MergeBody } from '#contract/ledger.ts';
import type { Shop } from '#contract/shop.ts';
import type { HeldInVessel } from '#core/booking/heldIn.ts';
import { resolveLeftover, resolveMerge } from '#core/booking/resolveMerge.ts';
import { type Contents, volumeUl } from '#core/mixing/contents.ts';
import { limitsOf } from '#core/mixing/solveMix.ts';
import { accept, type Outcome, type Refusal } from '#core/outcome.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { t } from '../../lib/speech.ts';
import type { Question } from './benchDraft.ts';
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

/** What a vessel holds, as a booking is decided by it. */
export const heldIn = ({ name, holds }: Holding): HeldInVessel => ({ ...holds, vesselName: name });

/** Works out two into one from a draft. Where no amount is typed, all the books have is meant. */
export function mergeMix(
  draft: Question<'merge'>,
  vessels: Vessel[],
  { units }: Pick<Shop, 'units'>,
): MergeMix {
  const holding = vessels.filter(isHolding);
  const into = holding.find((v) => v.id === draft.vesselId) ?? holding[0] ?? null;
  const partners = holding.filter((v) => v.id !== into?.id && v.holds.productId === into?.holds.productId);
  const from = partners.find((v) => v.id === draft.otherVesselId) ?? partners[0] ?? null;
  const refusals: MergeMix['refusals'] = {};
  const keptOf = (vessel: Holding | null, text: string, where: 'into' | 'from'): Contents | null => {
    const left = vessel && leftIn(vessel, text, units);
    const kept = left?.ok ? resolveLeftover(heldIn(vessel as Holding), left.value) : left;
    if (kept && !kept.ok) refusals[where] = kept;
    return kept?.ok ? (kept.value as Contents) : null;
  };
  const kept = {
    into: keptOf(into, draft.leftText, 'into'),
    from: keptOf(from, draft.otherLeftText, 'from'),
  };
  const base = { into, from, partners, kept, refusals, result: null, body: null };
  if (!into || !from || !kept.into || !kept.from) return base;
  const asked = {
    from: { vesselId: from.id, leftUl: volumeUl(kept.from) },
    into: { vesselId: into.id, leftUl: volumeUl(kept.into) },
  };
  const resolved = resolveMerge(asked, {
    from: heldIn(from),
    into: heldIn(into),
    roomUl: limitsOf(into).fillLimitUl,
  });
  if (!resolved.ok) return { ...base, refusals: { ...refusals, both: resolved } };
  const { together } = resolved.value;
  return { ...base, result: together, body: { ...asked, shown: together } };
}

/** What was typed, or all there is. */
const leftIn = ({ holds }: Holding, text: string, units: Shop['units']): Outcome<number> =>
  blank(text) ? accept(holds.ul) : parseVolume(text, { system: units, field: t('How much is left') });

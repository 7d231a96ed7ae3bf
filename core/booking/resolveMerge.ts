import { type Contents, contentsOf, fractionIn } from '../mixing/contents.ts';
import { merge } from '../mixing/correct.ts';
import { accept, at, type Outcome, refuse } from '../outcome.ts';
import { mayUseLot } from '../stock/lotHold.ts';
import { contentsIn, type HeldInVessel, isHeld } from './heldIn.ts';

/** A leftover that is to be poured over, or into: where it is, and how much of it is left, in microlitres. */
export type Leftover = { readonly vesselId: number; readonly leftUl: number };

export type MergeRequest = {
  readonly from: Leftover;
  readonly into: Leftover;
  /** What whoever asks was shown; left out where it is still to be shown. */
  readonly shown?: Contents;
};

export type MergeFacts = {
  readonly from: HeldInVessel | null;
  readonly into: HeldInVessel | null;
  /** What fits into the second vessel, in microlitres. */
  readonly roomUl: number;
};

export type MergeResolution = {
  /** What is there of each. What the books have besides was used. */
  readonly from: Contents;
  readonly into: Contents;
  readonly together: Contents;
};

/**
 * What a leftover is made of: its strength is that of its batch.
 *
 * @param leftUl in microlitres
 * @returns a refusal where the books have none of it, a lot in it is on hold, or they have less than that
 */
export function resolveLeftover(held: HeldInVessel | null, leftUl: number): Outcome<Contents> {
  if (!isHeld(held) || held.mixed) {
    return refuse('merge.notHeld', {});
  }
  const may = mayUseLot(held.code, held.onHold);
  if (!may.ok) return may;
  if (leftUl <= held.ul) return accept(contentsOf(leftUl, fractionIn(contentsIn(held))));
  return refuse('merge.moreThanHeld', { vessel: held.vesselName, heldUl: held.ul });
}

/**
 * Decides whether two leftovers of one product may be poured together, and what they come to.
 *
 * @returns a refusal at the side it is about, or at `/from` where it is about both
 * @example 400 ml at 10 % into 300 ml at 5 %: 55 ml of product in 700 ml
 */
export function resolveMerge(request: MergeRequest, facts: MergeFacts): Outcome<MergeResolution> {
  if (request.from.vesselId === request.into.vesselId) {
    const same = refuse('merge.sameVessel', {});
    return at('/from/vesselId', same);
  }
  const sideOf = (side: 'from' | 'into') => {
    const left = resolveLeftover(facts[side], request[side].leftUl);
    const typed = !left.ok && left.code === 'merge.moreThanHeld';
    return at(`/${side}/${typed ? 'leftUl' : 'vesselId'}`, left);
  };
  const from = sideOf('from');
  if (!from.ok) return from;
  const into = sideOf('into');
  if (!into.ok) return into;
  const together = merge(
    { product: facts.into?.productId ?? 0, contents: into.value },
    { product: facts.from?.productId ?? 0, contents: from.value },
    facts.roomUl,
  );
  if (!together.ok) return at('/from', together);
  const { shown = together.value } = request;
  if (shown.productUl !== together.value.productUl || shown.waterUl !== together.value.waterUl) {
    const changed = refuse('mix.changed', { of: 'merge' });
    return at('/shown', changed);
  }
  return accept({ from: from.value, into: into.value, together: together.value });
}

import { accept, type Outcome, refuse } from '../outcome.ts';

/** What a container came with, as it stands on the supplier's paper. */
export type Receipt = {
  /** Microlitres. */
  readonly sizeUl: number;
  readonly lot: string;
  /** What it cost when full, in minor units; null where nobody knows. */
  readonly priceMinor: number | null;
  /** A day of the shop's, as `2026-05-04`. */
  readonly bestBefore: string | null;
  /** Null where it came with no delivery. */
  readonly supplier: string | null;
};

/** What was put right: each field that differs, as it was and as it is. */
export type ReceiptChange = {
  readonly [K in keyof Receipt]?: readonly [was: Receipt[K], is: Receipt[K]];
};

/** A container whose receipt is put right. */
export type Received = {
  readonly code: string;
  /** What it holds by the books, in microlitres. */
  readonly heldUl: number;
  /** It came full, so that a larger one brought more; one that was counted in holds what was counted. */
  readonly cameFull: boolean;
  /** Something was drawn from it, wasted or moved since, or counted in it. */
  readonly touched: boolean;
};

/**
 * What putting a receipt right comes to: what differs, and what the container then holds. Once something came out of the
 * container it takes a reason. What was drawn before keeps what it cost then; what is left costs what the right price says.
 *
 * @param reason why it is put right; may be blank while nothing was drawn
 * @returns a refusal where nothing differs, a reason is missing, or more was drawn than there could have been
 */
export function correctReceipt(
  was: Receipt,
  is: Receipt,
  at: Received,
  reason: string,
): Outcome<{ change: ReceiptChange; heldUl: number }> {
  const change: ReceiptChange = {
    ...(is.sizeUl !== was.sizeUl && { sizeUl: [was.sizeUl, is.sizeUl] as const }),
    ...(is.lot !== was.lot && { lot: [was.lot, is.lot] as const }),
    ...(is.priceMinor !== was.priceMinor && { priceMinor: [was.priceMinor, is.priceMinor] as const }),
    ...(is.bestBefore !== was.bestBefore && { bestBefore: [was.bestBefore, is.bestBefore] as const }),
    ...(is.supplier !== was.supplier && { supplier: [was.supplier, is.supplier] as const }),
  };
  if (Object.keys(change).length === 0) {
    return refuse('receipt.same', {});
  }
  if (at.touched && !/\S/.test(reason)) {
    return refuse('receipt.noReason', { code: at.code });
  }
  const heldUl = at.cameFull ? at.heldUl + is.sizeUl - was.sizeUl : at.heldUl;
  if (heldUl < 0) {
    return refuse('receipt.moreDrawn', { code: at.code, drawnUl: was.sizeUl - at.heldUl });
  }
  if (heldUl > is.sizeUl) {
    return refuse('receipt.holdsMore', { code: at.code, heldUl });
  }
  return accept({ change, heldUl });
}

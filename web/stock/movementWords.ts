import type { MovementKind } from '#contract/ledger.ts';
import { WASTE_REASON_NAMES } from '#contract/stock.ts';

/** What happened, in a word. */
export const KIND_NAMES: Record<MovementKind, string> = {
  receive: 'Received',
  open: 'Opened',
  draw: 'Poured',
  decant: 'Decanted',
  transfer: 'Moved',
  count: 'Counted',
  waste: 'Wasted',
  return: 'Returned',
  found: 'Found',
  reversal: 'Taken back',
};

const REASONS: Record<string, string> = {
  ...WASTE_REASON_NAMES,
  inTheJug: 'more was in it than the books said',
  late: 'booked later',
  lost: 'nobody could find it',
  used: 'used',
  rinsedOut: 'rinsed out',
};

/** Why, in words. */
export const reasonInWords = (reason: string): string => REASONS[reason] ?? reason;

import type { MovementKind } from '#contract/ledger.ts';

/** What happened, in a word. */
export const KIND_NAMES: Record<MovementKind, string> = {
  receive: 'Received',
  open: 'Opened',
  draw: 'Poured',
  decant: 'Decanted',
  transfer: 'Moved',
  count: 'Counted in',
  waste: 'Wasted',
  return: 'Returned',
  found: 'Found',
  reversal: 'Taken back',
};

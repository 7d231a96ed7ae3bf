import type { ReceiptChange } from '#core/stock/receipt.ts';
import type { MovementKind } from './ledger.ts';
import type { OverrideRule } from './people.ts';

// What was out of the ordinary: who allowed or corrected what, and why.

export const TRAIL_KINDS = [
  'override',
  'takenBack',
  'corrected',
  'found',
  'amended',
  'late',
  'lost',
  'counted',
  'crew',
] as const;
export type TrailKind = (typeof TRAIL_KINDS)[number];
export const TRAIL_KIND_NAMES: Record<TrailKind, string> = {
  override: 'A manager’s word',
  takenBack: 'Taken back',
  corrected: 'Another container',
  found: 'More than booked',
  amended: 'Receipt put right',
  late: 'Booked later',
  lost: 'Missing',
  counted: 'Counted',
  crew: 'The crew',
};

export type PersonEventKind =
  | 'joined'
  | 'pin'
  | 'role'
  | 'left'
  | 'back'
  | 'signedOff'
  | 'signOffEnded'
  | 'pinTried';

export type TrailLine = {
  /** `m12` for a movement, `o3` for a manager's word, `p4` for what was done about somebody. */
  id: string;
  kind: TrailKind;
  /** When it was done; when it had happened, where that was earlier. */
  at: string;
  happenedAt: string | null;
  by: string;
  /** Whom it was about, or who first did it, where that was somebody else. */
  about: string | null;
  productName: string | null;
  containerId: number | null;
  containerCode: string | null;
  movementKind: MovementKind | null;
  ul: number;
  minor: number;
  reason: string | null;
  note: string;
  /** What of a receipt was put right. */
  amended: ReceiptChange | null;
  /** Who gave a word for it, for which rule. */
  givenBy: string | null;
  rule: OverrideRule | null;
  event: PersonEventKind | null;
  /** Whether a word was used. */
  spent: boolean | null;
};
export type TrailPage = { rows: TrailLine[]; next: string | null };

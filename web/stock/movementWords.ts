import type { MovementKind } from '#contract/ledger.ts';
import type { Shop } from '#contract/shop.ts';
import { WASTE_REASON_NAMES } from '#contract/stock.ts';
import { formatMoney } from '#core/planning/cost.ts';
import type { ReceiptChange } from '#core/stock/receipt.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { dayInWords } from '../ui/dates.ts';

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
  amend: 'Receipt put right',
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

/** What of a receipt was put right, each as it is and as it was. */
export function amendedInWords(change: ReceiptChange, shop: Pick<Shop, 'units' | 'currency'>): string[] {
  const { sizeUl, lot, priceMinor, bestBefore, supplier } = change;
  const money = (minor: number | null) => (minor === null ? 'not known' : formatMoney(minor, shop.currency));
  const day = (of: string | null) => (of === null ? 'none' : dayInWords(of));
  const said = <T>(name: string, both: readonly [T, T] | undefined, words: (value: T) => string) =>
    both ? [`${name} ${words(both[1])}, was ${words(both[0])}`] : [];
  return [
    ...said('size', sizeUl, (ul) => formatVolume(ul, shop.units)),
    ...said('price', priceMinor, money),
    ...said('lot', lot, (text) => text || 'none'),
    ...said('best before', bestBefore, day),
    ...said('supplier', supplier, (name) => name ?? 'none'),
  ];
}

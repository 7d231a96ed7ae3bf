import type { MovementKind } from '#contract/ledger.ts';
import type { Shop } from '#contract/shop.ts';
import { WASTE_REASON_NAMES } from '#contract/stock.ts';
import { formatMoney } from '#core/planning/cost.ts';
import type { ReceiptChange } from '#core/stock/receipt.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { t } from '../../lib/speech.ts';
import { dayInWords } from '../../ui/dates.ts';

/** What happened, in a word. */
export const KIND_NAMES: () => Record<MovementKind, string> = () => ({
  receive: t('Received'),
  open: t('Opened'),
  pour: t('Poured'),
  decant: t('Decanted'),
  transfer: t('Moved'),
  count: t('Counted'),
  waste: t('Wasted'),
  return: t('Returned'),
  found: t('Found'),
  amend: t('Receipt put right'),
  reversal: t('Taken back'),
});

const REASONS: () => Record<string, string> = () => ({
  ...WASTE_REASON_NAMES,
  inTheJug: t('more was in it than the books said'),
  late: t('booked later'),
  lost: t('missing'),
  used: t('used'),
  rinsedOut: t('rinsed out'),
});

/** Why, in words. */
export const reasonInWords = (reason: string): string => t(REASONS()[reason] ?? reason);

/** What of a receipt was put right, each as it is and as it was. */
export function amendedInWords(change: ReceiptChange, shop: Pick<Shop, 'units' | 'currency'>): string[] {
  const { sizeUl, lot, priceMinor, bestBefore, supplier } = change;
  const money = (minor: number | null) =>
    minor === null ? t('not known') : formatMoney(minor, shop.currency);
  const day = (of: string | null) => (of === null ? 'none' : dayInWords(of));
  const said = <T>(name: string, both: readonly [T, T] | undefined, words: (value: T) => string) =>
    both ? [t('{0} {1}, was {2}', name, words(both[1]), words(both[0]))] : [];
  return [
    ...said('size', sizeUl, (ul) => formatVolume(ul, shop.units)),
    ...said('price', priceMinor, money),
    ...said('lot', lot, (text) => text || 'none'),
    ...said(t('best before'), bestBefore, day),
    ...said('supplier', supplier, (name) => name ?? 'none'),
  ];
}

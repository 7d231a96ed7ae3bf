import type { Shop } from '#contract/shop.ts';
import { MOVEMENT_REASON_NAMES } from '#contract/stock.ts';
import { formatMoney } from '#core/planning/cost.ts';
import type { ReceiptChange } from '#core/stock/receipt.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { t } from '../../lib/speech.ts';
import { dayInWords } from '../../ui/dates.ts';

/** Why, in words. */
export const reasonInWords = (reason: string): string => t(MOVEMENT_REASON_NAMES[reason] ?? reason);

/** What of a receipt was put right, each as it is and as it was. */
export function amendedInWords(change: ReceiptChange, shop: Pick<Shop, 'units' | 'currency'>): string[] {
  const { sizeUl, lot, priceMinor, bestBefore, supplier } = change;
  const money = (minor: number | null) =>
    minor === null ? t('not known') : formatMoney(minor, shop.currency);
  const day = (of: string | null) => (of === null ? t('none') : dayInWords(of));
  const said = <T>(name: string, both: readonly [T, T] | undefined, words: (value: T) => string) =>
    both ? [t('{0} {1}, was {2}', name, words(both[1]), words(both[0]))] : [];
  return [
    ...said('size', sizeUl, (ul) => formatVolume(ul, shop.units)),
    ...said('price', priceMinor, money),
    ...said('lot', lot, (text) => text || t('none')),
    ...said(t('best before'), bestBefore, day),
    ...said('supplier', supplier, (name) => name ?? t('none')),
  ];
}

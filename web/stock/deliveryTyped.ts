import type { Shop } from '#contract/shop.ts';
import type { ContainerKind } from '#core/mixing/outlines.ts';
import type { Refusal } from '#core/outcome.ts';
import { parseMoney } from '#core/planning/cost.ts';
import { parseNumber } from '#core/units/parseNumber.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { t } from '../lib/speech.ts';
import type { Reading } from '../ui/useTextForm.ts';

/** A line of a delivery as it is typed. */
export type LineTyped = {
  productId: string;
  kind: ContainerKind;
  count: string;
  sizeUl: string;
  priceMinor: string;
  lot: string;
  bestBefore: string;
  placeId: string;
};
export type DeliveryTyped = { supplier: string; reference: string; lines: LineTyped[] };

export const blankLine = (productId: string, placeId: string): LineTyped => ({
  productId,
  kind: 'jug',
  count: '1',
  sizeUl: '5 l',
  priceMinor: '',
  lot: '',
  bestBefore: '',
  placeId,
});

/** What was typed, as the delivery to send; each refusal at its line and field. */
export function readDelivery(typed: DeliveryTyped, shop: Pick<Shop, 'units' | 'currency'>): Reading {
  const refusals: Record<string, Refusal> = {};
  const lines = typed.lines.map((line, i) => {
    const count = parseNumber(line.count, t('How many'), 'upTo50');
    const size = parseVolume(line.sizeUl, { system: shop.units, field: t('Size'), askUnit: true });
    const price =
      line.priceMinor.trim() === '' ? null : parseMoney(line.priceMinor, shop.currency, t('Price'));
    if (!count.ok) refusals[`lines.${i}.count`] = count;
    if (!size.ok) refusals[`lines.${i}.sizeUl`] = size;
    if (price && !price.ok) refusals[`lines.${i}.priceMinor`] = price;
    return {
      productId: line.productId ? Number(line.productId) : undefined,
      kind: line.kind,
      sizeUl: size.ok ? size.value : undefined,
      count: count.ok ? count.value : undefined,
      placeId: line.placeId ? Number(line.placeId) : undefined,
      lot: line.lot,
      priceMinor: price?.ok ? price.value : null,
      bestBefore: line.bestBefore || null,
    };
  });
  return { body: { supplier: typed.supplier, reference: typed.reference, lines }, refusals };
}

import { cardBody } from '#contract/opening.ts';
import type { Product } from '#contract/products.ts';
import type { Shop } from '#contract/shop.ts';
import type { Family } from '#core/products/family.ts';
import { strengthOfLabel } from '../stock/product/labelTyped.ts';
import {
  choice,
  exactAmount,
  money,
  number,
  orEmpty,
  readAll,
  rowOr,
  type TypedBy,
  text,
  typedOf,
  volume,
} from '../ui/codecs.ts';
import type { Reading } from '../ui/useTextForm.ts';

/** A product as it is first put down: its label, and what stands on the shelf. */
const CARD = {
  name: text(),
  family: choice<Family>('neutralFoam'),
  state: choice<Product['state']>('concentrate'),
  printed: text(),
  sizeUl: orEmpty(volume()),
  full: number('howMany', undefined, '1'),
  openUl: orEmpty(exactAmount),
  capUl: orEmpty(exactAmount),
  priceMinor: orEmpty(money),
  placeId: rowOr(''),
};
export type CardTyped = TypedBy<typeof CARD> & { reading: 'asWritten' | 'other' };

export const emptyCard = (shop: Shop): CardTyped => ({
  ...typedOf(CARD, null, shop),
  sizeUl: shop.units === 'us' ? '1 US gal' : '5 l',
  reading: 'asWritten',
});

/** Its label by the trade's own parser; a product that is never diluted has no strength, whatever stands in the field. */
export function readCard(typed: CardTyped, shop: Shop): Reading {
  const { value, refusals } = readAll(CARD, typed, null, shop, cardBody);
  if (typed.state === 'readyToUse' || typed.printed.trim() === '') {
    return { body: { ...value, printed: '', strength: null, upTo: null }, refusals };
  }
  const label = strengthOfLabel(typed, shop);
  if (!label.ok)
    return { body: { ...value, strength: null, upTo: null }, refusals: { ...refusals, printed: label } };
  return { body: { ...value, ...label.value }, refusals };
}

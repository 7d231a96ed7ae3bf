import type { ContainerKind } from '#core/mixing/outlines.ts';
import {
  choice,
  dayOrEmpty,
  listOf,
  money,
  number,
  orEmpty,
  parts,
  rowChoice,
  type TypedBy,
  text,
  volume,
} from '../../ui/codecs.ts';

/** What stands on a line of a supplier's paper. */
export const WARE = {
  productId: rowChoice(),
  kind: choice<ContainerKind>('jug'),
  count: number('upTo50', undefined, '1'),
  sizeUl: volume('5 l'),
  priceMinor: orEmpty(money),
};
const LINE = parts({
  ...WARE,
  lot: text(),
  bestBefore: dayOrEmpty,
  placeId: rowChoice(),
});
/** A delivery, as it stands on the supplier's paper. */
export const DELIVERY = { supplier: text(), reference: text(), lines: listOf(LINE) };
export type DeliveryTyped = TypedBy<typeof DELIVERY>;

export const blankLine = (productId: string, placeId: string) => ({ ...LINE.empty, productId, placeId });

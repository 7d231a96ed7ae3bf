import { type MeasureRow, measureBody } from '#contract/equipment.ts';
import type { MeasureKind } from '#core/mixing/outlines.ts';
import { USUAL_MEASURES } from '#core/mixing/starterEquipment.ts';
import { formatExactVolume } from '#core/units/formatVolume.ts';
import {
  type Context,
  choice,
  NOBODY,
  readAll,
  rowOrNobody,
  type TypedBy,
  text,
  typedOf,
  volume,
} from '../ui/codecs.ts';

/** What a measure is, field by field. */
const MEASURE = {
  name: text(),
  kind: choice<MeasureKind>('cylinder'),
  capacityUl: volume(),
  stepUl: volume(),
  productId: rowOrNobody,
};
export type MeasureTyped = TypedBy<typeof MEASURE>;

/** What a new measure of a kind usually holds and is graduated in, as typed. */
export function usualMeasure(kind: MeasureKind) {
  const { capacityUl, stepUl } = USUAL_MEASURES[kind];
  return { capacityUl: formatExactVolume(capacityUl), stepUl: formatExactVolume(stepUl) };
}

/** A measure as it is typed; a new one starts as a cylinder usually is. */
export const typedMeasure = (row: MeasureRow | null, shop: Context): MeasureTyped => ({
  ...typedOf(MEASURE, row, shop),
  ...(!row && usualMeasure('cylinder')),
});

/** What was typed as the row it makes, and what could not be read. Nothing but a pump head sits on a product. */
export function readMeasure(typed: MeasureTyped, shop: Context, row: MeasureRow | null = null) {
  const own = typed.kind === 'pump' ? typed : { ...typed, productId: NOBODY };
  const { value, refusals } = readAll(MEASURE, own, row, shop, measureBody);
  return { body: row ? { ...value, retired: row.retired } : value, refusals };
}

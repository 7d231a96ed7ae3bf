import type { Quantity } from '../units/units.ts';

/**
 * A strength as it was entered. Its reading is part of it: 1:12 in *parts* and 1 *in* 12 are different mixes.
 * - parts: 1 part product plus `water` parts water
 * - inTotal: 1 part product in `total` parts altogether
 * - percent: product as a share of the whole
 * - dose: an amount of product, either with water made up to the volume it is given per, or on top of that much water;
 *   both kept in the units of the label, so that 3 US fl oz per US gal stays exact
 * - grams: grams of product in a litre of mix, at the product's density
 */
export type Strength =
  | { readonly notation: 'parts'; readonly water: number }
  | { readonly notation: 'inTotal'; readonly total: number }
  | { readonly notation: 'percent'; readonly percent: number }
  | {
      readonly notation: 'dose';
      readonly dose: Quantity;
      readonly per: Quantity;
      readonly reading: DoseReading;
    }
  | { readonly notation: 'grams'; readonly gramsPerL: number; readonly gPerMl: number };

export type DoseReading = 'madeUp' | 'onTop';

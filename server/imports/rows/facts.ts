import type { MeasureRow, Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import type { ShopDefaults } from '#core/products/shopDefaults.ts';
import type { RatioReading } from '#core/strength/parseStrength.ts';
import type { DayOrder, UnitSystem } from '#core/units/units.ts';

/** What rows are read against: the shop's own names and ways. */
export type ImportFacts = {
  units: UnitSystem;
  currency: string;
  ratioReading: RatioReading;
  dayOrder: DayOrder;
  context: ShopDefaults;
  products: Product[];
  places: { id: number; name: string }[];
  vessels: Vessel[];
  measures: MeasureRow[];
  recipes: { name: string }[];
  people: { id: number; name: string }[];
  /** Names that stand in other rows of the same file. */
  takenInFile: readonly string[];
};

import type { Container, MeasureRow, Vessel } from '#contract/equipment.ts';
import type { ProductNote } from '#contract/notes.ts';
import type { Product } from '#contract/products.ts';
import type { RecipeRow } from '#contract/recipes.ts';
import type { Device } from '#contract/rigs.ts';
import type { Shop } from '#contract/shop.ts';

/** The shop's equipment, as far as the Bench needs it. */
export type Equipment = {
  products: Product[];
  /** What the manager's book says, as far as it is published. */
  recipes: RecipeRow[];
  vessels: Vessel[];
  containers: Container[];
  measures: MeasureRow[];
  /** What a cannon can be used on. */
  machines: Device[];
  shop: Pick<Shop, 'units' | 'ratioReading' | 'hardnessPpm' | 'water' | 'measuring' | 'mixedBy' | 'jetShare'>;
  /** What whoever is mixing may mix: products they are signed off for today, or all where they answer for it. */
  signedOff: readonly number[];
  /** What stands before products, and whether whoever is mixing has read it. */
  notes: readonly ProductNote[];
  answers: boolean;
};

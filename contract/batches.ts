import type { WaterKind } from '#core/mixing/hardness.ts';
import type { Strength } from '#core/strength/strength.ts';
import type { OnPanel } from './ledger.ts';
import type { ByRecipe, OutcomeRow } from './recipes.ts';

/** A working batch: what is in a labelled vessel, how strong, by whom, and how long it keeps. */
export type Batch = {
  /** How it reaches the panel, where it went into a cannon or a gun. */
  panel: OnPanel | null;
  /** What it was mixed by. */
  recipe: ByRecipe | null;
  /** How washes with it went. */
  outcomes: OutcomeRow[];
  /** The dispenser line it was filled from. */
  lineName: string | null;
  id: number;
  code: string;
  productId: number;
  productName: string;
  vesselId: number;
  vesselName: string;
  personName: string;
  /** The strength that was asked for. */
  strength: Strength;
  askedFraction: number;
  madeAt: string;
  useBy: string | null;
  water: WaterKind;
  estimate: boolean;
  measured: { name: string; ul: number }[];
  /** Of all that went in when it was made, product. */
  productUl: number;
  madeUl: number;
  /** Of it there is still so much by the books. */
  heldUl: number;
};

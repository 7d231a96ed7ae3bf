import type { WaterKind } from '#core/mixing/hardness.ts';
import type { Strength } from '#core/strength/notation.ts';
import { exactly, note, oneOf, wholeUl } from './fields.ts';
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
  /** What its product was measured with; a name of null is the cap of its own container. */
  measured: { name: string | null; ul: number }[];
  /** Of all that went in when it was made, product. */
  productUl: number;
  madeUl: number;
  /** What the product in it cost, in minor units, by what its containers cost. */
  costMinor: number;
  /** Its making was taken back: it never was, and nothing is done with it. */
  takenBack: boolean;
  /** Of it there is still so much by the books. */
  heldUl: number;
};

/** Some of a mix was used; the rest stays in circulation. */
export const useBatchBody = exactly({ ul: wholeUl('How much') });

export const DUMP_REASONS = ['outOfDate', 'contaminated', 'notNeeded', 'other'] as const;
export type DumpReason = (typeof DUMP_REASONS)[number];
export const DUMP_REASON_NAMES: Record<DumpReason, string> = {
  outOfDate: 'out of date',
  contaminated: 'contaminated',
  notNeeded: 'not needed any more',
  other: 'something else',
};
/** What is left of a mix is poured away. */
export const dumpBatchBody = exactly({ reason: oneOf('Why', DUMP_REASONS), note: note('Note', 200) });

import type { InferType } from 'yup';
import * as yup from 'yup';
import type { Draw } from '#core/delivery/draw.ts';
import { WATER_KINDS } from '#core/mixing/hardness.ts';
import type { PourPlan } from '#core/mixing/planPour.ts';
import type { Refusal } from '#core/outcome.ts';
import type { ReceiptChange } from '#core/stock/receipt.ts';
import { byKind, exactly, line, note, occurredAt, oneOf, rowId, strength, wholeUl, yes } from './fields.ts';
import { byRecipe } from './recipes.ts';

/** What is in the vessel before anything is added. */
const STARTS = {
  empty: exactly({ kind: oneOf('In it now', ['empty']) }),
  /** A leftover that is kept. Its strength is the books' where they know it, else what was typed. */
  leftover: exactly({
    kind: oneOf('In it now', ['leftover']),
    leftUl: wholeUl('In it now'),
    strength: strength(),
  }),
  /** Poured a moment ago and not booked yet. */
  poured: exactly({
    kind: oneOf('In it now', ['poured']),
    productUl: wholeUl('Product in it'),
    waterUl: wholeUl('Water in it', 0),
  }),
};
const start = () => byKind('In it now', STARTS, 'empty');

export const POUR_WAYS = [
  'fill',
  'inPlace',
  'pourOffFirst',
  'grow',
  'nearest',
] as const satisfies PourPlan['how'][];

/** Said before the pour, where the product asks for a word: the cautions were read, and what they ask for is on. */
const acknowledged = () => yes('Cautions').optional();

/** A measure of the shop's, or with null the cap of the product's own container. */
const part = exactly({ measureId: rowId('Measure').nullable(), ul: wholeUl('Amount in the measure') }).label(
  'Measured with',
);

/**
 * A pour. The server works the mix out again; `shown` is what the technician was told, and a pour is refused where the
 * two differ, since the vessel or the product has changed in between. Without `measured` the product is poured freely,
 * which is recorded as an estimate.
 */
export const pourBody = exactly({
  productId: rowId('Product'),
  vesselId: rowId('Vessel'),
  containerId: rowId('Container'),
  strength: strength(),
  totalUl: wholeUl('How much to make'),
  start: start(),
  how: oneOf('Way', POUR_WAYS),
  /** The batch the vessel was shown to hold, by its code; null: nothing; left out where nobody looked. */
  inVessel: line('Batch in the vessel', 12).nullable().optional(),
  measured: yup
    .array(part)
    .label('Measured with')
    .required()
    .max(2)
    .meta({ remedy: 'Give at most two measures.' }),
  /** What water it is made with; left out, as the shop's usually is. */
  water: oneOf('Water', WATER_KINDS).optional().default(undefined),
  acknowledged: acknowledged(),
  /** The container holds less by the books, but so much more really is in it: found and poured in one. */
  foundUl: wholeUl('Found in it').optional().default(undefined),
  /** The first container is finished, and what it lacks comes from this one. */
  rest: exactly({ containerId: rowId('The second container') })
    .label('The second container')
    .optional()
    .default(undefined),
  /** Whichever of them is sealed is opened for this. */
  opens: yes('Open it').optional(),
  occurredAt: occurredAt(),
  /** For a cannon or a gun: how it is set, from which follows what reaches the panel. */
  rig: exactly({ dialId: rowId('Dial position'), machineId: rowId('Machine').nullable() })
    .label('Rig')
    .optional()
    .default(undefined),
  /** By which recipe it is mixed. */
  recipe: byRecipe.optional().default(undefined),
  /** The job it is mixed for. */
  jobId: rowId('Job').optional().default(undefined),
  shown: exactly({
    pourOffUl: wholeUl('Pour off', 0),
    waterUl: wholeUl('Water', 0),
    productUl: wholeUl('Product', 0),
  }).label('The mix shown'),
});
export type PourBody = InferType<typeof pourBody>;

const side = (label: string) =>
  exactly({ vesselId: rowId('Vessel'), leftUl: wholeUl('How much is left') }).label(label);

/** Two leftovers of the same product into one vessel. `shown` is what they were said to make. */
export const mergeBody = exactly({
  from: side('Poured over'),
  into: side('Poured into'),
  shown: exactly({ waterUl: wholeUl('Water', 0), productUl: wholeUl('Product') }).label('The mix shown'),
});
export type MergeBody = InferType<typeof mergeBody>;

/**
 * A mix from a stock solution: some of what one vessel holds, let down again in another. `strength` is how much of the
 * mix is stock solution.
 */
export const diluteStockBody = exactly({
  stockVesselId: rowId('Stock solution'),
  vesselId: rowId('Vessel'),
  strength: strength(),
  totalUl: wholeUl('How much to make'),
  measured: yup
    .array(part)
    .label('Measured with')
    .required()
    .max(2)
    .meta({ remedy: 'Give at most two measures.' }),
  acknowledged: acknowledged(),
  shown: exactly({ waterUl: wholeUl('Water', 0), stockUl: wholeUl('Stock solution') }).label('The mix shown'),
});
export type DiluteStockBody = InferType<typeof diluteStockBody>;

/** What became of leftovers or a stock solution. */
export type Merged = {
  movementId: number;
  batchId: number;
  batchCode: string;
  totalUl: number;
  fraction: number;
  vesselName: string;
  useBy: string | null;
};

/** How a batch reaches the panel from a cannon or a gun, as it was known when it was made. */
export type OnPanel = Draw & {
  dialName: string;
  machineName: string | null;
  /** Of the neat product, on the panel. */
  fraction: number;
};

/** The booking slip of a pour. */
export type Slip = {
  movementId: number;
  batchId: number;
  batchCode: string;
  productName: string;
  productUl: number;
  waterUl: number;
  pouredOffUl: number;
  /** How strong the batch is, by what went in. */
  fraction: number;
  estimate: boolean;
  containerCode: string;
  containerKind: string;
  leftUl: number;
  /** What came from a second container, where the first was finished. */
  rest: { containerCode: string; containerKind: string; ul: number; leftUl: number } | null;
  vesselName: string;
  personName: string;
  at: string;
  /** The last day it is good for; null where its product does not say. */
  useBy: string | null;
};

export const nothing = exactly({});

/** The wrong container was said to be poured from: what was really poured came from this one. */
export const correctionBody = exactly({ containerId: rowId('Poured from'), note: note('Note', 200) });
export type Corrected = Slip & {
  /** The caution of what it is now known to be. */
  caution: string;
  /** What it met in the vessel, where the two should not have; null where they may. */
  met: Refusal | null;
};

export type MovementKind =
  | 'receive'
  | 'open'
  | 'pour'
  | 'decant'
  | 'transfer'
  | 'count'
  | 'waste'
  | 'return'
  | 'found'
  | 'amend'
  | 'reversal';

/** One line of a container's history. `changeUl` is signed; reversed lines stay, with what reversed them. */
export type Movement = {
  id: number;
  kind: MovementKind;
  at: string;
  personId: number;
  personName: string;
  /** What it came to at this container, but for what was found in it as it was poured. */
  changeUl: number;
  foundUl: number;
  /** What that cost, in minor units, by what the container cost. */
  minor: number;
  /** Booked so much later than it happened that it is worth saying. */
  bookedAt: string | null;
  batchCode: string | null;
  vesselName: string | null;
  /** Why, and in whose own words. */
  reason: string | null;
  note: string;
  /** What of its receipt was put right. */
  amended: ReceiptChange | null;
  /** What it was filled from or into, and where it was moved. */
  otherCode: string | null;
  toPlace: string | null;
  reverses: number | null;
  reversedBy: number | null;
};

export type Page<T> = { rows: T[]; next: number | null };

/** Something changed: what a browser showing it should ask for again. */
export type LiveEvent = { seq: number; topic: Topic; id: number };
export type Topic =
  | 'shop'
  | 'people'
  | 'products'
  | 'vessels'
  | 'devices'
  | 'measures'
  | 'places'
  | 'containers'
  | 'labels'
  | 'recipes'
  | 'outcomes'
  | 'trials'
  | 'jobs'
  | 'runs'
  | 'photos'
  | 'orders'
  | 'weather'
  | 'clocks'
  | 'unsettled'
  | 'backups'
  | 'counts'
  | 'imports'
  | 'notes';

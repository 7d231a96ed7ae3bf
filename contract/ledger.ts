import type { InferType } from 'yup';
import { exactly, rowId, strength, wholeUl } from './fields.ts';

/**
 * A pour. The server works the mix out again; `shown` is what the technician was told, and a pour is refused where the
 * two differ, since the vessel or the product has changed in between.
 */
export const pourBody = exactly({
  productId: rowId('Product'),
  vesselId: rowId('Vessel'),
  containerId: rowId('Container'),
  strength: strength(),
  totalUl: wholeUl('How much to make'),
  shown: exactly({ waterUl: wholeUl('Water', 0), productUl: wholeUl('Product') }).label('The mix shown'),
});
export type PourBody = InferType<typeof pourBody>;

/** The booking slip of a pour. */
export type Slip = {
  movementId: number;
  batchCode: string;
  productName: string;
  productUl: number;
  waterUl: number;
  containerCode: string;
  containerKind: string;
  leftUl: number;
  vesselName: string;
  personName: string;
  at: string;
};

export const nothing = exactly({});

export type MovementKind =
  | 'receive'
  | 'open'
  | 'draw'
  | 'decant'
  | 'transfer'
  | 'count'
  | 'waste'
  | 'return'
  | 'found'
  | 'reversal';

/** One line of a container's history. `changeUl` is signed; reversed lines stay, with what reversed them. */
export type Movement = {
  id: number;
  kind: MovementKind;
  at: string;
  personId: number;
  personName: string;
  changeUl: number;
  batchCode: string | null;
  vesselName: string | null;
  reverses: number | null;
  reversedBy: number | null;
};

export type Page<T> = { rows: T[]; next: number | null };

/** Something changed: what a browser showing it should ask for again. */
export type LiveEvent = { seq: number; topic: Topic; id: number };
export type Topic = 'shop' | 'people' | 'products' | 'vessels' | 'measures' | 'places' | 'containers';

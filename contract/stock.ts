import * as yup from 'yup';
import { CONTAINER_KINDS } from '#core/mixing/outlines.ts';
import type { Container } from './equipment.ts';
import {
  byKind,
  exactly,
  finite,
  line,
  note,
  occurredAt,
  oneOf,
  rowId,
  shopDay,
  wholeMinor,
  wholeUl,
} from './fields.ts';
import type { MovementKind } from './ledger.ts';

// What becomes of containers besides pouring: deliveries, waste, decanting, moving, returning, finding.

export const MOST_LINES = 60;

/** A line of a delivery: so many full containers of one kind. */
const deliveryLine = exactly({
  productId: rowId('Product'),
  kind: oneOf('Kind', CONTAINER_KINDS),
  sizeUl: wholeUl('Size'),
  count: finite('How many', 1, 50).integer().meta({ remedy: 'Give a whole number from 1 to 50.' }),
  placeId: rowId('Kept in'),
  lot: note('Lot', 40),
  priceMinor: wholeMinor('Price').nullable(),
  bestBefore: shopDay('Best before').nullable(),
}).label('Line');

export const deliveryBody = exactly({
  supplier: line('Supplier', 60),
  reference: note('Delivery note', 40),
  /** The order it comes of. */
  orderId: rowId('Order').optional().default(undefined),
  lines: yup
    .array(deliveryLine)
    .label('Lines')
    .required()
    .min(1, 'Lines: none is entered.')
    .max(MOST_LINES)
    .meta({ remedy: 'Enter 1 to {0} lines.', filled: [MOST_LINES] }),
});
export type Delivery = {
  id: number;
  code: string;
  supplier: string;
  reference: string;
  receivedAt: string;
  receivedBy: string;
  containers: Pick<Container, 'id' | 'code' | 'productName' | 'kind' | 'sizeUl' | 'lot' | 'priceMinor'>[];
};
export type Supplier = {
  id: number;
  name: string;
  /** Days from an order to the door; null where nobody said. */
  leadDays: number | null;
  /** What they send at the least, and what a delivery costs besides, in minor units; null where nobody said. */
  minimumMinor: number | null;
  deliveryMinor: number | null;
  revision: number;
};
export const supplierPatch = exactly({
  leadDays: finite('Lead time', 0, 365)
    .integer()
    .nullable()
    .defined()
    .meta({ remedy: 'Give whole days from 0 to 365, or nothing.' }),
  minimumMinor: wholeMinor('Minimum order').nullable().defined(),
  deliveryMinor: wholeMinor('Delivery cost').nullable().defined(),
});

export const WASTE_REASONS = ['spilt', 'primed', 'leaked', 'outOfDate', 'contaminated', 'other'] as const;
export type WasteReason = (typeof WASTE_REASONS)[number];
export const WASTE_REASON_NAMES: Record<WasteReason, string> = {
  spilt: 'spilt',
  primed: 'priming a line or pump',
  leaked: 'leaked',
  outOfDate: 'out of date',
  contaminated: 'contaminated',
  other: 'something else',
};
export const wasteBody = exactly({
  ul: wholeUl('How much'),
  reason: oneOf('Why', WASTE_REASONS),
  note: note('Note', 200),
  occurredAt: occurredAt(),
}).test('other', function said(v) {
  if (v.reason !== 'other' || /\S/.test(v.note ?? '')) return true;
  return this.createError({ path: 'note', message: 'Note is empty: say what happened to it.' });
});
export type WasteBody = yup.InferType<typeof wasteBody>;

export const moveBody = exactly({ placeId: rowId('Kept in') });
const several = () =>
  yup
    .array(rowId('Container'))
    .label('Containers')
    .required()
    .min(1, 'No container is chosen.')
    .max(200)
    .meta({ remedy: 'Choose from one to 200.' });
/** Several at once, all of them or none; those that are there already stay. */
export const movesBody = exactly({ ids: several(), placeId: rowId('Kept in') });
/** What each of several cost when full, all of them or none; those that cost that already stay. */
export const pricesBody = exactly({
  ids: several(),
  priceMinor: wholeMinor('Price'),
  reason: note('Why', 200),
});
/** Several that are empty, all of them or none. */
export const retirementsBody = exactly({ ids: several() });
export const returnBody = exactly({ note: line('Why', 200) });
/** Nobody can find it: what it held is written off until it turns up. */
export const lostBody = exactly({ note: line('Where it was last seen', 200) });
/** A container nobody could find, with what was written off. */
export type MissingContainer = Pick<
  Container,
  'id' | 'code' | 'productName' | 'kind' | 'sizeUl' | 'lot' | 'placeName'
> & { since: string; by: string; note: string; lostUl: number };
/** Poured and never booked; a lead may enter it for whoever did it. */
export const latePourBody = exactly({
  ul: wholeUl('How much'),
  personId: rowId('Who').optional().default(undefined),
  note: line('What for', 200),
  occurredAt: occurredAt(),
});
export type LatePourBody = yup.InferType<typeof latePourBody>;
export const foundBody = exactly({ ul: wholeUl('How much more'), note: line('Where it was', 200) });

/** What is on the supplier's paper, put right; `supplier` is that of the whole delivery it came with. */
export const receiptBody = exactly({
  sizeUl: wholeUl('Size'),
  lot: note('Lot', 40),
  priceMinor: wholeMinor('Price').nullable(),
  bestBefore: shopDay('Best before').nullable(),
  supplier: line('Supplier', 60).nullable(),
  reason: note('Why', 200),
});
export type ReceiptBody = yup.InferType<typeof receiptBody>;

const INTO = {
  existing: exactly({ kind: oneOf('Into', ['existing']), containerId: rowId('Container') }),
  new: exactly({
    kind: oneOf('Into', ['new']),
    containerKind: oneOf('Kind', CONTAINER_KINDS),
    sizeUl: wholeUl('Size'),
    placeId: rowId('Kept in'),
  }),
};
export const decantBody = exactly({
  ul: wholeUl('How much'),
  into: byKind('Into', INTO, 'new'),
});
export type DecantBody = yup.InferType<typeof decantBody>;

/** What the ledger may be asked for: all of it, or by whom, of what, where, what kind, from a day to a day of the shop's. */
export const MOVEMENT_KINDS = [
  'receive',
  'open',
  'pour',
  'decant',
  'transfer',
  'count',
  'waste',
  'return',
  'found',
  'amend',
  'reversal',
] as const satisfies MovementKind[];
/** What happened, in a word. */
export const MOVEMENT_KIND_NAMES: Record<MovementKind, string> = {
  receive: 'Received',
  open: 'Opened',
  pour: 'Poured',
  decant: 'Decanted',
  transfer: 'Moved',
  count: 'Counted',
  waste: 'Wasted',
  return: 'Returned',
  found: 'Found',
  amend: 'Receipt put right',
  reversal: 'Taken back',
};
/** Why, where the program says it itself. */
export const MOVEMENT_REASON_NAMES: Readonly<Record<string, string>> = {
  ...WASTE_REASON_NAMES,
  inTheJug: 'more was in it than the books said',
  late: 'booked later',
  lost: 'missing',
  used: 'used',
  rinsedOut: 'rinsed out',
};
export type MovementFilter = {
  personId: number | null;
  productId: number | null;
  placeId: number | null;
  kind: MovementKind | null;
  from: string | null;
  to: string | null;
};
/** A line of the ledger. `ul` is what moved, by the container's side: what came in is more than nothing, what went less. */
export type LedgerLine = {
  id: number;
  kind: MovementKind;
  at: string;
  personName: string;
  productName: string | null;
  containerCode: string | null;
  batchCode: string | null;
  placeName: string | null;
  reason: string | null;
  note: string;
  ul: number;
  /** What was found in the container as it was poured from. */
  foundUl: number;
  /** What it cost, in minor units. */
  minor: number;
  /** Who entered it where somebody else did it, and when where that was later. */
  enteredBy: string | null;
  bookedAt: string | null;
  reversedBy: number | null;
};
/** So much of a kind in all, what was taken back taken off. */
export type KindTotal = { kind: MovementKind; ul: number; n: number; minor: number };
export type LedgerPage = { rows: LedgerLine[]; next: number | null; totals: KindTotal[] };

/** What came of a lot, or went from it: less than nothing where it went. */
export type RecallLine = {
  id: number;
  kind: MovementKind;
  at: string;
  personName: string;
  containerCode: string;
  batchCode: string | null;
  vesselName: string | null;
  /** A container of another lot that it went into, or came from. */
  otherCode: string | null;
  reason: string | null;
  note: string;
  ul: number;
  /** Where the batch was put on, as far as a clock was started for it. */
  /** By a clock, or by a run. */
  vehicles: { key: string; run: boolean; vehicle: string; placeName: string; at: string }[];
};
/** Why nobody may use a lot for now. */
export const lotHoldBody = exactly({ words: line('Why', 200) });

export type Recall = {
  lot: string;
  /** Where it is on hold: why, by whom and since when. */
  hold: { words: string; by: string; at: string } | null;
  /** Every mix in a vessel that still holds some of it. */
  mixes: { code: string; productName: string; vesselName: string; ul: number }[];
  containers: (Pick<Container, 'id' | 'code' | 'productName' | 'kind' | 'sizeUl' | 'placeName' | 'heldUl'> & {
    retired: boolean;
  })[];
  cameUl: number;
  heldUl: number;
  lines: RecallLine[];
};

/** What was poured and wasted of each product, day by day, and how much of that was mixed for a job. Days are counted back: 1 is yesterday. */
export type UseByDay = {
  /** As many days back as are told. */
  days: number;
  /** The days on which something was poured. */
  open: number[];
  products: { productId: number; used: [back: number, ul: number, forJobsUl: number][] }[];
};

/** What the jobs on the list will take by their plans, and what says how far that can be gone by. */
export type UseAhead = {
  /** How many wait, how many of these have no plan, and the day of the last. */
  jobs: number;
  unplanned: number;
  lastDay: string | null;
  /** How the list has been kept: how many days ahead each job that is done was put on it, and how many were done by a run. */
  leadDays: number[];
  runs: number;
  products: {
    productId: number;
    /** By days ahead: 0 is today. */
    need: [ahead: number, ul: number][];
    /** What the runs were to take, and what was mixed for jobs. */
    plannedUl: number;
    pouredUl: number;
  }[];
};

/** What was poured, wasted and found, and what it cost, put together by one thing over a period. */
export const SUMMED_BY = ['product', 'person', 'place', 'month'] as const;
export type SummedBy = (typeof SUMMED_BY)[number];
export type Summed = {
  id: string;
  name: string;
  pouredUl: number;
  pours: number;
  pouredMinor: number;
  wastedUl: number;
  wastedMinor: number;
  foundUl: number;
};

import * as yup from 'yup';
import type { Verdict } from '#core/delivery/dispenserLine.ts';
import type { LotHold } from '#core/stock/lotHold.ts';
import type { Strength } from '#core/strength/notation.ts';
import {
  byKind,
  exactly,
  finite,
  line,
  oneOf,
  rowId,
  strength,
  strengthOrNone,
  wholeUl,
  yes,
} from './fields.ts';
import { SOURCES, type Source } from './rigs.ts';

// Wall dispensers: metering tips, lines, and what each line was measured to give.

export const tipBody = exactly({
  deviceId: rowId('Dispenser'),
  name: line('Tip name', 30),
  diameterMm: finite('Diameter', 0.1, 6).meta({ remedy: 'Type millimetres from 0.1 to 6, such as 0.75.' }),
});
export type TipBody = yup.InferType<typeof tipBody>;
export const tipPatch = tipBody.concat(exactly({ retired: yes('Retired') }));
export type TipPatch = yup.InferType<typeof tipPatch>;
export type Tip = TipBody & { id: number; retired: boolean; revision: number };

export const lineBody = exactly({
  deviceId: rowId('Dispenser'),
  name: line('Line name', 40),
  footValve: yes('Foot valve'),
  checkDays: finite('Verified every', 1, 365)
    .integer()
    .meta({ remedy: 'Give whole days from 1 to 365, such as 30.' }),
});
export type LineBody = yup.InferType<typeof lineBody>;
export const linePatch = lineBody.concat(exactly({ retired: yes('Retired') }));
export type LinePatch = yup.InferType<typeof linePatch>;

export const CHECK_METHODS = ['volume', 'scale'] as const;
const USED = {
  volume: exactly({ kind: oneOf('Product used', ['volume']), ul: wholeUl('Product used') }),
  /** The shop's machine makes a volume of it, by the density of the product. */
  weight: exactly({
    kind: oneOf('Product used', ['weight']),
    beforeG: finite('Pail before', 0, 1_500_000),
    afterG: finite('Pail after', 0, 1_500_000),
  }),
};
const checkRun = exactly({
  totalUl: wholeUl('Collected'),
  used: byKind('Product used', USED, 'volume'),
  source: oneOf('Source', SOURCES),
}).label('Fill');
export type CheckRunBody = yup.InferType<typeof checkRun>;

/** A fill as it is kept. */
export type CheckRun = { totalUl: number; productUl: number; source: Source };

/** A verification: fills collected from the line. What they used up is booked as waste. */
export const checkBody = exactly({
  method: oneOf('Measured by', CHECK_METHODS),
  runs: yup
    .array(checkRun)
    .label('Fills')
    .required()
    .min(1, 'There is no fill yet.')
    .max(8)
    .meta({ remedy: 'Collect one fill to eight; three is good.' }),
  seen: rowId('Seen').nullable(),
});
export type CheckBody = yup.InferType<typeof checkBody>;

/** What was thrown away to prime or flush a line, as neat product. */
export const primingBody = exactly({ productUl: wholeUl('Product thrown away') });

/** Hanging a pail on a line. `lineCode` and `containerCode` are scanned or typed from the labels on both. */
export const changeoverBody = exactly({
  lineCode: line('Line', 20),
  containerCode: line('Pail', 20),
  tipId: rowId('Tip'),
  target: strength(),
  flushed: yes('Flushed'),
  labelled: yes('Labelled'),
  discardUl: wholeUl('Product thrown away', 0),
});
export type ChangeoverBody = yup.InferType<typeof changeoverBody>;

/** A fill from a line; `strength` where it is let down at the bench, null for what the line gives. */
export const lineFillBody = exactly({
  lineId: rowId('Line'),
  vesselId: rowId('Vessel'),
  totalUl: wholeUl('How much to make'),
  strength: strengthOrNone(),
  acknowledged: yes('Cautions').optional(),
  shown: exactly({
    lineUl: wholeUl('From the line'),
    productUl: wholeUl('Product'),
    addUl: wholeUl('Water', 0),
  }).label('The mix shown'),
});
export type LineFillBody = yup.InferType<typeof lineFillBody>;

/** What a line was measured to give, in parts of water to one of product. */
export type LineCheck = {
  id: number;
  productId: number;
  productName: string;
  tipId: number;
  tipName: string;
  diameterMm: number;
  method: (typeof CHECK_METHODS)[number];
  ratio: number;
  u: number;
  from: number | null;
  to: number | null;
  verdict: Verdict;
  runs: CheckRun[];
  at: string;
  personName: string;
  withdrawnAt: string | null;
  withdrawnBy: string | null;
};

export type Line = LineBody & {
  id: number;
  code: string;
  deviceName: string;
  /** What hangs on it; null before its first changeover. */
  pail: {
    id: number;
    code: string;
    productId: number;
    productName: string;
    heldUl: number;
    /** The hold its lot is under; null where none is. */
    onHold: LotHold | null;
  } | null;
  tip: { id: number; name: string; diameterMm: number } | null;
  target: Strength | null;
  /** The verification that holds for this product and this tip; null where there is none. */
  check: LineCheck | null;
  /** Whether it has to be verified again before long: never was, or its days are over. */
  due: 'never' | 'overdue' | null;
  retired: boolean;
  revision: number;
};

/** What was hung on a line in place of what, and by whom. */
export type Changeover = {
  id: number;
  at: string;
  personName: string;
  tipName: string;
  /** Null where nothing hung there before. */
  fromCode: string | null;
  fromProduct: string | null;
  toCode: string;
  toProduct: string;
  flushed: boolean;
};

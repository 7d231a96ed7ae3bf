import * as yup from 'yup';
import type { Container } from './equipment.ts';
import { byKind, exactly, finite, note, oneOf, rowId, yes } from './fields.ts';
import { SOURCES } from './rigs.ts';

// Counting what is really there, place by place.

export const countBody = exactly({ placeId: rowId('Where'), blind: yes('Blind') });

const READINGS = {
  weight: exactly({
    kind: oneOf('How', ['weight']),
    grossG: finite('Weight', 0, 1_500_000),
    tareG: finite('Weighs empty', 1, 150_000).nullable(),
    source: oneOf('Source', SOURCES),
  }),
  dip: exactly({ kind: oneOf('How', ['dip']), depthMm: finite('Depth', 0, 3_000) }),
  eye: exactly({ kind: oneOf('How', ['eye']), share: finite('How full', 0, 1) }),
  gone: exactly({ kind: oneOf('How', ['gone']) }),
};
const reading = byKind('How', READINGS, 'weight');
export type CountReading = yup.InferType<typeof reading>;
export type CountMethod = CountReading['kind'];
export const METHOD_NAMES: Record<CountMethod, string> = {
  weight: 'weighed',
  dip: 'dipped',
  eye: 'by eye',
  gone: 'not there',
};

export const countLineBody = exactly({
  containerId: rowId('Container'),
  reading,
});

/** Something that stands in the place and is not on the sheet. */
export const strayBody = exactly({ containerId: rowId('Container') });

export const COUNT_REASONS = [
  'notBooked',
  'overPoured',
  'spilt',
  'leaked',
  'wrongContainer',
  'bookedTwice',
  'notKnown',
] as const;
export type CountReason = (typeof COUNT_REASONS)[number];
export const COUNT_REASON_NAMES: Record<CountReason, string> = {
  notBooked: 'poured and not booked',
  overPoured: 'poured more than asked for',
  spilt: 'spilt',
  leaked: 'leaked or dried out',
  wrongContainer: 'booked from another container',
  bookedTwice: 'booked twice',
  notKnown: 'nobody knows',
};

export const closeCountBody = exactly({
  reasons: yup
    .array(
      exactly({
        containerId: rowId('Container'),
        reason: oneOf('Why', COUNT_REASONS),
        note: note('Note', 200),
      }).label('Why'),
    )
    .label('Reasons')
    .required()
    .max(500)
    .meta({ remedy: 'Give a reason for each difference.' }),
});
export type CloseCountBody = yup.InferType<typeof closeCountBody>;

export type CountState = 'open' | 'closed' | 'dropped';
export type CountHead = {
  id: number;
  code: string;
  placeId: number;
  placeName: string;
  blind: boolean;
  startedBy: string;
  startedAt: string;
  comparedAt: string | null;
  closedBy: string | null;
  closedAt: string | null;
  state: CountState;
  /** How many containers it is about, and how many were looked at. */
  containers: number;
  counted: number;
  /** What was booked, over all containers: more than nothing where more was there. */
  differenceUl: number;
};

/** A container on the sheet. What the books say is null while the count is blind. */
export type CountLine = Pick<
  Container,
  'id' | 'code' | 'productId' | 'productName' | 'kind' | 'sizeUl' | 'lot' | 'tareG' | 'openedAt'
> & {
  gPerMl: number | null;
  bookUl: number | null;
  /** The last time it was looked at; null where it was not yet. */
  seen: {
    method: CountMethod;
    ul: number;
    withinUl: number;
    by: string;
    at: string;
    times: number;
    /** Against the books, once they are shown; beyond is more than the way of counting can tell. */
    difference: { ul: number; beyond: boolean; minor: number } | null;
    /** Why, once it is closed. */
    reason: string | null;
    note: string | null;
  } | null;
};
export type Count = CountHead & { lines: CountLine[]; thresholdUl: number };

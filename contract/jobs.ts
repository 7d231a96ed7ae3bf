import * as yup from 'yup';
import { COLOURS, MATERIALS } from '#core/dwell/surroundings.ts';
import {
  type Assessment,
  BRAKES,
  FOLLOWS,
  GLAZINGS,
  PROTECTIONS,
  SPECIALS,
  SPOT_KINDS,
  STANDS,
  WHEEL_FINISHES,
} from '#core/planning/assessment.ts';
import { TREATMENT_KINDS, type Treated } from '#core/planning/intervals.ts';
import { WASH_ZONES } from '#core/planning/levels.ts';
import { METHODS, type Method } from '#core/planning/methods.ts';
import type { StepKind } from '#core/planning/steps.ts';
import type { Family } from '#core/products/family.ts';
import type { OutcomeKind } from '#core/recipes/outcomes.ts';
import { LIFTABLE_RULES } from '#core/safety/rules.ts';
import { BODIES } from '#core/soil/bodies.ts';
import { SOIL_KINDS } from '#core/soil/soil.ts';
import {
  byKind,
  exactly,
  finite,
  line,
  note,
  oneOf,
  rowId,
  shopDay,
  someOf,
  wholeMinor,
  yes,
} from './fields.ts';
import type { Photo } from './photos.ts';
import { soilLevel } from './recipes.ts';

// Vehicles that come, what somebody saw of each, and the list of a day.

const axle = (label: string) =>
  exactly({
    brake: oneOf('Brakes', [...BRAKES, 'unknown']),
    finish: oneOf('Wheel finish', [...WHEEL_FINISHES, 'unknown']),
  }).label(label);

const spot = () =>
  exactly({
    kind: oneOf('Spots', SPOT_KINDS),
    zones: someOf('Where the spots are', WASH_ZONES).min(1),
    many: yes('Many of them'),
  }).label('Spots');

const WATERS = {
  hose: exactly({ kind: oneOf('Water', ['hose']) }),
  carried: exactly({ kind: oneOf('Water', ['carried']), litres: finite('Litres of water', 0, 2_000) }),
  none: exactly({ kind: oneOf('Water', ['none']) }),
};

const may = <S extends { optional(): unknown }>(schema: S): ReturnType<S['optional']> =>
  schema.optional() as ReturnType<S['optional']>;

/** What somebody saw of a vehicle. Every field may be left out: what nobody said is assumed. */
export const assessment = () =>
  exactly({
    body: may(oneOf('Body', BODIES)),
    colour: may(oneOf('Colour', COLOURS)),
    material: may(oneOf('Panels', MATERIALS)),
    level: may(soilLevel()),
    zones: exactly(Object.fromEntries(WASH_ZONES.map((zone) => [zone, may(soilLevel())])))
      .optional()
      .default(undefined),
    kinds: may(someOf('Soil', SOIL_KINDS)),
    looseGrit: may(yes('Loose grit')),
    stuckFilm: may(yes('Stuck film')),
    hot: may(yes('Hot from driving')),
    spots: yup.array(spot()).label('Spots').max(SPOT_KINDS.length).optional(),
    axles: exactly({ front: axle('Front axle'), rear: axle('Rear axle') })
      .optional()
      .default(undefined),
    protection: may(oneOf('Protection', [...PROTECTIONS, 'unknown'])),
    beads: may(yes('Water beads')),
    swirled: may(yes('Swirled paint')),
    specials: may(someOf('Special', SPECIALS)),
    glazing: may(oneOf('Panes', [...GLAZINGS, 'unknown'])),
    water: yup.lazy((value) =>
      value === undefined
        ? yup.mixed().optional()
        : (byKind('Water', WATERS, 'hose').resolve({ value }) as yup.Schema),
    ),
    drain: may(yes('A drain')),
    runOffBan: may(yes('Nothing may run off')),
    bayNear: may(yes('A bay is near')),
    stands: may(someOf('Where it stands', STANDS).min(1)),
    closedC: may(finite('How warm inside', -30, 60)),
    minutes: yup
      .number()
      .label('Minutes there are')
      .nullable()
      .optional()
      .min(1)
      .max(1_440)
      .meta({ remedy: 'Give minutes from {0} to {1}, or nothing for no limit.', filled: [1, 1_440] }),
    people: yup
      .number<1 | 2>()
      .label('People')
      .optional()
      .oneOf([1, 2])
      .meta({ remedy: 'Choose one of: {0}.', filled: ['1, 2'] }),
    follows: may(someOf('What follows', FOLLOWS).min(1)),
    touchless: may(yes('Touchless asked for')),
    method: oneOf('Method', METHODS).nullable().optional().default(undefined),
    marring: may(yes('Fine marks accepted')),
  }).label('What is seen of it');

/** Minutes of the day, from midnight. */
const minuteOfDay = () =>
  yup
    .number()
    .label('Time')
    .integer()
    .min(0)
    .max(1_439)
    .nullable()
    .defined()
    .meta({ remedy: 'Give a time such as 09:30, or nothing.' });

/** A vehicle that comes on a day. */
export const jobBody = exactly({
  vehicle: line('Name or plate', 60),
  day: shopDay('Day').required(),
  atMin: minuteOfDay(),
  placeId: rowId('Bay or van').nullable().defined(),
  personId: rowId('Who').nullable().defined(),
  priceMinor: wholeMinor('Price').nullable(),
  note: note('Note', 300),
  said: assessment(),
});
export type JobBody = Omit<yup.InferType<typeof jobBody>, 'said'> & { said: Assessment };

export const JOB_ENDS = ['done', 'dropped'] as const;
/** How a job ended: what was done to it counts for when it is due again. */
export const jobEnd = exactly({
  end: oneOf('How it ended', JOB_ENDS),
  treatments: someOf('What was done to it', TREATMENT_KINDS),
});
export type JobEnd = yup.InferType<typeof jobEnd>;

/** A rule of planning that a manager's word lifts for one job. */
export const wordBody = exactly({ rule: oneOf('Rule', LIFTABLE_RULES) });

export type Job = {
  id: number;
  vehicleId: number;
  vehicle: string;
  day: string;
  atMin: number | null;
  placeId: number | null;
  placeName: string | null;
  personId: number | null;
  personName: string | null;
  priceMinor: number | null;
  note: string;
  said: Assessment;
  state: 'waits' | (typeof JOB_ENDS)[number];
  endedAt: string | null;
  endedBy: string | null;
  madeBy: string;
  /** What is on record of its vehicle. */
  treated: Treated[];
  /** Rules a manager gave their word on. */
  words: { rule: string; givenBy: string; at: string }[];
  revision: number;
};

/** A vehicle that was here: what is known of it, when it was here last, and what was done to it. */
export type Vehicle = {
  id: number;
  name: string;
  said: Assessment;
  lastDay: string | null;
  treated: Treated[];
};

/** A calendar as a file; looked through first, and brought in when that is asked for. */
export const calendarBody = exactly({
  text: yup
    .string()
    .label('Calendar')
    .required()
    .max(400_000)
    .meta({ remedy: 'Send a calendar file (.ics) of at most 400 kB.' }),
  book: yes('Bring it in'),
});

/** What a calendar would bring, or has brought. */
export type CalendarRead = {
  jobs: { vehicle: string; day: string; atMin: number | null; note: string; already: boolean }[];
  left: { summary: string; code: string; facts: Record<string, string | number> }[];
  booked: boolean;
};

/** What was done with a vehicle on one visit, and what came of it. */
export type Visit = {
  jobId: number;
  day: string;
  state: Job['state'];
  placeName: string | null;
  personName: string | null;
  priceMinor: number | null;
  note: string;
  treatments: Treated['treatment'][];
  /** Its run, where it was done by one. */
  run: {
    key: string;
    startedAt: string;
    finishedAt: string | null;
    method: Method;
    laid: {
      kind: StepKind;
      product: string;
      family: Family;
      fraction: number;
      batch: string | null;
      failed: number;
    }[];
    outcomes: { kind: OutcomeKind; name: string }[];
    notes: string[];
  } | null;
  photos: Photo[];
  /** What was used for it by the books, in minor units; null where nobody told. */
  productMinor: number | null;
};
/** A vehicle with all its visits, the newest first. */
export type VehicleHistory = Vehicle & { visits: Visit[] };

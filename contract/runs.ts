import * as yup from 'yup';
import type { StepKind } from '#core/planning/steps.ts';
import { isRunPlan } from '#core/run/isRunPlan.ts';
import type { Samples } from '#core/run/learnedFrom.ts';
import { FAIL_THEN, type RunDone, type RunEvent, SKIP_REASONS } from '#core/run/runEvents.ts';
import type { RunPlan } from '#core/run/runPlan.ts';
import { byKind, exactly, finite, line, note, occurredAt, oneOf, rowId, wholeUl } from './fields.ts';

// Runs: a plan being done, what happened in it, and what was used.

/** The name a run or an event goes by from the moment it is made, on the device where it is made. */
export const RUN_KEY = /^[a-z0-9]{16,40}$/;
const madeKey = () =>
  yup
    .string()
    .label('Key')
    .required()
    .matches(RUN_KEY, { message: '${label} is not a key of a run.' })
    .meta({ remedy: 'Give 16 to 40 letters and digits no other has.' });

const plan = () =>
  yup
    .mixed<RunPlan>()
    .label('Plan')
    .required()
    .test('plan', '${label} is none that can be done.', (value) => isRunPlan(value))
    .meta({ remedy: 'Make the plan again and begin it from there.' });

export const runBody = exactly({
  key: madeKey(),
  jobId: rowId('Job'),
  plan: plan(),
  occurredAt: occurredAt(),
});

const task = () => line('Step');
const DONE = {
  joined: exactly({
    kind: oneOf('What', ['joined']),
    slot: yup
      .number<0 | 1>()
      .label('As whom')
      .required()
      .oneOf([0, 1])
      .meta({ remedy: 'Choose one of: {0}.', filled: ['0, 1'] }),
  }),
  begun: exactly({ kind: oneOf('What', ['begun']), task: task() }),
  ended: exactly({ kind: oneOf('What', ['ended']), task: task() }),
  passed: exactly({ kind: oneOf('What', ['passed']), task: task() }),
  failed: exactly({ kind: oneOf('What', ['failed']), task: task(), next: oneOf('What then', FAIL_THEN) }),
  skipped: exactly({
    kind: oneOf('What', ['skipped']),
    task: task(),
    reason: oneOf('Why', SKIP_REASONS),
    note: note('Note', 200),
  }),
  taken: exactly({
    kind: oneOf('What', ['taken']),
    mix: yup
      .number()
      .label('Mix')
      .required()
      .integer()
      .min(0)
      .max(99)
      .meta({ remedy: 'Give its place among the mixes of the plan.' }),
    batchId: rowId('Batch'),
    batch: line('Batch', 20),
  }),
  noted: exactly({
    kind: oneOf('What', ['noted']),
    task: task().nullable().defined(),
    text: line('Note', 500),
  }),
  finished: exactly({ kind: oneOf('What', ['finished']) }),
  undone: exactly({ kind: oneOf('What', ['undone']), of: madeKey() }),
};

export const runEventBody = exactly({
  key: madeKey(),
  done: byKind('What happened', DONE, 'finished'),
  occurredAt: occurredAt(),
});
export type RunEventBody = { key: string; done: RunDone; occurredAt?: string };

/** How somebody knows what was used: by the level left in its vessel, by weight, or they take it that it was as planned. */
export const USED_HOW = ['level', 'weight', 'planned'] as const;
export type UsedHow = (typeof USED_HOW)[number];

/** So much of a mix went onto the vehicle. */
export const runUseBody = exactly({
  batchId: rowId('Batch'),
  ul: wholeUl('How much was used'),
  how: oneOf('How it is known', USED_HOW),
  /** What its vessel weighs empty, where somebody says so; it is kept. */
  tareG: finite('Weighs empty', 1, 100_000).optional(),
  occurredAt: occurredAt(),
});

/** What was used for a run, by the books. */
export type RunUse = {
  movementId: number;
  /** Null where it came straight out of a container. */
  batchId: number | null;
  /** The code of the batch, or of the container. */
  from: string;
  productId: number;
  product: string;
  /** Of the mix, and of that product. */
  ul: number;
  productUl: number;
  minor: number;
  /** Null where it was measured as it was poured. */
  how: UsedHow | null;
  personName: string;
};
/** What was mixed for it. */
export type RunPour = {
  movementId: number;
  batchId: number;
  batch: string;
  vesselId: number;
  productId: number;
  fraction: number;
};

export type Run = {
  key: string;
  jobId: number;
  vehicleId: number;
  vehicle: string;
  placeId: number | null;
  placeName: string | null;
  plan: RunPlan;
  events: RunEvent[];
  startedAt: string;
  startedBy: string;
  finishedAt: string | null;
  /** Something else was said of the vehicle since it was begun: the run goes on as it was planned. */
  changed: boolean;
  uses: RunUse[];
  pours: RunPour[];
};
/** What has changed of a run: all of it but its plan, which stays as it was frozen. */
export type RunNews = Omit<Run, 'plan'>;

/** A run as a line among others. */
export type RunHead = {
  key: string;
  jobId: number;
  vehicleId: number;
  vehicle: string;
  placeName: string | null;
  startedAt: string;
  finishedAt: string | null;
  /** Who works on it. */
  people: { id: number; name: string }[];
  over: number;
  tasks: number;
};

export const learnedResetBody = exactly({
  what: oneOf('What', ['minutes', 'rate', 'check']),
  about: line('About', 60),
});
/** What runs say about one thing, as ratios to the seeds, the newest first; and since when it is learned anew. */
export type LearnedRow = Samples & { resetAt: string | null };

/** Something that went onto a vehicle in a run. */
export type LaidOn = {
  run: string;
  vehicleId: number;
  vehicle: string;
  at: string;
  kind: StepKind;
  /** Product of the mix, 0 to 1. */
  fraction: number;
  batch: string | null;
  failed: number;
};

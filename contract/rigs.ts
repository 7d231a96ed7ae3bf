import * as yup from 'yup';
import { FLOW_VARIANTS, type FlowVariant } from '#core/delivery/drainTest.ts';
import type { Draw } from '#core/delivery/draw.ts';
import { byKind, exactly, finite, line, note, oneOf, rowId, wholeUl, yes } from './fields.ts';

// Machines, and the draw of cannons and guns as it was measured.

export const DEVICE_KINDS = ['pressureWasher', 'dispenser'] as const;
export type DeviceKind = (typeof DEVICE_KINDS)[number];

export const deviceBody = exactly({
  name: line('Name', 60),
  kind: oneOf('Kind', DEVICE_KINDS),
  placeId: rowId('Where it is').nullable(),
  plateMlPerMin: finite('Flow on its plate', 100, 100_000)
    .nullable()
    .meta({ remedy: 'Type litres a minute from 0.1 to 100, such as 8, or nothing.' }),
  plateBar: finite('Pressure on its plate', 0.5, 500)
    .nullable()
    .meta({ remedy: 'Type bar from 0.5 to 500, such as 120, or nothing.' }),
  note: note('Note', 200),
});
export type DeviceBody = yup.InferType<typeof deviceBody>;
export const devicePatch = deviceBody.concat(exactly({ retired: yes('Retired') }));
export type DevicePatch = yup.InferType<typeof devicePatch>;
export type Device = DeviceBody & { id: number; retired: boolean; revision: number };

/** Where a figure comes from: someone's hand, a device, or the stand-in for one. */
export const SOURCES = ['typed', 'stopwatch', 'device', 'simulated'] as const;
export type Source = (typeof SOURCES)[number];
export const SOURCE_NAMES: Record<Source, string> = {
  typed: 'typed',
  stopwatch: 'by stopwatch',
  device: 'read from the device',
  simulated: 'simulated',
};

const seconds = (label: string) =>
  finite(label, 0.1, 3_600).meta({ remedy: 'Give seconds from 3 to 3600, such as 95.' });

const FLOWS = {
  bucket: exactly({
    kind: oneOf('Flow', ['bucket']),
    ul: wholeUl('Bucket filled'),
    seconds: seconds('Time to fill'),
    source: oneOf('Source', SOURCES),
  }),
  meter: exactly({
    kind: oneOf('Flow', ['meter']),
    mlPerMin: finite('Flow', 50, 100_000).meta({
      remedy: 'Type litres a minute from 0.05 to 100, such as 6.4.',
    }),
    source: oneOf('Source', SOURCES),
  }),
};
/** How the flow was found: by filling a bucket with the cannon fitted, or from a meter. */
export type FlowFound =
  | { kind: 'bucket'; ul: number; seconds: number; source: Source }
  | { kind: 'meter'; mlPerMin: number; source: Source };

const flow = () => byKind('Flow', FLOWS, 'meter');

export const MOST_RUNS = 12;
const drainRun = exactly({
  drainedUl: wholeUl('Drained'),
  seconds: seconds('Time'),
  source: oneOf('Source', SOURCES),
  leftOut: yes('Left out'),
}).label('Run');
export type DrainRunBody = yup.InferType<typeof drainRun>;

/**
 * A drain test. The server works the draw out from the runs. `seen` is the newest calibration of the same dial position
 * and machine that the sender knows of: one made by somebody else in between is shown first.
 */
export const calibrationBody = exactly({
  dialId: rowId('Dial position'),
  machineId: rowId('Machine').nullable(),
  variant: oneOf('Flow measured', FLOW_VARIANTS),
  liquidId: rowId('Tested with').nullable(),
  flow: flow(),
  stepUl: wholeUl('Read to'),
  runs: yup
    .array(drainRun)
    .label('Runs')
    .required()
    .min(1, 'There is no run yet.')
    .max(MOST_RUNS)
    .meta({ remedy: 'Drain the bottle once to {0} times; three is good.', filled: [MOST_RUNS] }),
  seen: rowId('Seen').nullable(),
});
export type CalibrationBody = yup.InferType<typeof calibrationBody>;

/** What came out of a trigger by so many squeezes, or of a pump sprayer in so many seconds. */
export const outputBody = exactly({
  per: oneOf('Per', ['squeeze', 'minute']),
  count: finite('Count', 0, 3_600),
  ul: wholeUl('Came out'),
});

/** A draw that is in use: the newest that was not withdrawn, of one dial position on one machine. */
export type MeasuredDraw = Draw & {
  calibrationId: number;
  dialId: number;
  machineId: number | null;
  runs: number;
  at: string;
  personName: string;
  /** What it was tested with; null for plain water. */
  liquidName: string | null;
};

export type Calibration = MeasuredDraw & {
  variant: FlowVariant;
  flow: FlowFound;
  stepUl: number;
  drains: DrainRunBody[];
  withdrawnAt: string | null;
  withdrawnBy: string | null;
};

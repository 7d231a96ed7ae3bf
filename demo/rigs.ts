import type { VesselRole } from '#contract/equipment.ts';
import type { DeviceBody, DrainRunBody, FlowFound } from '#contract/rigs.ts';
import type { SprayOutput } from '#core/delivery/output.ts';

// Where Limepit Lane keeps its rigs, what they are set to, and what was measured on them.

/** Machines by name, with the place they stand in. */
export const machines: (Pick<DeviceBody, 'name' | 'plateMlPerMin' | 'plateBar'> & { place: string })[] = [
  { name: 'Pressure washer, bay 2', plateMlPerMin: 8_000, plateBar: 120, place: 'Bay 2' },
  { name: 'Pressure washer, bay 3', plateMlPerMin: 9_500, plateBar: 140, place: 'Bay 3' },
];

type Rig = {
  place?: string;
  keeper?: string;
  role?: VesselRole;
  machine?: string;
  orificeMm?: number;
  dials?: string[];
  output?: SprayOutput;
};

export const rigs: Record<string, Rig> = {
  'Trigger bottle, white cap': { place: 'Bay 1', output: { per: 'squeeze', ml: 1.2 } },
  'Trigger bottle, black cap': { place: 'Bay 3' },
  'Pump sprayer, bay 1': { place: 'Bay 1', output: { per: 'minute', ml: 420 } },
  'Cannon bottle, bay 2': {
    place: 'Bay 2',
    machine: 'Pressure washer, bay 2',
    orificeMm: 1.1,
    dials: ['closed', 'half', 'open'],
  },
  'Cannon bottle, bay 3': {
    place: 'Bay 3',
    machine: 'Pressure washer, bay 3',
    orificeMm: 1.25,
    dials: ['half', 'open'],
  },
  'Hose-end gun, van': { place: 'Van', keeper: 'Wilf Tarrant', dials: ['A', 'B'] },
  'Wash bucket, blue rim': { place: 'Bay 2', role: 'wash' },
  'Rinse bucket, white rim': { place: 'Bay 2', role: 'rinse' },
  'Wheels bucket, red rim': { place: 'Bay 2', role: 'wheels' },
  'Towel bucket, van': { place: 'Van', keeper: 'Wilf Tarrant', role: 'towels' },
  'Stock pail': { place: 'Bench', role: 'stock' },
};

const litre = 1_000_000;
const run = (seconds: number, drainedUl = 800_000): DrainRunBody => ({
  drainedUl,
  seconds,
  source: 'stopwatch',
  leftOut: false,
});
const bucket = (seconds: number): FlowFound => ({
  kind: 'bucket',
  ul: 10 * litre,
  seconds,
  source: 'stopwatch',
});

/** Drain tests, oldest first. */
export const drainTests: {
  vessel: string;
  dial: string;
  machine: string;
  daysAgo: number;
  person: string;
  liquid: string | null;
  flow: FlowFound;
  runs: DrainRunBody[];
}[] = [
  {
    vessel: 'Cannon bottle, bay 2',
    dial: 'half',
    machine: 'Pressure washer, bay 2',
    daysAgo: 170,
    person: 'Odo Marsh',
    liquid: null,
    flow: bucket(91),
    runs: [run(89), run(92), run(87)],
  },
  {
    vessel: 'Cannon bottle, bay 2',
    dial: 'open',
    machine: 'Pressure washer, bay 2',
    daysAgo: 96,
    person: 'Odo Marsh',
    liquid: null,
    flow: bucket(93),
    runs: [run(57), run(60), run(58)],
  },
  {
    vessel: 'Cannon bottle, bay 2',
    dial: 'half',
    machine: 'Pressure washer, bay 2',
    daysAgo: 95,
    person: 'Odo Marsh',
    liquid: null,
    flow: bucket(93),
    runs: [run(93), run(96), run(95)],
  },
  {
    vessel: 'Cannon bottle, bay 2',
    dial: 'closed',
    machine: 'Pressure washer, bay 2',
    daysAgo: 61,
    person: 'Hester Quill',
    liquid: null,
    flow: bucket(92),
    runs: [run(171, 600_000)],
  },
  {
    vessel: 'Cannon bottle, bay 2',
    dial: 'half',
    machine: 'Pressure washer, bay 2',
    daysAgo: 20,
    person: 'Odo Marsh',
    liquid: 'Lime Kiln Foam',
    flow: bucket(94),
    runs: [run(84), run(86), run(82), run(85)],
  },
];

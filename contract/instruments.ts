import { exactly, oneOf, rowId } from './fields.ts';

// What a shop can measure with besides its eyes: a bench scale, flow meters on a machine or a dispenser line.

export const INSTRUMENT_KINDS = ['scale', 'flowMeter'] as const;
export type InstrumentKind = (typeof INSTRUMENT_KINDS)[number];

/** An instrument as it is listed. */
export type Instrument = {
  id: string;
  name: string;
  kind: InstrumentKind;
  /** A stand-in that ships with the demo, or the real thing. */
  source: 'device' | 'simulated';
  connected: boolean;
  /** Where a flow meter sits; null for a scale. */
  on: { deviceId: number } | { lineId: number } | null;
  /** For a stand-in: what can be done to it, as a person's hands would. */
  acts: readonly { act: Act; name: string }[];
};

/**
 * One reading: grams on a scale, ml to the minute through a meter with what went through since it was set to nothing.
 * `gone` is the last word of an instrument that was unplugged.
 */
export type Reading =
  | { kind: 'grams'; grams: number; steady: boolean; atMs: number }
  | { kind: 'flow'; mlPerMin: number; totalMl: number; steady: boolean; atMs: number }
  | { kind: 'gone'; atMs: number };

export const ACTS = [
  'putBottle',
  'putPail',
  'putContainer',
  'putVessel',
  'takeOff',
  'tare',
  'pullTrigger',
  'letGo',
  'fillBottle',
  'openValve',
  'closeValve',
  'zero',
  'unplug',
  'plugIn',
] as const;
export type Act = (typeof ACTS)[number];

/** What someone's hands do to a stand-in. */
export const actBody = exactly({
  act: oneOf('Act', ACTS),
  /** Which one is put on. */
  containerId: rowId('Container').optional().default(undefined),
  vesselId: rowId('Vessel').optional().default(undefined),
});

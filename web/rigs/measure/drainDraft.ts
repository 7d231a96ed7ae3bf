import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Vessel } from '#contract/equipment.ts';
import { refuse } from '#contract/refusals.ts';
import type { CalibrationBody, FlowFound, Source } from '#contract/rigs.ts';
import {
  bucketFlow,
  calibrateDraw,
  drainDraw,
  FLOW_METER_U,
  type FlowVariant,
  readingU,
} from '#core/delivery/drainTest.ts';
import type { Repeated } from '#core/delivery/repeated.ts';
import { accept, at, type Outcome, type Refusal } from '#core/outcome.ts';
import { parseFlow } from '#core/units/flow.ts';
import { formatExactVolume } from '#core/units/formatVolume.ts';
import { parseWithUnit } from '#core/units/parseNumber.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import type { UnitSystem } from '#core/units/units.ts';
import { t } from '../../lib/speech.ts';
import { writtenSoon } from '../../state/writtenSoon.ts';
import { AT_NOTHING, type Stopwatch } from './stopwatch.ts';

/** One draining as it is typed, or timed and then perhaps put right by hand. */
export type RunTyped = { drained: string; seconds: string; source: Source; leftOut: boolean };

/** A drain test on its way: kept on the device with its running clock, through a reload and other people's turns. */
export type DrainDraft = {
  variant: FlowVariant;
  /** A product's id, or 0 for plain water. */
  liquidId: number;
  flowKind: FlowFound['kind'];
  bucketText: string;
  bucketSeconds: string;
  bucketSource: Source;
  meterText: string;
  meterSource: Source;
  drainedText: string;
  drainedSource: Source;
  /** What the full bottle weighed, where it is weighed before and after. */
  fullG: number | null;
  stepText: string;
  runs: RunTyped[];
  flowWatch: Stopwatch;
  runWatch: Stopwatch;
};

export const freshDrain = (vessel: Vessel): DrainDraft => ({
  variant: 'outlet',
  liquidId: 0,
  flowKind: 'bucket',
  bucketText: '10 l',
  bucketSeconds: '',
  bucketSource: 'stopwatch',
  meterText: '',
  meterSource: 'typed',
  drainedText: formatExactVolume(vessel.fillLimitUl),
  drainedSource: 'typed',
  fullG: null,
  stepText: '10 ml',
  runs: [],
  flowWatch: AT_NOTHING,
  runWatch: AT_NOTHING,
});

/** A run as the stopwatch hands it over, with what drains each time; it comes from a device as soon as one part does. */
export const timedRun = ({ drainedText, drainedSource }: DrainDraft, seconds: number): RunTyped => ({
  drained: drainedText,
  seconds: seconds.toFixed(1),
  source: drainedSource === 'typed' ? 'stopwatch' : drainedSource,
  leftOut: false,
});

type Drains = {
  drafts: Record<string, DrainDraft>;
  keep: (key: string, draft: DrainDraft) => void;
  forget: (key: string) => void;
};

export const useDrains = create<Drains>()(
  persist(
    (set) => ({
      drafts: {},
      keep: (key, draft) => set(({ drafts }) => ({ drafts: { ...drafts, [key]: draft } })),
      forget: (key) => set(({ drafts: { [key]: _, ...others } }) => ({ drafts: others })),
    }),
    { name: 'kettle-drains', version: 2, migrate: () => ({}) as Drains, storage: writtenSoon() },
  ),
);

/** Everything the screen shows of a drain test, worked out from what was typed. */
export type DrainResult = {
  flow: Outcome<{ found: FlowFound; mlPerMin: number; u: number }>;
  runs: { drainedUl: number | null; seconds: number | null; q: Outcome<number> | null }[];
  result: Repeated | null;
  /** Runs unlike the others, by their place in the list. */
  unlike: number[];
  refusals: { flow: Refusal | null; step: Refusal | null };
  body: Pick<CalibrationBody, 'variant' | 'liquidId' | 'flow' | 'stepUl' | 'runs'> | null;
};

export function drainResult(draft: DrainDraft, vessel: Vessel, units: UnitSystem): DrainResult {
  const flow = readFlow(draft, units);
  const step = parseVolume(draft.stepText, { system: units, field: t('Read to') });
  const setup = flow.ok && {
    variant: draft.variant,
    flowMlPerMin: flow.value.mlPerMin,
    bottleUl: vessel.brimfulUl,
  };
  const runs = draft.runs.map((run) => {
    const drained = parseVolume(run.drained, { system: units, field: t('Drained') });
    const seconds = parseWithUnit(run.seconds, /\s*s(ec)?$/i, t('Time'), 'seconds');
    const read = { drainedUl: drained.ok ? drained.value : null, seconds: seconds.ok ? seconds.value : null };
    if (!drained.ok) return { ...read, q: drained };
    if (!seconds.ok) return { ...read, q: seconds };
    return {
      ...read,
      q: setup ? drainDraw({ drainedUl: drained.value, seconds: seconds.value }, setup) : null,
    };
  });
  const refusals = { flow: flow.ok || isBlank(draft) ? null : flow, step: step.ok ? null : step };
  const none: DrainResult = { flow, runs, result: null, unlike: [], refusals, body: null };
  // A run that a person left out may be as wrong as it likes.
  const readable = runs.every((r, i) => r.q?.ok || draft.runs[i]?.leftOut);
  const kept = draft.runs.flatMap((run, i) => {
    const { drainedUl, seconds } = runs[i] ?? {};
    return !run.leftOut && drainedUl && seconds ? [{ i, drainedUl, seconds }] : [];
  });
  if (!flow.ok || !step.ok || !setup || !readable || kept.length === 0) return none;
  const volumeU = readingU(Math.min(...kept.map((r) => r.drainedUl)), step.value);
  const found = calibrateDraw(kept, { ...setup, flowU: flow.value.u, volumeU });
  if (!found.ok) return none;
  return {
    ...none,
    result: found.value,
    unlike: found.value.unlike.map((at) => kept[at]?.i ?? -1),
    body: {
      variant: draft.variant,
      liquidId: draft.liquidId || null,
      flow: flow.value.found,
      stepUl: step.value,
      runs: draft.runs.flatMap(({ source, leftOut }, i) => {
        const { drainedUl, seconds } = runs[i] ?? {};
        return drainedUl && seconds ? [{ drainedUl, seconds, source, leftOut }] : [];
      }),
    },
  };
}

const isBlank = (d: DrainDraft): boolean =>
  (d.flowKind === 'bucket' ? d.bucketSeconds : d.meterText).trim() === '';

function readFlow(draft: DrainDraft, units: UnitSystem): DrainResult['flow'] {
  if (draft.flowKind === 'meter') {
    const mlPerMin = parseFlow(draft.meterText, t('Flow'), units);
    if (!mlPerMin.ok) return mlPerMin;
    const found: FlowFound = { kind: 'meter', mlPerMin: mlPerMin.value, source: draft.meterSource };
    return accept({ found, mlPerMin: mlPerMin.value, u: FLOW_METER_U });
  }
  const ul = parseVolume(draft.bucketText, { system: units, field: t('Bucket filled') });
  if (!ul.ok) return ul;
  if (isBlank(draft)) return at('seconds', refuse('flow.missing', {}));
  const seconds = parseWithUnit(draft.bucketSeconds, /\s*s(ec)?$/i, t('Time to fill'), 'seconds');
  if (!seconds.ok) return at('seconds', seconds);
  const flow = bucketFlow(ul.value, seconds.value);
  if (!flow.ok) return at('seconds', flow);
  const found: FlowFound = {
    kind: 'bucket',
    ul: ul.value,
    seconds: seconds.value,
    source: draft.bucketSource,
  };
  return accept({ found, ...flow.value });
}

import type { UseKind } from '../products/uses.ts';
import type { Sentence } from '../say.ts';
import type { SoilLevel } from '../soil/soil.ts';
import type { AxleId } from './assessment.ts';
import type { WashZone } from './levels.ts';
import type { SchoolId } from './schools.ts';

/** What is done to a vehicle, one after the other: in the order of what is free to be done next. */
export const STEP_KINDS = [
  'lookRound',
  'cool',
  'move',
  'firstRinse',
  'wheelRinse',
  'tyre',
  'arch',
  'wheel',
  'wheelIron',
  'spotSoak',
  'preWash',
  'foam',
  'rinse',
  'touchCheck',
  'goNoGo',
  'preSoak',
  'rinseless',
  'waterless',
  'contact',
  'lime',
  'tar',
  'iron',
  'clay',
  'finalRinse',
  'dry',
  'blowOut',
  'panelWipe',
  'glass',
  'dressing',
  'lookAgain',
  'packUp',
] as const;
export type StepKind = (typeof STEP_KINDS)[number];

export const STEP_NAMES: Record<StepKind, string> = {
  lookRound: 'Look round',
  cool: 'Let it cool',
  move: 'Bring it to the bay',
  firstRinse: 'Rinse the worst off',
  wheelRinse: 'Rinse the wheels',
  tyre: 'Tyres',
  arch: 'Arches',
  wheel: 'Wheels',
  wheelIron: 'Iron remover on the wheels',
  spotSoak: 'Soak the spots',
  preWash: 'Pre-wash',
  foam: 'Foam',
  rinse: 'Rinse',
  touchCheck: 'Touch check',
  goNoGo: 'Go or no go',
  preSoak: 'Pre-soak',
  rinseless: 'Rinseless wash',
  waterless: 'Waterless wash',
  contact: 'Wash by hand',
  lime: 'Lime and cement',
  tar: 'Tar',
  iron: 'Iron specks',
  clay: 'Clay',
  finalRinse: 'Final rinse',
  dry: 'Dry',
  blowOut: 'Blow out the gaps',
  panelWipe: 'Panel wipe',
  glass: 'Glass',
  dressing: 'Tyre dressing',
  lookAgain: 'Look again',
  packUp: 'Pack up',
};

/** A step before it has a mix: what is done where, and why. */
export type StepDraft = {
  /** Under which other steps speak of it: `foam`, `preWash2`, `rinse foam`. */
  readonly id: string;
  readonly kind: StepKind;
  readonly zones: readonly WashZone[];
  /** The wheels of which axles, where wheels are among them. */
  readonly axles: readonly AxleId[];
  /** What a mix is wanted for; null where there is none. */
  readonly use: UseKind | null;
  /** The level its recipe is asked for. */
  readonly level: SoilLevel | null;
  /** It was rinsed before: where a recipe has nothing for the level, it is asked for one level less. */
  readonly rinsed: boolean;
  /** The first or a second time on the same paint. */
  readonly pass: 1 | 2;
  /** The part of its zones that is treated, 0 to 1. */
  readonly share: number;
  readonly because: readonly Sentence[];
  /** How it is seen that it is done. */
  readonly check: Sentence | null;
  readonly school: SchoolId | null;
  /** The step that this one takes off again, directly after it. */
  readonly takesOff: string | null;
};

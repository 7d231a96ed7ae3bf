import type { SoilLevel } from '../soil/soil.ts';
import type { StepKind } from './steps.ts';

// What work takes, as a first guess that a shop's own runs replace.

/** Minutes to the square metre of what is worked panel by panel. */
export const MIN_PER_M2: Partial<Record<StepKind, number>> = {
  firstRinse: 0.28,
  wheelRinse: 0.28,
  rinse: 0.28,
  finalRinse: 0.2,
  spotSoak: 1.5,
  preWash: 0.28,
  foam: 0.14,
  contact: 0.6,
  // Soaking, wiping and drying are one work.
  rinseless: 1.1,
  waterless: 0.75,
  lime: 0.5,
  tar: 0.5,
  iron: 0.28,
  clay: 1.5,
  dry: 0.4,
  panelWipe: 0.6,
  glass: 0.4,
};
/** Minutes to a corner. */
export const MIN_PER_CORNER: Partial<Record<StepKind, number>> = {
  tyre: 0.5,
  arch: 0.5,
  dressing: 0.5,
  wheelIron: 0.5,
};
/** Minutes to a wheel by how dirty it is, in a hose wash; half of it in its product. */
export const WHEEL_MIN: Record<SoilLevel, number> = { 0: 1.5, 1: 1.5, 2: 2, 3: 3, 4: 4 };
/** Minutes to a wheel with what is left of a rinseless wash, and of a waterless one. */
export const WHEEL_AFTER_MIN = { rinseless: 1, waterless: 0.5 } as const;
/** A vehicle is brought elsewhere. */
export const MOVE_MIN = 2;
export const CHECK_MIN = 0.5;
/** Minutes to get ready, and one for each mix to be made. */
export const SET_UP_MIN = { hose: 2, touchless: 2, rinseless: 2, waterless: 1 } as const;
export const MIX_MIN = 1;
export const PACK_UP_MIN = { hose: 3, touchless: 3, rinseless: 2, waterless: 1 } as const;

/** What takes longer the dirtier it is, by so much a level over film. */
export const SLOWED_BY: readonly StepKind[] = ['contact', 'rinseless', 'waterless', 'tyre', 'arch'];
export const SLOWER_A_LEVEL = 0.15;

/** Litres a minute of a machine. */
export const MACHINE_L_PER_MIN = 8;
/** A wash bucket for so many square metres begun, its rinse bucket beside it. */
export const BUCKET_M2 = 20;
/** Square metres to a face of towel, by how dirty it is. */
export const FACE_M2: readonly number[] = [0.25, 0.15, 0.1];
export const FACES = 8;
/** A drying towel for so many square metres. */
export const DRYING_M2 = 8;
/** A towel of 40 x 40 cm at 300 g/m2 takes up three times its mass; so much stands over those in a bucket, in microlitres. */
export const TOWEL_UL = 144_000;
export const OVER_TOWELS_UL = 2_000_000;

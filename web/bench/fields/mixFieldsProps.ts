import type { Basis } from '#core/strength/band.ts';
import type { Strength } from '#core/strength/notation.ts';
import type { BenchDraft } from '../mix/benchDraft.ts';
import type { BenchMix } from '../mix/benchMix.ts';
import type { Equipment } from '../mix/equipment.ts';

/** What the fields of a mix are given. */
export type MixFieldsProps = {
  draft: BenchDraft;
  bench: BenchMix;
  equipment: Equipment;
  set: (change: Partial<BenchDraft>) => void;
  /** Picks a strength; the same function on every keystroke. */
  choose: (strength: Strength, basis?: Basis) => void;
};

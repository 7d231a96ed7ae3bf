import type { ReactNode } from 'react';
import type { BenchDraft } from './mix/benchDraft.ts';
import type { Equipment } from './mix/equipment.ts';
import type { usePour } from './pour/usePour.ts';

/** What the Bench of any question is given. */
export type BenchProps = {
  equipment: Equipment;
  set: (change: Partial<BenchDraft>) => void;
  pouring: ReturnType<typeof usePour>;
  /** Where another question is chosen. */
  ask: ReactNode;
};

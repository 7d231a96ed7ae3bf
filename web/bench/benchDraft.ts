import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Slip } from '#contract/ledger.ts';
import type { Strength } from '#core/strength/strength.ts';

/** What someone is mixing: theirs, on this device, through reloads and other people's turns. */
export type BenchDraft = {
  productId: number | null;
  strengthText: string;
  /** The reading chosen from the label or between two; null: as the text is read. */
  picked: Strength | null;
  vesselId: number | null;
  makeText: string;
  containerId: number | null;
};

export const EMPTY_DRAFT: BenchDraft = {
  productId: null,
  strengthText: '',
  picked: null,
  vesselId: null,
  makeText: '',
  containerId: null,
};

/** A command sent and not yet answered; sent again under the same key, it is booked once. */
export type Sent = { key: string; body: string };

type Bench = {
  drafts: Record<number, BenchDraft>;
  sent: Record<number, Sent>;
  slips: Record<number, (Slip & { undone?: boolean })[]>;
  change: (personId: number, change: Partial<BenchDraft>) => void;
  remember: (personId: number, sent: Sent | null) => void;
  print: (personId: number, slip: Slip) => void;
  markUndone: (personId: number, movementId: number) => void;
};

const SLIPS_KEPT = 3;

export const useBench = create<Bench>()(
  persist(
    (set) => ({
      drafts: {},
      sent: {},
      slips: {},
      change: (personId, change) =>
        set(({ drafts }) => ({
          drafts: { ...drafts, [personId]: { ...EMPTY_DRAFT, ...drafts[personId], ...change } },
        })),
      remember: (personId, sent) =>
        set((state) => {
          const { [personId]: _, ...others } = state.sent;
          return { sent: sent ? { ...others, [personId]: sent } : others };
        }),
      print: (personId, slip) =>
        set(({ slips }) => ({
          slips: { ...slips, [personId]: [slip, ...(slips[personId] ?? [])].slice(0, SLIPS_KEPT) },
        })),
      markUndone: (personId, movementId) =>
        set(({ slips }) => ({
          slips: {
            ...slips,
            [personId]: (slips[personId] ?? []).map((s) =>
              s.movementId === movementId ? { ...s, undone: true } : s,
            ),
          },
        })),
    }),
    { name: 'kettle-bench', version: 1 },
  ),
);

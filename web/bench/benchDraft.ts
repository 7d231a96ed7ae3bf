import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Slip } from '#contract/ledger.ts';
import type { PourPlan } from '#core/mixing/planPour.ts';
import type { Strength } from '#core/strength/strength.ts';

/** What someone wants to know at the Bench, as a question. */
export const MODES = ['fill', 'have', 'left', 'made', 'wrong', 'merge'] as const;
export type Mode = (typeof MODES)[number];

/** What someone is mixing: theirs, on this device, through reloads and other people's turns. All of it is as typed. */
export type BenchDraft = {
  mode: Mode;
  productId: number | null;
  strengthText: string;
  /** The reading chosen from the label or between two; null: as the text is read. */
  picked: Strength | null;
  vesselId: number | null;
  makeText: string;
  containerId: number | null;
  /** Product at hand. */
  haveText: string;
  /** What is left in the vessel, and how strong it is where the books don't know. */
  leftText: string;
  leftStrengthText: string;
  /** What went into the vessel a moment ago. */
  inProductText: string;
  inWaterText: string;
  /** The second vessel, of two into one. */
  otherVesselId: number | null;
  otherLeftText: string;
  /** The way to put it right that was picked; null: the most sparing. */
  way: PourPlan['how'] | null;
  /** The measure picked by name, 'free' for a free pour; null: the practical one. */
  measure: string | null;
};

export const EMPTY_DRAFT: BenchDraft = {
  mode: 'fill',
  productId: null,
  strengthText: '',
  picked: null,
  vesselId: null,
  makeText: '',
  containerId: null,
  haveText: '',
  leftText: '',
  leftStrengthText: '',
  inProductText: '',
  inWaterText: '',
  otherVesselId: null,
  otherLeftText: '',
  way: null,
  measure: null,
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
    { name: 'kettle-bench', version: 2, migrate: () => ({}) as Bench },
  ),
);

import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Assessment } from '#core/planning/assessment.ts';

/** The vehicle somebody is looking at: its name, and what they said of it. What they didn't say is not in it. */
export type PlanDraft = { name: string; said: Assessment };
const NOTHING: PlanDraft = { name: '', said: {} };

type Drafts = {
  drafts: Record<number, PlanDraft>;
  change: (personId: number, change: (draft: PlanDraft) => PlanDraft) => void;
};

const usePlanDrafts = create<Drafts>()(
  persist(
    (set) => ({
      drafts: {},
      change: (personId, change) =>
        set(({ drafts }) => ({ drafts: { ...drafts, [personId]: change(drafts[personId] ?? NOTHING) } })),
    }),
    // What a later program asks otherwise is not taken over from this one.
    { name: 'kettle-plan', version: 1 },
  ),
);

/** What whoever is here said of the vehicle, kept on this device until they start over. */
export function usePlanDraft(personId: number) {
  const draft = usePlanDrafts((state) => state.drafts[personId]) ?? NOTHING;
  const change = usePlanDrafts((state) => state.change);
  return {
    ...draft,
    rename: (name: string) => change(personId, (d) => ({ ...d, name })),
    /** Says something of it; undefined takes an answer back. */
    say: (more: { [K in keyof Assessment]?: Assessment[K] | undefined }) =>
      change(personId, (d) => ({ ...d, said: withoutGaps({ ...d.said, ...more }) })),
    startOver: () => change(personId, () => NOTHING),
  };
}

const withoutGaps = (said: { [K in keyof Assessment]?: Assessment[K] | undefined }): Assessment =>
  Object.fromEntries(Object.entries(said).filter(([, value]) => value !== undefined));

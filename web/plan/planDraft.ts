import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Job } from '#contract/jobs.ts';
import type { Assessment } from '#core/planning/assessment.ts';

/** The vehicle somebody is looking at: its name, and what they said of it. What they didn't say is not in it. */
export type PlanDraft = { name: string; said: Assessment };
const NOTHING: PlanDraft = { name: '', said: {} };

type Drafts = {
  /** By who is signed in, and by the job they look at where it is on the list. */
  drafts: Record<string, PlanDraft>;
  keep: (key: string, draft: PlanDraft) => void;
  drop: (key: string) => void;
};

const usePlanDrafts = create<Drafts>()(
  persist(
    (set) => ({
      drafts: {},
      keep: (key, draft) => set(({ drafts }) => ({ drafts: { ...drafts, [key]: draft } })),
      drop: (key) =>
        set(({ drafts: { [key]: _, ...drafts } }) => ({
          drafts,
        })),
    }),
    // What a later program asks otherwise is not taken over from this one.
    { name: 'kettle-plan', version: 1 },
  ),
);

type Said = { [K in keyof Assessment]?: Assessment[K] | undefined };

/**
 * What whoever is here said of the vehicle, kept on this device until it is on the list, or they start over.
 *
 * @param job the one looked at, where it is on the list; what is said then differs from what stands there until it is saved
 */
export function usePlanDraft(personId: number, job: Pick<Job, 'id' | 'vehicle' | 'said'> | null) {
  const key = job ? `${personId} ${job.id}` : String(personId);
  const kept = usePlanDrafts((state) => state.drafts[key]);
  const { keep, drop } = usePlanDrafts.getState();
  const draft = kept ?? (job ? { name: job.vehicle, said: job.said } : NOTHING);
  return {
    ...draft,
    changed: kept !== undefined,
    /** Says something of it; undefined takes an answer back. */
    say: (more: Said) => keep(key, { ...draft, said: withoutGaps({ ...draft.said, ...more }) }),
    /** Names it; a vehicle that was here before brings what is still so, beside what was said. */
    rename: (name: string, known: Assessment = {}) => keep(key, { name, said: { ...known, ...draft.said } }),
    startOver: () => drop(key),
  };
}

const withoutGaps = (said: Said): Assessment =>
  Object.fromEntries(Object.entries(said).filter(([, value]) => value !== undefined));

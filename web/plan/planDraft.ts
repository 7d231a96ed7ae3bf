import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Job } from '#contract/jobs.ts';
import type { Assessment, SeenField } from '#core/planning/assessment.ts';
import { answeredTwice, type Changes, changed, over } from './saidOver.ts';

/** The vehicle somebody is looking at: its name, and what they said of it beyond what is on the list. */
export type PlanDraft = { name: string; changes: Changes };

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
    { name: 'kettle-plan', version: 2 },
  ),
);

type Said = { [K in keyof Assessment]?: Assessment[K] | undefined };
const UNSAID: Assessment = {};

/**
 * What whoever is here said of the vehicle, kept on this device until it is on the list, or they start over. Of a job only
 * what they changed is kept: what somebody else says of it meanwhile is seen at once.
 *
 * @param job the one looked at, where it is on the list; what is said then differs from what stands there until it is saved
 */
export function usePlanDraft(personId: number, job: Pick<Job, 'id' | 'vehicle' | 'said'> | null) {
  const key = job ? `${personId} ${job.id}` : String(personId);
  const kept = usePlanDrafts((state) => state.drafts[key]);
  const { keep, drop } = usePlanDrafts.getState();
  const stands = job?.said ?? UNSAID;
  const { name, changes } = kept ?? { name: job?.vehicle ?? '', changes: {} };
  const say = (more: Said) => keep(key, { name, changes: changed(changes, stands, more) });
  return {
    name,
    said: over(stands, changes),
    changed: JSON.stringify(over(stands, changes)) !== JSON.stringify(over(stands, {})),
    /** Says something of it; undefined takes an answer back. */
    say,
    /** What is said here, laid over what stands on the list now. */
    overSaid: (said: Assessment) => over(said, changes),
    /** What somebody else has answered otherwise since it was answered here. */
    twice: answeredTwice(stands, changes),
    twiceBy: (said: Assessment) => answeredTwice(said, changes),
    /** Lets an answer be as it stands on the list. */
    takeTheirs: (field: SeenField) => {
      const { [field]: _, ...others } = changes;
      keep(key, { name, changes: others });
    },
    /** Names it; a vehicle that was here before brings what is still so, beside what was said. */
    rename: (called: string, known: Assessment = {}) =>
      keep(key, {
        name: called,
        changes: changed({}, stands, { ...known, ...over(stands, changes) }),
      }),
    startOver: () => drop(key),
  };
}

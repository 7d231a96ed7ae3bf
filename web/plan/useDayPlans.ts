import type { Remote } from 'comlink';
import { useCallback, useMemo } from 'react';
import type { Job } from '#contract/jobs.ts';
import { dueOn } from '#core/planning/intervals.ts';
import { planWash } from '#core/planning/planWash.ts';
import { type DayJob, prepareDay } from '#core/planning/prepareDay.ts';
import { useSession } from '../lib/session.tsx';
import type { Plans } from '../workers/plan.worker.ts';
import { usePlanShop } from './planShop.ts';
import { sameSteps, useWorkedOut } from './planWorker.ts';

/**
 * The plans of a day's jobs and what they take together: by their first figures at once, and by what the weather makes of them,
 * laid again where it would dry, as soon as that is worked out.
 */
export function useDayPlans(jobs: readonly Job[], day: string) {
  const { shop: settings } = useSession();
  const { shopFor } = usePlanShop();
  const planned = useMemo(
    () =>
      jobs.map((job) => {
        const said = {
          ...job.said,
          due: dueOn(job.treated, day, settings.everyDays),
          words: job.words.map((w) => w.rule),
        };
        // A vehicle that comes later is planned for the weather it will have.
        const shop = shopFor(job);
        return { job, said, shop, plan: planWash(said, shop) };
      }),
    [jobs, day, shopFor, settings.everyDays],
  );
  const ask = useCallback(
    (of: Remote<Plans>) =>
      of.completeDay(
        planned.flatMap(({ job, said, shop }) => (job.state === 'waits' ? [{ id: job.id, said, shop }] : [])),
      ),
    [planned],
  );
  const complete = useWorkedOut(ask);
  const made = useMemo(
    () =>
      planned.map((of) => {
        const whole = complete?.find((c) => c.id === of.job.id);
        // An answer to the question before is none to this one.
        const fits = whole && of.plan.ok && sameSteps(whole.plan, of.plan);
        return { ...of, whole: fits ? whole : null };
      }),
    [planned, complete],
  );
  const prepared = useMemo(
    () =>
      prepareDay(
        made
          .filter(({ job }) => job.state === 'waits')
          .map(
            ({ job: { id, vehicle, placeId }, said, plan, whole, shop }): DayJob => ({
              id,
              vehicle,
              placeId,
              said,
              plan: whole?.plan ?? plan,
              windows: whole?.windows ?? null,
              shop,
            }),
          ),
        shopFor(null),
      ),
    [made, shopFor],
  );
  return { made, prepared };
}

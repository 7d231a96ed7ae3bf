import { Link } from 'react-router';
import type { Job } from '#contract/jobs.ts';
import type { Complete } from '#core/planning/completePlan.ts';
import type { PlanShop } from '#core/planning/planWash.ts';
import { frozen } from '#core/run/runPlan.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { ROUND_UL } from '../plan/MixFrom.tsx';
import { useOutbox } from '../state/outbox.ts';
import { runsOfJobQuery } from '../state/runQueries.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button, ButtonLink } from '../ui/Button.tsx';
import { useGo } from '../ui/useGo.ts';
import { beginRun, begunFor } from './runOutbox.ts';

/** From the plan to doing it: begun in one tap where it is on the list; joined where somebody has begun it. */
export function BeginRun({
  job,
  complete,
  shop,
}: {
  job: Job | null;
  complete: Complete | null;
  shop: PlanShop;
}) {
  const { who, shop: settings } = useSession();
  const go = useGo();
  const waiting = useOutbox((state) => state.waiting);
  const { data: runs = [] } = useQuery({ ...runsOfJobQuery(job?.id ?? 0), enabled: job !== null });
  if (!job) {
    return (
      <p className="no-print text-muted">
        {t('Put it on the list, and it can be done from here step by step.')}
      </p>
    );
  }
  const open = runs.find((r) => r.finishedAt === null)?.key ?? begunFor(job.id, waiting);
  if (open) {
    return (
      <ButtonLink look="main" bay className="no-print w-full sm:w-auto" to={`/run/${open}`}>
        {t('It is being done: go there')}
      </ButtonLink>
    );
  }
  const last = runs[0];
  if (job.state !== 'waits') {
    return last ? (
      <p className="no-print">
        <Link className="inline-flex min-h-12 items-center" to={`/run/${last.key}`}>
          {t('How it went')}
        </Link>
      </p>
    ) : null;
  }
  const begin = () => {
    const plan = complete && frozen(complete, shop, ROUND_UL[settings.units]);
    if (!plan) return;
    const { id: jobId, vehicleId, vehicle, placeId, placeName } = job;
    go(`/run/${beginRun(plan, { jobId, vehicleId, vehicle, placeId, placeName }, who)}`);
  };
  const dries = complete?.soaks.some((s) => s.across === null);
  if (dries) {
    return (
      <p className="no-print flex min-h-16 items-center gap-3 text-lg leading-tight">
        <span aria-hidden className="w-1.5 self-stretch bg-stop" />
        {t(
          'It is not begun like this: something dries before it is off. Take one of the ways out below first.',
        )}
      </p>
    );
  }
  // It has its room before the plan is worked out: what stands below is not pushed from under a finger.
  return (
    <Button
      look="main"
      bay
      className={`no-print w-full sm:w-auto ${complete ? '' : 'invisible'}`}
      onClick={begin}
    >
      {t('Begin it, step by step')}
    </Button>
  );
}

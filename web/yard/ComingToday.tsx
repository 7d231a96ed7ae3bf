import { Link } from 'react-router';
import { useSession } from '../lib/session.tsx';
import { shopNow } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { JobLines } from '../plan/JobLines.tsx';
import { jobsQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { dayOf } from '../ui/dates.ts';

/** The vehicles that wait today, each a tap from its plan; nothing where there are none. */
export function ComingToday() {
  const { shop } = useSession();
  const today = dayOf(shopNow(), shop.zone);
  const { data: jobs = [] } = useQuery(jobsQuery(today, today));
  const waiting = jobs.filter((j) => j.state === 'waits');
  if (waiting.length === 0) return null;
  return (
    <section aria-label={t('Waiting today')}>
      <div className="flex items-baseline justify-between gap-3">
        <h2 className="mb-1">{t('Waiting today')}</h2>
        <Link className="flex min-h-12 items-center" to="/plan/day">
          {t('The whole day')}
        </Link>
      </div>
      <JobLines jobs={waiting} />
    </section>
  );
}

import { Link } from 'react-router';
import type { RunHead } from '#contract/runs.ts';
import { useSession } from '../lib/session.tsx';
import { shopNow } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { JobLines } from '../plan/JobLines.tsx';
import { useOutbox } from '../state/outbox.ts';
import { jobsQuery } from '../state/queries.ts';
import { runsQuery } from '../state/runQueries.ts';
import { useAsked } from '../state/useAsked.ts';
import { useQuery } from '../state/useQuery.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { dayInWords, dayOf, timeOfDay } from '../ui/dates.ts';
import type { Needs } from '../ui/fetched.tsx';
import { Page } from '../ui/Page.tsx';
import { begunHere } from './runOutbox.ts';

RunsPage.needs = (() => [runsQuery]) satisfies Needs;

/** What is being done, what could be begun today, and what was done last. */
export default function RunsPage() {
  const [runs] = useAsked(runsQuery);
  const { shop } = useSession();
  const today = dayOf(shopNow(), shop.zone);
  const { data: jobs } = useQuery(jobsQuery(today, today));
  const open = runs.filter((r) => r.finishedAt === null);
  const over = runs.filter((r) => r.finishedAt !== null);
  const sending = useOutbox((state) => state.waiting);
  const begun = begunHere(sending).filter((run) => !runs.some((r) => r.key === run.key));
  const waiting = jobs?.filter(
    (j) => j.state === 'waits' && ![...open, ...begun].some((r) => r.jobId === j.id),
  );
  return (
    <Page
      title={t('Run')}
      actions={
        <>
          <ButtonLink to="/plan">{t('Plan a vehicle')}</ButtonLink>
          <ButtonLink to="/run/learned">{t('Learned')}</ButtonLink>
          <ButtonLink to="/run/laid">{t('Vehicles that had it')}</ButtonLink>
        </>
      }
    >
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-x-13 gap-y-8 xl:grid-cols-2">
        <section aria-label={t('Being done')}>
          <h2>{t('Being done')}</h2>
          {open.length + begun.length === 0 && <p className="text-muted">{t('Nothing is being done.')}</p>}
          <ul className="border-t border-ink empty:border-0">
            {begun.map((run) => (
              <li key={run.key} className="ruled border-faint">
                <Link
                  to={`/run/${run.key}`}
                  className="flex min-h-16 items-center gap-3 no-underline hover:underline"
                >
                  <strong className="min-w-0 flex-1">{run.vehicle}</strong>
                  <span className="text-muted">{t('not sent yet')}</span>
                </Link>
              </li>
            ))}
            {open.map((run) => (
              <Line key={run.key} run={run}>
                {run.over === run.tasks ? t('all done') : t('{0} of {1}', run.over, run.tasks)}
              </Line>
            ))}
          </ul>
        </section>
        <section aria-label={t('To begin')} className="xl:row-span-2">
          <h2>{t('To begin')}</h2>
          {waiting?.length === 0 && (
            <p className="text-muted">
              {t('No other vehicle waits today: plan one, and put it on the list.')}
            </p>
          )}
          <JobLines jobs={waiting ?? []} at="#plan" />
        </section>
        {over.length > 0 && (
          <section aria-label={t('Recently done')}>
            <h2>{t('Recently done')}</h2>
            <ul className="border-t border-ink">
              {over.map((run) => (
                <Line key={run.key} run={run}>
                  {`${dayInWords(dayOf(new Date(run.finishedAt as string), shop.zone))} ${timeOfDay(run.finishedAt as string, shop.zone)}`}
                </Line>
              ))}
            </ul>
          </section>
        )}
      </div>
    </Page>
  );
}

function Line({ run, children }: { run: RunHead; children: React.ReactNode }) {
  return (
    <li className="ruled border-faint">
      <Link to={`/run/${run.key}`} className="flex min-h-16 items-center gap-3 no-underline hover:underline">
        <span className="min-w-0 flex-1 leading-snug">
          <strong>{run.vehicle}</strong>
          <span className="block text-muted">
            {[run.placeName, ...run.people.map((p) => p.name)].filter(Boolean).join(', ')}
          </span>
        </span>
        <span className="reading text-right">{children}</span>
      </Link>
    </li>
  );
}

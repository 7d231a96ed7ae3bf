import { useState } from 'react';
import { Link } from 'react-router';
import type { Job, JobEnd } from '#contract/jobs.ts';
import { formatMoney } from '#core/planning/cost.ts';
import type { Treatment } from '#core/planning/intervals.ts';
import { formatTimeOfDay } from '#core/units/timeOfDay.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { useCommand } from '../state/useCommand.ts';
import { Button } from '../ui/Button.tsx';
import { dayInWords } from '../ui/dates.ts';
import { fetchedDialog, useFetchedAhead } from '../ui/fetchedDialog.tsx';
import { Refusal, Watch } from '../ui/Refusal.tsx';
import type { usePlanDraft } from './planDraft.ts';
import { FIELD_WORDS } from './planWords.ts';

const JobDialog = fetchedDialog(() => import('./JobDialog.tsx'));
const EndDialog = fetchedDialog(() => import('./EndDialog.tsx'));
const SHEETS = [JobDialog, EndDialog];

type Draft = ReturnType<typeof usePlanDraft>;

/** When it comes, and what can be done about it: it is put on the list, changed there, done, dropped, or let wait again. */
export function JobHere(props: {
  job: Job | null;
  /** What was said of the vehicle here. */
  draft: Draft;
  planned: readonly Treatment[];
  saved: (job: Job) => void;
}) {
  const { job, draft, planned, saved } = props;
  const { name, changed } = draft;
  const [open, setOpen] = useState<'job' | 'end' | null>(null);
  const close = () => setOpen(null);
  useFetchedAhead(SHEETS);
  return (
    <section aria-label={t('On the list')} className="no-print flex flex-col gap-3">
      {job && <JobLine job={job} />}
      {job && (
        <Link className="-my-3 flex min-h-12 items-center self-start" to={`/vehicles/${job.vehicleId}`}>
          {t('All its visits')}
        </Link>
      )}
      {draft.twice.length > 0 && <AnsweredTwice draft={draft} />}
      {/* What was refused is about the job as it was: changed since, it is said no longer. */}
      <Acts key={job?.revision} job={job} changed={changed} open={setOpen} />
      {open === 'job' && (
        <JobDialog
          job={job}
          name={name}
          overSaid={draft.overSaid}
          twice={draft.twiceBy}
          close={close}
          saved={(row) => {
            close();
            saved(row);
          }}
        />
      )}
      {open === 'end' && job && <EndDialog job={job} planned={planned} close={close} />}
    </section>
  );
}

/**
 * What is done with it. Each is meant of the job as it is now: a lost answer is asked for again under its key, and what is
 * done anew after something else was done is another.
 */
function Acts(props: { job: Job | null; changed: boolean; open: (which: 'job' | 'end') => void }) {
  const { job, changed, open } = props;
  const dropping = useCommand((id: number) =>
    post<Job>(`/jobs/${id}/ends`, { end: 'dropped', treatments: [] } satisfies JobEnd, {
      intent: `dropped ${job?.revision}`,
    }),
  );
  const returning = useCommand((id: number) =>
    post<Job>(`/jobs/${id}/returns`, {}, { intent: `${job?.revision}` }),
  );
  const refusal = dropping.refusal ?? returning.refusal;
  return (
    <>
      <div className="flex flex-wrap gap-3">
        {!job && (
          <Button bay onClick={() => open('job')}>
            {t('Put it on the list')}
          </Button>
        )}
        {job?.state === 'waits' && (
          <>
            <Button bay look={changed ? 'main' : 'plain'} onClick={() => open('job')}>
              {changed ? t('Save what changed') : t('Change')}
            </Button>
            <Button bay onClick={() => open('end')}>
              {t('Done')}
            </Button>
            <Button bay disabled={dropping.waiting} onClick={() => dropping.run(job.id)}>
              {t('Cancel the job')}
            </Button>
          </>
        )}
        {job && job.state !== 'waits' && (
          <Button bay disabled={returning.waiting} onClick={() => returning.run(job.id)}>
            {t('Put it back on the list')}
          </Button>
        )}
      </div>
      {refusal && <Refusal problem={refusal} />}
    </>
  );
}

/** What two people answered differently: what is said here goes on the list, unless theirs is taken. */
function AnsweredTwice({ draft }: { draft: Draft }) {
  return (
    <div role="status">
      <Watch word={t('Somebody else has answered differently in the meantime.')}>
        {t('Saved, yours goes on the list.')}
      </Watch>
      <ul>
        {draft.twice.map((field) => (
          <li key={field} className="ruled flex items-center justify-between gap-x-4">
            {FIELD_WORDS()[field]}
            <button
              type="button"
              className="min-h-12 underline underline-offset-4"
              onClick={() => draft.takeTheirs(field)}
            >
              {t('Take theirs')}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

export const JOB_STATES: () => Record<Job['state'], string> = () => ({
  waits: t('waits'),
  done: t('done'),
  dropped: t('cancelled'),
});

function JobLine({ job }: { job: Job }) {
  const { shop } = useSession();
  const { day, atMin, placeName, personName, priceMinor, note, state, endedBy } = job;
  const said = [
    atMin === null ? null : formatTimeOfDay(atMin),
    placeName,
    personName,
    priceMinor === null ? null : formatMoney(priceMinor, shop.currency),
  ].filter(Boolean);
  return (
    <p className="leading-snug">
      <Link to={`/plan/day?day=${day}`} className="font-bold">
        {dayInWords(day)}
      </Link>
      {said.length > 0 && `, ${said.join(', ')}`}
      {state !== 'waits' && (
        <strong>
          {' '}
          {state === 'done' ? t('Done, {0}.', endedBy ?? '') : t('Cancelled, {0}.', endedBy ?? '')}
        </strong>
      )}
      {note && <span className="block text-muted">{note}</span>}
    </p>
  );
}

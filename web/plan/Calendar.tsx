import { useState } from 'react';
import { Link } from 'react-router';
import type { CalendarRead } from '#contract/jobs.ts';
import { refuse } from '#contract/refusals.ts';
import { atLeast } from '#contract/roles.ts';
import { formatTimeOfDay } from '#core/units/timeOfDay.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { said, t } from '../lib/speech.ts';
import { useCommand } from '../state/useCommand.ts';
import { Button } from '../ui/Button.tsx';
import { dayInWords } from '../ui/dates.ts';
import { FileDrop } from '../ui/FileDrop.tsx';
import { More } from '../ui/More.tsx';
import { Refusal } from '../ui/Refusal.tsx';

/** Jobs out to a calendar, and in from one or from a spreadsheet: looked at first. */
export function Calendar({ day }: { day: string }) {
  const { who } = useSession();
  const [text, setText] = useState<string | null>(null);
  const looking = useCommand((of: { text: string; book: boolean }) =>
    post<CalendarRead>('/jobs/calendar', of),
  );
  const look = async (file: File) => {
    const read = await file.text();
    setText(read);
    looking.run({ text: read, book: false });
  };
  return (
    <div className="no-print mt-5">
      <More title={t('Calendar and spreadsheet')}>
        <p className="flex flex-wrap gap-x-6">
          <a className="flex min-h-12 items-center" href={`/api/jobs/calendar.ics?from=${day}`} download>
            {t('From this day on as a calendar')}
          </a>
          {atLeast(who.role, 'lead') && (
            <Link className="flex min-h-12 items-center" to="/stock/import?of=jobs">
              {t('Bring in a spreadsheet')}
            </Link>
          )}
        </p>
        <FileDrop accept=".ics,text/calendar" busy={looking.waiting} choose={(file) => void look(file)}>
          {t(
            'A calendar file (.ics): each event is a vehicle, named by what the event is called. It is looked at first.',
          )}
        </FileDrop>
        {looking.refusal && <Refusal problem={looking.refusal} />}
        {looking.answer && (
          <Found
            read={looking.answer}
            book={() => text !== null && looking.run({ text, book: true })}
            waiting={looking.waiting}
          />
        )}
      </More>
    </div>
  );
}

function Found({ read, book, waiting }: { read: CalendarRead; book: () => void; waiting: boolean }) {
  const { jobs, left, booked } = read;
  const fresh = jobs.filter((j) => !j.already).length;
  return (
    <section aria-label={t('In the calendar')} aria-live="polite" className="mt-4">
      <p className="font-bold">
        {booked
          ? t('{0} are on the list now.', fresh)
          : t('{0} would come on the list, {1} are there already.', fresh, jobs.length - fresh)}
      </p>
      <ul className="border-t border-ink">
        {jobs.map(({ vehicle, day, atMin, already }) => (
          <li
            key={`${vehicle} ${day} ${atMin}`}
            className="ruled flex justify-between gap-3 border-faint py-1"
          >
            <span>{vehicle}</span>
            <span className="text-muted">
              {dayInWords(day)}
              {atMin !== null && `, ${formatTimeOfDay(atMin)}`}
              {already && `, ${t('there already')}`}
            </span>
          </li>
        ))}
        {left.map(({ summary, code, facts }, i) => {
          const { reason, remedy } = said(refuse(code as 'calendar.noDay', facts as never));
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: events without a name are told apart by nothing else
            <li key={i} className="ruled border-faint py-1">
              <strong>{summary || t('no name')}</strong>, {t('left out:')} {reason} {remedy}
            </li>
          );
        })}
      </ul>
      {!booked && fresh > 0 && (
        <Button bay look="main" className="mt-3" disabled={waiting} onClick={book}>
          {t('Bring them in')}
        </Button>
      )}
    </section>
  );
}

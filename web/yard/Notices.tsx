import { useState } from 'react';
import { Link } from 'react-router';
import type { Feed, NewFeed, Notice } from '#contract/notices.ts';
import { noticeWords } from '#contract/noticeWords.ts';
import { post, remove } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { shopNow } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { feedQuery, noticesQuery } from '../state/queries.ts';
import { useCommand } from '../state/useCommand.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';
import { dayInWords, dayOf, shopDay } from '../ui/dates.ts';
import { More } from '../ui/More.tsx';
import { Refusal } from '../ui/Refusal.tsx';

/** What needs somebody, the foremost first, each with its one action. */
export function Notices() {
  const { shop } = useSession();
  const { data, error } = useQuery(noticesQuery);
  const today = dayOf(shopNow(), shop.zone);
  return (
    <section aria-label={t('Needs attention')}>
      <h2 className="mb-1">{t('Needs attention')}</h2>
      {error && <Refusal problem={error} />}
      {/* Room for a few, so that what stands below is not pushed from under a finger. */}
      {!data && !error && <div aria-busy className="min-h-36 border-t border-ink" />}
      {data?.length === 0 && (
        <p className="border-t border-ink py-2 text-muted">{t('Nothing, today or in the next week.')}</p>
      )}
      {data && data.length > 0 && (
        <ul className="border-t border-ink">
          {data.map((notice) => (
            <Line key={`${notice.kind} ${notice.id}`} notice={notice} today={today} />
          ))}
        </ul>
      )}
      {data && <OwnCalendar />}
    </section>
  );
}

function Line({ notice, today }: { notice: Notice; today: string }) {
  const { shop } = useSession();
  const { what, act } = noticeWords(notice, t, { units: shop.units, today });
  return (
    <li className="ruled flex items-center justify-between gap-4 border-faint py-1">
      <span className="min-w-0 flex-1">
        {what}
        {notice.dueOn > today && (
          <span className="block text-[0.94rem] text-muted">{t('by {0}', dayInWords(notice.dueOn))}</span>
        )}
      </span>
      <Link className="flex min-h-12 max-w-[45%] items-center text-right" to={notice.path}>
        {act}
      </Link>
    </li>
  );
}

/** The same as a calendar, under an address that only its owner knows. */
function OwnCalendar() {
  const { shop } = useSession();
  const { data: feed, error } = useQuery(feedQuery);
  const [made, setMade] = useState<string | null>(null);
  const making = useCommand(
    () => post<NewFeed>('/notices/feed', {}, { intent: feed?.madeAt ?? '' }),
    ({ path }) => setMade(`${location.origin}${path}`),
  );
  const ending = useCommand(
    () => remove('/notices/feed'),
    () => setMade(null),
  );
  const madeAt = made === null ? ((feed as Feed | undefined)?.madeAt ?? null) : null;
  return (
    <More title={t('As a calendar of your own')} small className="no-print mt-2">
      <div className="flex max-w-xl flex-col items-start gap-3 py-2">
        <p>
          {t(
            'Subscribe to this address in a calendar, and what needs somebody stands there on its day. Whoever knows the address can read it.',
          )}
        </p>
        {error && <Refusal problem={error} />}
        {made && (
          <p className="w-full">
            <strong>{t('Copy it now: it is not shown again.')}</strong>
            <input
              readOnly
              aria-label={t('Address of your calendar')}
              className="mt-1 min-h-12 w-full border border-ink bg-raised px-3"
              value={made}
              onFocus={(e) => e.target.select()}
            />
          </p>
        )}
        {madeAt && <p>{t('There is one since {0}.', shopDay(madeAt, shop.zone))}</p>}
        {(making.refusal ?? ending.refusal) && (
          <Refusal problem={(making.refusal ?? ending.refusal) as Error} />
        )}
        <span className="flex flex-wrap gap-3">
          <Button disabled={making.waiting} onClick={() => making.run()}>
            {made || madeAt ? t('A new address; the old one ends') : t('Make an address')}
          </Button>
          {(made || madeAt) && (
            <Button disabled={ending.waiting} onClick={() => ending.run()}>
              {t('End it')}
            </Button>
          )}
        </span>
      </div>
    </More>
  );
}

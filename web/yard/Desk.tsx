import type { ReactNode } from 'react';
import type { Unsettled } from '#contract/clocks.ts';
import { inMegabytes } from '#contract/megabytes.ts';
import { atLeast } from '#contract/roles.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { shopMs } from '../lib/shopNow.ts';
import { problemSaid, t } from '../lib/speech.ts';
import { backupsQuery, unsettledQuery } from '../state/queries.ts';
import { useCommand } from '../state/useCommand.ts';
import { useQuery } from '../state/useQuery.ts';
import { shopDay, timeOfDay } from '../ui/dates.ts';
import { Refusal } from '../ui/Refusal.tsx';

/** What has to be settled, and the copies. */
export function Desk() {
  return (
    <div className="grid gap-x-13 gap-y-8 sm:grid-cols-2 xl:col-span-2 xl:grid-cols-3">
      <ToSettle />
      <Copies />
    </div>
  );
}

function List({ name, none, children }: { name: string; none: string; children: ReactNode[] }) {
  return (
    <section aria-label={name}>
      <h2 className="mb-1">{name}</h2>
      {children.length === 0 ? (
        <p className="border-t border-ink py-2 text-muted">{none}</p>
      ) : (
        <ul className="border-t border-ink">{children}</ul>
      )}
    </section>
  );
}

const HOUR_MS = 3_600_000;
const OLD_H = 36;

/** How old the newest good copy of the books is, and what stands in the way of the next. */
function Copies() {
  const { shop } = useSession();
  const { data } = useQuery(backupsQuery);
  if (!data) return null;
  const { newestAt, kept, trouble, lowRoom, freeBytes } = data;
  const when = (at: string) => `${shopDay(at, shop.zone)}, ${timeOfDay(at, shop.zone)}`;
  const old = newestAt !== null && shopMs() - Date.parse(newestAt) > OLD_H * HOUR_MS;
  return (
    <section aria-label={t('Backups')}>
      <h2 className="mb-1">{t('Backups')}</h2>
      {trouble && (
        <p role="alert" className="border-l-6 border-stop py-2 pl-3">
          <strong className="text-stop">{t('No backup was made on {0}.', when(trouble.at))}</strong>{' '}
          {trouble.why}
        </p>
      )}
      {lowRoom && !trouble && (
        <p role="alert" className="border-l-6 border-stop py-2 pl-3">
          <strong className="text-stop">
            {t('The disk is nearly full: {0} are free.', inMegabytes(freeBytes))}
          </strong>{' '}
          {t(
            'The next backup finds no room, and below 67 MB nothing can be booked. Make room on the machine the program runs on.',
          )}
        </p>
      )}
      <p className={`border-t border-ink py-2 ${old ? 'font-bold' : ''}`}>
        {newestAt === null
          ? t('No good one yet. One is made every night at three, while the program runs.')
          : t(
              'The newest good one is of {0}{1}. {2} kept beside the books.',
              when(newestAt),
              old ? t(': over a day and a half old') : '',
              kept,
            )}
      </p>
    </section>
  );
}

/** What was done without a connection and came too late to fit. */
function ToSettle() {
  const { data: rows = [] } = useQuery(unsettledQuery);
  if (rows.length === 0) return null;
  return (
    <List name={t('To settle')} none="">
      {rows.map((row) => (
        <Settle key={row.id} row={row} />
      ))}
    </List>
  );
}

function Settle({ row }: { row: Unsettled }) {
  const { who, shop } = useSession();
  const settling = useCommand(() => post(`/unsettled/${row.id}/settlements`, {}));
  return (
    <li className="ruled flex items-center justify-between gap-3 border-faint py-2">
      <span>
        <strong>{t(...row.what)}</strong>, {row.personName}
        {row.occurredAt && `, ${timeOfDay(row.occurredAt, shop.zone)}`}
        <span className="block text-muted">{problemSaid(row.refusal).reason}</span>
        {settling.refusal && <Refusal problem={settling.refusal} />}
      </span>
      {atLeast(who.role, 'lead') && (
        <button
          type="button"
          className="min-h-12 px-2 underline underline-offset-4"
          disabled={settling.waiting}
          onClick={() => settling.run()}
        >
          {t('Settled')}
        </button>
      )}
    </li>
  );
}

import { useInfiniteQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { COUNT_REASON_NAMES, type CountReason } from '#contract/counts.ts';
import type { OverrideRule } from '#contract/people.ts';
import { type PersonEventKind, TRAIL_KIND_NAMES, TRAIL_KINDS, type TrailLine } from '#contract/trail.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { peopleQuery, trailPage } from '../../state/queries.ts';
import { useQuery } from '../../state/useQuery.ts';
import { DAYS, DayFields, useWhich } from '../../ui/asked.tsx';
import { Button } from '../../ui/Button.tsx';
import { shopDay, timeOfDay } from '../../ui/dates.ts';
import { ListField } from '../../ui/Labelled.tsx';
import { Page } from '../../ui/Page.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import { crewDetail } from './crewWords.ts';
import { amendedInWords, reasonInWords } from './movementWords.ts';

const ANY = 'any';

/** What was allowed, corrected, found, lost or entered late, with who and why: one readable page, day by day. */
export default function Trail() {
  const { shop } = useSession();
  const which = useWhich(['person', 'kind', ...DAYS]);
  const { asked, set } = which;
  const { data: people = [] } = useQuery(peopleQuery);
  const filter = asked.toString();
  const pages = useInfiniteQuery({
    queryKey: ['trail', filter],
    queryFn: ({ pageParam }) => trailPage(filter, pageParam),
    initialPageParam: null as string | null,
    getNextPageParam: (last) => last.next,
  });
  const rows = pages.data?.pages.flatMap((p) => p.rows) ?? [];
  const days = new Map<string, TrailLine[]>();
  for (const row of rows) {
    const day = shopDay(row.at, shop.zone);
    days.set(day, [...(days.get(day) ?? []), row]);
  }
  return (
    <Page title={t('Trail')}>
      <div className="max-w-5xl">
        <section aria-label={t('Which')} className="no-print mb-5 grid gap-3 sm:grid-cols-2 lg:grid-cols-5">
          <ListField
            label={t('Who')}
            value={asked.get('person') ?? ANY}
            options={[
              { value: ANY, name: t('everyone') },
              ...people.map((p) => ({ value: String(p.id), name: p.name })),
            ]}
            onChange={(value) => set('person', value)}
          />
          <ListField
            label={t('What')}
            value={asked.get('kind') ?? ANY}
            options={[
              { value: ANY, name: t('everything') },
              ...TRAIL_KINDS.map((value) => ({ value, name: t(TRAIL_KIND_NAMES[value]) })),
            ]}
            onChange={(value) => set('kind', value)}
          />
          <DayFields {...which} />
        </section>
        {pages.error && <Refusal problem={pages.error} />}
        {pages.data && rows.length === 0 && (
          <p className="border-t-2 border-ink pt-2 text-muted">
            {t('Nothing of the kind. What is corrected, allowed or found is written here by itself.')}
          </p>
        )}
        {[...days].map(([day, lines]) => (
          <section key={day} aria-label={day} className="mb-5">
            <h2 className="mb-1 text-[1.1rem]">{day}</h2>
            <ol className="border-t-2 border-ink">
              {lines.map((line) => (
                <Line key={line.id} line={line} />
              ))}
            </ol>
          </section>
        ))}
        {pages.hasNextPage && (
          <Button
            className="no-print"
            disabled={pages.isFetchingNextPage}
            onClick={() => void pages.fetchNextPage()}
          >
            {t('Older entries')}
          </Button>
        )}
      </div>
    </Page>
  );
}

function Line({ line }: { line: TrailLine }) {
  const { shop } = useSession();
  const note = line.kind === 'crew' ? crewDetail(line.event, line.note) : line.note;
  const why = [line.reason && line.kind !== 'takenBack' && whyInWords(line), note].filter(Boolean).join(': ');
  return (
    <li className="ruled grid grid-cols-[3.6rem_minmax(0,1fr)] gap-x-4 border-faint py-2.5 sm:grid-cols-[3.6rem_11rem_minmax(0,1fr)_9rem]">
      <span className="reading text-muted">{timeOfDay(line.at, shop.zone)}</span>
      <span className="font-semibold max-sm:col-start-2">{t(TRAIL_KIND_NAMES[line.kind])}</span>
      <span className="leading-snug max-sm:col-start-2">
        <strong>{line.by}</strong> {whatInWords(line)}
        {line.containerId !== null && (
          <>
            {' '}
            <Link className="reading" to={`/stock/containers/${line.containerId}`}>
              {line.containerCode}
            </Link>
            {line.productName && ` ${line.productName}`}
          </>
        )}
        {line.happenedAt && (
          <span className="block text-muted">
            {t(
              'happened {0}, {1}',
              timeOfDay(line.happenedAt, shop.zone),
              shopDay(line.happenedAt, shop.zone),
            )}
          </span>
        )}
        {line.amended && <span className="block">{amendedInWords(line.amended, shop).join('; ')}</span>}
        {why && <span className="block">{line.kind === 'crew' ? why : `“${why}”`}</span>}
        {line.givenBy && line.kind !== 'override' && (
          <span className="block">{t('allowed by {0}', line.givenBy)}</span>
        )}
      </span>
      <span className="text-right max-sm:col-start-2 max-sm:text-left">
        {line.ul !== 0 && (
          <span className="reading text-product">
            {line.ul > 0 ? '+' : '−'}
            {formatVolume(Math.abs(line.ul), shop.units)}
          </span>
        )}
        {line.minor !== 0 && (
          <span className="ml-2 text-muted sm:ml-0 sm:block">{formatMoney(line.minor, shop.currency)}</span>
        )}
      </span>
    </li>
  );
}

const whyInWords = ({ kind, reason }: TrailLine): string =>
  kind === 'counted'
    ? (t(COUNT_REASON_NAMES[reason as CountReason]) ?? reasonInWords(reason ?? ''))
    : reason === 'inTheJug' || reason === 'late' || reason === 'lost'
      ? ''
      : reasonInWords(reason ?? '');

const RULES: () => Record<OverrideRule, string> = () => ({
  count: t('accept what a count came to'),
  signOff: t('mix without being signed off'),
  waste: t('book a large waste'),
  undo: t('take a movement back'),
  plan: t('lay on a vehicle what is held back'),
});
const EVENTS: Record<PersonEventKind, (about: string) => string> = {
  joined: (about) => t('added {0} to the crew', about),
  pin: (about) => t('set a new PIN for {0}', about),
  role: (about) => t('changed what {0} may do', about),
  left: (about) => t('noted that {0} has left', about),
  back: (about) => t('noted that {0} is back', about),
  signedOff: (about) => t('signed {0} off', about),
  signOffEnded: (about) => t('ended the sign-off of {0}', about),
  pinTried: (about) => t('tried a PIN too often: {0}', about),
};

function whatInWords({ kind, about, event, rule, spent, movementKind }: TrailLine): string {
  const whose = about ? ` ${t('by {0}', about)}` : '';
  switch (kind) {
    case 'crew':
      return event ? EVENTS[event](about ?? '') : '';
    case 'override':
      if (movementKind !== null) return t('booked with a manager’s word, from');
      return t('let {0} {1}{2}', about ?? '', rule ? RULES()[rule] : '', spent ? '' : t(', not used'));
    case 'takenBack':
      return t('took back what was done{0} at', whose);
    case 'corrected':
      return t('booked it from another container,');
    case 'found':
      return t('found more than the books said in');
    case 'amended':
      return t('put right what came with');
    case 'late':
      return t('entered what was poured{0} from', whose);
    case 'lost':
      return t('wrote off what was missing,');
    case 'counted':
      return about ? t('closed a count in which {0} counted', about) : t('counted');
  }
}

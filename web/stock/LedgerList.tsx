import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { Link, useSearchParams } from 'react-router';
import { type KindTotal, type LedgerLine, MOVEMENT_KINDS } from '#contract/stock.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../app/session.tsx';
import { ledgerPage, peopleQuery, placesQuery, productsQuery } from '../state/queries.ts';
import { Button, PaperLink } from '../ui/Button.tsx';
import { clockTime, shopDay } from '../ui/dates.ts';
import { ListField, TypedField } from '../ui/Labelled.tsx';
import { Ledger } from '../ui/Ledger.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { KIND_NAMES, reasonInWords } from './movementWords.ts';

const FILTERS = ['person', 'product', 'place', 'kind', 'from', 'to'] as const;
const ANY = 'any';

/** Every movement there is, by whom, of what, where and when, with what it comes to; printed and as a file. */
export default function LedgerList() {
  const [params, setParams] = useSearchParams();
  const asked = new URLSearchParams(
    FILTERS.flatMap((f) => (params.get(f) ? [[f, params.get(f) as string]] : [])),
  );
  const filter = asked.toString();
  const pages = useInfiniteQuery({
    queryKey: ['movements', 'ledger', filter],
    queryFn: ({ pageParam }) => ledgerPage(filter, pageParam),
    initialPageParam: null as number | null,
    getNextPageParam: (last) => last.next,
  });
  const set = (name: string, value: string) => {
    const next = new URLSearchParams(asked);
    if (value && value !== ANY) next.set(name, value);
    else next.delete(name);
    setParams(next, { replace: true });
  };
  const rows = pages.data?.pages.flatMap((p) => p.rows) ?? [];
  return (
    <Page
      title="Movements"
      actions={<PaperLink href={`/api/movements/ledger.csv?${filter}`}>As a file, CSV</PaperLink>}
    >
      <Filters asked={asked} set={set} />
      {pages.error && <Refusal problem={pages.error} />}
      {pages.data && <Totals totals={pages.data.pages[0]?.totals ?? []} />}
      {pages.data && <Lines rows={rows} />}
      {pages.hasNextPage && (
        <Button
          className="no-print mt-3"
          disabled={pages.isFetchingNextPage}
          onClick={() => void pages.fetchNextPage()}
        >
          Older movements
        </Button>
      )}
    </Page>
  );
}

function Filters({ asked, set }: { asked: URLSearchParams; set: (name: string, value: string) => void }) {
  const { data: people = [] } = useQuery(peopleQuery);
  const { data: products = [] } = useQuery(productsQuery);
  const { data: places = [] } = useQuery(placesQuery);
  const list = (name: string, label: string, every: string, rows: { value: string; name: string }[]) => (
    <ListField
      label={label}
      value={asked.get(name) ?? ANY}
      options={[{ value: ANY, name: every }, ...rows]}
      onChange={(value) => set(name, value)}
    />
  );
  const named = (rows: { id: number; name: string }[]) =>
    rows.map((r) => ({ value: String(r.id), name: r.name }));
  const day = (name: 'from' | 'to', label: string) => (
    <TypedField
      label={label}
      type="date"
      value={asked.get(name) ?? ''}
      onChange={(e) => set(name, e.target.value)}
    />
  );
  return (
    <section
      aria-label="Which"
      className="no-print mb-5 grid grid-cols-2 items-start gap-3 sm:grid-cols-3 xl:grid-cols-6"
    >
      {list('person', 'Who', 'everyone', named(people))}
      {list('product', 'Product', 'every product', named(products))}
      {list('place', 'Where', 'everywhere', named(places))}
      {list(
        'kind',
        'What',
        'everything',
        MOVEMENT_KINDS.map((value) => ({ value, name: KIND_NAMES[value] })),
      )}
      {day('from', 'From')}
      {day('to', 'To')}
    </section>
  );
}

/** What it comes to, each kind by itself: what was taken back is taken off. */
function Totals({ totals }: { totals: KindTotal[] }) {
  const { shop } = useSession();
  const moved = totals.filter((t) => t.ul > 0);
  if (moved.length === 0) return null;
  return (
    <section aria-label="What it comes to" className="mb-5">
      <dl className="flex flex-wrap gap-x-8 gap-y-2 border-t-2 border-ink pt-2">
        {moved.map(({ kind, ul, n }) => (
          <div key={kind}>
            <dt className="caps text-muted">{KIND_NAMES[kind]}</dt>
            <dd>
              <span className="reading text-[1.3rem]">{formatVolume(ul, shop.units)}</span>{' '}
              <span className="text-muted">
                in {n} {n === 1 ? 'movement' : 'movements'}
              </span>
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function Lines({ rows }: { rows: LedgerLine[] }) {
  const { shop } = useSession();
  return (
    <Ledger
      head={['When', 'What', 'Who', 'Product', 'From', 'Change']}
      right={[5]}
      empty="Nothing moved like that. Take a filter away."
      rows={rows.map((r) => ({
        key: r.id,
        cells: [
          <span key="at" className="whitespace-nowrap">
            <span className="reading">{clockTime(r.at, shop.zone)}</span>{' '}
            <span className="text-muted">{shopDay(r.at, shop.zone)}</span>
          </span>,
          <span key="what">
            {KIND_NAMES[r.kind]}
            {r.batchCode && (
              <>
                {' into '}
                <Link className="reading" to={`/b/${r.batchCode}`}>
                  {r.batchCode}
                </Link>
              </>
            )}
            {r.reason && `, ${reasonInWords(r.reason)}`}
            {r.foundUl > 0 && (
              <span className="block">{formatVolume(r.foundUl, shop.units)} found in it</span>
            )}
            {r.bookedAt && (
              <span className="block text-muted">
                booked {clockTime(r.bookedAt, shop.zone)}, {shopDay(r.bookedAt, shop.zone)}
                {r.enteredBy && ` by ${r.enteredBy}`}
              </span>
            )}
            {r.note && <span className="block text-muted">{r.note}</span>}
            {r.reversedBy && <strong className="block">taken back since</strong>}
          </span>,
          r.personName,
          r.productName ?? '–',
          r.containerCode ? (
            <Link key="container" className="reading" to={`/c/${r.containerCode}`}>
              {r.containerCode}
            </Link>
          ) : (
            '–'
          ),
          <span
            key="ul"
            className={`whitespace-nowrap ${r.reversedBy ? 'text-muted line-through' : 'text-product'}`}
          >
            {r.ul === 0 ? '–' : `${r.ul > 0 ? '+' : '−'}${formatVolume(Math.abs(r.ul), shop.units)}`}
          </span>,
        ],
      }))}
    />
  );
}

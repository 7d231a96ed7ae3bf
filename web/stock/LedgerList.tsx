import { useInfiniteQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { type KindTotal, MOVEMENT_KINDS } from '#contract/stock.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { ledgerPage, peopleQuery, placesQuery, productsQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { ListField, TypedField } from '../ui/Labelled.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { useGo } from '../ui/useGo.ts';
import { ledgerColumns } from './ledgerColumns.tsx';
import { KIND_NAMES } from './movementWords.ts';

const FILTERS = ['person', 'product', 'place', 'kind', 'from', 'to'] as const;
const ANY = 'any';

/** Every movement there is, by whom, of what, where and when, with what it comes to; printed and as a file. */
export default function LedgerList() {
  const [params, setParams] = useSearchParams();
  const asked = new URLSearchParams(
    FILTERS.flatMap((f) => (params.get(f) ? [[f, params.get(f) as string]] : [])),
  );
  const filter = asked.toString();
  const costs = new URLSearchParams(asked);
  costs.delete('kind');
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
  const { shop } = useSession();
  const go = useGo();
  const rows = useMemo(() => pages.data?.pages.flatMap((p) => p.rows) ?? [], [pages.data]);
  const columns = useMemo(() => ledgerColumns(shop), [shop]);
  return (
    <Page
      title={t('Movements')}
      actions={<ButtonLink to={`/stock/costs?${costs}`}>{t('What it cost')}</ButtonLink>}
    >
      <Filters asked={asked} set={set} />
      {pages.error && <Refusal problem={pages.error} />}
      {pages.data && <Totals totals={pages.data.pages[0]?.totals ?? []} />}
      {pages.data && (
        <DataTable
          name="movements"
          label={t('Movements')}
          rows={rows}
          columns={columns}
          idOf={(r) => r.id}
          empty={t('Nothing moved like that. Take a filter away.')}
          file={`/api/movements/ledger.csv?${filter}`}
          open={(r) => r.containerCode && go(`/c/${r.containerCode}`)}
          more={pages.hasNextPage && !pages.isFetchingNextPage ? () => void pages.fetchNextPage() : null}
        />
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
      aria-label={t('Which')}
      className="no-print mb-5 grid grid-cols-2 items-start gap-3 sm:grid-cols-3 xl:grid-cols-6"
    >
      {list('person', t('Who'), t('everyone'), named(people))}
      {list('product', t('Product'), t('every product'), named(products))}
      {list('place', t('Where'), t('everywhere'), named(places))}
      {list(
        'kind',
        t('What'),
        t('everything'),
        MOVEMENT_KINDS.map((value) => ({ value, name: KIND_NAMES()[value] })),
      )}
      {day('from', t('From'))}
      {day('to', t('To'))}
    </section>
  );
}

/** What it comes to, each kind by itself: what was taken back is taken off. */
function Totals({ totals }: { totals: KindTotal[] }) {
  const { shop } = useSession();
  const moved = totals.filter((t) => t.ul > 0);
  if (moved.length === 0) return null;
  return (
    <section aria-label={t('What it comes to')} className="mb-5">
      <dl className="flex flex-wrap gap-x-8 gap-y-2 border-t-2 border-ink pt-2">
        {moved.map(({ kind, ul, n, minor }) => (
          <div key={kind}>
            <dt className="caps text-muted">{KIND_NAMES()[kind]}</dt>
            <dd>
              <span className="reading text-[1.3rem]">{formatVolume(ul, shop.units)}</span>{' '}
              <span className="text-muted">
                {t(
                  'in {0} {1}{2}',
                  n,
                  n === 1 ? t('movement') : t('movements'),
                  minor > 0 && `, ${formatMoney(minor, shop.currency)}`,
                )}
              </span>
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

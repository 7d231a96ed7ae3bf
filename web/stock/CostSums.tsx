import { useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { Shop } from '#contract/shop.ts';
import { SUMMED_BY, type Summed, type SummedBy } from '#contract/stock.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { get } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { peopleQuery, placesQuery, productsQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { ListField, TypedField } from '../ui/Labelled.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import type { TableColumn } from '../ui/tableColumn.ts';

const NAMES: () => Record<SummedBy, string> = () => ({
  product: t('Product'),
  person: t('Who'),
  place: t('Where'),
  month: t('Month'),
});

const FILTERS = ['person', 'product', 'place', 'from', 'to'] as const;
const ANY = 'any';

/** What was poured, wasted and found, and what it cost: by product, person, place or month, over a period. */
export default function CostSums() {
  const { shop } = useSession();
  const [params, setParams] = useSearchParams();
  const by = SUMMED_BY.find((b) => b === params.get('by')) ?? 'product';
  const asked = new URLSearchParams({ by });
  for (const name of FILTERS) {
    const value = params.get(name);
    if (value) asked.set(name, value);
  }
  const filter = asked.toString();
  const { data, error } = useQuery({
    queryKey: ['movements', 'sums', filter],
    queryFn: () => get<Summed[]>(`/movements/sums?${filter}`),
  });
  const columns = useMemo(() => columnsOf(by, filter, shop), [by, shop, filter]);
  const set = (name: string, value: string) => {
    const next = new URLSearchParams(asked);
    if (value && value !== ANY) next.set(name, value);
    else next.delete(name);
    setParams(next, { replace: true });
  };
  const { data: people = [] } = useQuery(peopleQuery);
  const { data: products = [] } = useQuery(productsQuery);
  const { data: places = [] } = useQuery(placesQuery);
  const rows = data ?? [];
  const all = (what: (s: Summed) => number) => rows.reduce((sum, s) => sum + what(s), 0);
  return (
    <Page
      title={t('What it cost')}
      actions={<ButtonLink to={`/stock/movements${without(asked, 'by')}`}>{t('Movements')}</ButtonLink>}
    >
      <section aria-label={t('Of what')} className="no-print mb-5 grid max-w-4xl gap-3 sm:grid-cols-3">
        <OfWhat label={t('Who')} name="person" of={people} every={t('everyone')} asked={asked} set={set} />
        <OfWhat
          label={t('Product')}
          name="product"
          of={products}
          every={t('every product')}
          asked={asked}
          set={set}
        />
        <OfWhat label={t('Where')} name="place" of={places} every={t('everywhere')} asked={asked} set={set} />
      </section>
      {error && <Refusal problem={error} />}
      <dl className="mb-5 flex flex-wrap gap-x-8 gap-y-2 border-t-2 border-ink pt-2">
        <Total name={t('Poured')} ul={all((s) => s.pouredUl)} minor={all((s) => s.pouredMinor)} />
        <Total name={t('Wasted')} ul={all((s) => s.wastedUl)} minor={all((s) => s.wastedMinor)} />
      </dl>
      {data && (
        <DataTable
          key={by}
          name={`cost by ${by}`}
          label={t('What it cost')}
          rows={rows}
          columns={columns}
          idOf={(s) => s.id}
          empty={t('Nothing was poured in that time.')}
        >
          <div className="min-w-40">
            <ListField
              label={t('By')}
              value={by}
              options={SUMMED_BY.map((value) => ({ value, name: NAMES()[value].toLowerCase() }))}
              onChange={(value) => set('by', value)}
            />
          </div>
          <TypedField
            label={t('From')}
            type="date"
            value={asked.get('from') ?? ''}
            onChange={(e) => set('from', e.target.value)}
          />
          <TypedField
            label={t('To')}
            type="date"
            value={asked.get('to') ?? ''}
            onChange={(e) => set('to', e.target.value)}
          />
        </DataTable>
      )}
    </Page>
  );
}

/** What stands in an address after its path, but for one name of it. */
function without(asked: URLSearchParams, name: string): string {
  const rest = new URLSearchParams(asked);
  rest.delete(name);
  return rest.size > 0 ? `?${rest}` : '';
}

function OfWhat(props: {
  label: string;
  name: (typeof FILTERS)[number];
  of: readonly { id: number; name: string }[];
  every: string;
  asked: URLSearchParams;
  set: (name: string, value: string) => void;
}) {
  const { label, name, of, every, asked, set } = props;
  return (
    <ListField
      label={label}
      value={asked.get(name) ?? ANY}
      options={[{ value: ANY, name: every }, ...of.map((o) => ({ value: String(o.id), name: o.name }))]}
      onChange={(value) => set(name, value)}
    />
  );
}

function Total({ name, ul, minor }: { name: string; ul: number; minor: number }) {
  const { shop } = useSession();
  return (
    <div>
      <dt className="caps text-muted">{name}</dt>
      <dd>
        <span className="reading text-[1.3rem]">{formatVolume(ul, shop.units)}</span>{' '}
        <span className="text-muted">{formatMoney(minor, shop.currency)}</span>
      </dd>
    </div>
  );
}

function columnsOf(by: SummedBy, filter: string, shop: Shop): TableColumn<Summed>[] {
  const litres = (ul: number) => (ul === 0 ? '–' : formatVolume(ul, shop.units));
  const money = (minor: number) => (minor === 0 ? '–' : formatMoney(minor, shop.currency));
  const leads = (s: Summed) => {
    const to = new URLSearchParams(filter);
    to.delete('by');
    to.set(by, s.id);
    return `/stock/movements?${to}`;
  };
  return [
    {
      id: 'name',
      name: NAMES()[by],
      wide: 2,
      value: (s) => s.name,
      show: (s) => (by === 'month' || s.id === '0' ? s.name : <Link to={leads(s)}>{s.name}</Link>),
    },
    { id: 'pours', name: t('Pours'), figure: true, wide: 0.7, value: (s) => s.pours },
    {
      id: 'poured',
      name: t('Poured'),
      figure: true,
      value: (s) => s.pouredUl / 1_000,
      show: (s) => <span className="text-product">{litres(s.pouredUl)}</span>,
    },
    {
      id: 'cost',
      name: t('Cost'),
      figure: true,
      value: (s) => s.pouredMinor,
      show: (s) => money(s.pouredMinor),
    },
    {
      id: 'wasted',
      name: t('Wasted'),
      figure: true,
      value: (s) => s.wastedUl / 1_000,
      show: (s) => litres(s.wastedUl),
    },
    {
      id: 'wastedCost',
      name: t('Cost of it'),
      figure: true,
      desk: true,
      value: (s) => s.wastedMinor,
      show: (s) => money(s.wastedMinor),
    },
    {
      id: 'found',
      name: t('Found'),
      figure: true,
      desk: true,
      value: (s) => s.foundUl / 1_000,
      show: (s) => litres(s.foundUl),
    },
  ];
}

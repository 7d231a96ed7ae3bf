import { useMemo } from 'react';
import type { Shop } from '#contract/shop.ts';
import { SUMMED_BY, type Summed, type SummedBy } from '#contract/stock.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { get } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { useQuery } from '../../state/useQuery.ts';
import { DAYS, useWhich, without } from '../../ui/asked.tsx';
import { ButtonLink } from '../../ui/Button.tsx';
import { linkColumn, moneyColumn, volumeColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { ListField } from '../../ui/Labelled.tsx';
import { Page } from '../../ui/Page.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import type { TableColumn } from '../../ui/tableColumn.ts';
import { Sums, WhichFields } from './which.tsx';

const NAMES: () => Record<SummedBy, string> = () => ({
  product: t('Product'),
  person: t('Who'),
  place: t('Where'),
  month: t('Month'),
});

const OF_WHICH = ['person', 'product', 'place'] as const;

/** What was poured, wasted and found, and what it cost: by product, person, place or month, over a period. */
export default function CostSums() {
  const { shop } = useSession();
  const which = useWhich(['by', ...OF_WHICH, ...DAYS]);
  const by = SUMMED_BY.find((b) => b === which.asked.get('by')) ?? 'product';
  which.asked.set('by', by);
  const filter = which.asked.toString();
  const { data, error } = useQuery({
    queryKey: ['movements', 'sums', filter],
    queryFn: () => get<Summed[]>(`/movements/sums?${filter}`),
  });
  // Litres are summed of one product alone: those of a foam and of a tar remover make no sum.
  const alike = which.asked.has('product');
  const columns = useMemo(() => columnsOf(by, filter, shop), [by, shop, filter]);
  const sum = (name: string, ul: (s: Summed) => number, minor: (s: Summed) => number) => {
    const all = (what: (s: Summed) => number) => (data ?? []).reduce((total, s) => total + what(s), 0);
    const money = formatMoney(all(minor), shop.currency);
    return alike
      ? { name, much: formatVolume(all(ul), shop.units), more: money }
      : { name, much: money, more: '' };
  };
  return (
    <Page
      title={t('What it cost')}
      actions={<ButtonLink to={`/stock/movements${without(which.asked, 'by')}`}>{t('Movements')}</ButtonLink>}
    >
      <section
        aria-label={t('Of what')}
        className="no-print mb-5 grid grid-cols-2 items-start gap-3 sm:grid-cols-3 lg:grid-cols-4"
      >
        <ListField
          label={t('By')}
          value={by}
          options={SUMMED_BY.map((value) => ({ value, name: NAMES()[value].toLowerCase() }))}
          onChange={(value) => which.set('by', value)}
        />
        <WhichFields names={OF_WHICH} {...which} />
      </section>
      {error && <Refusal problem={error} />}
      <Sums
        label={t('What it comes to')}
        sums={[
          sum(
            t('Poured'),
            (s) => s.pouredUl,
            (s) => s.pouredMinor,
          ),
          sum(
            t('Wasted'),
            (s) => s.wastedUl,
            (s) => s.wastedMinor,
          ),
        ]}
      />
      {data && (
        <DataTable
          key={by}
          name={`cost by ${by}`}
          label={t('What it cost')}
          rows={data}
          columns={columns}
          keyOf={(s) => s.id}
          empty={t('Nothing was poured in that time.')}
        />
      )}
    </Page>
  );
}

function columnsOf(by: SummedBy, filter: string, shop: Shop): TableColumn<Summed>[] {
  const alike = by === 'product' || new URLSearchParams(filter).has('product');
  const leads = (s: Summed) => {
    const to = new URLSearchParams(filter);
    to.delete('by');
    to.set(by, s.id);
    return `/stock/movements?${to}`;
  };
  const named = linkColumn<Summed>(NAMES()[by], (s) => s.name, leads);
  return [
    {
      ...named,
      id: 'name',
      wide: 2,
      show: (s) => (by === 'month' || s.id === '0' ? s.name : named.show?.(s)),
    },
    { id: 'pours', name: t('Pours'), figure: true, wide: 0.7, value: (s) => s.pours },
    ...(alike
      ? [volumeColumn(t('Poured'), shop, (s: Summed) => s.pouredUl, { id: 'poured', none: '–' })]
      : []),
    moneyColumn(alike ? t('Cost') : t('Poured'), shop, (s) => s.pouredMinor, { id: 'cost', zero: '–' }),
    ...(alike
      ? [volumeColumn(t('Wasted'), shop, (s: Summed) => s.wastedUl, { id: 'wasted', none: '–' })]
      : []),
    moneyColumn(alike ? t('Cost of it') : t('Wasted'), shop, (s) => s.wastedMinor, {
      id: 'wastedCost',
      zero: '–',
      desk: true,
    }),
    ...(alike
      ? [volumeColumn(t('Found'), shop, (s: Summed) => s.foundUl, { id: 'found', none: '–', desk: true })]
      : []),
  ];
}

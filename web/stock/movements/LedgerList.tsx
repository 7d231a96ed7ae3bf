import { useInfiniteQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { KindTotal } from '#contract/stock.ts';
import { MOVEMENT_KIND_NAMES } from '#contract/stock.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { ledgerPage } from '../../state/queries.ts';
import { DAYS, useWhich, without } from '../../ui/asked.tsx';
import { ButtonLink } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { Page } from '../../ui/Page.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import { useGo } from '../../ui/useGo.ts';
import { ledgerColumns } from './ledgerColumns.tsx';
import { Sums, WHICH, WhichFields } from './which.tsx';

/** Every movement there is, by whom, of what, where and when, with what it comes to; printed and as a file. */
export default function LedgerList() {
  const which = useWhich([...WHICH, ...DAYS]);
  const filter = which.asked.toString();
  const pages = useInfiniteQuery({
    queryKey: ['movements', 'ledger', filter],
    queryFn: ({ pageParam }) => ledgerPage(filter, pageParam),
    initialPageParam: null as number | null,
    getNextPageParam: (last) => last.next,
  });
  const { shop } = useSession();
  const go = useGo();
  const rows = useMemo(() => pages.data?.pages.flatMap((p) => p.rows) ?? [], [pages.data]);
  const columns = useMemo(() => ledgerColumns(shop), [shop]);
  return (
    <Page
      title={t('Movements')}
      actions={
        <ButtonLink to={`/stock/costs${without(which.asked, 'kind')}`}>{t('What it cost')}</ButtonLink>
      }
    >
      <section
        aria-label={t('Which')}
        className="no-print mb-5 grid grid-cols-2 items-start gap-3 sm:grid-cols-3 lg:grid-cols-4"
      >
        <WhichFields names={WHICH} {...which} />
      </section>
      {pages.error && <Refusal problem={pages.error} />}
      {pages.data && <Totals totals={pages.data.pages[0]?.totals ?? []} alike={which.asked.has('product')} />}
      {pages.data && (
        <DataTable
          name="movements"
          label={t('Movements')}
          rows={rows}
          columns={columns}
          keyOf={(r) => r.id}
          empty={t('No movement matches. Remove a filter.')}
          file={`/api/movements/ledger.csv?${filter}`}
          open={(r) => r.containerCode && go(`/c/${r.containerCode}`)}
          more={pages.hasNextPage && !pages.isFetchingNextPage ? () => void pages.fetchNextPage() : null}
        />
      )}
    </Page>
  );
}

/**
 * What it comes to, each kind by itself: what was taken back is taken off. Litres are summed of one product alone: those of
 * a foam and of a tar remover make no sum.
 */
function Totals({ totals, alike }: { totals: KindTotal[]; alike: boolean }) {
  const { shop } = useSession();
  const moved = totals.filter(({ ul }) => ul > 0);
  if (moved.length === 0) return null;
  const sums = moved.map(({ kind, ul, n, minor }) => ({
    name: t(MOVEMENT_KIND_NAMES[kind]),
    much: alike ? formatVolume(ul, shop.units) : minor > 0 ? formatMoney(minor, shop.currency) : '',
    more: t(
      'in {0} {1}{2}',
      n,
      n === 1 ? t('movement') : t('movements'),
      alike && minor > 0 && `, ${formatMoney(minor, shop.currency)}`,
    ),
  }));
  return <Sums label={t('What it comes to')} sums={sums} />;
}

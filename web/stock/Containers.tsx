import { useMemo } from 'react';
import { Link } from 'react-router';
import type { Container } from '#contract/equipment.ts';
import { atLeast } from '#contract/roles.ts';
import type { Shop } from '#contract/shop.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { shopNow } from '../lib/clock.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { containersQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { dayInWords, dayOf, shopDay } from '../ui/dates.ts';
import { Page } from '../ui/Page.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import type { TableColumn } from '../ui/tableColumn.ts';
import { useGo } from '../ui/useGo.ts';

/** Every container as a line: to sort, to find in, to put together and to take along as a file. */
export default function Containers() {
  const { shop, who } = useSession();
  const { data, error } = useQuery(containersQuery);
  const go = useGo();
  const columns = useMemo(() => columnsOf(shop), [shop]);
  if (error) return <Refusal problem={error} />;
  if (!data) return null;
  return (
    <Page
      title={t('Containers')}
      actions={
        <>
          {atLeast(who.role, 'lead') && <ButtonLink to="/stock/import">{t('From a file')}</ButtonLink>}
          <ButtonLink to="/stock">{t('The shelf')}</ButtonLink>
        </>
      }
    >
      <DataTable
        name="containers"
        label={t('Containers')}
        rows={data}
        columns={columns}
        idOf={(c) => c.id}
        empty={t('Nothing is on the shelf yet.')}
        open={(c) => go(`/stock/containers/${c.id}`)}
      />
    </Page>
  );
}

function columnsOf(shop: Shop): TableColumn<Container>[] {
  const today = dayOf(shopNow(), shop.zone);
  const litres = (ul: number) => formatVolume(ul, shop.units);
  return [
    {
      id: 'code',
      name: t('Code'),
      wide: 0.7,
      value: (c) => c.code,
      show: (c) => (
        <Link className="reading" to={`/stock/containers/${c.id}`}>
          {c.code}
        </Link>
      ),
    },
    { id: 'product', name: t('Product'), wide: 2, groups: true, value: (c) => c.productName },
    { id: 'kind', name: t('Kind'), wide: 0.8, groups: true, value: (c) => c.kind },
    {
      id: 'size',
      name: t('Size'),
      figure: true,
      wide: 0.8,
      value: (c) => c.sizeUl / 1_000,
      show: (c) => litres(c.sizeUl),
    },
    {
      id: 'held',
      name: t('Left'),
      figure: true,
      value: (c) => c.heldUl / 1_000,
      show: (c) => <span className="text-product">{litres(c.heldUl)}</span>,
      sum: (rows) => litres(rows.reduce((sum, c) => sum + c.heldUl, 0)),
    },
    { id: 'place', name: t('Where'), groups: true, value: (c) => c.placeName },
    {
      id: 'state',
      name: t('Open'),
      wide: 0.8,
      groups: true,
      value: (c) => (c.openedAt ? t('open') : t('sealed')),
    },
    { id: 'lot', name: t('Lot'), groups: true, desk: true, value: (c) => c.lot },
    {
      id: 'bestBefore',
      name: t('Best before'),
      desk: true,
      value: (c) => c.bestBefore,
      show: (c) =>
        c.bestBefore && (
          <span className={c.bestBefore < today ? 'font-bold' : ''}>
            {dayInWords(c.bestBefore)}
            {c.bestBefore < today && t(', past')}
          </span>
        ),
    },
    { id: 'supplier', name: t('Supplier'), groups: true, hidden: true, value: (c) => c.supplier },
    {
      id: 'received',
      name: t('Came'),
      hidden: true,
      value: (c) => c.receivedAt,
      show: (c) => shopDay(c.receivedAt, shop.zone),
    },
    {
      id: 'worth',
      name: t('Worth'),
      figure: true,
      wide: 0.8,
      desk: true,
      value: (c) => c.heldMinor,
      show: (c) => (c.priceMinor === null ? t('not known') : formatMoney(c.heldMinor, shop.currency)),
      sum: (rows) =>
        formatMoney(
          rows.reduce((sum, c) => sum + c.heldMinor, 0),
          shop.currency,
        ),
    },
  ];
}

import { useMemo, useState } from 'react';
import type { Container } from '#contract/equipment.ts';
import { atLeast } from '#contract/roles.ts';
import type { Shop } from '#contract/shop.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { shopNow } from '../../lib/shopNow.ts';
import { t } from '../../lib/speech.ts';
import { containersQuery } from '../../state/queries.ts';
import { useAsked } from '../../state/useAsked.ts';
import { ButtonLink } from '../../ui/Button.tsx';
import { codeColumn, dayColumn, moneyColumn, volumeColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { dayInWords, dayOf } from '../../ui/dates.ts';
import type { Needs } from '../../ui/fetched.tsx';
import { Page } from '../../ui/Page.tsx';
import type { TableColumn } from '../../ui/tableColumn.ts';
import { useGo } from '../../ui/useGo.ts';
import { SeveralActs } from './SeveralActs.tsx';

Containers.needs = (() => [containersQuery]) satisfies Needs;

/** Every container as a line: to sort, to find in, to put together and to take along as a file. */
export default function Containers() {
  const { shop, who } = useSession();
  const [data] = useAsked(containersQuery);
  const go = useGo();
  const [chosen, setChosen] = useState<ReadonlySet<number | string>>(new Set());
  const [done, setDone] = useState('');
  // What was put away meanwhile is no longer among them.
  const several = data.filter((c) => chosen.has(c.id));
  const columns = useMemo(() => columnsOf(shop), [shop]);
  return (
    <Page
      title={t('Containers')}
      actions={
        <>
          {atLeast(who.role, 'lead') && <ButtonLink to="/stock/import">{t('From a spreadsheet')}</ButtonLink>}
          <ButtonLink to="/stock">{t('The shelf')}</ButtonLink>
        </>
      }
    >
      <p role="status">{done}</p>
      <DataTable
        name="containers"
        label={t('Containers')}
        rows={data}
        columns={columns}
        keyOf={(c) => c.id}
        empty={t('Nothing is on the shelf yet.')}
        open={(c) => go(`/stock/containers/${c.id}`)}
        choosing={{
          chosen: new Set(several.map((c) => c.id)),
          set: (keys) => {
            setDone('');
            setChosen(new Set(keys));
          },
          acts: (
            <SeveralActs
              of={several}
              done={(words) => {
                setDone(words);
                setChosen(new Set());
              }}
            />
          ),
        }}
      />
    </Page>
  );
}

function columnsOf(shop: Shop): TableColumn<Container>[] {
  const today = dayOf(shopNow(), shop.zone);
  return [
    codeColumn(
      t('Code'),
      (c) => c.code,
      (c) => `/stock/containers/${c.id}`,
      { id: 'code', wide: 0.7 },
    ),
    { id: 'product', name: t('Product'), wide: 2, groups: true, value: (c) => c.productName },
    { id: 'kind', name: t('Kind'), wide: 0.8, groups: true, value: (c) => t(c.kind) },
    volumeColumn(t('Size'), shop, (c) => c.sizeUl, { id: 'size', wide: 0.8 }),
    volumeColumn(t('Left'), shop, (c) => c.heldUl, {
      id: 'held',
      show: (c) => <span className="text-product">{formatVolume(c.heldUl, shop.units)}</span>,
    }),
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
    dayColumn(t('Came'), shop, (c) => c.receivedAt, { id: 'received', hidden: true }),
    moneyColumn(t('Worth'), shop, (c) => (c.priceMinor === null ? null : c.heldMinor), {
      id: 'worth',
      none: t('not known'),
      wide: 0.8,
      desk: true,
    }),
  ];
}

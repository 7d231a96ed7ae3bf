import { Link, useParams } from 'react-router';
import type { Shop } from '#contract/shop.ts';
import {
  MOVEMENT_KIND_NAMES,
  type Recall,
  type RecallLine,
  WASTE_REASON_NAMES,
  type WasteReason,
} from '#contract/stock.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { recallQuery } from '../../state/queries.ts';
import { useAsked } from '../../state/useAsked.ts';
import { Button } from '../../ui/Button.tsx';
import { changeInWords, codeColumn, volumeColumn, whenColumn } from '../../ui/columns.tsx';
import { timeOfDay } from '../../ui/dates.ts';
import type { Needs } from '../../ui/fetched.tsx';
import { Page } from '../../ui/Page.tsx';
import { Table } from '../../ui/Table.tsx';
import type { TableColumn } from '../../ui/tableColumn.ts';
import { HoldLot } from './HoldLot.tsx';

RecallPage.needs = (({ params: { lot = '' } }) => [recallQuery(lot)]) satisfies Needs;

/** A recall: where each millilitre of a lot is now, and where the rest went. */
export default function RecallPage() {
  const { shop } = useSession();
  const [data] = useAsked(recallQuery(useParams().lot ?? ''));
  const volume = (ul: number) => formatVolume(ul, shop.units);
  const went = data.lines.filter((l) => l.ul < 0);
  const mixes = new Set(went.flatMap((l) => l.batchCode ?? [])).size;
  const vehicles = [
    ...new Set(data.lines.flatMap((l) => l.vehicles.map((v) => v.vehicle || t('a vehicle without a name')))),
  ];
  return (
    <Page
      title={t('Lot {0}', data.lot)}
      actions={<Button onClick={() => window.print()}>{t('Print it')}</Button>}
    >
      <p className="mb-5 text-[1.2rem] leading-snug">
        {t('{0} came;', volume(data.cameUl))} <strong className="reading">{volume(data.heldUl)}</strong>{' '}
        {t(
          'is still in containers. {0}{1}',
          mixes > 0 && t('The rest went into {0} {1}', mixes, mixes === 1 ? t('mix') : t('mixes')),
          mixes > 0 &&
            (vehicles.length > 0
              ? t(', and on: {0}.', vehicles.join(', '))
              : t('; no clock says on which vehicles.')),
        )}
      </p>
      <HoldLot recall={data} />
      <h2 className="mb-2">{t('Where it is')}</h2>
      <Table
        rows={data.containers}
        keyOf={(c) => c.id}
        columns={[
          codeColumn<Recall['containers'][number]>(
            t('Container'),
            (c) => c.code,
            (c) => `/stock/containers/${c.id}`,
          ),
          { name: t('Product'), value: (c) => `${c.productName}, ${volume(c.sizeUl)} ${t(c.kind)}` },
          { name: t('Kept in'), value: (c) => (c.retired ? t('put away') : c.placeName) },
          volumeColumn<Recall['containers'][number]>(t('Left'), shop, (c) => c.heldUl, { none: t('none') }),
        ]}
      />
      {data.mixes.length > 0 && (
        <>
          <h2 className="mt-8 mb-2">{t('Mixed bottles that still hold some of it')}</h2>
          <Table
            rows={data.mixes}
            keyOf={(m) => m.code}
            columns={[
              codeColumn<Recall['mixes'][number]>(
                t('Batch'),
                (m) => m.code,
                (m) => `/b/${m.code}`,
              ),
              { name: t('Product'), value: (m) => m.productName },
              { name: t('In'), value: (m) => m.vesselName },
              volumeColumn<Recall['mixes'][number]>(t('Left'), shop, (m) => m.ul),
            ]}
          />
        </>
      )}
      <h2 className="mt-8 mb-2">{t('What came and went')}</h2>
      <Table
        rows={data.lines}
        keyOf={(line) => line.id}
        onPhone="stacks"
        empty={t('None of it has gone anywhere yet.')}
        columns={lineColumns(shop)}
      />
    </Page>
  );
}

function lineColumns(shop: Shop): TableColumn<RecallLine>[] {
  return [
    whenColumn(shop, (line) => line.at),
    {
      name: t('What'),
      value: (line) => t(MOVEMENT_KIND_NAMES[line.kind]),
      show: (line) => <What line={line} />,
    },
    { name: t('Who'), value: (line) => line.personName },
    codeColumn(
      t('From'),
      (line) => line.containerCode,
      (line) => `/c/${line.containerCode}`,
    ),
    {
      name: t('On'),
      value: ({ vehicles }) => vehicles.map((v) => v.vehicle || t('a vehicle')).join(', '),
      show: ({ vehicles }) =>
        vehicles.map((v) => (
          <Link key={v.key} className="block" to={`/${v.run ? 'run' : 'clocks'}/${v.key}`}>
            {v.vehicle || t('a vehicle')}, {v.placeName}, {timeOfDay(v.at, shop.zone)}
          </Link>
        )),
    },
    volumeColumn(t('How much'), shop, (line) => line.ul, {
      show: (line) => <span className="text-product">{changeInWords(line.ul, shop)}</span>,
    }),
  ];
}

function What({ line }: { line: RecallLine }) {
  const { kind, batchCode, vesselName, otherCode, reason, note, ul } = line;
  return (
    <>
      {t(MOVEMENT_KIND_NAMES[kind])}
      {batchCode && (
        <>
          {` ${t('into')} `}
          {vesselName},{' '}
          <Link className="reading" to={`/b/${batchCode}`}>
            {batchCode}
          </Link>
        </>
      )}
      {otherCode && ` ${t('{0} {1}, of another lot', ul < 0 ? t('into') : t('from'), otherCode)}`}
      {reason && `, ${t(WASTE_REASON_NAMES[reason as WasteReason]) ?? reason}`}
      {note && <span className="block text-muted">{note}</span>}
    </>
  );
}

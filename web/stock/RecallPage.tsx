import { Link, useParams } from 'react-router';
import { type RecallLine, WASTE_REASON_NAMES, type WasteReason } from '#contract/stock.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { recallQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button, ButtonLink } from '../ui/Button.tsx';
import { clockTime, shopDay } from '../ui/dates.ts';
import { Ledger } from '../ui/Ledger.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { HoldLot } from './HoldLot.tsx';
import { KIND_NAMES } from './movementWords.ts';

/** A recall: where each millilitre of a lot is now, and where the rest went. */
export default function RecallPage() {
  const { shop } = useSession();
  const { data, error } = useQuery(recallQuery(useParams().lot ?? ''));
  if (error) {
    return (
      <Page title={t('No such lot')} actions={<ButtonLink to="/stock">{t('To the shelf')}</ButtonLink>}>
        <Refusal problem={error} />
      </Page>
    );
  }
  if (!data) return null;
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
      <Ledger
        head={[t('Container'), t('Product'), t('Stands in'), t('Left')]}
        right={[3]}
        empty=""
        rows={data.containers.map((c) => ({
          key: c.id,
          cells: [
            <Link key="code" className="reading" to={`/stock/containers/${c.id}`}>
              {c.code}
            </Link>,
            `${c.productName}, ${volume(c.sizeUl)} ${t(c.kind)}`,
            c.retired ? t('put away') : c.placeName,
            c.heldUl === 0 ? 'none' : volume(c.heldUl),
          ],
        }))}
      />
      {data.mixes.length > 0 && (
        <>
          <h2 className="mt-8 mb-2">{t('Mixed bottles that still hold some of it')}</h2>
          <Ledger
            head={[t('Batch'), t('Product'), t('In'), t('Left')]}
            right={[3]}
            empty=""
            rows={data.mixes.map((m) => ({
              key: m.code,
              cells: [
                <Link key="code" className="reading" to={`/b/${m.code}`}>
                  {m.code}
                </Link>,
                m.productName,
                m.vesselName,
                volume(m.ul),
              ],
            }))}
          />
        </>
      )}
      <h2 className="mt-8 mb-2">{t('What came and went')}</h2>
      <Ledger
        head={[t('When'), t('What'), t('Who'), t('From'), t('On'), t('How much')]}
        right={[5]}
        stacks
        empty={t('None of it has gone anywhere yet.')}
        rows={data.lines.map((line) => ({ key: line.id, cells: cellsOf(line, shop.zone, volume) }))}
      />
    </Page>
  );
}

function cellsOf(line: RecallLine, zone: string, volume: (ul: number) => string) {
  const { kind, at, batchCode, vesselName, otherCode, reason, note, vehicles, ul } = line;
  return [
    <span key="at" className="whitespace-nowrap">
      <span className="reading">{clockTime(at, zone)}</span>{' '}
      <span className="text-muted">{shopDay(at, zone)}</span>
    </span>,
    <span key="what">
      {KIND_NAMES()[kind]}
      {batchCode && (
        <>
          {` ${t('into')} `}
          {vesselName},{' '}
          <Link className="reading" to={`/b/${batchCode}`}>
            {batchCode}
          </Link>
        </>
      )}
      {otherCode && ` ${t('{0} {1}, of another lot', ul < 0 ? 'into' : 'from', otherCode)}`}
      {reason && `, ${t(WASTE_REASON_NAMES[reason as WasteReason]) ?? reason}`}
      {note && <span className="block text-muted">{note}</span>}
    </span>,
    line.personName,
    <Link key="container" className="reading" to={`/c/${line.containerCode}`}>
      {line.containerCode}
    </Link>,
    <span key="on">
      {vehicles.map((v) => (
        <Link key={v.key} className="block" to={`/clocks/${v.key}`}>
          {v.vehicle || t('a vehicle')}, {v.placeName}, {clockTime(v.at, zone)}
        </Link>
      ))}
    </span>,
    <span key="ul" className="whitespace-nowrap text-product">
      {ul > 0 ? '+' : '−'}
      {volume(Math.abs(ul))}
    </span>,
  ];
}

import { Link } from 'react-router';
import type { Shop } from '#contract/shop.ts';
import type { LedgerLine } from '#contract/stock.ts';
import { MOVEMENT_KIND_NAMES } from '#contract/stock.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { t } from '../../lib/speech.ts';
import {
  alike,
  changeInWords,
  codeColumn,
  moneyColumn,
  volumeColumn,
  whenColumn,
} from '../../ui/columns.tsx';
import { shopDay, timeOfDay } from '../../ui/dates.ts';
import type { TableColumn } from '../../ui/tableColumn.ts';
import { reasonInWords } from './movementWords.ts';

const live = (rows: LedgerLine[]) => rows.filter((r) => r.reversedBy === null && r.kind !== 'reversal');

/** A movement as a line of a table. */
export function ledgerColumns(shop: Shop): TableColumn<LedgerLine>[] {
  const sumOf = (rows: LedgerLine[], what: (r: LedgerLine) => number) =>
    live(rows).reduce((sum, r) => sum + what(r), 0);
  return [
    whenColumn(shop, (r) => r.at, { id: 'at', wide: 2 }),
    {
      id: 'what',
      name: t('What'),
      wide: 2.4,
      groups: true,
      value: (r) => t(MOVEMENT_KIND_NAMES[r.kind]),
      show: (r) => <What line={r} shop={shop} />,
    },
    { id: 'who', name: t('Who'), wide: 1.2, groups: true, value: (r) => r.personName },
    { id: 'product', name: t('Product'), wide: 1.7, groups: true, value: (r) => r.productName },
    codeColumn(
      t('Container'),
      (r) => r.containerCode,
      (r) => `/c/${r.containerCode}`,
      { id: 'container', wide: 0.7, groups: true },
    ),
    { id: 'place', name: t('Where'), groups: true, hidden: true, value: (r) => r.placeName },
    volumeColumn(t('Change'), shop, (r) => r.ul, {
      id: 'ul',
      show: (r) => (
        <span className={r.reversedBy ? 'text-muted line-through' : 'text-product'}>
          {changeInWords(r.ul, shop)}
        </span>
      ),
      sum: (rows) => {
        const ul = sumOf(rows, (r) => r.ul);
        return alike(rows) ? changeInWords(ul, shop) : '';
      },
    }),
    moneyColumn(t('Cost'), shop, (r) => r.minor, {
      id: 'cost',
      zero: '–',
      wide: 0.8,
      desk: true,
      sum: (rows) =>
        formatMoney(
          sumOf(rows, (r) => r.minor),
          shop.currency,
        ),
    }),
  ];
}

function What({ line, shop }: { line: LedgerLine; shop: Shop }) {
  return (
    <span>
      {t(MOVEMENT_KIND_NAMES[line.kind])}
      {line.batchCode && (
        <>
          {line.kind === 'pour' ? ` ${t('into')} ` : ' '}
          <Link className="reading" to={`/b/${line.batchCode}`}>
            {line.batchCode}
          </Link>
        </>
      )}
      {line.reason && `, ${reasonInWords(line.reason)}`}
      {line.foundUl > 0 && (
        <span className="block">{t('{0} found in it', formatVolume(line.foundUl, shop.units))}</span>
      )}
      {line.bookedAt && (
        <span className="block text-muted">
          {t(
            'booked {0}, {1}{2}',
            timeOfDay(line.bookedAt, shop.zone),
            shopDay(line.bookedAt, shop.zone),
            line.enteredBy && ` ${t('by {0}', line.enteredBy)}`,
          )}
        </span>
      )}
      {line.note && <span className="block text-muted">{line.note}</span>}
      {line.reversedBy && <strong className="block">{t('taken back since')}</strong>}
    </span>
  );
}

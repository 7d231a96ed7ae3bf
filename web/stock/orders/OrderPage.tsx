import { useParams } from 'react-router';
import { isAwaited, type Order, type OrderLine, toCome } from '#contract/orders.ts';
import type { PrepareSheet } from '#contract/prepareSheet.ts';
import { atLeast } from '#contract/roles.ts';
import type { Supplier } from '#contract/stock.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { saveFile } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { boughtQuery, orderQuery, productsQuery, suppliersQuery } from '../../state/queries.ts';
import { useAsked } from '../../state/useAsked.ts';
import { useCommand } from '../../state/useCommand.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { linkColumn, moneyColumn } from '../../ui/columns.tsx';
import { dayInWords, shopDay } from '../../ui/dates.ts';
import type { Needs } from '../../ui/fetched.tsx';
import { fetchedChart } from '../../ui/fetchedChart.tsx';
import { More } from '../../ui/More.tsx';
import { Page } from '../../ui/Page.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import { saveTable, Table } from '../../ui/Table.tsx';
import type { TableColumn } from '../../ui/tableColumn.ts';
import { DraftForm } from './DraftForm.tsx';
import { OrderActs } from './OrderActs.tsx';
import { stateInWords } from './orderWords.ts';

OrderPage.needs = (() => [suppliersQuery, productsQuery]) satisfies Needs;

const Prices = fetchedChart(() => import('./Prices.tsx'));

/** One order: its draft to change, or what was sent and what of it came. */
export default function OrderPage() {
  const { who } = useSession();
  if (atLeast(who.role, 'lead')) return <OrderOf />;
  return (
    <Page title={t('Orders')}>
      <p>{t('Orders are for leads and managers.')}</p>
    </Page>
  );
}

function OrderOf() {
  const { shop } = useSession();
  const [order, suppliers, bought] = useAsked(
    orderQuery(Number(useParams().id)),
    suppliersQuery,
    boughtQuery,
  );
  const supplier = suppliers.find((s) => s.id === order.supplierId) ?? null;
  const printing = useCommand(() => saveFile('/orders/sheet.pdf', sheetOf(order, shop)));
  return (
    <Page
      title={t('{0} to {1}', order.code, order.supplier)}
      actions={
        <>
          <Button disabled={printing.waiting} onClick={() => printing.run()}>
            {t('PDF')}
          </Button>
          <Button onClick={() => saveTable(order.code, columns(shop), order.lines)}>
            {t('Save as CSV')}
          </Button>
          <ButtonLink to="/stock/orders">{t('All orders')}</ButtonLink>
        </>
      }
    >
      {printing.refusal && <Refusal problem={printing.refusal} />}
      <p className="mb-4 max-w-2xl">
        <strong>{stateInWords(order, shop.zone)}</strong>{' '}
        {isAwaited(order) && order.dueOn !== null && t('It should be there by {0}.', dayInWords(order.dueOn))}{' '}
        {order.sentBy
          ? t('Drafted by {0}, sent by {1}.', order.madeBy, order.sentBy)
          : t('Drafted by {0}, {1}.', order.madeBy, shopDay(order.madeAt, shop.zone))}{' '}
        {order.state !== 'draft' && order.note}
      </p>
      {order.state === 'draft' ? (
        <DraftForm key={order.id} order={order}>
          <Sum order={order} supplier={supplier} />
        </DraftForm>
      ) : (
        <>
          <Table
            caption={t('Lines')}
            rows={order.lines}
            keyOf={keyOf}
            columns={columns(shop)}
            onPhone="named"
          />
          <Sum order={order} supplier={supplier} />
        </>
      )}
      {order.state !== 'draft' && <OrderActs order={order} />}
      <More title={t('Prices over time')} className="mt-5">
        <Prices
          bought={bought.filter(
            (b) => b.supplierId === order.supplierId && order.lines.some((l) => l.productId === b.productId),
          )}
          nameOf={(id) => order.lines.find((l) => l.productId === id)?.productName ?? ''}
        />
      </More>
    </Page>
  );
}

const keyOf = (l: OrderLine): string => `${l.productId} ${l.kind} ${l.sizeUl}`;

/** What it comes to, as far as prices are known, and whether it is as much as is sent at the least. */
function Sum({ order, supplier }: { order: Order; supplier: Supplier | null }) {
  const { shop } = useSession();
  const money = (minor: number) => formatMoney(minor, shop.currency);
  const goods = order.lines.reduce((sum, l) => sum + (l.priceMinor ?? 0) * l.count, 0);
  const unpriced = order.lines.filter((l) => l.priceMinor === null).length;
  const delivery = supplier?.deliveryMinor ?? 0;
  const least = supplier?.minimumMinor ?? 0;
  return (
    <p className="mt-3">
      {goods > 0 && <strong>{t('{0} in all.', money(goods + delivery))}</strong>}{' '}
      {delivery > 0 && t('Of that {0} for the delivery.', money(delivery))}{' '}
      {unpriced > 0 && t('Of {0} the price is not known.', unpriced)}{' '}
      {order.state === 'draft' && goods < least && (
        <strong>{t('{0} under the least they send.', money(least - goods))}</strong>
      )}
    </p>
  );
}

const columns = (shop: ReturnType<typeof useSession>['shop']): TableColumn<OrderLine>[] => [
  linkColumn<OrderLine>(
    t('Product'),
    (l) => l.productName,
    (l) => `/stock/products/${l.productId}`,
  ),
  {
    name: t('Size'),
    value: (l) => l.sizeUl / 1_000,
    unit: 'ml',
    show: (l) => `${formatVolume(l.sizeUl, shop.units)} ${t(l.kind)}`,
  },
  { name: t('Ordered'), figure: true, value: (l) => l.count },
  { name: t('Came'), figure: true, value: (l) => l.came, show: (l) => l.came || '–' },
  {
    name: t('To come'),
    figure: true,
    value: (l) => toCome(l),
    show: (l) => (toCome(l) > 0 ? <strong>{toCome(l)}</strong> : '–'),
  },
  moneyColumn<OrderLine>(t('Price each'), shop, (l) => l.priceMinor, { none: t('not known') }),
  { name: t('What for'), value: (l) => l.why, desk: true },
];

/** The order as it goes to the supplier, to be ticked off as it comes. */
function sheetOf(order: Order, shop: ReturnType<typeof useSession>['shop']): PrepareSheet {
  return {
    title: t('Order {0}', order.code),
    under: t('{0}, to {1}', shop.name, order.supplier),
    sections: [
      {
        name: t('What is ordered'),
        rows: order.lines.map((l) => ({
          main: `${l.count} x ${l.productName}, ${formatVolume(l.sizeUl, shop.units)} ${t(l.kind)}`,
          note: '',
          amount: l.priceMinor === null ? '' : formatMoney(l.count * l.priceMinor, shop.currency),
        })),
      },
      ...(order.note === '' ? [] : [{ name: t('Note'), rows: [{ main: order.note, note: '', amount: '' }] }]),
    ],
    foot: t('Its code leads to the order, to receive what came.'),
    path: `/stock/orders/${order.id}`,
  };
}

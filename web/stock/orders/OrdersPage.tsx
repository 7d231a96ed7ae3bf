import { Link, useNavigate } from 'react-router';
import { isAwaited, type Order, toCome } from '#contract/orders.ts';
import type { Product } from '#contract/products.ts';
import { atLeast } from '#contract/roles.ts';
import type { Supplier } from '#contract/stock.ts';
import type { Proposal } from '#core/orders/proposal.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { shopNow } from '../../lib/shopNow.ts';
import { t } from '../../lib/speech.ts';
import {
  boughtQuery,
  containersQuery,
  ordersQuery,
  productsQuery,
  suppliersQuery,
} from '../../state/queries.ts';
import { useAsked } from '../../state/useAsked.ts';
import { useCommand } from '../../state/useCommand.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { dayInWords, dayOf } from '../../ui/dates.ts';
import type { Needs } from '../../ui/fetched.tsx';
import { More } from '../../ui/More.tsx';
import { Page } from '../../ui/Page.tsx';
import { Refusal, Watch } from '../../ui/Refusal.tsx';
import { dayAhead } from '../runOut/dayAhead.ts';
import { Suppliers } from '../runOut/Suppliers.tsx';
import { useForecasts } from '../runOut/useForecasts.ts';
import { useAheadQuery, useByDayQuery } from '../runOut/useQueries.ts';
import { stateInWords } from './orderWords.ts';
import { linesOf, proposals } from './proposals.ts';

const ASKED = [
  ordersQuery,
  suppliersQuery,
  productsQuery,
  containersQuery,
  useByDayQuery,
  boughtQuery,
  useAheadQuery,
] as const;
OrdersPage.needs = (() => [
  suppliersQuery,
  productsQuery,
  containersQuery,
  useByDayQuery,
  useAheadQuery,
]) satisfies Needs;

/** Orders to suppliers: what is under way, and what is to be ordered by when. */
export default function OrdersPage() {
  const { who } = useSession();
  if (atLeast(who.role, 'lead')) return <Orders />;
  return (
    <Page title={t('Orders')}>
      <p>{t('Orders are for leads and managers.')}</p>
    </Page>
  );
}

function Orders() {
  const { shop } = useSession();
  const [orders, suppliers, products, containers, use, bought, ahead] = useAsked(...ASKED);
  const told = useForecasts(products, containers, use, ahead);
  const today = dayOf(shopNow(), shop.zone);
  const drafts = orders.filter((o) => o.state === 'draft');
  const under = orders.filter(isAwaited);
  const over = orders.filter((o) => o.state !== 'draft' && !isAwaited(o));
  return (
    <Page
      title={t('Orders')}
      actions={
        <>
          <ButtonLink to="/stock/run-out">{t('What runs out')}</ButtonLink>
          <ButtonLink to="/stock/delivery">{t('A delivery')}</ButtonLink>
        </>
      }
    >
      {drafts.length + under.length > 0 && (
        <section aria-label={t('Under way')} className="mb-8 max-w-4xl">
          <h2 className="border-b-2 border-ink pb-1">{t('Under way')}</h2>
          <ul>
            {[...drafts, ...under].map((order) => (
              <OrderLineItem key={order.id} order={order} today={today} />
            ))}
          </ul>
        </section>
      )}
      <section aria-label={t('To order')} className="mb-8 max-w-4xl">
        <h2 className="border-b-2 border-ink pb-1">{t('To order')}</h2>
        {told === null ? (
          <p role="status">{t('Going through the movements ...')}</p>
        ) : (
          <ToOrder
            all={proposals(suppliers, told, bought, orders, products)}
            drafts={drafts}
            products={products}
            today={today}
          />
        )}
      </section>
      <Suppliers suppliers={suppliers} />
      {over.length > 0 && (
        <More title={t('Orders that are over')} className="mt-5 max-w-4xl">
          <ul>
            {over.map((order) => (
              <OrderLineItem key={order.id} order={order} today={today} />
            ))}
          </ul>
        </More>
      )}
    </Page>
  );
}

function OrderLineItem({ order, today }: { order: Order; today: string }) {
  const { shop } = useSession();
  const late = isAwaited(order) && order.dueOn !== null && order.dueOn < today;
  const awaited = order.lines.reduce((sum, l) => sum + toCome(l), 0);
  return (
    <li className="ruled flex flex-wrap items-baseline gap-x-5 gap-y-1 border-faint py-2">
      <Link className="reading w-14" to={`/stock/orders/${order.id}`}>
        {order.code}
      </Link>
      <span className="min-w-0 flex-1 basis-60">
        {order.supplier}
        <span className="block text-[0.94rem] text-muted">
          {order.lines.map((l) => `${l.count} x ${l.productName}`).join(', ')}
        </span>
      </span>
      <span className={late ? 'font-semibold text-stop' : ''}>
        {stateInWords(order, shop.zone)}
        {isAwaited(order) && order.dueOn && ` ${t('Due {0}.', dayInWords(order.dueOn))}`}
        {isAwaited(order) && ` ${awaited === 1 ? t('1 to come.') : t('{0} to come.', awaited)}`}
      </span>
    </li>
  );
}

function ToOrder(props: {
  all: { supplier: Supplier; proposal: Proposal }[];
  drafts: Order[];
  products: Product[];
  today: string;
}) {
  const { all, drafts, products, today } = props;
  if (all.length === 0) {
    return (
      <p className="pt-3">
        {t(
          'Nothing is due: no product that was bought before runs out within a year, as far as can be told.',
        )}
      </p>
    );
  }
  return (
    <ul>
      {all.map(({ supplier, proposal }) => (
        <Proposed
          key={supplier.id}
          supplier={supplier}
          proposal={proposal}
          draft={drafts.find((d) => d.supplierId === supplier.id) ?? null}
          products={products}
          today={today}
        />
      ))}
    </ul>
  );
}

function Proposed(props: {
  supplier: Supplier;
  proposal: Proposal;
  draft: Order | null;
  products: Product[];
  today: string;
}) {
  const { supplier, proposal, draft, products, today } = props;
  const { shop } = useSession();
  const navigate = useNavigate();
  const drafting = useCommand(
    () => post<Order>('/orders', { supplierId: supplier.id, note: '', lines: linesOf(proposal, today) }),
    (order) => void navigate(`/stock/orders/${order.id}`),
  );
  const due = proposal.dueDays === 0;
  const when =
    supplier.leadDays === null
      ? t(
          'How long {0} takes is not known: the first is out from {1} on.',
          supplier.name,
          dayInWords(dayAhead(today, proposal.dueDays)),
        )
      : t('{0} takes {1} days.', supplier.name, supplier.leadDays);
  return (
    <li className="ruled border-faint py-3">
      <h3 className="text-[1.12rem]">{supplier.name}</h3>
      {due && supplier.leadDays !== null ? (
        <Watch word={t('Order it now.')}>{when}</Watch>
      ) : (
        <p>
          {supplier.leadDays !== null && (
            <strong>{t('Order by {0}.', dayInWords(dayAhead(today, proposal.dueDays)))}</strong>
          )}{' '}
          <span className="text-muted">{when}</span>
        </p>
      )}
      <ul className="my-2">
        {proposal.lines.map((l) => (
          <li key={l.productId}>
            {l.count} x {formatVolume(l.sizeUl, shop.units)}{' '}
            {products.find((p) => p.id === l.productId)?.name}{' '}
            <span className="text-muted">{t('out from {0} on', dayInWords(dayAhead(today, l.outDays)))}</span>
            {l.crowds && ` ${t('There is no room for all of it.')}`}
          </li>
        ))}
      </ul>
      <p>
        {proposal.goodsMinor > 0 && t('{0} in all.', formatMoney(proposal.goodsMinor, shop.currency))}{' '}
        {proposal.unpriced > 0 && t('Of {0} the price is not known.', proposal.unpriced)}{' '}
        {supplier.deliveryMinor !== null &&
          supplier.deliveryMinor > 0 &&
          t('Delivery {0}.', formatMoney(supplier.deliveryMinor, shop.currency))}{' '}
        {proposal.shortMinor > 0 && (
          <strong>
            {t('{0} under the least they send.', formatMoney(proposal.shortMinor, shop.currency))}
          </strong>
        )}
      </p>
      {drafting.refusal && <Refusal problem={drafting.refusal} />}
      <p className="no-print mt-2">
        {draft ? (
          <ButtonLink to={`/stock/orders/${draft.id}`}>{t('To the draft {0}', draft.code)}</ButtonLink>
        ) : (
          <Button disabled={drafting.waiting} onClick={() => drafting.run()}>
            {t('Draft this order')}
            <span className="sr-only"> {t('to {0}', supplier.name)}</span>
          </Button>
        )}
      </p>
    </li>
  );
}

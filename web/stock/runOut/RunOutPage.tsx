import { Link } from 'react-router';
import type { Container } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { atLeast } from '#contract/roles.ts';
import type { Supplier, UseAhead } from '#contract/stock.ts';
import type { Backtest } from '#core/forecast/backtest.ts';
import { LEAST_DONE, saysOfList } from '#core/forecast/booked.ts';
import { canTell, type Forecast, orderBy } from '#core/forecast/forecastOf.ts';
import type { RunOut } from '#core/forecast/runOut.ts';
import { type Size, sizesOf } from '#core/forecast/sizes.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { shopNow } from '../../lib/shopNow.ts';
import { t } from '../../lib/speech.ts';
import { containersQuery, productsQuery, suppliersQuery } from '../../state/queries.ts';
import { useAsked } from '../../state/useAsked.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { volumeColumn } from '../../ui/columns.tsx';
import { dayInWords, dayOf } from '../../ui/dates.ts';
import type { Needs } from '../../ui/fetched.tsx';
import { fetchedChart } from '../../ui/fetchedChart.tsx';
import { More } from '../../ui/More.tsx';
import { Page } from '../../ui/Page.tsx';
import { saveTable } from '../../ui/Table.tsx';
import type { TableColumn } from '../../ui/tableColumn.ts';
import { bar } from '../../ui/timeRule.tsx';
import { dayAhead } from './dayAhead.ts';
import { OrderBy } from './OrderBy.tsx';
import { Suppliers } from './Suppliers.tsx';
import { useForecasts } from './useForecasts.ts';
import { useAheadQuery, useByDayQuery } from './useQueries.ts';

const NEEDS = [productsQuery, containersQuery, useByDayQuery, suppliersQuery, useAheadQuery] as const;
RunOutPage.needs = (() => NEEDS) satisfies Needs;

const FanChart = fetchedChart(() => import('./FanChart.tsx'));

/** The rule that all products are drawn on: half a year. */
const SPAN_DAYS = 182;
const MARK_DAYS = 28;

/** When each product runs out, by what was used in the last weeks: the soonest first, each with how far to trust it. */
export default function RunOutPage() {
  const { who, shop } = useSession();
  const [products, containers, use, suppliers, ahead] = useAsked(...NEEDS);
  const today = dayOf(shopNow(), shop.zone);
  const told = useForecasts(products, containers, use, ahead);
  const rows = (told ?? []).flatMap((forecast) => {
    const product = products.find((p) => p.id === forecast.productId);
    if (!product) return [];
    const supplier = suppliers.find((s) => s.name === lastSupplier(product.id, containers)) ?? null;
    return [
      {
        ...forecast,
        product,
        supplier,
        sizes: sizesOf(containers.filter((c) => c.productId === product.id)),
      },
    ];
  });
  const lead = atLeast(who.role, 'lead');
  return (
    <Page
      title={t('What runs out')}
      actions={
        <>
          {lead && <ButtonLink to="/stock/orders">{t('Orders')}</ButtonLink>}
          {rows.length > 0 && (
            <Button
              className="no-print"
              onClick={() => saveTable(`run-out ${today}`, columns(shop, today), rows)}
            >
              {t('Save as CSV')}
            </Button>
          )}
        </>
      }
    >
      <p className="mb-5 max-w-2xl">
        {t('By what was poured and wasted in the last twelve open weeks, drawn from two thousand times.')}{' '}
        {listInWords(ahead)}
      </p>
      {told === null ? (
        <p role="status">{t('Going through the movements ...')}</p>
      ) : (
        <>
          <div
            aria-hidden
            className="reading relative mb-1 ml-auto hidden h-6 text-[0.88rem] text-muted lg:block lg:w-[55%]"
          >
            {Array.from({ length: Math.floor(SPAN_DAYS / MARK_DAYS) }, (_, i) => i * MARK_DAYS).map(
              (days) => (
                <span
                  key={days}
                  className="absolute -translate-x-1/2 whitespace-nowrap first:translate-x-0"
                  style={bar(days, days, SPAN_DAYS)}
                >
                  {days === 0 ? t('today') : dayInWords(dayAhead(today, days))}
                </span>
              ),
            )}
          </div>
          <ul aria-label={t('Products')} className="border-t-2 border-ink">
            {rows.map((row) => (
              <Row key={row.productId} row={row} today={today} />
            ))}
          </ul>
          {lead && <Suppliers suppliers={suppliers} />}
        </>
      )}
    </Page>
  );
}

type Told = Forecast & { product: Product; supplier: Supplier | null; sizes: readonly Size[] };

/** Whether vehicles on the list are in it, and until when. */
function listInWords(ahead: UseAhead): string {
  if (!saysOfList(ahead))
    return t(
      'Vehicles on the list are not in it yet: that takes {0} of the last twelve weeks that were done step by step with Run.',
      LEAST_DONE,
    );
  if (ahead.lastDay === null) return t('No vehicle is on the list.');
  const planned = ahead.jobs - ahead.unplanned;
  return [
    planned === 1
      ? t('1 vehicle on the list, on {0}, is in it by its plan.', dayInWords(ahead.lastDay))
      : t(
          '{0} vehicles on the list, up to {1}, are in it by their plans.',
          planned,
          dayInWords(ahead.lastDay),
        ),
    ahead.unplanned === 1 && t('1 more can’t be washed as it stands.'),
    ahead.unplanned > 1 && t('{0} more can’t be washed as they stand.', ahead.unplanned),
  ]
    .filter(Boolean)
    .join(' ');
}

/** Who brought the newest container of a product; null where nobody noted it. */
function lastSupplier(productId: number, containers: readonly Container[]): string | null {
  const brought = containers.filter((c) => c.productId === productId && c.supplier !== null);
  return brought.sort((a, b) => b.receivedAt.localeCompare(a.receivedAt))[0]?.supplier ?? null;
}

function Row({ row, today }: { row: Told; today: string }) {
  const { shop } = useSession();
  const { product, stockUl, out, test } = row;
  return (
    <li className="ruled border-faint py-3">
      <div className="grid grid-cols-[minmax(0,1fr)] items-center gap-x-6 gap-y-2 lg:grid-cols-[minmax(0,45fr)_minmax(0,55fr)]">
        <div>
          <h2 className="text-[1.12rem]">
            <Link to={`/stock/products/${product.id}`}>{product.name}</Link>
          </h2>
          <p>
            <strong>{canTell(out) ? outInWords(out, today) : null}</strong>{' '}
            <span className="text-muted">
              {stockUl > 0 ? t('{0} in stock', formatVolume(stockUl, shop.units)) : t('none in stock')}
            </span>
          </p>
          {canTell(out) && (
            <OrderBy
              supplier={row.supplier}
              stockUl={stockUl}
              sizes={row.sizes}
              roomUl={product.record.roomUl}
              out={out}
              today={today}
            />
          )}
          {!canTell(out) && (
            <p className="text-muted">
              {out.weeks === 0
                ? t('Nothing of it was poured yet. After {0} weeks of use it can be told.', out.needs)
                : t('Used for {0} of the {1} weeks it takes to tell.', out.weeks, out.needs)}
            </p>
          )}
        </div>
        {canTell(out) && <Rule out={out} />}
      </div>
      {canTell(out) && (
        <More title={t('How far to trust it')} small>
          <p className="max-w-2xl">{trustInWords(test, out)}</p>
          <FanChart
            name={product.name}
            stockUl={stockUl}
            out={out}
            today={today}
            reorderUl={product.record.reorderUl}
          />
        </More>
      )}
    </li>
  );
}

/** From when it is out in one course of ten to when it is in nine, with a mark at half of them. */
function Rule({ out: { days } }: { out: RunOut }) {
  const [from, half, to] = [days.p10, days.p50, days.p90].map((day) =>
    Math.min(SPAN_DAYS, day ?? SPAN_DAYS),
  ) as [number, number, number];
  return (
    <span aria-hidden className="relative block h-5 border-x border-hairline">
      <span className="absolute inset-x-0 top-1/2 h-px bg-hairline" />
      <span className="absolute inset-y-1 bg-product" style={bar(0, from, SPAN_DAYS)} />
      <span className="hatch absolute inset-y-1" style={bar(from, to, SPAN_DAYS)} />
      {half < SPAN_DAYS && (
        <span className="absolute inset-y-0 w-0.5 bg-ink" style={{ left: `${(half / SPAN_DAYS) * 100}%` }} />
      )}
    </span>
  );
}

/** `about 20 May, 12 May to 3 June`. */
function outInWords({ days: { p10, p50, p90 } }: RunOut, today: string): string {
  if (p10 === null) return t('Not within a year.');
  if (p90 === 0) return t('Out.');
  const day = (days: number | null) =>
    days === null ? t('later than a year') : dayInWords(dayAhead(today, days));
  if (p50 === null) return t('Not before {0}, perhaps not within a year.', day(p10));
  return t('About {0}: {1} to {2}.', day(p50), day(p10), day(p90));
}

function trustInWords({ right, of }: Backtest, { weeks, seasonal }: RunOut): string {
  return [
    t('One time in ten it is out by the first day, nine times in ten by the last.'),
    weeks < 12 ? t('It rests on {0} weeks.', weeks) : null,
    seasonal ? t('Last year’s season is in it.') : null,
    of > 0
      ? t('Made again for {0} times that are over, four weeks each, it was right {1} times.', of, right)
      : t('It could not be held against what came yet.'),
  ]
    .filter(Boolean)
    .join(' ');
}

const columns = (shop: ReturnType<typeof useSession>['shop'], today: string): TableColumn<Told>[] => {
  const day = (name: string, of: (out: RunOut, row: Told) => number | null): TableColumn<Told> => ({
    name,
    value: (row) => {
      const days = canTell(row.out) ? of(row.out, row) : null;
      return days === null ? '' : dayAhead(today, days);
    },
  });
  return [
    { name: t('Product'), value: (r) => r.product.name },
    volumeColumn(t('In stock'), shop, (r) => r.stockUl),
    day(t('Out, 10 %'), (out) => out.days.p10),
    day(t('Out, 50 %'), (out) => out.days.p50),
    day(t('Out, 90 %'), (out) => out.days.p90),
    { name: t('Supplier'), value: (r) => r.supplier?.name ?? '' },
    day(t('Order by'), (out, { supplier }) =>
      supplier?.leadDays == null ? null : orderBy(out, supplier.leadDays),
    ),
    { name: t('Was right'), figure: true, value: (r) => r.test.right },
    { name: t('Of'), figure: true, value: (r) => r.test.of },
  ];
};

import type { MonthOfProduct, ReviewCosts } from '#contract/review.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { USE_NAMES, type UseKind } from '#core/products/uses.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { productsQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { moneyColumn } from '../ui/columns.tsx';
import { fetchedChart } from '../ui/fetchedChart.tsx';
import { More } from '../ui/More.tsx';
import { Table } from '../ui/Table.tsx';
import { monthInWords, monthsOf } from './figures.ts';
import { reviewCostsQuery } from './reviewQueries.ts';

const ByMonth = fetchedChart(() => import('./ByMonth.tsx'));

type Month = {
  month: string;
  pouredMinor: number;
  wastedMinor: number;
  vehicles: number;
  /** What was poured for each vehicle; null where the list does not have them all. */
  eachMinor: number | null;
};
type Use = { use: UseKind | 'other'; pours: number; minor: number };

/** What was poured and wasted, month by month and by what for. */
export function Costs({ days }: { days: string }) {
  const { shop } = useSession();
  const [told, products] = useAsked(reviewCostsQuery(days), productsQuery);
  const months = byMonth(told);
  if (months.length === 0) return <p>{t('Nothing was poured in that time.')}</p>;
  const useOf = new Map(products.map((p) => [p.id, p.uses[0]?.kind]));
  const sum = (of: (m: Month) => number) => months.reduce((total, m) => total + of(m), 0);
  const [poured, wasted] = [sum((m) => m.pouredMinor), sum((m) => m.wastedMinor)];
  const each = months.some((m) => m.eachMinor !== null);
  return (
    <>
      <p className="max-w-2xl">
        {t(
          '{0} was poured and {1} wasted.',
          formatMoney(poured, shop.currency),
          formatMoney(wasted, shop.currency),
        )}{' '}
        {!each &&
          t('What a wash costs is told for months in which the vehicles done are on the list on most days.')}
      </p>
      <ByMonth
        label={t('What was poured and wasted, by month')}
        months={months.map((m) => m.month)}
        lines={[
          { values: months.map((m) => m.pouredMinor), look: 'product' },
          { values: months.map((m) => m.wastedMinor), look: 'dashed' },
        ]}
        say={(minor) => formatMoney(minor, shop.currency)}
      >
        {t('Line: poured. Dashed: wasted.')}
      </ByMonth>
      {each && (
        <ByMonth
          label={t('What was poured for each vehicle, by month')}
          months={months.map((m) => m.month)}
          lines={[{ values: months.map((m) => m.eachMinor), look: 'product' }]}
          say={(minor) => formatMoney(minor, shop.currency)}
        >
          {t('What was poured for each vehicle that was done.')}
        </ByMonth>
      )}
      <div className="mt-3 grid items-start gap-x-13 gap-y-3 lg:grid-cols-2">
        <More prints title={t('By month')}>
          <Table
            caption={t('What it cost, by month')}
            rows={months}
            keyOf={(m) => m.month}
            columns={[
              { name: t('Month'), value: (m) => m.month, show: (m) => monthInWords(m.month, true) },
              moneyColumn<Month>(t('Poured'), shop, (m) => m.pouredMinor),
              moneyColumn<Month>(t('Wasted'), shop, (m) => m.wastedMinor, { zero: '–' }),
              { name: t('Vehicles done'), figure: true, value: (m) => m.vehicles || null },
              moneyColumn<Month>(t('A vehicle'), shop, (m) => m.eachMinor),
            ]}
          />
        </More>
        <More prints title={t('By what for')}>
          <Table
            caption={t('What it cost, by what for')}
            rows={byUse(told.products, useOf)}
            keyOf={(u) => u.use}
            columns={[
              { name: t('What for'), value: (u) => (u.use === 'other' ? t('other') : t(USE_NAMES[u.use])) },
              { name: t('Pours'), figure: true, value: (u) => u.pours },
              moneyColumn<Use>(t('Cost'), shop, (u) => u.minor),
              moneyColumn<Use>(t('A pour'), shop, (u) => (u.pours > 0 ? u.minor / u.pours : null)),
            ]}
          />
        </More>
      </div>
      <p className="no-print mt-3">
        <ButtonLink to={`/stock/costs?${days}`}>{t('By product, person and place')}</ButtonLink>
      </p>
    </>
  );
}

/** On fewer of the open days than this the list was not kept, and has not all vehicles. */
const KEPT = 0.5;

function byMonth({ products, done, open }: ReviewCosts): Month[] {
  return monthsOf([...products, ...done].map((m) => m.month)).map((month) => {
    const of = products.filter((p) => p.month === month);
    const pouredMinor = of.reduce((sum, p) => sum + p.pouredMinor, 0);
    const { vehicles = 0, days = 0 } = done.find((d) => d.month === month) ?? {};
    const openDays = open.find((o) => o.month === month)?.days ?? 0;
    return {
      month,
      pouredMinor,
      wastedMinor: of.reduce((sum, p) => sum + p.wastedMinor, 0),
      vehicles,
      eachMinor: vehicles > 0 && days >= KEPT * openDays ? pouredMinor / vehicles : null,
    };
  });
}

/** By what each product is mainly used for; the dearest first. */
function byUse(months: readonly MonthOfProduct[], useOf: ReadonlyMap<number, UseKind | undefined>): Use[] {
  const uses = new Map<Use['use'], Use>();
  for (const { productId, pours, pouredMinor } of months) {
    const use = useOf.get(productId) ?? 'other';
    const known = uses.get(use) ?? { use, pours: 0, minor: 0 };
    uses.set(use, { use, pours: known.pours + pours, minor: known.minor + pouredMinor });
  }
  return [...uses.values()].sort((a, b) => b.minor - a.minor);
}

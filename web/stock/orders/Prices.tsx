import type { Bought } from '#contract/orders.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { Chart, LINE } from '../../ui/Chart.tsx';
import { dayColumn, moneyColumn } from '../../ui/columns.tsx';
import { dayInWords } from '../../ui/dates.ts';
import { Table } from '../../ui/Table.tsx';

type Priced = Bought & { priceMinor: number };
const DAY_MS = 86_400_000;
const UL_PER_L = 1_000_000;

/** What a supplier took for a litre, delivery by delivery: a line for each product and size. */
export default function Prices({
  bought,
  nameOf,
}: {
  bought: readonly Bought[];
  nameOf: (productId: number) => string;
}) {
  const { shop } = useSession();
  const priced = bought.filter((b): b is Priced => b.priceMinor !== null);
  if (priced.length === 0) return <p>{t('No price of theirs is known yet. It is noted with a delivery.')}</p>;
  const times = priced.map((b) => Date.parse(b.receivedAt));
  const from = Math.min(...times);
  const until = Math.max(...times, from + DAY_MS);
  const pad = (until - from) / 20;
  const perL = (b: Priced) => (b.priceMinor * UL_PER_L) / b.sizeUl;
  const keys = [...new Set(priced.map((b) => `${b.productId} ${b.sizeUl}`))];
  return (
    <>
      <Chart
        label={t('What a litre cost, by delivery')}
        named
        drawn={(ink) =>
          keys.map((key, i) => {
            const of = priced.filter((b) => `${b.productId} ${b.sizeUl}` === key);
            const [first] = of as [Priced];
            return {
              ...LINE,
              label: `${nameOf(first.productId)}, ${formatVolume(first.sizeUl, shop.units)}`,
              data: of.map((b) => ({ x: Date.parse(b.receivedAt), y: perL(b) })),
              borderColor: i === 0 ? ink.product : ink.ink,
              backgroundColor: i === 0 ? ink.product : ink.ink,
              borderWidth: 2,
              pointRadius: 3,
              borderDash: i > 1 ? [3 * i, 3] : [],
            };
          })
        }
        across={{
          say: (at) => dayInWords(new Date(at).toISOString().slice(0, 10)),
          min: from - pad,
          max: until + pad,
          at: [from, (from + until) / 2, until],
        }}
        up={{ say: (minor) => formatMoney(minor, shop.currency), fromZero: true, most: 5 }}
      >
        {t('A line for each product and size; the table names them.')}
      </Chart>
      <Table
        caption={t('What a litre cost, by delivery')}
        rows={priced}
        keyOf={(b) => `${b.productId} ${b.sizeUl} ${b.receivedAt}`}
        columns={[
          { name: t('Product'), value: (b) => nameOf(b.productId) },
          { name: t('Size'), value: (b) => formatVolume(b.sizeUl, shop.units) },
          dayColumn<Priced>(t('Came'), shop, (b) => b.receivedAt),
          moneyColumn<Priced>(t('Price each'), shop, (b) => b.priceMinor),
          moneyColumn<Priced>(t('A litre'), shop, perL),
        ]}
      />
    </>
  );
}

import type { Review } from '#contract/review.ts';
import { FILM_NAMES, type Film } from '#core/products/uses.ts';
import { t } from '../lib/speech.ts';
import { productsQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { Chart } from '../ui/Chart.tsx';
import { linkColumn } from '../ui/columns.tsx';
import { dayInWords } from '../ui/dates.ts';
import { Table } from '../ui/Table.tsx';
import { reviewQuery } from './reviewQueries.ts';

type Seen = Review['drying'][number];
const DAY_MS = 86_400_000;

/** When films were seen to begin to dry, against when they were reckoned to. */
export function Drying({ days }: { days: string }) {
  const [{ drying }, products] = useAsked(reviewQuery(days), productsQuery);
  const last = drying.at(-1);
  if (!last) {
    return (
      <>
        <p className="max-w-2xl">
          {t(
            'No film was seen to begin to dry in that time. Whoever sees one says so on its clock; it is learned from.',
          )}
        </p>
        <p className="no-print mt-3">
          <ButtonLink to="/yard">{t('To the clocks')}</ButtonLink>
        </p>
      </>
    );
  }
  const ms = (s: Seen) => Date.parse(s.at);
  const from = ms(drying[0] as Seen);
  const until = Math.max(ms(last), from + DAY_MS);
  const pad = (until - from) / 20;
  const groups = groupsOf(drying);
  const name = (id: number) => products.find((p) => p.id === id)?.name ?? '';
  return (
    <>
      <p className="max-w-2xl">
        {t('Films were seen to begin to dry {0} times; as reckoned is 1, later is more.', drying.length)}
      </p>
      <Chart
        label={t('When films began to dry, against when they were reckoned to')}
        drawn={(ink) => [
          {
            data: drying.map((s) => ({ x: ms(s), y: s.factor })),
            backgroundColor: ink.water,
            borderColor: ink.water,
            pointRadius: 4,
          },
          {
            showLine: true,
            pointRadius: 0,
            data: [from - pad, until + pad].map((x) => ({ x, y: 1 })),
            borderColor: ink.ink,
            borderWidth: 1.5,
          },
        ]}
        across={{
          say: (at) => dayInWords(new Date(at).toISOString().slice(0, 10)),
          min: from - pad,
          max: until + pad,
          at: [from, (from + until) / 2, until],
        }}
        up={{ say: (f) => f.toFixed(1), min: 0.5, max: 2, most: 5 }}
      >
        {t('Line: as reckoned. Above it the film stayed wet for longer.')}
      </Chart>
      <Table
        caption={t('How long films stayed wet, by product')}
        rows={groups}
        keyOf={(g) => g.key}
        columns={[
          linkColumn<ReturnType<typeof groupsOf>[number]>(
            t('Product'),
            (g) => name(g.productId),
            (g) => `/stock/products/${g.productId}`,
          ),
          { name: t('Goes on as'), value: (g) => t(FILM_NAMES[g.film as Film]) },
          { name: t('Seen'), figure: true, value: (g) => g.n },
          {
            name: t('In the middle'),
            figure: true,
            value: (g) => Math.round(g.middle * 100) / 100,
            show: (g) => g.middle.toFixed(2),
          },
        ]}
      />
      <p className="no-print mt-3">
        <ButtonLink to={`/clocks/${last.clockKey}`}>{t('The last clock that was seen to dry')}</ButtonLink>
      </p>
    </>
  );
}

function groupsOf(drying: readonly Seen[]) {
  const keys = [...new Set(drying.map((s) => `${s.productId} ${s.film}`))];
  return keys.map((key) => {
    const of = drying.filter((s) => `${s.productId} ${s.film}` === key);
    const [first] = of as [Seen];
    const factors = of.map((s) => s.factor).sort((a, b) => a - b);
    return {
      key,
      productId: first.productId,
      film: first.film,
      n: of.length,
      middle: factors[Math.floor(factors.length / 2)] as number,
    };
  });
}

import { METHOD_NAMES } from '#contract/counts.ts';
import type { Review } from '#contract/review.ts';
import { t } from '../lib/speech.ts';
import { useAsked } from '../state/useAsked.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { fetchedChart } from '../ui/fetchedChart.tsx';
import { Table } from '../ui/Table.tsx';
import { monthsOf, percent } from './figures.ts';
import { reviewQuery } from './reviewQueries.ts';

const ByMonth = fetchedChart(() => import('./ByMonth.tsx'));

type Counted = Review['counts'][number];
/** Counted by eye, a tenth of a container is within what can be told. */
const BY_EYE = 'eye';
/** All that should still have been there was missing: it says nothing of how well anybody reads. */
const FOUND_EMPTY = 'empty';

/** How often what was counted agreed with the books, month by month and by how it was counted. */
export function CountsTruth({ days }: { days: string }) {
  const [{ counts }] = useAsked(reviewQuery(days));
  if (counts.length === 0) {
    return (
      <>
        <p>{t('Nothing was counted in that time.')}</p>
        <p className="no-print mt-3">
          <ButtonLink to="/stock/counts">{t('Count a place')}</ButtonLink>
        </p>
      </>
    );
  }
  const months = monthsOf(counts.map((c) => c.month));
  const [counted, agreed] = [sum(counts, (c) => c.counted), sum(counts, (c) => c.agreed)];
  const byMethod = [...new Set(counts.map((c) => c.method))].map((method) => {
    const of = counts.filter((c) => c.method === method);
    return {
      method,
      counted: sum(of, (c) => c.counted),
      agreed: sum(of, (c) => c.agreed),
      off: share(of),
    };
  });
  return (
    <>
      <p className="max-w-2xl">
        {t(
          '{0} containers were counted; {1} agreed with the books as far as the count can tell.',
          counted,
          agreed,
        )}
      </p>
      {months.length > 1 && (
        <ByMonth
          label={t('How far counts were off the books, by month')}
          months={months}
          lines={[
            {
              look: 'ink',
              values: months.map((month) =>
                share(counts.filter((c) => c.month === month && c.method !== FOUND_EMPTY)),
              ),
            },
          ]}
          say={percent}
        >
          {t('Of all that should have been there, so much was found more or less.')}
        </ByMonth>
      )}
      <Table
        caption={t('How accurate the counts are, by how it was counted')}
        rows={byMethod}
        keyOf={(m) => m.method}
        columns={[
          {
            name: t('How'),
            value: (m) => (m.method === FOUND_EMPTY ? t('found empty') : t(METHOD_NAMES[m.method])),
          },
          { name: t('Counted'), figure: true, value: (m) => m.counted },
          { name: t('Agreed'), figure: true, value: (m) => m.agreed },
          {
            name: t('Off by'),
            figure: true,
            unit: '%',
            value: (m) => m.off && Math.round(m.off * 1_000) / 10,
            show: (m) => (m.off === null ? '–' : percent(m.off)),
          },
        ]}
      />
      <p className="no-print mt-3">
        <ButtonLink to="/stock/counts">
          {byMethod.some((m) => m.method === BY_EYE && m.counted > counted / 2)
            ? t('Count a place on the scale')
            : t('Count a place')}
        </ButtonLink>
      </p>
    </>
  );
}

const sum = (rows: readonly Counted[], of: (row: Counted) => number): number =>
  rows.reduce((total, row) => total + of(row), 0);

/** By how much they were off, of all that should have been there; null where nothing should have. */
function share(counts: readonly Counted[]): number | null {
  const book = sum(counts, (c) => c.bookUl);
  return book > 0 ? sum(counts, (c) => c.offUl) / book : null;
}

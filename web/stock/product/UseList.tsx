import type { Product } from '#contract/products.ts';
import { FILM_NAMES, type ProductUse, USE_NAMES } from '#core/products/uses.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { formatDuration } from '#core/units/duration.ts';
import { t } from '../../lib/speech.ts';
import { Table } from '../../ui/Table.tsx';
import { MeasureRate } from './MeasureRate.tsx';

/** What holds on the panel, use by use: limits, time, how it wets and how much of it goes. */
export function UseList({ product }: { product: Product }) {
  const told = product.uses.filter(
    (u) => u.panelFloor ?? u.panelCeiling ?? u.film ?? u.dwell ?? u.rateMlPerM2,
  );
  if (told.length === 0) return <MeasureRate product={product} />;
  return (
    <section>
      <h2 className="mb-2">{t('On the panel')}</h2>
      <Table
        rows={told}
        keyOf={(use) => use.kind}
        columns={[
          { name: t('Use'), value: (use) => t(USE_NAMES[use.kind]) },
          { name: t('Strength there'), value: limits },
          { name: t('Dwell'), value: dwellWords },
          { name: t('Goes on as'), value: (use) => (use.film ? t(FILM_NAMES[use.film]) : '–') },
          {
            name: t('ml per m²'),
            figure: true,
            value: (use) => use.rateMlPerM2,
            show: (use) => (use.rateMlPerM2 === null ? '–' : `${Number(use.rateMlPerM2.toPrecision(3))}`),
          },
        ]}
      />
      <MeasureRate product={product} />
    </section>
  );
}

function limits({ panelFloor, panelCeiling }: ProductUse): string {
  const [floor, ceiling] = [panelFloor, panelCeiling].map((f) => f && formatPercent(f as Fraction));
  if (floor && ceiling) return t('{0} to {1}', floor, ceiling);
  if (floor) return t('from {0}', floor);
  return ceiling ? t('up to {0}', ceiling) : t('as the label');
}

function dwellWords({ dwell }: ProductUse): string {
  if (!dwell) return '–';
  const { shortestS, fromS, toS, longestS } = dwell;
  const longest = longestS > toS ? t(', never over {0}', formatDuration(longestS)) : '';
  return t(
    '{0} to {1}, not under {2}{3}',
    formatDuration(fromS),
    formatDuration(toS),
    formatDuration(shortestS),
    longest,
  );
}

import type { StrengthOf } from '#contract/review.ts';
import type { VarianceTold } from '#contract/variance.ts';
import { t } from '../lib/speech.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { codeColumn, linkColumn } from '../ui/columns.tsx';
import { fetchedChart } from '../ui/fetchedChart.tsx';
import { More } from '../ui/More.tsx';
import { Table } from '../ui/Table.tsx';
import { monthsOf, percent } from './figures.ts';
import type { WorkSeen } from './useWork.ts';

const ByMonth = fetchedChart(() => import('./ByMonth.tsx'));

/** How strong mixes by a recipe came out, against what the recipe asks for. */
export function Strengths({ went }: { went: WorkSeen<VarianceTold> }) {
  // What went wrong, and how far it has come, stands with where it went.
  if (!went.result)
    return (
      <p className="text-muted">
        {went.error ? t('It is not known.') : t('Going through the movements ...')}
      </p>
    );
  const { strengths } = went.result;
  if (strengths.length === 0) return <p>{t('Nothing was mixed by a recipe in that time.')}</p>;
  const recipes = byRecipe(strengths);
  const [mixes, off] = [sum(recipes, (r) => r.mixes), sum(recipes, (r) => r.off)];
  const months = monthsOf(strengths.map((s) => s.month));
  const [worst] = [...recipes].sort((a, b) => far(b) - far(a));
  return (
    <>
      <p className="max-w-2xl">
        {off === 0
          ? t('All {0} mixes by a recipe were within 5 % of it.', mixes)
          : t('Of {0} mixes by a recipe {1} were more than 5 % off.', mixes, off)}
      </p>
      {months.length > 1 && (
        <ByMonth
          label={t('How far off mixes were, by month')}
          months={months}
          lines={[
            {
              look: 'ink',
              values: months.map((month) => {
                const of = strengths.filter((s) => s.month === month);
                return of.length === 0 ? null : sum(of, (s) => s.meanOff * s.mixes) / sum(of, (s) => s.mixes);
              }),
            },
          ]}
          say={percent}
        >
          {t('How far a mix was off its recipe either way, by booked water and product.')}
        </ByMonth>
      )}
      <More prints title={t('By recipe')}>
        <Table
          caption={t('How strong the mixes were, by recipe')}
          rows={recipes}
          keyOf={(r) => r.recipeId}
          columns={[
            linkColumn<StrengthOf>(
              t('Recipe'),
              (r) => r.name,
              (r) => `/recipes/${r.recipeId}`,
            ),
            { name: t('Mixes'), figure: true, value: (r) => r.mixes },
            { name: t('More than 5 % off'), figure: true, value: (r) => r.off, show: (r) => r.off || '–' },
            {
              name: t('Off on average'),
              figure: true,
              unit: '%',
              value: (r) => Math.round(r.meanOff * 1_000) / 10,
              show: (r) => percent(r.meanOff),
            },
            codeColumn<StrengthOf>(
              t('Furthest off'),
              (r) => r.worst.code,
              (r) => `/stock/batches/${r.worst.batchId}`,
            ),
            {
              name: t('By'),
              figure: true,
              value: (r) => Math.round((r.worst.ratio - 1) * 1_000) / 10,
              unit: '%',
              show: (r) => percent(r.worst.ratio - 1),
            },
          ]}
        />
      </More>
      {worst && off > 0 && (
        <p className="no-print mt-3">
          <ButtonLink to={`/stock/batches/${worst.worst.batchId}`}>
            {t('Look at {0}, the furthest off', worst.worst.code)}
          </ButtonLink>
        </p>
      )}
    </>
  );
}

const far = ({ worst }: StrengthOf): number => Math.abs(worst.ratio - 1);
const sum = <R,>(rows: readonly R[], of: (row: R) => number): number =>
  rows.reduce((total, row) => total + of(row), 0);

/** Over all months; those with most of their mixes off first. */
function byRecipe(strengths: readonly StrengthOf[]): StrengthOf[] {
  const ids = [...new Set(strengths.map((s) => s.recipeId))];
  const recipes = ids.map((id): StrengthOf => {
    const of = strengths.filter((s) => s.recipeId === id);
    const [first] = of as [StrengthOf];
    const mixes = sum(of, (s) => s.mixes);
    return {
      ...first,
      mixes,
      off: sum(of, (s) => s.off),
      meanOff: sum(of, (s) => s.meanOff * s.mixes) / mixes,
      worst: of.reduce((a, b) => (far(b) > far(a) ? b : a)).worst,
    };
  });
  return recipes.sort((a, b) => b.off / b.mixes - a.off / a.mixes || b.meanOff - a.meanOff);
}

import type { Review } from '#contract/review.ts';
import { OUTCOME_NAMES } from '#core/recipes/outcomes.ts';
import { t } from '../lib/speech.ts';
import { useAsked } from '../state/useAsked.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { Chart, LINE } from '../ui/Chart.tsx';
import { linkColumn } from '../ui/columns.tsx';
import { Table } from '../ui/Table.tsx';
import { percent } from './figures.ts';
import { reviewQuery } from './reviewQueries.ts';

type Cell = {
  key: string;
  recipeId: number;
  name: string;
  soil: number;
  washes: number;
  bad: number;
  most: string;
};

const ROW_PX = 26;
const AXIS_PX = 40;
/** So many of the worst are drawn; the table has all. */
const DRAWN = 10;

/** How often a wash by a recipe did not go well, and how. */
export function Outcomes({ days }: { days: string }) {
  const [{ outcomes }] = useAsked(reviewQuery(days));
  const cells = cellsOf(outcomes);
  if (cells.length === 0) return <p>{t('Nobody noted how a wash by a recipe went in that time.')}</p>;
  const [washes, bad] = [sum(cells, (c) => c.washes), sum(cells, (c) => c.bad)];
  const worst = cells[0] as Cell;
  const drawn = cells.filter((c) => c.bad > 0).slice(0, DRAWN);
  const at = (i: number) => drawn.length - 1 - i;
  return (
    <>
      <p className="max-w-2xl">{t('Of {0} washes that were noted, {1} did not go well.', washes, bad)}</p>
      {drawn.length > 0 && (
        <Chart
          label={t('Washes that did not go well, by recipe')}
          high={drawn.length * ROW_PX + AXIS_PX}
          drawn={(ink) =>
            drawn.map((c, i) => ({
              ...LINE,
              data: [
                { x: 0, y: at(i) },
                { x: (100 * c.bad) / c.washes, y: at(i) },
              ],
              borderColor: ink.ink,
              borderWidth: 9,
            }))
          }
          across={{ say: (x) => percent(x / 100), min: 0, max: 100 }}
          up={{
            say: (y) => {
              const cell = drawn[at(Math.round(y))];
              return cell ? t('{0}, level {1}', cell.name, cell.soil) : '';
            },
            min: -0.6,
            max: drawn.length - 0.4,
            at: drawn.map((_, i) => at(i)),
          }}
        >
          {t('Of the washes that were noted at each level, so many did not go well.')}
        </Chart>
      )}
      <Table
        caption={t('How the washes went, by recipe and level')}
        rows={cells}
        keyOf={(c) => c.key}
        columns={[
          linkColumn<Cell>(
            t('Recipe'),
            (c) => c.name,
            (c) => `/recipes/${c.recipeId}`,
          ),
          { name: t('Level'), figure: true, value: (c) => c.soil },
          { name: t('Noted'), figure: true, value: (c) => c.washes },
          { name: t('Not well'), figure: true, value: (c) => c.bad, show: (c) => c.bad || '–' },
          { name: t('Mostly'), value: (c) => c.most, show: (c) => c.most || '–' },
        ]}
      />
      {worst.bad > 0 && (
        <p className="no-print mt-3">
          <ButtonLink to={`/recipes/${worst.recipeId}`}>
            {t('Look at {0} and what its notes suggest', worst.name)}
          </ButtonLink>
        </p>
      )}
    </>
  );
}

const sum = <R,>(rows: readonly R[], of: (row: R) => number): number =>
  rows.reduce((total, row) => total + of(row), 0);

/** By recipe and level; those that went wrong most often first. */
function cellsOf(outcomes: Review['outcomes']): Cell[] {
  const keys = [...new Set(outcomes.map((o) => `${o.recipeId} ${o.soil}`))];
  const cells = keys.map((key): Cell => {
    const of = outcomes.filter((o) => `${o.recipeId} ${o.soil}` === key);
    const [first] = of as [(typeof of)[number]];
    const bad = of.filter((o) => o.kind !== 'good').sort((a, b) => b.n - a.n);
    return {
      key,
      recipeId: first.recipeId,
      name: first.name,
      soil: first.soil,
      washes: sum(of, (o) => o.n),
      bad: sum(bad, (o) => o.n),
      most: bad[0] ? t(OUTCOME_NAMES[bad[0].kind]) : '',
    };
  });
  return cells.sort((a, b) => b.bad / b.washes - a.bad / a.washes || b.bad - a.bad || b.washes - a.washes);
}

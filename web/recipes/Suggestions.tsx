import type { RecipeRow } from '#contract/recipes.ts';
import { dwellInWords } from '#core/recipes/dwellWords.ts';
import { judgeCell } from '#core/recipes/judge.ts';
import { OUTCOME_NAMES, type Suggestion, suggestStep, tallyOf } from '#core/recipes/outcomes.ts';
import { cellAt, type MixCell } from '#core/recipes/recipe.ts';
import { sameCell } from '#core/recipes/same.ts';
import { SOIL_NAMES } from '#core/soil/soil.ts';
import { shortSaid, t } from '../lib/speech.ts';
import { Button } from '../ui/Button.tsx';
import { Refusal, Watch } from '../ui/Refusal.tsx';
import type { InBook } from './useBook.ts';
import { type BookFacts, now } from './useBook.ts';
import { useEdits } from './useEdits.ts';

type Props = { row: RecipeRow; of: InBook; book: BookFacts; manager: boolean };

/** What the crew noted often enough to act on, with the step it suggests; a manager may take it as a draft. */
export function Suggestions({ row, of, book, manager }: Props) {
  const edits = useEdits();
  const { published } = row;
  if (!published) return null;
  const fits = (cell: MixCell) => {
    const judged = judgeCell(cell, published.onPanel, of.standards);
    return judged.ok && judged.value.findings.length === 0;
  };
  const longest = of.standards.use?.dwell?.longestS ?? null;
  const found = published.cells.flatMap((cell) => {
    if (cell.kind === 'not') return [];
    const said = suggestStep(cell, tallyOf(book.noted(row.id, cell.soil)), longest, fits);
    return said ? [{ cell, said }] : [];
  });
  if (found.length === 0) return null;
  const take = ({ cell: next }: Suggestion) => {
    if (!next) return;
    void edits.edit({
      label: `${published.name}, ${t(SOIL_NAMES[next.soil])}`,
      recipeIds: [row.id],
      apply: (recipe) => ({
        ...recipe,
        cells: recipe.cells.map((c) => (c.soil === next.soil ? next : c)),
      }),
    });
  };
  const drafted = (next: MixCell) => {
    const cell = cellAt(now(row), next.soil);
    return cell !== undefined && sameCell(cell, next);
  };
  return (
    <section aria-label={t('What was noted')}>
      <h2 className="mb-2">{t('What was noted')}</h2>
      <ul className="border-t-2 border-ink">
        {found.map(({ cell, said }) => (
          <li
            key={cell.soil}
            className="ruled flex flex-wrap items-center justify-between gap-x-5 gap-y-2 border-faint py-2"
          >
            <Watch
              word={t(
                '{0} of the last {1} {2} at {3}, {4}.',
                said.n,
                said.of,
                t(OUTCOME_NAMES[said.kind]),
                t(SOIL_NAMES[cell.soil]),
                shortSaid(cell.strength),
              )}
            >
              {t(said.why)}
            </Watch>
            {manager && said.cell && !drafted(said.cell) && (
              <Button disabled={edits.saving} onClick={() => take(said)}>
                {t('Draft {0}', stepInWords(cell, said.cell))}
              </Button>
            )}
            {said.cell && drafted(said.cell) && <span>{t('It is in the draft.')}</span>}
          </li>
        ))}
      </ul>
      {edits.error && <Refusal problem={edits.error} />}
    </section>
  );
}

const stepInWords = (from: MixCell, to: MixCell): string =>
  shortSaid(from.strength) === shortSaid(to.strength) ? dwellInWords(to.dwell, t) : shortSaid(to.strength);

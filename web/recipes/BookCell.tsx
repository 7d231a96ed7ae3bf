import type { Outcome } from '#core/outcome.ts';
import { type Finding, findingFacts, type Judged } from '#core/recipes/judge.ts';
import type { OutcomeKind } from '#core/recipes/outcomes.ts';
import { OUTCOME_NAMES, tallyOf } from '#core/recipes/outcomes.ts';
import type { RecipeCell } from '#core/recipes/recipe.ts';
import { fractionOf } from '#core/strength/strength.ts';
import { formatDurationRange } from '#core/units/duration.ts';
import { findingSaid, said, shortSaid, t } from '../lib/speech.ts';
import { type LadderRange, MiniLadder } from './MiniLadder.tsx';
import type { InBook } from './useBook.ts';

type Props = {
  cell: RecipeCell;
  judged: Outcome<Judged> | null;
  of: InBook;
  range: LadderRange;
  onPanel: boolean;
  /** What is published, where the draft says something else. */
  was: RecipeCell | null;
  noted: readonly OutcomeKind[];
};

/** One soil level of a recipe: how strong, how long, where in the band, and what is to be minded. */
export function CellFace({ cell, judged, of, range, onPanel, was, noted }: Props) {
  if (cell.kind === 'not') {
    return (
      <>
        <p className="leading-tight text-muted">{cell.instead || t('not for this')}</p>
        {was && <Was cell={was} />}
      </>
    );
  }
  const findings = judged?.ok ? judged.value.findings : [];
  const before = was?.kind === 'mix' ? fractionOf(was.strength) : null;
  const beforeInBottle = before?.ok ? (onPanel ? before.value / of.standards.q : before.value) : null;
  return (
    <>
      <p className="flex flex-wrap items-baseline justify-between gap-x-2 leading-tight">
        <span className="reading text-[1.2rem]">{shortSaid(cell.strength)}</span>
        {cell.dwell && (
          <span className="reading text-[0.94rem] whitespace-nowrap max-sm:text-[0.82rem]">
            {formatDurationRange(cell.dwell.fromS, cell.dwell.toS)}
          </span>
        )}
      </p>
      {judged?.ok && (
        <MiniLadder range={range} standards={of.standards} mark={judged.value.bottle} was={beforeInBottle} />
      )}
      {was && <Was cell={was} />}
      {judged && !judged.ok && <Minded look="stop">{said(judged).reason}</Minded>}
      {findings.map((finding) => (
        <Minded key={finding} look="watch">
          {SHORT()[finding]}
          {cell.reason ? `: ${cell.reason}` : t(', needs a reason')}
          <span className="sr-only"> {findingSaid(findingFacts(finding, of.standards)).reason}</span>
        </Minded>
      ))}
      <Noted noted={noted} />
    </>
  );
}

const SHORT: () => Record<Finding, string> = () => ({
  overLabel: t('over its label'),
  underLabel: t('under its label'),
  overCeiling: t('over the ceiling'),
  underFloor: t('under the floor'),
  overLongest: t('over its longest'),
  underShortest: t('under its shortest'),
});

function Was({ cell }: { cell: RecipeCell }) {
  return (
    <p className="text-[0.88rem] leading-tight text-muted">
      {t(
        'was {0}',
        cell.kind === 'not'
          ? t('not for this')
          : [shortSaid(cell.strength), cell.dwell && formatDurationRange(cell.dwell.fromS, cell.dwell.toS)]
              .filter(Boolean)
              .join(', '),
      )}
    </p>
  );
}

/** A bar and a few words, small enough for a cell. */
function Minded({ look, children }: { look: 'watch' | 'stop'; children: React.ReactNode }) {
  return (
    <p className="mt-1 flex gap-1.5 text-[0.88rem] leading-tight">
      <span aria-hidden className={`w-1 shrink-0 ${look === 'stop' ? 'bg-stop' : 'hatch'}`} />
      <span className={look === 'stop' ? 'text-stop' : ''}>{children}</span>
    </p>
  );
}

/** What was noted most often besides good, where it was noted at least three times. */
function Noted({ noted }: { noted: readonly OutcomeKind[] }) {
  const { of, counts } = tallyOf(noted);
  const worst = counts.find(({ kind, n }) => kind !== 'good' && n >= 3);
  if (!worst) return null;
  return (
    <Minded look="watch">{t('{0} of the last {1} {2}', worst.n, of, t(OUTCOME_NAMES[worst.kind]))}</Minded>
  );
}

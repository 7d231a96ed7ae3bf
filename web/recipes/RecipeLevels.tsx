import type { ReactNode } from 'react';
import { formatMoney } from '#core/planning/cost.ts';
import { findingFacts } from '#core/recipes/judge.ts';
import { OUTCOME_NAMES, tallyOf } from '#core/recipes/outcomes.ts';
import type { CellDwell, MixCell, Recipe, RecipeCell } from '#core/recipes/recipe.ts';
import { judgedAt, minorPerVehicle, takes } from '#core/recipes/vehicleCost.ts';
import { USUAL_BODY } from '#core/soil/bodies.ts';
import { SOIL_NAMES } from '#core/soil/soil.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import { formatDuration, formatDurationRange } from '#core/units/duration.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../lib/session.tsx';
import { findingSaid, said, shortSaid, t } from '../lib/speech.ts';
import { type LadderRange, ladderRange, MiniLadder } from './MiniLadder.tsx';
import type { BookFacts, InBook } from './useBook.ts';

type Props = { recipe: Recipe; of: InBook; book: BookFacts; recipeId: number };

const COLUMNS =
  'grid grid-cols-[5.5rem_minmax(0,1fr)_auto] gap-x-4 xl:gap-x-3 xl:grid-cols-[4.5rem_minmax(7.5rem,1fr)_4.4rem_7.4rem_4.6rem_minmax(4.6rem,0.6fr)]';

/** What a recipe says level by level: strength with its place on the ladder, dwell, what a vehicle takes and costs. */
export function RecipeLevels(props: Props) {
  const { recipe, of } = props;
  const range = ladderRange(recipe, of.standards);
  const heads = [
    t('Soil'),
    t('Strength'),
    of.standards.draw ? t('On the panel') : t('Percent'),
    t('Dwell'),
    t('A vehicle'),
    t('Noted'),
  ];
  return (
    <section aria-label={t('Soil levels')}>
      <div className={`${COLUMNS} hidden border-t-2 border-ink py-1.5 xl:grid`}>
        {heads.map((head) => (
          <span key={head} className="caps text-muted">
            {head}
          </span>
        ))}
      </div>
      <ul className="border-t border-ink max-xl:border-t-2">
        {recipe.cells.map((cell) => (
          <li
            key={cell.soil}
            className={`${COLUMNS} ruled items-start gap-y-1 border-faint py-2 leading-snug`}
          >
            <span className="whitespace-nowrap">
              {cell.soil} {t(SOIL_NAMES[cell.soil])}
            </span>
            <LevelOf {...props} cell={cell} range={range} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function LevelOf(props: Props & { cell: RecipeCell; range: LadderRange }) {
  const { cell } = props;
  if (cell.kind === 'mix') return <MixOf {...props} cell={cell} />;
  return <span className="col-span-2 text-muted xl:col-span-5">{cell.instead || t('not for this')}</span>;
}

function MixOf({ recipe, of, book, recipeId, cell, range }: Props & { cell: MixCell; range: LadderRange }) {
  const { shop } = useSession();
  const judged = judgedAt(cell, recipe, of);
  const mix = takes(recipe, of, USUAL_BODY);
  const minor = minorPerVehicle(recipe, cell, book, USUAL_BODY);
  const productUl = mix && judged.ok ? Math.round(mix.ul * judged.value.bottle) : null;
  const tally = tallyOf(book.noted(recipeId, cell.soil));
  return (
    <>
      <div className="min-w-0">
        <span className="reading text-[1.2rem]">{shortSaid(cell.strength)}</span>
        {judged.ok ? (
          <MiniLadder range={range} standards={of.standards} mark={judged.value.bottle} was={null} />
        ) : (
          <p className="text-[0.94rem] text-stop">{said(judged).reason}</p>
        )}
        {judged.ok &&
          judged.value.findings.map((finding) => (
            <p key={finding} className="mt-1 flex gap-1.5 text-[0.94rem] leading-tight">
              <span aria-hidden className="hatch w-1 shrink-0" />
              <span>
                {findingSaid(findingFacts(finding, of.standards)).reason}{' '}
                {cell.reason || t('It needs a reason.')}
              </span>
            </p>
          ))}
      </div>
      <span className="reading whitespace-nowrap max-xl:text-right">
        {judged.ok
          ? `${of.standards.draw?.known === 'never' ? 'about ' : ''}${formatPercent(judged.value.panel)}`
          : '–'}
      </span>
      <Small>
        <DwellOf dwell={cell.dwell} />
      </Small>
      <span className="reading whitespace-nowrap max-xl:text-right">
        {productUl === null ? '–' : formatVolume(productUl, shop.units)}
        {minor !== null && (
          <span className="block font-normal text-muted">{formatMoney(minor, shop.currency)}</span>
        )}
      </span>
      {tally.of > 0 && (
        <Small>{tally.counts.map(({ kind, n }) => `${n} ${t(OUTCOME_NAMES[kind])}`).join(', ')}</Small>
      )}
    </>
  );
}

/** On a narrow screen the rest of a level stands under its strength. */
const Small = ({ children }: { children: ReactNode }) => (
  <span className="max-xl:col-start-2">{children}</span>
);

function DwellOf({ dwell }: { dwell: CellDwell | null }) {
  if (!dwell) return '–';
  return (
    <>
      <span className="reading">{formatDurationRange(dwell.fromS, dwell.toS)}</span>
      {dwell.shortestS < dwell.fromS && (
        <span className="text-[0.94rem] text-muted xl:block">
          <span className="xl:hidden">, </span>
          {t('not under {0}', formatDuration(dwell.shortestS))}
        </span>
      )}
    </>
  );
}

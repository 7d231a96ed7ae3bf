import { formatMoney } from '#core/planning/cost.ts';
import { findingInWords } from '#core/recipes/judge.ts';
import { OUTCOME_NAMES, tallyOf } from '#core/recipes/outcomes.ts';
import type { CellDwell, Recipe } from '#core/recipes/recipe.ts';
import { SOIL_NAMES } from '#core/soil/soil.ts';
import { formatPercent, shortStrength } from '#core/strength/formatStrength.ts';
import { formatDuration, formatDurationRange } from '#core/units/duration.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../app/session.tsx';
import { Ledger } from '../ui/Ledger.tsx';
import { type Grounded, judgedAt, minorPerVehicle, takes } from './judged.ts';
import { ladderRange, MiniLadder } from './MiniLadder.tsx';
import type { BookGround } from './useBook.ts';

/** What a recipe says level by level: strength with its place on the ladder, dwell, what a vehicle takes and costs. */
export function RecipeLevels(props: { recipe: Recipe; of: Grounded; book: BookGround; recipeId: number }) {
  const { recipe, of, book, recipeId } = props;
  const { shop } = useSession();
  const range = ladderRange(recipe, of.ground);
  const mix = takes(recipe, of);
  return (
    <section aria-label="Soil levels">
      <Ledger
        head={['Soil', 'Strength', of.ground.draw ? 'On the panel' : 'Share', 'Dwell', 'A vehicle', 'Noted']}
        right={[4]}
        rows={recipe.cells.map((cell) => {
          const name = (
            <span key="soil" className="whitespace-nowrap">
              {cell.soil} {SOIL_NAMES[cell.soil]}
            </span>
          );
          if (cell.kind === 'not') {
            const instead = (
              <span key="instead" className="text-muted">
                {cell.instead || 'not for this'}
              </span>
            );
            return { key: cell.soil, cells: [name, instead, '', '', '', ''] };
          }
          const judged = judgedAt(cell, recipe, of);
          const minor = minorPerVehicle(recipe, cell, book);
          const productUl = mix && judged.ok ? Math.round(mix.ul * judged.value.bottle) : null;
          const tally = tallyOf(book.noted(recipeId, cell.soil));
          return {
            key: cell.soil,
            cells: [
              name,
              <div key="strength" className="w-40">
                <span className="reading text-[1.2rem]">{shortStrength(cell.strength)}</span>
                {judged.ok && (
                  <MiniLadder range={range} ground={of.ground} mark={judged.value.bottle} was={null} />
                )}
                {!judged.ok && <p className="text-[0.94rem] text-stop">{judged.reason}</p>}
                {judged.ok &&
                  judged.value.findings.map((finding) => (
                    <p key={finding} className="mt-1 flex gap-1.5 text-[0.94rem] leading-tight">
                      <span aria-hidden className="hatch w-1 shrink-0" />
                      <span>
                        {findingInWords(finding, of.ground).what} {cell.reason || 'It needs a reason.'}
                      </span>
                    </p>
                  ))}
              </div>,
              <span key="share" className="reading whitespace-nowrap">
                {judged.ok
                  ? `${of.ground.draw?.known === 'never' ? 'about ' : ''}${formatPercent(judged.value.panel)}`
                  : '–'}
              </span>,
              <DwellOf key="dwell" dwell={cell.dwell} />,
              <span key="cost" className="whitespace-nowrap">
                {productUl === null ? '–' : formatVolume(productUl, shop.units)}
                {minor !== null && (
                  <span className="block font-normal text-muted">{formatMoney(minor, shop.currency)}</span>
                )}
              </span>,
              tally.counts.map(({ kind, n }) => `${n} ${OUTCOME_NAMES[kind]}`).join(', ') || '–',
            ],
          };
        })}
        empty=""
      />
    </section>
  );
}

function DwellOf({ dwell }: { dwell: CellDwell | null }) {
  if (!dwell) return '–';
  return (
    <span className="whitespace-nowrap">
      <span className="reading">{formatDurationRange(dwell.fromS, dwell.toS)}</span>
      {dwell.shortestS < dwell.fromS && (
        <span className="block text-[0.94rem] text-muted">not under {formatDuration(dwell.shortestS)}</span>
      )}
    </span>
  );
}

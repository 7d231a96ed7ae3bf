import { type KeyboardEvent, memo, useMemo } from 'react';
import { Link } from 'react-router';
import type { RecipeRow } from '#contract/recipes.ts';
import { USE_NAMES } from '#core/products/uses.ts';
import { dwellInWords } from '#core/recipes/dwellWords.ts';
import { cellAt, type RecipeCell } from '#core/recipes/recipe.ts';
import { sameCell } from '#core/recipes/same.ts';
import { stepStrength } from '#core/recipes/strengthSteps.ts';
import { inBook, judgedAt } from '#core/recipes/vehicleCost.ts';
import { SOIL_LEVELS, SOIL_NAMES, type SoilLevel } from '#core/soil/soil.ts';
import { shortSaid, t } from '../lib/speech.ts';
import { CellFace } from './BookCell.tsx';
import { CellEditor } from './CellEditor.tsx';
import { ladderRange } from './MiniLadder.tsx';
import type { InBook } from './useBook.ts';
import { type BookFacts, now } from './useBook.ts';

/** A name, and a column for each soil level. */
export const COLUMNS =
  'grid grid-cols-5 gap-x-3 lg:grid-cols-[minmax(11rem,15.5rem)_repeat(5,minmax(0,1fr))] lg:gap-x-5';

export type Open = { soil: SoilLevel; begun: string | null } | null;

type Props = {
  row: RecipeRow;
  book: BookFacts;
  /** The product is named, where no heading names it. */
  named: boolean;
  manager: boolean;
  /** The cell arrows lead from, where it is in this row. */
  active: SoilLevel | null;
  open: Open;
  move: (row: RecipeRow, soil: SoilLevel, event: KeyboardEvent) => void;
  focus: (row: RecipeRow, soil: SoilLevel) => void;
  edit: (row: RecipeRow, open: Open) => void;
  /** What becomes of a cell, whatever it is by then. */
  save: (row: RecipeRow, soil: SoilLevel, to: (cell: RecipeCell) => RecipeCell) => void;
};

/** A recipe in the book, read across its soil levels. */
export const BookLineOf = memo(function BookLineOf(props: Props) {
  const { row, book, named, manager, active, open, edit, save } = props;
  const recipe = now(row);
  const of = useMemo(() => inBook(recipe, book), [recipe, book]);
  const range = useMemo(() => of && ladderRange(recipe, of.standards), [of, recipe]);
  return (
    <div role="row" className={`${COLUMNS} ruled border-faint pt-1.5 pb-2`}>
      <RowName row={row} of={of} named={named} />
      {SOIL_LEVELS.map((soil) => {
        const cell = cellAt(recipe, soil);
        if (!cell || !of || !range) return <div key={soil} role="gridcell" />;
        const published = row.draft && row.published ? (cellAt(row.published, soil) ?? null) : null;
        const was = published && !sameCell(published, cell) ? published : null;
        const face = (
          <CellFace
            cell={cell}
            judged={cell.kind === 'mix' ? judgedAt(cell, recipe, of) : null}
            of={of}
            range={range}
            onPanel={recipe.onPanel}
            was={was}
            noted={book.noted(row.id, soil)}
          />
        );
        const shown = open?.soil === soil;
        return (
          <div
            key={soil}
            role="gridcell"
            id={cellId(row.id, soil)}
            aria-label={`${recipe.name}, ${t(SOIL_NAMES[soil])}: ${inWords(cell)}`}
            tabIndex={active === soil ? 0 : -1}
            className={`-mx-1.5 -my-1 min-w-0 px-1.5 py-1 ${manager ? 'cursor-pointer' : ''}`}
            onFocus={() => props.focus(row, soil)}
            onKeyDown={(event) => !shown && onKey(props, soil, cell, event)}
            onDoubleClick={() => manager && edit(row, { soil, begun: null })}
          >
            <span className="caps mb-0.5 block text-muted lg:hidden">{t(SOIL_NAMES[soil])}</span>
            {face}
            {shown && (
              <CellEditor
                anchor={cellId(row.id, soil)}
                recipe={recipe}
                cell={cell}
                of={of}
                begun={open.begun}
                save={(next) => save(row, soil, () => next)}
                close={() => edit(row, null)}
              />
            )}
          </div>
        );
      })}
    </div>
  );
});

/** What a cell says, for those who hear it: its strength and its time. */
const inWords = (cell: RecipeCell): string =>
  cell.kind === 'not'
    ? cell.instead || t('not for this')
    : [shortSaid(cell.strength), cell.dwell && dwellInWords(cell.dwell, t)].filter(Boolean).join(', ');

export const cellId = (recipeId: number, soil: SoilLevel) => `cell-${recipeId}-${soil}`;

function onKey(
  { row, manager, edit, save, move }: Props,
  soil: SoilLevel,
  cell: RecipeCell,
  event: KeyboardEvent<HTMLElement>,
): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  if (event.key.startsWith('Arrow') || event.key === 'Home' || event.key === 'End') {
    move(row, soil, event);
    return;
  }
  if (!manager) return;
  const step = { '+': 'stronger', '=': 'stronger', '-': 'weaker' }[event.key] as
    | 'stronger'
    | 'weaker'
    | undefined;
  if (event.key === 'Enter' || event.key === 'F2') edit(row, { soil, begun: null });
  else if (step && cell.kind === 'mix') {
    save(row, soil, (c) => (c.kind === 'mix' ? { ...c, strength: stepStrength(c.strength, step) } : c));
  } else if (/^\d$/.test(event.key)) edit(row, { soil, begun: event.key });
  else if (event.key === 'Delete' && cell.kind === 'mix')
    save(row, soil, () => ({ soil, kind: 'not', instead: '' }));
  else return;
  event.preventDefault();
}

function RowName({ row, of, named }: { row: RecipeRow; of: InBook | null; named: boolean }) {
  const recipe = now(row);
  const state = !row.published ? t('draft, never published') : row.draft ? t('draft') : null;
  return (
    <div role="rowheader" className="col-span-5 mb-1.5 leading-tight lg:col-span-1 lg:mb-0">
      <Link to={`/recipes/${row.id}`} className="inline-block min-h-7 font-bold">
        {recipe.name}
      </Link>
      {state && (
        <span className="ml-2 border border-ink px-1.5 text-[0.82rem] whitespace-nowrap">{state}</span>
      )}
      <p className="text-[0.94rem] text-muted">
        {[named && of?.product.name, t(USE_NAMES[recipe.use]), of?.vessel.name].filter(Boolean).join(', ')}
      </p>
      {of?.product.retired && (
        <p className="text-[0.94rem] font-bold">
          {t('{0} is retired: choose what took its place.', of.product.name)}
        </p>
      )}
      {of?.vessel.retired && (
        <p className="text-[0.94rem] font-bold">
          {t('{0} is out of use: choose another vessel.', of.vessel.name)}
        </p>
      )}
      {of?.standards.draw?.known === 'never' && (
        <p className="mt-1 flex gap-1.5 text-[0.88rem] leading-tight">
          <span aria-hidden className="hatch w-1 shrink-0" />
          <span>
            {t('Draw never measured:')}{' '}
            <Link to={`/rigs/vessels/${of.vessel.id}/measure`}>{t('measure it')}</Link>
          </span>
        </p>
      )}
    </div>
  );
}

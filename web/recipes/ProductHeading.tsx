import { useState } from 'react';
import { Link } from 'react-router';
import type { Recipe } from '#core/recipes/recipe.ts';
import { stepLevels } from '#core/recipes/strengthSteps.ts';
import { inBook } from '#core/recipes/vehicleCost.ts';
import { SOIL_NAMES, type SoilLevel } from '#core/soil/soil.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { t } from '../lib/speech.ts';
import { Watch } from '../ui/Refusal.tsx';
import type { BookLine } from './bookLines.ts';
import { type BookFacts, now } from './useBook.ts';
import type { Edit } from './useEdits.ts';

type Props = {
  line: Extract<BookLine, { kind: 'product' }>;
  book: BookFacts;
  manager: boolean;
  change: (edit: Edit) => Promise<unknown>;
};

/** A product above its uses, and what is done to all of them at once. */
export function ProductHeading({ line, book, manager, change }: Props) {
  const { name, productId, rows } = line;
  const product = book.products.get(productId);
  const diluted = product?.state !== 'readyToUse';
  const [held, setHeld] = useState<Held[]>([]);
  const step = (way: 'weaker' | 'stronger') => {
    const seen = rows.map((row) => ({ row, of: stepped(now(row), book, way) }));
    setHeld(
      seen.flatMap(({ row, of }) =>
        of.atLimit.length > 0 ? [{ name: now(row).name, way, levels: of.atLimit }] : [],
      ),
    );
    const moved = seen.filter(({ row, of }) => of.cells.some((c, i) => c !== now(row).cells[i]));
    if (moved.length === 0) return;
    void change({
      label: t('{0}, one step {1}', name, way === 'weaker' ? t('weaker') : t('stronger')),
      recipeIds: moved.map(({ row }) => row.id),
      apply: (recipe) => ({ ...recipe, cells: stepped(recipe, book, way).cells }),
    });
  };
  return (
    <div
      role="row"
      className="flex min-h-10 flex-wrap items-end justify-between gap-x-5 border-b border-hairline pt-2.5 pb-1"
    >
      <div role="rowheader">
        <h2 className="text-[1.06rem] leading-tight">
          <Link to={`/stock/products/${productId}`} className="inline-block min-h-7 pt-1 no-underline">
            {name}
          </Link>
        </h2>
      </div>
      {manager && diluted && (
        <span role="gridcell" className="no-print flex items-center gap-4 text-[0.94rem] text-muted">
          {t('{0} one step', rows.length > 1 ? t('All {0} uses', rows.length) : t('All levels'))}
          {(['weaker', 'stronger'] as const).map((way) => (
            <button
              key={way}
              type="button"
              aria-label={t('{0}: one step {1}', name, way === 'weaker' ? t('weaker') : t('stronger'))}
              className="min-h-8 px-1 text-ink underline underline-offset-4"
              onClick={() => step(way)}
            >
              {way === 'weaker' ? t('weaker') : t('stronger')}
            </button>
          ))}
        </span>
      )}
      {held.length > 0 && (
        <div role="gridcell" className="no-print w-full">
          <div role="status">
            {held.map((h) => (
              <Watch key={h.name} word={`${h.name}:`}>
                {h.way === 'stronger'
                  ? t('{0} as strong as it may be, and left so.', levelsOf(h))
                  : t('{0} as weak as it may be, and left so.', levelsOf(h))}
              </Watch>
            ))}
          </div>
        </div>
      )}
    </div>
  );
}

const levelsOf = ({ levels }: Held): string => levels.map((soil) => t(SOIL_NAMES[soil])).join(', ');

/** Levels of a recipe that were left as they are, since they are at a limit. */
type Held = { name: string; way: 'weaker' | 'stronger'; levels: readonly SoilLevel[] };

/** The levels of a recipe a step on, none past the label or what may be on the panel. */
function stepped(recipe: Recipe, book: BookFacts, way: 'weaker' | 'stronger') {
  const of = inBook(recipe, book);
  const band = of?.standards.bands.find((b) => (b.basis === 'panel') === recipe.onPanel);
  const q = of?.standards.q ?? 1;
  const { panelFloor, panelCeiling } = of?.standards.use ?? { panelFloor: null, panelCeiling: null };
  const onBasis = (f: number) => (recipe.onPanel ? f : f / q);
  const least = Math.max(band?.least ?? 1e-6, panelFloor === null ? 0 : onBasis(panelFloor));
  const most = Math.min(band?.most ?? 1, panelCeiling === null ? 1 : onBasis(panelCeiling));
  return stepLevels(recipe.cells, way, { least: least as Fraction, most: most as Fraction });
}

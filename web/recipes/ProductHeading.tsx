import { Link } from 'react-router';
import type { Recipe } from '#core/recipes/recipe.ts';
import { shiftLevels } from '#core/recipes/strengthSteps.ts';
import { inBook } from '#core/recipes/vehicleCost.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { t } from '../lib/speech.ts';
import type { BookLine } from './bookLines.ts';
import type { BookFacts } from './useBook.ts';
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
  const step = (way: 'weaker' | 'stronger') =>
    void change({
      label: t('{0}, one step {1}', name, way),
      recipeIds: rows.map((r) => r.id),
      apply: (recipe) => shifted(recipe, book, way),
    });
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
    </div>
  );
}

/** Every level takes the strength beside it, and none leaves the label that was within it. */
function shifted(recipe: Recipe, book: BookFacts, way: 'weaker' | 'stronger'): Recipe {
  const of = inBook(recipe, book);
  const band = of?.standards.bands.find((b) => (b.basis === 'panel') === recipe.onPanel);
  const q = of?.standards.q ?? 1;
  const { panelFloor, panelCeiling } = of?.standards.use ?? { panelFloor: null, panelCeiling: null };
  const onBasis = (f: number) => (recipe.onPanel ? f : f / q);
  const least = Math.max(band?.least ?? 1e-6, panelFloor === null ? 0 : onBasis(panelFloor));
  const most = Math.min(band?.most ?? 1, panelCeiling === null ? 1 : onBasis(panelCeiling));
  const edge = { least: least as Fraction, most: most as Fraction };
  return { ...recipe, cells: shiftLevels(recipe.cells, way, edge) };
}

import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, memo, useCallback, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { RecipeRow } from '#contract/recipes.ts';
import type { RecipeCell } from '#core/recipes/recipe.ts';
import { SOIL_LEVELS, SOIL_NAMES, SOIL_SIGNS, type SoilLevel } from '#core/soil/soil.ts';
import { t } from '../lib/speech.ts';
import { usePrinting } from '../ui/usePrinting.ts';
import { BookLineOf, COLUMNS, cellId, type Open } from './BookRow.tsx';
import type { BookLine } from './bookLines.ts';
import { ProductHeading } from './ProductHeading.tsx';
import { type BookFacts, now } from './useBook.ts';
import type { Edit } from './useEdits.ts';

type Props = {
  lines: readonly BookLine[];
  book: BookFacts;
  /** Each recipe names its product, where no heading does. */
  named: boolean;
  manager: boolean;
  change: (edit: Edit) => Promise<unknown>;
};

/** The ruled page of the book. It alone is drawn anew as it scrolls. */
export const BookGrid = memo(function BookGrid({ lines, book, named, manager, change }: Props) {
  const [active, setActive] = useState<{ id: number; soil: SoilLevel } | null>(null);
  const [open, setOpen] = useState<{ id: number; at: NonNullable<Open> } | null>(null);
  const top = useRef<HTMLDivElement>(null);
  const [above, setAbove] = useState(0);
  useLayoutEffect(() => setAbove(top.current?.offsetTop ?? 0), []);
  const printing = usePrinting();
  const virtual = useWindowVirtualizer({
    count: lines.length,
    estimateSize: (i) => (lines[i]?.kind === 'product' ? 41 : 64),
    overscan: printing ? lines.length : 6,
    scrollMargin: above,
    getItemKey: (i) => {
      const line = lines[i];
      return line?.kind === 'recipe' ? line.row.id : t('product {0}', line?.productId);
    },
  });

  const rowIds = useMemo(() => lines.flatMap((l) => (l.kind === 'recipe' ? [l.row.id] : [])), [lines]);
  const goTo = useCallback(
    (id: number, soil: SoilLevel) => {
      setActive({ id, soil });
      const at = lines.findIndex((l) => l.kind === 'recipe' && l.row.id === id);
      virtual.scrollToIndex(at, { align: 'auto' });
      requestAnimationFrame(() => document.getElementById(cellId(id, soil))?.focus());
    },
    [lines, virtual],
  );
  const move = useCallback(
    (row: RecipeRow, soil: SoilLevel, event: KeyboardEvent) => {
      event.preventDefault();
      const at = rowIds.indexOf(row.id);
      const down = { ArrowUp: -1, ArrowDown: 1 }[event.key] ?? 0;
      const across = { ArrowLeft: -1, ArrowRight: 1, Home: -4, End: 4 }[event.key] ?? 0;
      const id = rowIds[Math.max(0, Math.min(rowIds.length - 1, at + down))] ?? row.id;
      goTo(id, Math.max(0, Math.min(4, soil + across)) as SoilLevel);
    },
    [rowIds, goTo],
  );
  const edit = useCallback((row: RecipeRow, at: Open) => {
    setOpen(at && { id: row.id, at });
    if (at) setActive({ id: row.id, soil: at.soil });
  }, []);
  const focus = useCallback((row: RecipeRow, soil: SoilLevel) => setActive({ id: row.id, soil }), []);
  const save = useCallback(
    (row: RecipeRow, soil: SoilLevel, to: (cell: RecipeCell) => RecipeCell) => {
      setOpen(null);
      void change({
        label: `${now(row).name}, ${t(SOIL_NAMES[soil])}`,
        recipeIds: [row.id],
        apply: (recipe) => ({ ...recipe, cells: recipe.cells.map((c) => (c.soil === soil ? to(c) : c)) }),
      });
      requestAnimationFrame(() => document.getElementById(cellId(row.id, soil))?.focus());
    },
    [change],
  );
  const first = active ?? (rowIds[0] === undefined ? null : { id: rowIds[0], soil: 0 as SoilLevel });
  return (
    <div
      role="grid"
      aria-label={t('The book')}
      aria-rowcount={rowIds.length}
      ref={top}
      className="print:table print:w-full"
    >
      <div
        role="rowgroup"
        className="sticky top-[var(--strip,0px)] z-[4] break-inside-avoid print:static print:table-header-group"
      >
        <div
          role="row"
          className={`${COLUMNS} hidden border-t-2 border-b border-ink bg-ground py-1.5 lg:grid`}
        >
          <span role="columnheader" className="caps self-end text-muted">
            {t('Use')}
          </span>
          {SOIL_LEVELS.map((soil) => (
            <span key={soil} role="columnheader" className="caps" title={t(SOIL_SIGNS[soil])}>
              {soil} {t(SOIL_NAMES[soil])}
            </span>
          ))}
        </div>
      </div>
      {rowIds.length === 0 && (
        <p className="ruled border-faint py-5">{t('No recipe matches. Remove a filter.')}</p>
      )}
      <div
        role="rowgroup"
        className="relative print:table-row-group print:!h-auto"
        style={{ height: virtual.getTotalSize() }}
      >
        {virtual.getVirtualItems().map((item) => {
          const line = lines[item.index];
          if (!line) return null;
          return (
            <div
              key={item.key}
              data-index={item.index}
              ref={virtual.measureElement}
              className={`absolute inset-x-0 top-0 break-inside-avoid print:static print:!transform-none ${line.kind === 'product' ? 'break-after-avoid' : ''}`}
              style={{ transform: `translateY(${item.start - virtual.options.scrollMargin}px)` }}
            >
              {line.kind === 'product' ? (
                <ProductHeading line={line} book={book} manager={manager} change={change} />
              ) : (
                <BookLineOf
                  row={line.row}
                  book={book}
                  named={named}
                  manager={manager}
                  active={first?.id === line.row.id ? first.soil : null}
                  open={open?.id === line.row.id ? open.at : null}
                  move={move}
                  focus={focus}
                  edit={edit}
                  save={save}
                />
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
});

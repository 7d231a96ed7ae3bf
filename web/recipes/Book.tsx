import { useWindowVirtualizer } from '@tanstack/react-virtual';
import {
  type KeyboardEvent,
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { useSearchParams } from 'react-router';
import type { RecipeRow } from '#contract/recipes.ts';
import { atLeast } from '#contract/roles.ts';
import type { RecipeCell } from '#core/recipes/recipe.ts';
import { SOIL_LEVELS, SOIL_NAMES, SOIL_SIGNS, type SoilLevel } from '#core/soil/soil.ts';
import { useSession } from '../app/session.tsx';
import { EmptyVessel } from '../bench/EmptyBench.tsx';
import { ButtonLink, PaperLink } from '../ui/Button.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { BookFilters, useBookFilter } from './BookFilters.tsx';
import { BookFoot } from './BookFoot.tsx';
import { BookLineOf, COLUMNS, cellId, type Open } from './BookRow.tsx';
import { filterBook, linesOf } from './bookLines.ts';
import { ProductHeading } from './ProductHeading.tsx';
import { type Book as BookOf, now, useBook } from './useBook.ts';
import { useEdits } from './useEdits.ts';

/** The manager's book: products and their uses down, soil levels across. */
export default function Book() {
  const { book, error } = useBook();
  const { who, shop } = useSession();
  const manager = atLeast(who.role, 'manager');
  // A book that could not be asked for anew is still the book.
  if (!book) return error && <Refusal problem={error} />;
  if (book.rows.length === 0) {
    return (
      <EmptyVessel title="No recipes yet" units={shop.units}>
        {manager ? (
          <ButtonLink look="main" bay to="/recipes/new">
            Write the first recipe
          </ButtonLink>
        ) : (
          <p>A manager writes what is mixed how strong. Until then, mix by product on the Bench.</p>
        )}
      </EmptyVessel>
    );
  }
  return <OpenBook book={book} manager={manager} />;
}

function OpenBook({ book, manager }: { book: BookOf; manager: boolean }) {
  const [params, setParams] = useSearchParams();
  const { filter, sort } = useBookFilter(params);
  const shown = useMemo(() => filterBook(book.rows, book.ground, filter), [book, filter]);
  const lines = useMemo(() => linesOf(shown, book.ground, sort), [shown, book.ground, sort]);
  const drafts = book.rows.filter((r) => r.draft).length;
  const edits = useEdits();
  const { edit: change, undo, last } = edits;

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
      return line?.kind === 'recipe' ? line.row.id : `product ${line?.productId}`;
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
        label: `${now(row).name}, ${SOIL_NAMES[soil]}`,
        recipeIds: [row.id],
        apply: (recipe) => ({ ...recipe, cells: recipe.cells.map((c) => (c.soil === soil ? to(c) : c)) }),
      });
      requestAnimationFrame(() => document.getElementById(cellId(row.id, soil))?.focus());
    },
    [change],
  );
  useUndoKey(last ? undo : null);

  const first = active ?? (rowIds[0] === undefined ? null : { id: rowIds[0], soil: 0 as SoilLevel });
  return (
    <Page
      title="Recipes"
      actions={
        <>
          <ButtonLink to="/recipes/costs">What it costs</ButtonLink>
          <ButtonLink to="/recipes/trials">Half and half</ButtonLink>
          <PaperLink href={cardsPath(shown, book.rows)}>Cards</PaperLink>
          {manager && <ButtonLink to="/recipes/new">Write a recipe</ButtonLink>}
          {manager && drafts > 0 && (
            <ButtonLink look="main" to="/recipes/publish">
              Publish {drafts} {drafts === 1 ? 'draft' : 'drafts'}
            </ButtonLink>
          )}
        </>
      }
    >
      <BookFilters
        filter={filter}
        sort={sort}
        rows={book.rows}
        book={book.ground}
        manager={manager}
        set={(more) => setParams(more, { replace: true })}
      />
      <div role="grid" aria-label="The book" aria-rowcount={rowIds.length} ref={top}>
        <div
          role="row"
          className={`${COLUMNS} sticky top-0 z-[4] hidden border-t-2 border-b border-ink bg-ground py-1.5 lg:grid`}
        >
          <span role="columnheader" className="caps self-end text-muted">
            Use
          </span>
          {SOIL_LEVELS.map((soil) => (
            <span key={soil} role="columnheader" className="caps" title={SOIL_SIGNS[soil]}>
              {soil} {SOIL_NAMES[soil]}
            </span>
          ))}
        </div>
        {rowIds.length === 0 && (
          <p className="ruled border-faint py-5">No recipe is like that. Take a filter away.</p>
        )}
        <div role="rowgroup" className="relative print:!h-auto" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((item) => {
            const line = lines[item.index];
            if (!line) return null;
            return (
              <div
                key={item.key}
                data-index={item.index}
                ref={virtual.measureElement}
                className="absolute inset-x-0 top-0 break-inside-avoid print:static print:!transform-none"
                style={{ transform: `translateY(${item.start - virtual.options.scrollMargin}px)` }}
              >
                {line.kind === 'product' ? (
                  <ProductHeading line={line} book={book.ground} manager={manager} change={change} />
                ) : (
                  <BookLineOf
                    row={line.row}
                    book={book.ground}
                    named={sort !== 'product'}
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
      {manager && <BookFoot edits={edits} book={book} />}
    </Page>
  );
}

/** The cards of the recipes that are shown and published, an A5 page each. */
function cardsPath(shown: readonly RecipeRow[], all: readonly RecipeRow[]): string {
  const ids = shown.filter((r) => r.published).map((r) => r.id);
  return `/api/recipes/cards.pdf${shown.length < all.length ? `?recipes=${ids.join(',')}` : ''}`;
}

/** While the page prints, every line of it is there. */
function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    const paper = window.matchMedia('print');
    const follow = () => setPrinting(paper.matches);
    const before = () => setPrinting(true);
    const after = () => setPrinting(false);
    paper.addEventListener('change', follow);
    window.addEventListener('beforeprint', before);
    window.addEventListener('afterprint', after);
    return () => {
      paper.removeEventListener('change', follow);
      window.removeEventListener('beforeprint', before);
      window.removeEventListener('afterprint', after);
    };
  }, []);
  return printing;
}

/** Ctrl Z takes the last change in the book back, while no field has the focus. */
function useUndoKey(undo: (() => void) | null): void {
  useEffect(() => {
    if (!undo) return;
    const onKey = (event: globalThis.KeyboardEvent) => {
      if (event.key !== 'z' || !(event.ctrlKey || event.metaKey) || event.shiftKey) return;
      if ((event.target as HTMLElement).closest('input, textarea')) return;
      event.preventDefault();
      undo();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undo]);
}

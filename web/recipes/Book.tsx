import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import type { RecipeRow } from '#contract/recipes.ts';
import { atLeast } from '#contract/roles.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { ButtonLink, PaperLink } from '../ui/Button.tsx';
import { EmptyVessel } from '../ui/EmptyVessel.tsx';
import type { Needs } from '../ui/fetched.tsx';
import { Page } from '../ui/Page.tsx';
import { useKeydown } from '../ui/useKeydown.ts';
import { BookFilters, useBookFilter } from './BookFilters.tsx';
import { BookFoot } from './BookFoot.tsx';
import { BookGrid } from './BookGrid.tsx';
import { filterBook, linesOf } from './bookLines.ts';
import { LadderLegend } from './MiniLadder.tsx';
import { BOOK, type Book as BookOf, useBook } from './useBook.ts';
import { useEdits } from './useEdits.ts';

Book.needs = (() => BOOK) satisfies Needs;

/** The manager's book: products and their uses down, soil levels across. */
export default function Book() {
  const book = useBook();
  const { who, shop } = useSession();
  const manager = atLeast(who.role, 'manager');
  if (book.rows.length === 0) {
    return (
      <EmptyVessel title={t('No recipes yet')} units={shop.units}>
        {manager ? (
          <ButtonLink look="main" bay to="/recipes/new">
            {t('Write the first recipe')}
          </ButtonLink>
        ) : (
          <p>{t('A manager writes what is mixed how strong. Until then, mix by product on the Bench.')}</p>
        )}
      </EmptyVessel>
    );
  }
  return <OpenBook book={book} manager={manager} />;
}

function OpenBook({ book, manager }: { book: BookOf; manager: boolean }) {
  const [params, setParams] = useSearchParams();
  const { filter, sort } = useBookFilter(params);
  const shown = useMemo(() => filterBook(book.rows, book.facts, filter), [book, filter]);
  const lines = useMemo(() => linesOf(shown, book.facts, sort), [shown, book.facts, sort]);
  const drafts = book.rows.filter((r) => r.draft).length;
  const edits = useEdits();
  const { edit: change, undo, last } = edits;

  useUndoKey(last ? undo : null);
  return (
    <Page
      title={t('Recipes')}
      actions={
        <>
          <ButtonLink to="/recipes/costs">{t('What it costs')}</ButtonLink>
          <ButtonLink to="/recipes/trials">{t('Side-by-side test')}</ButtonLink>
          <PaperLink href={cardsPath(shown, book.rows)}>{t('Cards')}</PaperLink>
          {manager && <ButtonLink to="/recipes/new">{t('Write a recipe')}</ButtonLink>}
          {manager && drafts > 0 && (
            <ButtonLink look="main" to="/recipes/publish">
              {t('Publish {0} {1}', drafts, drafts === 1 ? t('draft') : t('drafts'))}
            </ButtonLink>
          )}
        </>
      }
    >
      <BookFilters
        filter={filter}
        sort={sort}
        rows={book.rows}
        book={book.facts}
        manager={manager}
        set={(more) => setParams(more, { replace: true })}
      />
      <LadderLegend drafts={drafts > 0} />
      <BookGrid
        lines={lines}
        book={book.facts}
        named={sort !== 'product'}
        manager={manager}
        change={change}
      />
      {manager && <BookFoot edits={edits} book={book} />}
    </Page>
  );
}

/** The cards of the recipes that are shown and published, an A5 page each. */
function cardsPath(shown: readonly RecipeRow[], all: readonly RecipeRow[]): string {
  const ids = shown.filter((r) => r.published).map((r) => r.id);
  return `/api/recipes/cards.pdf${shown.length < all.length ? `?recipes=${ids.join(',')}` : ''}`;
}

/** Ctrl Z takes the last change in the book back, while no field has the focus. */
function useUndoKey(undo: (() => void) | null): void {
  useKeydown(
    undo &&
      ((event) => {
        if (event.key !== 'z' || !(event.ctrlKey || event.metaKey) || event.shiftKey) return;
        if ((event.target as HTMLElement).closest('input, textarea')) return;
        event.preventDefault();
        undo();
      }),
  );
}

import { compareRecipes, differenceInWords } from '#core/recipes/compare.ts';
import { comparedBy } from '#core/recipes/vehicleCost.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { type Book, now } from './useBook.ts';
import type { useEdits } from './useEdits.ts';

/** What was last done in the book, to be taken back; what went wrong; and a choice where someone else was quicker. */
export function BookFoot({ edits, book }: { edits: ReturnType<typeof useEdits>; book: Book }) {
  const { last, saving, error, clash } = edits;
  if (!last && !error && !clash) return null;
  return (
    <div className="no-print sticky bottom-(--above-places) z-[5] -mx-4 border-t border-ink bg-ground px-4 py-1.5 lg:bottom-0 lg:-mx-8 lg:px-8">
      {error && (
        <div className="flex flex-wrap items-center gap-x-5">
          <Refusal problem={error} />
          <Button onClick={edits.forgetError}>{t('OK')}</Button>
        </div>
      )}
      {last && !error && (
        <p aria-live="polite" className="flex min-h-12 flex-wrap items-center gap-x-5">
          <span>
            {t('Kept as a draft:')} <strong>{last.label}</strong>
          </span>
          <button
            type="button"
            className="min-h-12 underline underline-offset-4"
            aria-keyshortcuts="Control+Z"
            disabled={saving}
            onClick={edits.undo}
          >
            {t('Undo')}
          </button>
        </p>
      )}
      {clash && <ClashOf edits={edits} book={book} />}
    </div>
  );
}

function ClashOf({ edits, book }: { edits: ReturnType<typeof useEdits>; book: Book }) {
  const { shop } = useSession();
  const { clash } = edits;
  if (!clash) return null;
  const theirs = now(clash.current);
  const differs = compareRecipes(theirs, clash.mine, comparedBy(book.facts));
  return (
    <Dialog title={t('Someone else was quicker')} close={edits.takeTheirs}>
      <div className="flex flex-col gap-4 p-5">
        <p>
          {t('{0} changed', theirs.savedBy)} <strong>{theirs.name}</strong>{' '}
          {t('in between. Theirs to yours:')}
        </p>
        <ul className="border-t border-hairline">
          {differs.map((d) => (
            <li key={d.what} className="ruled border-faint py-1.5">
              {differenceInWords(d, theirs.name, shop.currency, t)}
            </li>
          ))}
          {differs.length === 0 && <li className="py-1.5">{t('They made the same change.')}</li>}
        </ul>
        <div className="flex flex-wrap gap-3">
          <Button onClick={edits.takeTheirs}>{t('Take theirs')}</Button>
          <Button look="main" onClick={() => void edits.keepMine()}>
            {t('Keep mine')}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}

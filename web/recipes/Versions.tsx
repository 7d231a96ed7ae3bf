import { useMutation } from '@tanstack/react-query';
import { contentOf, type RecipeRow, type RecipeVersion } from '#contract/recipes.ts';
import { compareRecipes, differenceInWords } from '#core/recipes/compare.ts';
import { compareGround, grounded } from '#core/recipes/vehicleCost.ts';
import { patch } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { askAgain, versionsQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';
import { clockTime, shopDay } from '../ui/dates.ts';
import { Refusal } from '../ui/Refusal.tsx';
import { RecipeLevels } from './RecipeLevels.tsx';
import type { BookGround } from './useBook.ts';

/** Every published version, the newest first: what it changed, by whom and why; to be opened, and brought back. */
export function Versions({ row, book, manager }: { row: RecipeRow; book: BookGround; manager: boolean }) {
  const { data: versions = [], error } = useQuery(versionsQuery(row.id));
  if (error) return <Refusal problem={error} />;
  if (versions.length === 0) return null;
  return (
    <section aria-label={t('Versions')}>
      <h2 className="mb-2">{t('Versions')}</h2>
      <ol className="border-t-2 border-ink">
        {versions.map((version, i) => (
          <VersionLine
            key={version.versionId}
            version={version}
            before={versions[i + 1] ?? null}
            row={row}
            book={book}
            back={manager && i > 0}
          />
        ))}
      </ol>
    </section>
  );
}

type Props = {
  version: RecipeVersion;
  before: RecipeVersion | null;
  row: RecipeRow;
  book: BookGround;
  back: boolean;
};

function VersionLine({ version, before, row, book, back }: Props) {
  const { shop } = useSession();
  const differs = before ? compareRecipes(before, version, compareGround(book)) : [];
  const of = grounded(version, book);
  const bringing = useMutation({
    mutationFn: () =>
      patch(`/recipes/${row.id}`, { ...contentOf(version), retired: row.retired }, row.revision),
    onSettled: () => askAgain('recipes'),
  });
  const at = version.publishedAt ?? version.savedAt;
  return (
    <li className="ruled border-faint py-2">
      <div className="flex flex-wrap items-baseline justify-between gap-x-5">
        <p>
          <strong>{t('Version {0}', version.number)}</strong>, {shopDay(at, shop.zone)}{' '}
          {clockTime(at, shop.zone)}, {version.publishedBy}: {version.why}
        </p>
        {back && (
          <Button className="no-print" disabled={bringing.isPending} onClick={() => bringing.mutate()}>
            {t('Bring it back')}
          </Button>
        )}
      </div>
      <ul>
        {differs.map((d) => (
          <li key={d.what} className="leading-snug">
            {differenceInWords(d, version.name, shop.currency, t)}
          </li>
        ))}
      </ul>
      {of && row.published?.versionId !== version.versionId && (
        <details>
          <summary className="min-h-8 cursor-pointer text-muted">{t('What it said')}</summary>
          <RecipeLevels recipe={version} of={of} book={book} recipeId={0} />
        </details>
      )}
      {bringing.error && <Refusal problem={bringing.error} />}
    </li>
  );
}

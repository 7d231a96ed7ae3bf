import { contentOf, type RecipeRow, type RecipeVersion } from '#contract/recipes.ts';
import { compareRecipes, differenceInWords } from '#core/recipes/compare.ts';
import { comparedBy, inBook } from '#core/recipes/vehicleCost.ts';
import { patch } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { versionsQuery } from '../state/queries.ts';
import { useCommand } from '../state/useCommand.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';
import { shopDay, timeOfDay } from '../ui/dates.ts';
import { More } from '../ui/More.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { RecipeLevels } from './RecipeLevels.tsx';
import type { BookFacts } from './useBook.ts';

/** Every published version, the newest first: what it changed, by whom and why; to be opened, and brought back. */
export function Versions({ row, book, manager }: { row: RecipeRow; book: BookFacts; manager: boolean }) {
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
  book: BookFacts;
  back: boolean;
};

function VersionLine({ version, before, row, book, back }: Props) {
  const { shop } = useSession();
  const differs = before ? compareRecipes(before, version, comparedBy(book)) : [];
  const of = inBook(version, book);
  const bringing = useCommand(() =>
    patch(`/recipes/${row.id}`, { ...contentOf(version), retired: row.retired }, row.revision),
  );
  const at = version.publishedAt ?? version.savedAt;
  return (
    <li className="ruled border-faint py-2">
      <div className="flex flex-wrap items-baseline justify-between gap-x-5">
        <p>
          <strong>{t('Version {0}', version.number)}</strong>, {shopDay(at, shop.zone)}{' '}
          {timeOfDay(at, shop.zone)}, {version.publishedBy}: {version.why}
        </p>
        {back && (
          <Button className="no-print" disabled={bringing.waiting} onClick={() => bringing.run()}>
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
        <More title={t('What it said')} plain>
          <RecipeLevels recipe={version} of={of} book={book} recipeId={0} />
        </More>
      )}
      {bringing.refusal && <Refusal problem={bringing.refusal} />}
    </li>
  );
}

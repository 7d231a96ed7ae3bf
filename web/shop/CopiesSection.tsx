import type { Shop } from '#contract/shop.ts';
import { backupsQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { PaperLink } from '../ui/Button.tsx';
import { clockTime, shopDay } from '../ui/dates.ts';
import { Refusal } from '../ui/Refusal.tsx';

/** Copies of the books: when they were made, how one is put back, and the whole shop as a file. */
export function CopiesSection({ shop }: { shop: Shop }) {
  const { data, error } = useQuery(backupsQuery);
  if (error) return <Refusal problem={error} />;
  if (!data) return null;
  const command = shop.demo ? 'npm run restore -- --demo' : 'npm run restore --';
  return (
    <section aria-label="Copies of the books">
      <h2 className="mb-2">Copies of the books</h2>
      <p className="mb-3">
        One is made each night and kept for two weeks, the last of each month for a year. Put one back where
        the program runs, with the program stopped:{' '}
        <code className="reading">
          {command} {data.copies[0]?.name ?? 'NAME'}
        </code>
        . What was there before is kept beside it.
      </p>
      {data.copies.length === 0 ? (
        <p className="text-muted">None was made yet. The first comes tonight.</p>
      ) : (
        <ul className="mb-5 max-h-60 max-w-xl overflow-auto border-t border-hairline">
          {data.copies.map(({ name, at }) => (
            <li key={name} className="ruled flex justify-between gap-3 border-faint py-2">
              <span>
                {shopDay(at, shop.zone)}, <span className="reading">{clockTime(at, shop.zone)}</span>
              </span>
              <span className="text-muted">{name}</span>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-4 flex flex-wrap items-center gap-x-5 gap-y-2">
        <PaperLink href="/api/backups/shop.json">The whole shop as JSON</PaperLink>
        <p className="min-w-0 flex-1 basis-60 text-muted">
          Every row of the books. It holds everyone’s PIN in a form that can be guessed: keep it where you
          keep the keys.
        </p>
      </div>
    </section>
  );
}

import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { RecipeRow } from '#contract/recipes.ts';
import { refuse } from '#contract/refusals.ts';
import { atLeast } from '#contract/roles.ts';
import type { Refusal as CoreRefusal } from '#core/outcome.ts';
import { compareRecipes, differenceInWords } from '#core/recipes/compare.ts';
import { mayPublish } from '#core/recipes/judge.ts';
import type { RecipeCell } from '#core/recipes/recipe.ts';
import { comparedBy, inBook } from '#core/recipes/vehicleCost.ts';
import { SOIL_NAMES } from '#core/soil/soil.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { shortSaid, t } from '../lib/speech.ts';
import { useCommand } from '../state/useCommand.ts';
import { Button, ButtonLink } from '../ui/Button.tsx';
import { shopDay, timeOfDay } from '../ui/dates.ts';
import type { Needs } from '../ui/fetched.tsx';
import { TypedField } from '../ui/Labelled.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { TickBox } from '../ui/Tick.tsx';
import { useGo } from '../ui/useGo.ts';
import { BOOK, type BookFacts, useBook } from './useBook.ts';

Publish.needs = (() => BOOK) satisfies Needs;

/** Drafts beside what is published, in words and figures; those that are ticked become what the crew mixes from. */
export default function Publish() {
  const book = useBook();
  const { who } = useSession();
  if (!atLeast(who.role, 'manager')) {
    return (
      <Page title={t('Publish')}>
        <p>{t('A manager publishes recipes. Ask yours to.')}</p>
      </Page>
    );
  }
  return <Drafts rows={book.rows.filter((r) => r.draft)} book={book.facts} />;
}

function Drafts({ rows, book }: { rows: RecipeRow[]; book: BookFacts }) {
  const go = useGo();
  const { who } = useSession();
  const [params] = useSearchParams();
  const cameFrom = Number(params.get('recipe'));
  // Ticked is what somebody came to publish: that one, or what they changed themselves. Somebody else's draft is theirs.
  // It may be heard of only after the page is there, and is ticked all the same, until somebody ticks by hand.
  const [byHand, setChosen] = useState<number[] | null>(null);
  const chosen =
    byHand ??
    rows.filter((r) => (cameFrom ? r.id === cameFrom : r.draft?.savedBy === who.name)).map((r) => r.id);
  const [why, setWhy] = useState('');
  const [asked, setAsked] = useState(false);
  const stands = new Map(rows.map((row) => [row.id, standing(row, book)]));
  const ticked = rows.filter((row) => chosen.includes(row.id) && !stands.get(row.id));
  const publishing = useCommand(
    () =>
      post<RecipeRow[]>('/recipes/publications', {
        drafts: ticked.map((row) => ({ recipeId: row.id, revision: row.revision })),
        why,
      }),
    () => go('/recipes'),
  );
  if (rows.length === 0) {
    return (
      <Page title={t('Publish')} actions={<ButtonLink to="/recipes">{t('Back to the book')}</ButtonLink>}>
        <p>{t('There is no draft: everything in the book is published.')}</p>
      </Page>
    );
  }
  const missing: CoreRefusal | null = asked && why.trim() === '' ? refuse('publish.why', {}) : null;
  return (
    <Page title={t('Publish')} actions={<ButtonLink to="/recipes">{t('Back to the book')}</ButtonLink>}>
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          setAsked(true);
          if (why.trim() !== '' && ticked.length > 0) publishing.run();
        }}
      >
        <ol className="border-t-2 border-ink">
          {rows.map((row) => (
            <DraftLine
              key={row.id}
              row={row}
              book={book}
              stands={stands.get(row.id) ?? null}
              ticked={ticked.includes(row)}
              tick={(yes) => setChosen(yes ? [...chosen, row.id] : chosen.filter((id) => id !== row.id))}
            />
          ))}
        </ol>
        <div className="mt-5 flex max-w-2xl flex-col gap-4">
          <TypedField
            label={t('Why')}
            value={why}
            maxLength={200}
            placeholder={t('such as: quarry road wet, heavy sides came up grey')}
            onChange={(event) => setWhy(event.target.value)}
            error={missing && <Refusal problem={missing} />}
            hint={t('Kept with the version, for the crew and for later.')}
          />
          {publishing.refusal && <Refusal problem={publishing.refusal} />}
          <Button
            type="submit"
            look="main"
            className="self-start"
            disabled={ticked.length === 0 || publishing.waiting}
          >
            {publishing.waiting
              ? t('Publishing ...')
              : ticked.length === 1
                ? t('Publish {0}', ticked[0]?.draft?.name)
                : t('Publish {0} recipes', ticked.length)}
          </Button>
        </div>
      </form>
    </Page>
  );
}

/** What stands in the way of publishing a draft, if anything does. */
function standing({ draft }: RecipeRow, book: BookFacts): CoreRefusal | null {
  const of = draft && inBook(draft, book);
  if (!draft || !of) return null;
  if (of.product.retired || of.vessel.retired) {
    const what = of.product.retired ? of.product.name : of.vessel.name;
    return refuse('recipe.outOfUse', { what });
  }
  for (const cell of draft.cells) {
    const may = cell.kind === 'mix' ? mayPublish(cell, draft.onPanel, of.standards) : null;
    if (may && !may.ok) return may;
  }
  return null;
}

function DraftLine(props: {
  row: RecipeRow;
  book: BookFacts;
  stands: CoreRefusal | null;
  ticked: boolean;
  tick: (yes: boolean) => void;
}) {
  const { row, book, stands, ticked, tick } = props;
  const { shop } = useSession();
  const { draft, published } = row;
  if (!draft) return null;
  const differs = published ? compareRecipes(published, draft, comparedBy(book)) : [];
  return (
    <li className="ruled grid grid-cols-[auto_minmax(0,1fr)] gap-x-4 border-faint py-3">
      <TickBox
        label={t('Publish {0}', draft.name)}
        className="mt-1 size-7"
        checked={ticked}
        disabled={stands !== null}
        set={tick}
      />
      <div className="flex flex-col gap-1">
        <p>
          <Link to={`/recipes/${row.id}`} className="font-bold">
            {draft.name}
          </Link>{' '}
          <span className="text-[0.94rem] text-muted">
            {t(
              '{0}, by {1}, {2} {3}',
              published ? t('version {0} to {1}', published.number, draft.number) : t('never published'),
              draft.savedBy,
              shopDay(draft.savedAt, shop.zone),
              timeOfDay(draft.savedAt, shop.zone),
            )}
          </span>
        </p>
        <ul>
          {differs.map((d) => (
            <li key={d.what} className="leading-snug">
              {differenceInWords(d, draft.name, shop.currency, t)}
            </li>
          ))}
          {!published && <li>{draft.cells.map(inWords).join('; ')}</li>}
        </ul>
        {stands && (
          <div className="flex flex-wrap items-center gap-x-4">
            <Refusal problem={stands} />
            <Link to={`/recipes/${row.id}/change`}>{t('Change it')}</Link>
          </div>
        )}
      </div>
    </li>
  );
}

const inWords = (cell: RecipeCell): string =>
  `${t(SOIL_NAMES[cell.soil])} ${cell.kind === 'not' ? t('not for this') : shortSaid(cell.strength)}`;

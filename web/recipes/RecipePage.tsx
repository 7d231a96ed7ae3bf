import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { contentOf, type RecipeRow } from '#contract/recipes.ts';
import { atLeast } from '#contract/roles.ts';
import { FILM_NAMES, USE_NAMES } from '#core/products/uses.ts';
import { AGITATION_NAMES, cellAt, DIRECTION_NAMES, type Recipe, RINSE_NAMES } from '#core/recipes/recipe.ts';
import { inBook, takes } from '#core/recipes/vehicleCost.ts';
import { BODY_NAMES, USUAL_BODY } from '#core/soil/bodies.ts';
import { SOIL_KIND_NAMES, type SoilLevel } from '#core/soil/soil.ts';
import { ZONE_NAMES } from '#core/soil/zones.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { ProductCare } from '../bench/pour/Cautions.tsx';
import { FilmSeen } from '../clocks/FilmSeen.tsx';
import { startPath } from '../clocks/startDraft.ts';
import { patch } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { drawInWords } from '../rigs/drawInWords.ts';
import { useShowsProducts } from '../state/onScreen.ts';
import { recipeOrNew } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { Button, ButtonLink, PaperLink } from '../ui/Button.tsx';
import type { Needs } from '../ui/fetched.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal, Watch } from '../ui/Refusal.tsx';
import { RetireButton } from '../ui/RetireButton.tsx';
import { RecipeForm } from './RecipeForm.tsx';
import { RecipeLevels } from './RecipeLevels.tsx';
import { Suggestions } from './Suggestions.tsx';
import type { InBook } from './useBook.ts';
import { BOOK_FACTS, type BookFacts, now, useBookFacts } from './useBook.ts';
import { Versions } from './Versions.tsx';

RecipePage.needs = (({ params: { id } }) => [recipeOrNew(id), ...BOOK_FACTS]) satisfies Needs;

/** A recipe: what it says, what it stands on, what came of it, and every version there was. */
export default function RecipePage({ change = false }: { change?: boolean }) {
  const { id } = useParams();
  const { who } = useSession();
  const [row] = useAsked(recipeOrNew(id));
  const facts = useBookFacts();
  const manager = atLeast(who.role, 'manager');
  if (!row) return manager ? <RecipeForm row={null} /> : <ForManagers />;
  if (change) return manager ? <RecipeForm key={row.id} row={row} /> : <ForManagers />;
  return <RecipeFacts row={row} book={facts} manager={manager} />;
}

/** Grime, or the level nearest to it that the recipe is for. */
const usualLevel = (row: RecipeRow): SoilLevel =>
  ([2, 1, 3, 0, 4] as const).find((k) => row.published && cellAt(row.published, k)?.kind === 'mix') ?? 2;

const ForManagers = () => (
  <Page title={t('Recipes')}>
    <p>{t('A manager writes recipes. Ask yours to, or mix by product on the Bench.')}</p>
  </Page>
);

function RecipeFacts({ row, book, manager }: { row: RecipeRow; book: BookFacts; manager: boolean }) {
  const recipe = now(row);
  const of = inBook(recipe, book);
  if (!of) return null;
  return (
    <Page
      title={recipe.name}
      actions={
        <>
          {row.published && (
            <PaperLink href={`/api/recipes/cards.pdf?recipes=${row.id}`}>{t('Its card')}</PaperLink>
          )}
          {manager && <Retire row={row} />}
          {manager && <ButtonLink to={`/recipes/${row.id}/change`}>{t('Change it')}</ButtonLink>}
          {row.published && !row.retired && (
            <ButtonLink to={startPath({ recipeId: row.id, soil: usualLevel(row) })}>
              {t('Start a clock')}
            </ButtonLink>
          )}
          {row.published && !row.retired && (
            <ButtonLink look="main" to={`/bench?recipe=${row.id}`}>
              {t('Mix it')}
            </ButtonLink>
          )}
        </>
      }
    >
      {row.retired && (
        <p className="mb-3 font-bold">{t('Retired: nobody mixes by it. Its history stays.')}</p>
      )}
      {row.draft && <DraftNote row={row} />}
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-x-13 gap-y-8 lg:grid-cols-[minmax(0,1fr)_20rem]">
        <div className="flex flex-col gap-8">
          <RecipeLevels recipe={recipe} of={of} book={book} recipeId={row.id} />
          <Suggestions row={row} of={of} book={book} manager={manager} />
          <Versions row={row} book={book} manager={manager} />
        </div>
        <div className="flex flex-col gap-5">
          <ProductCare product={of.product} />
          {recipe.cautions && <Watch word={t('Warning.')}>{recipe.cautions}</Watch>}
          <Facts recipe={recipe} of={of} book={book} code={row.code} />
          <FilmSeen productId={of.product.id} />
        </div>
      </div>
    </Page>
  );
}

function Facts(props: { recipe: Recipe; of: InBook; book: BookFacts; code: string }) {
  const { recipe, of, book, code } = props;
  useShowsProducts(recipe.productId);
  const { shop } = useSession();
  const mix = takes(recipe, of, USUAL_BODY);
  const { draw } = of.standards;
  const dial = of.vessel.dials.find((d) => d.id === recipe.dialId)?.name;
  const machine = recipe.machineId === null ? t('a garden hose') : book.machines.get(recipe.machineId)?.name;
  const facts: [string, React.ReactNode][] = [
    [t('Code'), code],
    [
      t('Product'),
      <Link key="product" to={`/stock/products/${of.product.id}`}>
        {of.product.name}
      </Link>,
    ],
    [t('Use'), t(USE_NAMES[recipe.use])],
    [t('Mixed in'), of.vessel.name],
    ...(draw
      ? ([[t('Set'), t('dial {0}, on {1}; draw {2}', dial, machine, drawInWords(draw))]] as [
          string,
          string,
        ][])
      : []),
    [t('Soil'), recipe.soilKinds.map((k) => t(SOIL_KIND_NAMES[k])).join(', ') || 'any'],
    [t('Where'), recipe.zones.map((z) => t(ZONE_NAMES[z])).join(', ') || t('wherever its use is')],
    [t('Put on as'), recipe.film ? t(FILM_NAMES[recipe.film]) : t('washed or wiped on')],
    [
      t('A {0} takes', t(BODY_NAMES[USUAL_BODY])),
      mix
        ? t('{0} of mix{1}', formatVolume(mix.ul, shop.units), mix.by === 'bucket' ? t(', a fill') : '')
        : t('nobody has measured it'),
    ],
    [t('Worked with'), t(AGITATION_NAMES[recipe.agitation])],
    [t('Rinse'), `${t(RINSE_NAMES[recipe.rinse])}, ${t(DIRECTION_NAMES[recipe.direction])}`],
    ...(recipe.cleanCheck ? ([[t('Clean?'), recipe.cleanCheck]] as [string, string][]) : []),
    ...limitFacts(of),
    ...(recipe.notes ? ([[t('Notes'), recipe.notes]] as [string, string][]) : []),
  ];
  return (
    <dl className="border-t-2 border-ink">
      {facts.map(([name, what]) => (
        <div
          key={name}
          className="ruled grid grid-cols-[7.5rem_minmax(0,1fr)] gap-3 border-faint py-1.5 leading-snug"
        >
          <dt className="text-muted">{name}</dt>
          <dd>{what}</dd>
        </div>
      ))}
    </dl>
  );
}

function limitFacts({ standards: { use, bands } }: InBook): [string, string][] {
  const percent = (f: number) => formatPercent(f as Fraction);
  const [floor, ceiling] = [use?.panelFloor, use?.panelCeiling];
  const panel =
    floor && ceiling
      ? t('{0} to {1}', percent(floor), percent(ceiling))
      : floor
        ? t('from {0}', percent(floor))
        : ceiling && t('up to {0}', percent(ceiling));
  return [
    ...bands.map(
      ({ least, most, basis }) =>
        [
          t('Label'),
          `${least === most ? percent(least) : t('{0} to {1}', percent(least), percent(most))} ${basis === 'panel' ? t('on the panel') : basis === 'bucket' ? t('in the bucket') : t('in the bottle')}`,
        ] as [string, string],
    ),
    ...(panel ? ([[t('On the panel'), panel]] as [string, string][]) : []),
  ];
}

function DraftNote({ row }: { row: RecipeRow }) {
  const [problem, setProblem] = useState<Error | null>(null);
  const { draft, published } = row;
  if (!draft) return null;
  const discard = async () => {
    if (!published) return;
    try {
      await patch(`/recipes/${row.id}`, { ...contentOf(published), retired: row.retired }, row.revision);
    } catch (error) {
      setProblem(error as Error);
    }
  };
  return (
    <div className="mb-5 flex flex-wrap items-center gap-x-5 gap-y-2">
      <Watch word={t('A draft.')}>
        {published
          ? t(
              'The crew still mixes by version {0}. What is shown here is {1}’s draft.',
              published.number,
              draft.savedBy,
            )
          : t('It was never published: the crew does not see it.')}
      </Watch>
      <ButtonLink to={`/recipes/publish?recipe=${row.id}`}>{t('Compare and publish')}</ButtonLink>
      {published && <Button onClick={() => void discard()}>{t('Discard the draft')}</Button>}
      {problem && <Refusal problem={problem} />}
    </div>
  );
}

/** Out of use, or back: every version stays either way. */
function Retire({ row }: { row: RecipeRow }) {
  const send = () =>
    patch(`/recipes/${row.id}`, { ...contentOf(now(row)), retired: !row.retired }, row.revision);
  return <RetireButton retired={row.retired} send={send} />;
}

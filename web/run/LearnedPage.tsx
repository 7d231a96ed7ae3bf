import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { FilmFactor } from '#contract/clocks.ts';
import { atLeast } from '#contract/roles.ts';
import type { LearnedRow } from '#contract/runs.ts';
import { SEED_WEIGHT, shrunk } from '#core/planning/learned.ts';
import { STEP_NAMES, type StepKind } from '#core/planning/steps.ts';
import { DELIVERY_NAMES, type Delivery } from '#core/products/delivery.ts';
import { FILM_NAMES } from '#core/products/uses.ts';
import { SOIL_NAMES, type SoilLevel } from '#core/soil/soil.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { filmFactorsQuery, productsQuery, recipesQuery } from '../state/queries.ts';
import { learnedRowsQuery } from '../state/runQueries.ts';
import { useAsked } from '../state/useAsked.ts';
import { useCommand } from '../state/useCommand.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { dayInWords, dayOf } from '../ui/dates.ts';
import type { Needs } from '../ui/fetched.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal } from '../ui/Refusal.tsx';

LearnedPage.needs = (() => [learnedRowsQuery, filmFactorsQuery, productsQuery, recipesQuery]) satisfies Needs;

/** What the shop's own runs say beside the seeds, how much it rests on, and learned anew in one tap. */
export default function LearnedPage() {
  const [rows] = useAsked(learnedRowsQuery);
  const of = (what: LearnedRow['what']) => rows.filter((r) => r.what === what);
  return (
    <Page title={t('Learned from runs')} actions={<ButtonLink to="/run">{t('All runs')}</ButtonLink>}>
      <p className="mb-5 max-w-2xl">
        {t(
          'Plans go by the seeds and by your own runs together. A seed counts as much as {0} runs: with {0} of your own it is half and half.',
          SEED_WEIGHT,
        )}
      </p>
      {rows.length === 0 && <p>{t('No run is over yet.')}</p>}
      <div className="grid items-start gap-x-13 gap-y-8 xl:grid-cols-2">
        <Part name={t('Minutes to the square metre')} rows={of('minutes')} />
        <div className="flex flex-col gap-8">
          <Part name={t('Mix to the square metre')} rows={of('rate')} />
          <Part name={t('Checks')} rows={of('check')} />
          <DryingHere />
        </div>
      </div>
    </Page>
  );
}

function Part({ name, rows }: { name: string; rows: readonly LearnedRow[] }) {
  if (rows.length === 0) return null;
  return (
    <section aria-label={name}>
      <h2>{name}</h2>
      <ul className="border-t-2 border-ink">
        {rows.map((row) => (
          <Line key={row.about} row={row} />
        ))}
      </ul>
    </section>
  );
}

/** How long films stay wet here: of films that were seen to dry, at their clocks. */
function DryingHere() {
  const [factors] = useAsked(filmFactorsQuery);
  if (factors.length === 0) return null;
  return (
    <section aria-label={t('Drying')}>
      <h2>{t('Drying')}</h2>
      <ul className="border-t-2 border-ink">
        {factors.map((of) => (
          <FilmLine key={`${of.productId} ${of.film}`} of={of} />
        ))}
      </ul>
    </section>
  );
}

function FilmLine({ of }: { of: FilmFactor }) {
  const { who } = useSession();
  const reset = useCommand(() => post('/film-factors/resets', { productId: of.productId, film: of.film }));
  return (
    <li className="ruled flex flex-wrap items-center gap-x-4 border-faint py-1.5">
      <span className="min-w-0 flex-1 basis-44 leading-snug">
        <Link to={`/stock/products/${of.productId}`}>
          {of.productName}, {t(FILM_NAMES[of.film])}
        </Link>
        <span className="block text-muted">
          {of.seen.length === 1 ? t('1 film seen to dry') : t('{0} films seen to dry', of.seen.length)}
        </span>
      </span>
      <span className="reading text-[1.3rem]">{besideSeed(of.k)}</span>
      {atLeast(who.role, 'lead') && (
        <Tap waits={reset.waiting} run={() => reset.run()}>
          {t('Learn anew')}
        </Tap>
      )}
      <Refusal problem={reset.refusal} />
    </li>
  );
}

function Tap(props: { waits: boolean; run: () => void; children: ReactNode }) {
  return (
    <button
      type="button"
      className="min-h-12 underline underline-offset-4"
      disabled={props.waits}
      onClick={props.run}
    >
      {props.children}
    </button>
  );
}

function Line({ row }: { row: LearnedRow }) {
  const { who, shop } = useSession();
  const said = useAbout(row);
  const { what, about, ratios, resetAt } = row;
  const reset = useCommand((path: string) =>
    post(path, { what, about }, { intent: `${what} ${about} ${resetAt ?? ''}` }),
  );
  return (
    <li className="ruled flex flex-wrap items-center gap-x-4 border-faint py-1.5">
      <span className="min-w-0 flex-1 basis-44 leading-snug">
        <strong>{said}</strong>
        <span className="block text-muted">
          {restsOn(row)}
          {resetAt && `, ${t('learned anew since {0}', dayInWords(dayOf(new Date(resetAt), shop.zone)))}`}
        </span>
      </span>
      <span className="reading text-[1.3rem]">{figureOf(row)}</span>
      {atLeast(who.role, 'lead') && (
        <>
          {ratios.length > 0 && (
            <Tap waits={reset.waiting} run={() => reset.run('/runs/learned/resets')}>
              {t('Learn anew')}
            </Tap>
          )}
          {resetAt && (
            <Tap waits={reset.waiting} run={() => reset.run('/runs/learned/resets/returns')}>
              {t('Undo')}
            </Tap>
          )}
        </>
      )}
      {reset.refusal && <Refusal problem={reset.refusal} />}
    </li>
  );
}

function restsOn({ what, ratios, checks }: LearnedRow): string {
  if (ratios.length === 0) return t('seed');
  if (what === 'check') return checks === 1 ? t('1 check') : t('{0} checks', checks);
  return ratios.length === 1 ? t('1 run of your own') : t('{0} runs of your own', ratios.length);
}

function figureOf({ what, ratios, checks }: LearnedRow): string {
  if (what === 'check') {
    const failed = ratios.reduce((sum, r) => sum + r, 0);
    return t('{0} failed', checks === 0 ? 0 : failed);
  }
  return besideSeed(shrunk(ratios));
}

/** How much more or less than the seed. */
function besideSeed(factor: number): string {
  const percent = Math.round(100 * (factor - 1));
  return percent === 0
    ? t('as the seed')
    : percent > 0
      ? t('{0} % more', percent)
      : t('{0} % less', -percent);
}

/** What it is about, in words. */
function useAbout({ what, about }: LearnedRow): string {
  const [products, recipes] = useAsked(productsQuery, recipesQuery);
  const [of = '', told = ''] = about.split(' ');
  const level = SOIL_NAMES[Number(told) as SoilLevel];
  if (what === 'minutes') {
    const name = t(STEP_NAMES[of as StepKind]);
    return told === '-' || !level ? name : `${name}, ${t(level)}`;
  }
  if (what === 'rate') {
    const product = products.find((p) => p.id === Number(of))?.name ?? t('a product that is retired');
    return `${product}, ${t(DELIVERY_NAMES[told as Delivery])}`;
  }
  const recipe = recipes.find((r) => r.id === Number(of))?.published?.name ?? t('a recipe that is retired');
  return `${recipe}, ${t(level)}`;
}

import { addDays, lightFormat, parse } from 'date-fns';
import { Link, useSearchParams } from 'react-router';
import type { Job } from '#contract/jobs.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { METHOD_NAMES } from '#core/planning/methods.ts';
import type { PlanAnswer } from '#core/planning/planWash.ts';
import type { DayPrepared } from '#core/planning/prepareDay.ts';
import { SOIL_NAMES } from '#core/soil/soil.ts';
import { formatVolume, formatWater } from '#core/units/formatVolume.ts';
import { formatTimeOfDay } from '#core/units/timeOfDay.ts';
import { useSession } from '../lib/session.tsx';
import { shopNow } from '../lib/shopNow.ts';
import { shortSaid, t } from '../lib/speech.ts';
import { VESSEL_NAMES } from '../rigs/kinds.ts';
import { jobsQuery, placesQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button, ButtonLink } from '../ui/Button.tsx';
import { moneyColumn } from '../ui/columns.tsx';
import { dayInWords, dayOf } from '../ui/dates.ts';
import type { Needs } from '../ui/fetched.tsx';
import { TypedField } from '../ui/Labelled.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal, Watch } from '../ui/Refusal.tsx';
import { saveTable } from '../ui/Table.tsx';
import type { TableColumn } from '../ui/tableColumn.ts';
import { Calendar } from './Calendar.tsx';
import { JOB_STATES } from './JobHere.tsx';
import { minutes } from './PlanSteps.tsx';
import { PrepareHead } from './PrepareHead.tsx';
import { PLAN_NEEDS } from './planShop.ts';
import {
  mixLine,
  SHEET_FOOT,
  shortWaterWords,
  soakedWords,
  towelWords,
  waterAndTowels,
} from './prepareLines.ts';
import { useDayPlans } from './useDayPlans.ts';

Day.needs = (() => [...PLAN_NEEDS, placesQuery]) satisfies Needs;

const dayBeside = (day: string, days: number): string =>
  lightFormat(addDays(parse(day, 'yyyy-MM-dd', new Date()), days), 'yyyy-MM-dd');
const NO_JOBS: readonly Job[] = [];
const isDay = (text: string | null): text is string =>
  /^\d{4}-\d{2}-\d{2}$/.test(text ?? '') && !Number.isNaN(Date.parse(text ?? ''));

/** The vehicles of a day, and what they take together: mixed once, loaded once, and short before anybody starts. */
export default function Day() {
  const { shop: settings } = useSession();
  const [params, setParams] = useSearchParams();
  const today = dayOf(shopNow(), settings.zone);
  const asked = params.get('day');
  const day = isDay(asked) ? asked : today;
  const { data: jobs, error } = useQuery(jobsQuery(day, day));
  const { made, prepared } = useDayPlans(jobs ?? NO_JOBS, day);
  const to = (to: string) => setParams({ day: to });
  return (
    <Page
      title={day === today ? t('Today') : dayInWords(day)}
      actions={
        <>
          <ButtonLink to="/plan" look="main">
            {t('Another vehicle')}
          </ButtonLink>
          {made.length > 0 && (
            <Button
              className="no-print"
              onClick={() => saveTable(`jobs ${day}`, columns(settings), jobs ?? [])}
            >
              {t('Save as CSV')}
            </Button>
          )}
        </>
      }
    >
      <div className="no-print mb-5 grid max-w-xl grid-cols-[auto_minmax(0,1fr)_auto] items-end gap-3">
        <Button aria-label={t('The day before')} onClick={() => to(dayBeside(day, -1))}>
          {t('Before')}
        </Button>
        <TypedField
          label={t('Day')}
          type="date"
          value={day}
          onChange={(event) => isDay(event.target.value) && to(event.target.value)}
        />
        <Button aria-label={t('The day after')} onClick={() => to(dayBeside(day, 1))}>
          {t('After')}
        </Button>
      </div>
      <p className="hidden print:block">{dayInWords(day)}</p>
      {error && <Refusal problem={error} />}
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-x-13 gap-y-8 lg:grid-cols-2">
        <div>
          <section aria-label={t('Vehicles')}>
            <h2 className="flex min-h-13 items-end border-b-2 border-ink pb-1">{t('Vehicles')}</h2>
            {jobs?.length === 0 && (
              <p className="py-2 text-muted">
                {t('Nothing is on the list of this day. A vehicle is put there from its plan.')}
              </p>
            )}
            <ul>
              {made.map(({ job, plan, whole }) => (
                <JobRow key={job.id} job={job} plan={plan} elapsedS={whole?.elapsedS ?? null} />
              ))}
            </ul>
          </section>
          <Calendar day={day} />
        </div>
        <Together day={day} jobs={jobs ?? []} prepared={prepared} />
      </div>
    </Page>
  );
}

const columns = (settings: ReturnType<typeof useSession>['shop']): TableColumn<Job>[] => [
  { name: 'Vehicle', value: (j) => j.vehicle },
  { name: 'Day', value: (j) => j.day },
  { name: 'Time', value: (j) => (j.atMin === null ? '' : formatTimeOfDay(j.atMin)) },
  { name: 'Where', value: (j) => j.placeName ?? '' },
  { name: 'Who', value: (j) => j.personName ?? '' },
  moneyColumn('Price', settings, (j) => j.priceMinor),
  { name: 'Body', value: (j) => j.said.body ?? '' },
  { name: 'Level', value: (j) => j.said.level ?? '' },
  { name: 'Note', value: (j) => j.note },
  { name: t('State'), value: (j) => JOB_STATES()[j.state] },
];

function JobRow(props: { job: Job; plan: PlanAnswer; elapsedS: number | null }) {
  const { job, plan, elapsedS } = props;
  const { shop } = useSession();
  const { atMin, vehicle, placeName, personName, priceMinor, note, state } = job;
  const who = [placeName, personName, priceMinor === null ? null : formatMoney(priceMinor, shop.currency)];
  const level = job.said.level;
  return (
    <li className={`ruled border-faint ${state === 'waits' ? '' : 'text-muted'}`}>
      <Link
        to={`/plan?job=${job.id}`}
        className="grid min-h-16 grid-cols-[3.6rem_minmax(0,1fr)] items-baseline gap-x-3 py-2 no-underline hover:underline sm:grid-cols-[3.6rem_minmax(0,1fr)_auto]"
      >
        <span className="reading text-[1.1rem]">{atMin === null ? '' : formatTimeOfDay(atMin)}</span>
        <span className="min-w-0 leading-snug">
          <strong className="text-[1.12rem]">{vehicle}</strong>
          <span className="block text-muted">{who.filter(Boolean).join(', ')}</span>
          {note && <span className="block text-muted">{note}</span>}
        </span>
        <span className="leading-snug max-sm:col-start-2 sm:text-right">
          {state !== 'waits' ? (
            JOB_STATES()[state]
          ) : plan.ok ? (
            <>
              <span className="reading">
                {t('{0} min', minutes(elapsedS === null ? plan.minutes.elapsed : elapsedS / 60))}
              </span>
              <span className="text-muted max-sm:ml-3 sm:block">
                {t(METHOD_NAMES[plan.method])}
                {level !== undefined && `, ${t(SOIL_NAMES[level]).toLowerCase()}`}
              </span>
            </>
          ) : (
            <strong className="text-stop">{t('Not as it stands')}</strong>
          )}
        </span>
      </Link>
    </li>
  );
}

const LACKS = (): Record<DayPrepared['incomplete'][number]['lacks'], string> => ({
  recipe: t('A step has no recipe.'),
  word: t('It waits for a manager’s word.'),
  window: t('Something would dry too fast as it stands.'),
});

function Together({ day, jobs, prepared }: { day: string; jobs: readonly Job[]; prepared: DayPrepared }) {
  const { shop } = useSession();
  const [places] = useAsked(placesQuery);
  const nameOf = (id: number) => jobs.find((j) => j.id === id)?.vehicle ?? '';
  const placeOf = (id: number | null) => places.find((p) => p.id === id)?.name ?? t('Place not said');
  const sheet = () => ({
    title: t('To prepare'),
    under: `${dayInWords(day)}, ${t('{0} vehicles', jobs.filter((j) => j.state === 'waits').length)}`,
    sections: prepared.loads.map((load) => ({
      name: placeOf(load.placeId),
      rows: [
        ...load.mixes.map((mix) =>
          mixLine(mix, {
            shop,
            into: VESSEL_NAMES()[mix.chosen.of.vessel.kind].toLowerCase(),
            note: mix.jobs.map(nameOf).join(', '),
          }),
        ),
        ...waterAndTowels(load, shop),
        ...(load.carried?.fromJob != null
          ? [
              {
                main: t('Short of water:'),
                note: shortWaterWords(load.carried, nameOf(load.carried.fromJob), shop),
                amount: '',
              },
            ]
          : []),
      ],
    })),
    foot: SHEET_FOOT(),
    path: `/plan/day?day=${day}`,
  });
  if (prepared.loads.length === 0 && prepared.refused.length === 0) return null;
  return (
    <section aria-label={t('To prepare')}>
      <PrepareHead sheet={sheet} />
      {prepared.refused.map((id) => (
        <Watch key={id} word={`${nameOf(id)}:`}>
          <Link to={`/plan?job=${id}`}>{t('It is not washed as it stands.')}</Link>
        </Watch>
      ))}
      {prepared.incomplete.map(({ id, lacks }) => (
        <Watch key={id} word={`${nameOf(id)}:`}>
          <Link to={`/plan?job=${id}`}>{LACKS()[lacks]}</Link>
        </Watch>
      ))}
      {prepared.short.map(({ product, neededUl, stockUl, fromJob, instead }) => (
        <Watch key={product.id} word={t('Short of {0}:', product.name)}>
          {t(
            '{0} is needed, {1} is there: not enough from {2} on.',
            formatVolume(neededUl, shop.units),
            formatVolume(stockUl, shop.units),
            nameOf(fromJob),
          )}{' '}
          {instead.length > 0 && t('Instead: {0}.', instead.join(', '))}
        </Watch>
      ))}
      {prepared.loads.map((load) => (
        <section key={load.placeId} aria-label={placeOf(load.placeId)} className="mt-4">
          <h3 className="text-[1.2rem]">{placeOf(load.placeId)}</h3>
          <ul className="border-t border-ink">
            {load.mixes.map((mix) => (
              <li
                key={`${mix.chosen.of.id} ${mix.chosen.level}`}
                className="ruled grid grid-cols-[minmax(0,1fr)_auto] gap-x-4 border-faint py-2"
              >
                <p className="min-w-0 leading-snug">
                  <span className="reading text-[1.1rem] text-product">
                    {shortSaid(mix.chosen.cell.strength)}
                  </span>{' '}
                  <strong>{mix.chosen.of.product.name}</strong>,{' '}
                  {VESSEL_NAMES()[mix.chosen.of.vessel.kind].toLowerCase()}
                  {mix.fills > 1 && ` (${t('{0} fills', mix.fills)})`}
                  <span className="block text-[0.94rem] text-muted">{mix.jobs.map(nameOf).join(', ')}</span>
                </p>
                <p className="text-right">
                  <span className="reading">{formatVolume(mix.mixUl, shop.units)}</span>
                  {mix.chosen.judged.bottle < 1 && (
                    <span className="block text-[0.94rem] text-muted">
                      {t('{0} of product', formatVolume(mix.productUl, shop.units))}
                    </span>
                  )}
                </p>
              </li>
            ))}
          </ul>
          <p className="mt-2">
            <span className="reading">{formatWater(load.litres, shop.units)}</span> {t('of water.')}{' '}
            {towelWords(load.towels)} {soakedWords(load.soaked)}
          </p>
          {load.carried?.fromJob != null && (
            <Watch word={t('Short of water:')}>
              {shortWaterWords(load.carried, nameOf(load.carried.fromJob), shop)}
            </Watch>
          )}
        </section>
      ))}
    </section>
  );
}

import type { Remote } from 'comlink';
import { useCallback, useDeferredValue, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { Job } from '#contract/jobs.ts';
import type { WeatherNow } from '#contract/weather.ts';
import { type Assessment, SPOT_KINDS, type Spot, type SpotKind, sized } from '#core/planning/assessment.ts';
import { contradictions } from '#core/planning/contradictions.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { dueOn, type Treated } from '#core/planning/intervals.ts';
import type { WashZone } from '#core/planning/levels.ts';
import { METHOD_NAMES } from '#core/planning/methods.ts';
import { type Plan as Planned, type PlanRefused, type PlanShop, planWash } from '#core/planning/planWash.ts';
import type { Soak } from '#core/planning/soaks.ts';
import { STEP_NAMES } from '#core/planning/steps.ts';
import { treatmentsOf } from '#core/planning/treatments.ts';
import { SOIL_LEVELS, SOIL_NAMES, SOIL_SIGNS, type SoilLevel } from '#core/soil/soil.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../lib/session.tsx';
import { shopNow } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { jobQuery, vehiclesQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button, ButtonLink } from '../ui/Button.tsx';
import { dayOf } from '../ui/dates.ts';
import type { Needs } from '../ui/fetched.tsx';
import { ListField } from '../ui/Labelled.tsx';
import { Marks } from '../ui/Marks.tsx';
import { More } from '../ui/More.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal, Stop, Watch } from '../ui/Refusal.tsx';
import { useGo } from '../ui/useGo.ts';
import { Waiting } from '../ui/Waiting.tsx';
import type { Plans } from '../workers/plan.worker.ts';
import { Answers, BodyField } from './Answers.tsx';
import { Course } from './Course.tsx';
import { DueHere } from './DueHere.tsx';
import { JobHere } from './JobHere.tsx';
import { Lies } from './Lies.tsx';
import { ByHours, ByMethods } from './Otherwise.tsx';
import { minutes, PlanSteps } from './PlanSteps.tsx';
import { Prepare } from './Prepare.tsx';
import { usePlanDraft } from './planDraft.ts';
import { PLAN_NEEDS, startMs, usePlanShop } from './planShop.ts';
import { FIELD_WORDS, SPOT_WORDS } from './planWords.ts';
import { useWorkedOut } from './planWorker.ts';
import { SoilOutline } from './SoilOutline.tsx';
import { VehicleName } from './VehicleName.tsx';
import { WhatChanges } from './WhatChanges.tsx';

Plan.needs = (() => PLAN_NEEDS) satisfies Needs;

/** The vehicle in front of you: what is seen of it, and beside it what is done, with which mixes, and why. */
export default function Plan() {
  const [params] = useSearchParams();
  const id = Number(params.get('job')) || null;
  const { data: job, error } = useQuery({ ...jobQuery(id ?? 0), enabled: id !== null });
  if (error && !job) {
    return (
      <Page title={t('Plan')} actions={<ButtonLink to="/plan">{t('Another vehicle')}</ButtonLink>}>
        <Refusal problem={error} />
      </Page>
    );
  }
  if (id !== null && !job) return <Waiting />;
  return <PlanOf key={id ?? 'new'} job={job ?? null} />;
}

/** What was done to the vehicle of a name, where it was here before. */
function useTreated(job: Job | null, name: string): readonly Treated[] {
  const words = useDeferredValue(name.trim());
  const { data: found } = useQuery({ ...vehiclesQuery(words), enabled: job === null && words !== '' });
  return job?.treated ?? found?.find((v) => v.name.toLowerCase() === words.toLowerCase())?.treated ?? NOTHING;
}
const NOTHING: readonly Treated[] = [];

function PlanOf({ job }: { job: Job | null }) {
  const { who, shop: settings } = useSession();
  const go = useGo();
  const draft = usePlanDraft(who.personId, job);
  const { name, rename, say, startOver } = draft;
  // The same answers are the same object: nothing is planned anew while somebody types elsewhere.
  const saidNow = JSON.stringify(draft.said);
  const said = useMemo(() => JSON.parse(saidNow) as Assessment, [saidNow]);
  const { shop, weather, weatherKnown } = usePlanShop(startMs(job, settings.zone));
  const today = job?.day ?? dayOf(shopNow(), settings.zone);
  const treated = useTreated(job, name);
  const due = useMemo(() => dueOn(treated, today), [treated, today]);
  const seen = useMemo(() => sized(said), [said]);
  const later = useDeferredValue(said);
  const words = useMemo(() => (job?.words ?? []).map((w) => w.rule), [job]);
  const whole = useMemo(() => ({ ...later, due, words }), [later, due, words]);
  const plan = useMemo(() => planWash(whole, shop), [whole, shop]);
  const [dropping, setDropping] = useState<SpotKind | null>(null);
  const tap = (zone: WashZone) =>
    say(
      dropping
        ? { spots: withSpot(seen.spots, dropping, zone) }
        : { zones: dirtier(said.zones ?? {}, zone, seen.levels[zone]) },
    );
  const begun = job !== null || name !== '' || Object.keys(said).length > 0;
  const another = () => {
    if (job) go('/plan');
    else startOver();
  };
  return (
    <Page
      title={job ? job.vehicle : t('Plan')}
      actions={
        <>
          {begun && <Button onClick={another}>{t('Another vehicle')}</Button>}
          <ButtonLink to="/plan/day">{t('The day')}</ButtonLink>
        </>
      }
    >
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-x-13 gap-y-8 lg:grid-cols-[minmax(0,27rem)_minmax(0,1fr)]">
        <section aria-label={t('The vehicle')} className="no-print flex flex-col gap-4">
          {!job && (
            <VehicleName name={name} rename={rename} take={(vehicle) => rename(vehicle.name, vehicle.said)} />
          )}
          <JobHere
            job={job}
            draft={draft}
            planned={plan.ok ? treatmentsOf(plan) : []}
            saved={(row) => {
              startOver();
              go(`/plan?job=${row.id}`, { replace: true });
            }}
          />
          <DueHere treated={treated} today={today} />
          <p className="-mb-3 font-bold">{t('How dirty are sills and tail?')}</p>
          <Marks
            label={t('How dirty are sills and tail?')}
            value={said.level === undefined ? '' : String(said.level)}
            onChange={(level) => say({ level: Number(level) as SoilLevel })}
            options={SOIL_LEVELS.map((level) => ({
              value: String(level),
              name: (
                <>
                  {level} {t(SOIL_NAMES[level])}
                  <span className="block text-[0.88rem] font-normal text-muted">{t(SOIL_SIGNS[level])}</span>
                </>
              ),
            }))}
          />
          {plan.ok && (
            <a className="flex min-h-12 items-center lg:hidden" href="#plan">
              {t(
                'To the plan: {0}, {1} min',
                t(METHOD_NAMES[plan.method]).toLowerCase(),
                minutes(plan.minutes.elapsed),
              )}
            </a>
          )}
          <BodyField seen={seen} say={say} />
          <SoilOutline seen={seen} dropping={dropping} tap={tap} />
          <ListField
            label={t('A tap on a zone')}
            bay
            value={dropping ?? 'soil'}
            options={[
              { value: 'soil', name: t('makes it a level dirtier') },
              ...SPOT_KINDS.map((kind) => ({
                value: kind,
                name: t('drops {0} there, or takes them off', SPOT_WORDS()[kind].toLowerCase()),
              })),
            ]}
            onChange={(kind) => setDropping(kind === 'soil' ? null : (kind as SpotKind))}
          />
          <Answers seen={seen} say={say} />
          {contradictions(seen).map(({ id, because, remedy }) => (
            <Watch key={id} word={t(...because)}>
              {t(...remedy)}
            </Watch>
          ))}
        </section>
        {plan.ok ? (
          <PlanMade
            plan={plan}
            name={job?.vehicle ?? name}
            path={job ? `/plan?job=${job.id}` : '/plan'}
            jobId={job?.state === 'waits' ? job.id : null}
            said={whole}
            shop={shop}
            weather={weather}
            weatherKnown={weatherKnown}
            say={say}
          />
        ) : (
          <Refused plan={plan} />
        )}
      </div>
    </Page>
  );
}

/** A tap makes a zone a level dirtier; after caked it follows the rest again. */
function dirtier(
  zones: Partial<Record<WashZone, SoilLevel>>,
  zone: WashZone,
  level: SoilLevel,
): Partial<Record<WashZone, SoilLevel>> {
  const { [zone]: was, ...others } = zones;
  if (was === 4) return others;
  return { ...others, [zone]: SOIL_LEVELS[Math.min(4, level + 1)] as SoilLevel };
}

/** A spot dropped on a zone, or taken off where it is. */
function withSpot(spots: readonly Spot[], kind: SpotKind, zone: WashZone): Spot[] {
  const others = spots.filter((s) => s.kind !== kind);
  const zones = spots.find((s) => s.kind === kind)?.zones ?? [];
  const now = zones.includes(zone) ? zones.filter((z) => z !== zone) : [...zones, zone];
  return now.length > 0 ? [...others, { kind, zones: now, many: false }] : others;
}

function PlanMade(props: {
  plan: Planned;
  name: string;
  path: string;
  jobId: number | null;
  said: Assessment;
  shop: PlanShop;
  weather: WeatherNow | undefined;
  weatherKnown: boolean;
  say: (more: Assessment) => void;
}) {
  const { plan, said, shop, weather, weatherKnown, say } = props;
  const { shop: settings } = useSession();
  const ask = useCallback((of: Remote<Plans>) => of.completePlan(said, shop), [said, shop]);
  const worked = useWorkedOut(ask);
  // An answer to the question before is none to this one.
  const complete = worked && sameSteps(worked.plan, plan) ? worked : null;
  const schedule = complete?.schedule ?? null;
  const missing = plan.missing.length;
  return (
    <section id="plan" aria-label={t('What is done')} className="min-w-0 scroll-mt-4">
      <h2 className="text-[1.5rem]">{t(METHOD_NAMES[plan.method])}</h2>
      <p>{t(...plan.because)}</p>
      {plan.askedInVain && <Watch word={t('Not as asked for:')}>{t(...plan.askedInVain)}</Watch>}
      <dl className="my-4 flex flex-wrap gap-x-8 gap-y-2" aria-live="polite">
        <Figure name={t('About')}>
          {t('{0} min', minutes(schedule ? schedule.elapsedS / 60 : plan.minutes.elapsed))}
        </Figure>
        <Figure name={t('Water')}>{formatVolume(Math.round(plan.litres) * 1_000_000, settings.units)}</Figure>
        <Figure name={t('Product')}>
          {plan.productMinor === null ? t('not known') : formatMoney(plan.productMinor, settings.currency)}
        </Figure>
        <Figure name={t('Towels')}>{plan.towels.wiping + plan.towels.drying + plan.towels.wheels}</Figure>
      </dl>
      {plan.over && (
        <div className="mb-3">
          <Watch word={t('{0} min over.', minutes(plan.over.minutes))}>
            {plan.over.mayGo.length > 0
              ? t(
                  'May go, in this order: {0}.',
                  plan.steps
                    .filter((s) => plan.over?.mayGo.includes(s.id))
                    .sort(
                      (a, b) => (plan.over?.mayGo.indexOf(a.id) ?? 0) - (plan.over?.mayGo.indexOf(b.id) ?? 0),
                    )
                    .map((s) => t(STEP_NAMES[s.kind]).toLowerCase())
                    .join(', '),
                )
              : t('Nothing of it may go: a faster method, or more time.')}
          </Watch>
        </div>
      )}
      {missing > 0 && (
        <div className="mb-3">
          <Watch word={t('Not complete.')}>
            {missing === 1 ? t('One step has no recipe.') : t('{0} steps have no recipe.', missing)}
          </Watch>
        </div>
      )}
      {!weatherKnown && (
        <div className="mb-3">
          <Watch word={t('Weather not known.')}>{t('Mild and overcast is assumed.')}</Watch>
        </div>
      )}
      <PlanSteps plan={plan} complete={complete} shop={shop} jobId={props.jobId}>
        {(soak) => <NoWindow soak={soak} said={said} shop={shop} say={say} />}
      </PlanSteps>
      <p className="mt-3 text-muted">
        {t(
          'Minutes are seeds, and windows an estimate: once it is laid its clock says how long it may stay, and the eye wins. Safety data sheets, local codes and licensed practice decide.',
        )}
      </p>
      {schedule && <Course plan={plan} schedule={schedule} />}
      <Prepare plan={plan} name={props.name} path={props.path} stockUl={shop.stockUl} />
      <div className="no-print">
        <ByMethods said={said} plan={plan} shop={shop} choose={(method) => say({ method })} />
        <ByHours said={said} shop={shop} weather={weather} />
      </div>
      <WhatChanges said={said} plan={plan} shop={shop} />
      <Around plan={plan} />
    </section>
  );
}

/** Whether two plans do the same: one may have been made for what was said before. */
const sameSteps = (one: Planned, other: Planned): boolean =>
  one.seen.people === other.seen.people &&
  one.steps.length === other.steps.length &&
  one.steps.every((step, i) => step.id === other.steps[i]?.id);

/** What lies there dries before it is off: another place, in one tap. */
function NoWindow(props: { soak: Soak; said: Assessment; shop: PlanShop; say: (more: Assessment) => void }) {
  const { soak, said, shop, say } = props;
  const ask = useCallback((of: Remote<Plans>) => of.waysOut(said, shop), [said, shop]);
  const ways = useWorkedOut(ask) ?? [];
  return <Lies soak={soak} ways={ways} stand={(stand) => say({ stands: [stand] })} />;
}

function Figure({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div>
      <dt className="caps text-muted">{name}</dt>
      <dd className="reading text-[1.5rem] leading-tight">{children}</dd>
    </div>
  );
}

/** What the plan was made from and without: assumptions, other methods, what is left undone. */
function Around({ plan }: { plan: Planned }) {
  return (
    <div className="mt-5">
      <More title={t('What is assumed')}>
        <p>{plan.assumed.map((field) => FIELD_WORDS()[field]).join(', ')}.</p>
      </More>
      {plan.leftUndone.length > 0 && (
        <More title={t('What is left undone')}>
          <p>{plan.leftUndone.map((said) => t(...said)).join(', ')}.</p>
        </More>
      )}
    </div>
  );
}

function Refused({ plan }: { plan: PlanRefused }) {
  return (
    <section aria-label={t('What is done')}>
      <h2 className="mb-3 text-[1.5rem]">{t('Not as it stands')}</h2>
      <Stop reason={t(...plan.because)} remedy={t('What would allow it:')}>
        <ul className="list-disc pl-5">
          {plan.allow.map((allow) => (
            <li key={allow[0]}>{t(...allow)}</li>
          ))}
        </ul>
      </Stop>
    </section>
  );
}

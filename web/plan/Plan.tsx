import { useDeferredValue, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { Job } from '#contract/jobs.ts';
import { type Assessment, SPOT_KINDS, type Spot, type SpotKind, sized } from '#core/planning/assessment.ts';
import { contradictions } from '#core/planning/contradictions.ts';
import { dueOn, type Treated } from '#core/planning/intervals.ts';
import type { WashZone } from '#core/planning/levels.ts';
import { METHOD_NAMES } from '#core/planning/methods.ts';
import { planWash } from '#core/planning/planWash.ts';
import { soilOfSeason } from '#core/planning/season.ts';
import { treatmentsOf } from '#core/planning/treatments.ts';
import { SOIL_LEVELS, SOIL_NAMES, SOIL_SIGNS, type SoilLevel } from '#core/soil/soil.ts';
import { useSession } from '../lib/session.tsx';
import { shopNow } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { jobQuery, placesQuery, vehiclesQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button, ButtonLink } from '../ui/Button.tsx';
import { dayOf } from '../ui/dates.ts';
import type { Needs } from '../ui/fetched.tsx';
import { ListField } from '../ui/Labelled.tsx';
import { Marks } from '../ui/Marks.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal, Watch } from '../ui/Refusal.tsx';
import { useGo } from '../ui/useGo.ts';
import { Waiting } from '../ui/Waiting.tsx';
import { Answers, BodyField } from './Answers.tsx';
import { DueHere } from './DueHere.tsx';
import { JobHere } from './JobHere.tsx';
import { PlanMade, Refused } from './PlanMade.tsx';
import { minutes } from './PlanSteps.tsx';
import { usePlanDraft } from './planDraft.ts';
import { PLAN_NEEDS, usePlanShop } from './planShop.ts';
import { SPOT_WORDS } from './planWords.ts';
import { SoilOutline } from './SoilOutline.tsx';
import { VehicleName } from './VehicleName.tsx';

Plan.needs = (() => [...PLAN_NEEDS, placesQuery]) satisfies Needs;

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
  const { shopFor, weather, weatherKnown } = usePlanShop();
  const shop = useMemo(() => shopFor(job), [shopFor, job]);
  const today = job?.day ?? dayOf(shopNow(), settings.zone);
  const treated = useTreated(job, name);
  const due = useMemo(() => dueOn(treated, today, settings.everyDays), [treated, today, settings.everyDays]);
  const { soilHere } = settings;
  const seen = useMemo(() => sized(said, soilOfSeason(today, soilHere)), [said, today, soilHere]);
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
            job={job}
            said={whole}
            shop={shop}
            weather={weather}
            weatherKnown={weatherKnown(job)}
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

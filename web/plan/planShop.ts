import { TZDate } from '@date-fns/tz';
import { useMemo } from 'react';
import type { Job } from '#contract/jobs.ts';
import type { Person, SignOffOf } from '#contract/people.ts';
import { planShop } from '#contract/planShop.ts';
import type { WeatherNow } from '#contract/weather.ts';
import type { Weather } from '#core/dwell/weather.ts';
import { NOTHING_LEARNED } from '#core/planning/learned.ts';
import type { PlanShop } from '#core/planning/planWash.ts';
import type { SignedOff } from '#core/planning/recipeFor.ts';
import { useSession } from '../lib/session.tsx';
import { shopNow } from '../lib/shopNow.ts';
import {
  allSignOffsQuery,
  containersQuery,
  filmFactorsQuery,
  peopleQuery,
  productsQuery,
  recipesQuery,
  vesselsQuery,
  weatherQuery,
} from '../state/queries.ts';
import { learnedQuery } from '../state/runQueries.ts';
import { useAsked } from '../state/useAsked.ts';
import { useQuery } from '../state/useQuery.ts';
import { dayOf } from '../ui/dates.ts';

/** Where nobody has looked at the weather. */
const MILD: Weather = { airC: 15, humidity: 0.7, windMs: 1, sky: 'overcast' };

/** What a plan can't be made without. */
export const PLAN_NEEDS = [
  recipesQuery,
  productsQuery,
  vesselsQuery,
  containersQuery,
  peopleQuery,
  allSignOffsQuery,
] as const;

const HOUR_MS = 3_600_000;

/** When a job's vehicle is washed, as far as that is known. */
function startMs(job: Pick<Job, 'day' | 'atMin'> | null, zone: string): number | null {
  if (!job || job.atMin === null) return null;
  const [year, month, day] = job.day.split('-').map(Number) as [number, number, number];
  return new TZDate(year, month - 1, day, Math.floor(job.atMin / 60), job.atMin % 60, zone).getTime();
}

/** The weather at a time, by what is read now and what is forecast; null where nobody knows. */
function weatherAt(now: WeatherNow | undefined, atMs: number | null): Weather | null {
  if (!now) return null;
  const hour =
    atMs === null
      ? undefined
      : now.ahead.find(({ at }) => Date.parse(at) <= atMs && atMs < Date.parse(at) + HOUR_MS);
  return hour?.weather ?? now.reading;
}

const NONE: PlanShop['filmFactors'] = [];

type Doer = Pick<Person, 'id' | 'role'>;

/** What somebody is signed off for on a day: nobody for nothing, a manager answers for what they mix. */
function signedOffOn(doer: Doer | null, given: readonly SignOffOf[], day: string): SignedOff {
  if (doer?.role === 'manager') return 'all';
  const holds = given.filter((s) => s.personId === doer?.id && (s.until === null || s.until >= day));
  return new Set(holds.map((s) => s.productId));
}

export type ShopFor = {
  /** The shop as a job's plan is made for it: its hour's weather and who does it; for none, now and by who is signed in. */
  readonly shopFor: (job: Job | null) => PlanShop;
  readonly weather: WeatherNow | undefined;
  /** Whether the weather of a job is known; else it is mild. */
  readonly weatherKnown: (job: Job | null) => boolean;
};

/** The shop as plans are made for it. */
export function usePlanShop(): ShopFor {
  const [recipes, products, vessels, containers, people, signOffs] = useAsked(...PLAN_NEEDS);
  const { who, shop: settings } = useSession();
  const today = dayOf(shopNow(), settings.zone);
  const { data: weather } = useQuery(weatherQuery);
  const { data: filmFactors = NONE } = useQuery(filmFactorsQuery);
  const { data: learned = NOTHING_LEARNED } = useQuery(learnedQuery);
  const { edgeShare, schools, soilHere, zone } = settings;
  const shop = useMemo(
    () =>
      planShop({
        recipes,
        products,
        vessels,
        containers,
        today,
        edgeShare,
        schools,
        soilHere,
        filmFactors,
        learned,
      }),
    [recipes, products, vessels, containers, today, edgeShare, schools, soilHere, filmFactors, learned],
  );
  return useMemo(() => {
    const then = (job: Job | null) => weatherAt(weather, startMs(job, zone));
    return {
      weather,
      weatherKnown: (job) => then(job) !== null,
      shopFor: (job) => {
        const doerId = job ? job.personId : who.personId;
        const doer = people.find((p) => p.id === doerId) ?? null;
        return {
          ...shop,
          weather: then(job) ?? MILD,
          signedOff: signedOffOn(doer, signOffs, job?.day ?? today),
        };
      },
    };
  }, [shop, weather, zone, who.personId, people, signOffs, today]);
}

import { TZDate } from '@date-fns/tz';
import { useMemo } from 'react';
import type { Container, Vessel } from '#contract/equipment.ts';
import type { Job } from '#contract/jobs.ts';
import type { Person, SignOffOf } from '#contract/people.ts';
import type { Product } from '#contract/products.ts';
import type { RecipeRow } from '#contract/recipes.ts';
import type { WeatherNow } from '#contract/weather.ts';
import type { Weather } from '#core/dwell/weather.ts';
import type { PlanShop } from '#core/planning/planWash.ts';
import { planRecipe, type SignedOff } from '#core/planning/recipeFor.ts';
import type { Schools } from '#core/planning/schools.ts';
import type { VesselHere } from '#core/planning/vesselsFor.ts';
import { ALL_UNKNOWN } from '#core/safety/traits.ts';
import { toSay } from '#core/say.ts';
import { fractionOf } from '#core/strength/strength.ts';
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

/** The shop as a plan asks for it: what is published and in use, what there is, what it cost. */
function planShop(of: {
  recipes: readonly RecipeRow[];
  products: readonly Product[];
  vessels: readonly Vessel[];
  today: string;
  edgeShare: number;
  schools: Schools;
  soilHere: PlanShop['soilHere'];
  filmFactors: PlanShop['filmFactors'];
  containers: readonly Container[];
}): Omit<PlanShop, 'weather' | 'signedOff'> {
  const stockUl = new Map<number, number>();
  for (const { productId, heldUl, onHold } of of.containers) {
    if (onHold === null) stockUl.set(productId, (stockUl.get(productId) ?? 0) + heldUl);
  }
  return {
    schools: of.schools,
    soilHere: of.soilHere,
    book: of.recipes.flatMap(({ id, published }) => {
      const product = of.products.find((p) => p.id === published?.productId);
      const vessel = of.vessels.find((v) => v.id === published?.vesselId);
      if (!published || !product || !vessel) return [];
      return [planRecipe({ id, versionId: published.versionId, recipe: published, product, vessel })];
    }),
    outOfUse: of.recipes.flatMap(({ id, published }) =>
      published && !of.vessels.some((v) => v.id === published.vesselId)
        ? [
            {
              id,
              name: published.name,
              use: published.use,
              because: toSay('Its vessel is no longer in use.'),
            },
          ]
        : [],
    ),
    stockUl,
    prices: of.containers,
    vessels: of.vessels.map((v) => vesselHere(v, of.products)),
    today: of.today,
    edgeShare: of.edgeShare,
    filmFactors: of.filmFactors,
  };
}

function vesselHere(vessel: Vessel, products: readonly Product[]): VesselHere {
  const { holds, held } = vessel;
  const known = (id: number, name: string) =>
    products.find((p) => p.id === id) ?? { name, traits: ALL_UNKNOWN };
  const f = holds && fractionOf(holds.strength);
  return {
    ...vessel,
    held: held.map(({ productId, productName }) => known(productId, productName)),
    standing: holds && {
      batchId: holds.batchId,
      code: holds.code,
      productId: holds.productId,
      fraction: f?.ok ? f.value : 0,
      ul: holds.ul,
      useBy: holds.useBy,
      barred: holds.mixed || holds.onHold !== null,
    },
  };
}

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
  const { edgeShare, schools, soilHere, zone } = settings;
  const shop = useMemo(
    () =>
      planShop({ recipes, products, vessels, containers, today, edgeShare, schools, soilHere, filmFactors }),
    [recipes, products, vessels, containers, today, edgeShare, schools, soilHere, filmFactors],
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

import type { Towels } from './amounts.ts';
import type { Assessment } from './assessment.ts';
import {
  isSameMix,
  type Plan,
  type PlanAnswer,
  type PlanMix,
  type PlanShop,
  planWash,
  waitsForWord,
} from './planWash.ts';
import type { Chosen, PlanProduct } from './recipeFor.ts';
import { OVER_TOWELS_UL, TOWEL_UL } from './seeds.ts';

// What the vehicles of a day take together: what is mixed once for all of them, what is loaded, and what runs out when.

/** A vehicle of the day with its plan; the day's are in the order of work. */
export type DayJob = {
  readonly id: number;
  readonly vehicle: string;
  /** The bay or van it is done at; null where nobody said. */
  readonly placeId: number | null;
  readonly said: Assessment;
  readonly plan: PlanAnswer;
  /** Everything has a window; not known before the plan is complete. */
  readonly windows: boolean | null;
  /** The shop as its plan was made for it: its weather, and who does it. */
  readonly shop: PlanShop;
};

/** One mix for several vehicles. */
export type DayMix = Pick<PlanMix, 'chosen' | 'mixUl' | 'productUl'> & {
  /** For whom, in the order of work. */
  readonly jobs: readonly number[];
  /** How often its vessel is filled. */
  readonly fills: number;
};

/** What is got ready at one place. */
export type DayLoad = {
  readonly placeId: number | null;
  readonly jobs: readonly number[];
  readonly mixes: readonly DayMix[];
  readonly litres: number;
  readonly towels: Towels;
  /** Water that is brought along: how much, and the first vehicle there is not enough for; null where a hose is there. */
  readonly carried: {
    readonly litres: number;
    readonly neededL: number;
    readonly fromJob: number | null;
  } | null;
  /** Towels soaked beforehand, and how many buckets they go into; null for none. */
  readonly soaked: { readonly towels: number; readonly buckets: number } | null;
};

/** A product that the day's vehicles take more of than there is. */
export type DayShort = {
  readonly product: PlanProduct;
  readonly neededUl: number;
  readonly stockUl: number;
  /** The first vehicle there is not enough for. */
  readonly fromJob: number;
  /** What would do instead, by its plan made without it. */
  readonly instead: readonly string[];
};

export type DayPrepared = {
  readonly loads: readonly DayLoad[];
  readonly short: readonly DayShort[];
  /** Vehicles that aren't washed as they stand. */
  readonly refused: readonly number[];
  /** Vehicles whose plan has a step without a recipe, waits for a manager's word, or has something that would dry too fast. */
  readonly incomplete: readonly { readonly id: number; readonly lacks: 'recipe' | 'word' | 'window' }[];
};

/**
 * What a day takes: mixes of the same product and strength are one, by the place they are used at; the most of a mix first.
 *
 * @param jobs in the order of work
 */
export function prepareDay(jobs: readonly DayJob[], shop: PlanShop): DayPrepared {
  const planned = jobs.flatMap(({ plan, ...job }) => (plan.ok ? [{ ...job, plan }] : []));
  const placeIds = [...new Set(planned.map((j) => j.placeId))].sort((a, b) => (a ?? 1e9) - (b ?? 1e9));
  return {
    loads: placeIds.map((placeId) =>
      loadOf(
        placeId,
        planned.filter((j) => j.placeId === placeId),
        shop,
      ),
    ),
    short: shortOf(planned, shop),
    refused: jobs.filter((j) => !j.plan.ok).map((j) => j.id),
    incomplete: planned
      .filter((j) => j.plan.missing.length > 0 || j.windows === false)
      .map(({ id, plan }) => ({
        id,
        lacks: plan.missing.length === 0 ? 'window' : waitsForWord(plan) ? 'word' : 'recipe',
      })),
  };
}

type Planned = Omit<DayJob, 'plan'> & { readonly plan: Plan };

function loadOf(placeId: number | null, jobs: readonly Planned[], shop: PlanShop): DayLoad {
  const mixes: Omit<DayMix, 'fills'>[] = [];
  for (const { id, plan } of jobs) {
    for (const { chosen, mixUl, productUl } of plan.mixes) {
      const at = mixes.findIndex((m) => isSameMix(m.chosen, chosen));
      const same = mixes[at];
      if (!same) mixes.push({ chosen, mixUl, productUl, jobs: [id] });
      else {
        mixes[at] = {
          ...same,
          mixUl: same.mixUl + mixUl,
          productUl: same.productUl + productUl,
          jobs: [...same.jobs, id],
        };
      }
    }
  }
  const sum = (of: (plan: Plan) => number) => jobs.reduce((all, { plan }) => all + of(plan), 0);
  return {
    placeId,
    jobs: jobs.map((j) => j.id),
    mixes: mixes.map((m) => ({ ...m, fills: fillsOf(m) })).sort((a, b) => b.mixUl - a.mixUl),
    litres: sum((p) => p.litres),
    towels: {
      wiping: sum((p) => p.towels.wiping),
      drying: sum((p) => p.towels.drying),
      wheels: sum((p) => p.towels.wheels),
    },
    carried: carriedTo(jobs),
    soaked: soakedFor(jobs, shop),
  };
}

/** Water brought along stands for all the vehicles that have none: a van has one tank. */
function carriedTo(jobs: readonly Planned[]): DayLoad['carried'] {
  const dry = jobs.flatMap((job) => {
    const { water } = job.plan.seen;
    return water.kind === 'carried' ? [{ job, litres: water.litres }] : [];
  });
  if (dry.length === 0) return null;
  const litres = Math.max(...dry.map((d) => d.litres));
  let neededL = 0;
  let fromJob: number | null = null;
  for (const { job } of dry) {
    neededL += job.plan.litres;
    if (neededL > litres) fromJob ??= job.id;
  }
  return { litres, neededL, fromJob };
}

/** Where the shop has no towel bucket on record. */
const TOWEL_BUCKET_UL = 12_000_000;

/** Towels of rinseless washes come wet out of a bucket. */
function soakedFor(jobs: readonly Planned[], { vessels }: PlanShop): DayLoad['soaked'] {
  const towels = jobs
    .filter(({ plan }) => plan.method === 'rinseless')
    .reduce((sum, { plan }) => sum + plan.towels.wiping, 0);
  if (towels === 0) return null;
  const holds = vessels.filter((v) => v.kind === 'towelBucket').map((v) => v.fillLimitUl - v.displacementUl);
  const bucketUl = Math.max(OVER_TOWELS_UL + TOWEL_UL, ...(holds.length > 0 ? holds : [TOWEL_BUCKET_UL]));
  const buckets = Math.ceil((towels * TOWEL_UL) / (bucketUl - OVER_TOWELS_UL) - 1e-9);
  return { towels, buckets };
}

function fillsOf({ chosen, mixUl }: { chosen: Chosen; mixUl: number }): number {
  const { fillLimitUl, displacementUl } = chosen.of.vessel;
  return Math.max(1, Math.ceil(mixUl / Math.max(1, fillLimitUl - displacementUl) - 1e-9));
}

function shortOf(jobs: readonly Planned[], shop: PlanShop): DayShort[] {
  type Needed = { product: PlanProduct; ul: number; from: Planned | null };
  const needed = new Map<number, Needed>();
  for (const job of jobs) {
    for (const { chosen, productUl } of job.plan.mixes) {
      const { product } = chosen.of;
      const { ul: before, from } = needed.get(product.id) ?? { ul: 0, from: null };
      const ul = before + productUl;
      const out = ul > (shop.stockUl.get(product.id) ?? 0);
      needed.set(product.id, { product, ul, from: from ?? (out ? job : null) });
    }
  }
  return [...needed.values()].flatMap(({ product, ul, from }) =>
    from
      ? [
          {
            product,
            neededUl: ul,
            stockUl: shop.stockUl.get(product.id) ?? 0,
            fromJob: from.id,
            instead: insteadOf(product, from),
          },
        ]
      : [],
  );
}

/** What a vehicle's plan would take where a product is gone: it is made again without it. */
function insteadOf({ id }: PlanProduct, { said, plan, shop }: Planned): string[] {
  const without = planWash(said, { ...shop, stockUl: new Map([...shop.stockUl, [id, 0]]) });
  if (!without.ok) return [];
  const steps = plan.steps.filter((s) => s.choice.chosen?.of.product.id === id).map((s) => s.id);
  const others = without.steps.flatMap((s) =>
    steps.includes(s.id) && s.choice.chosen ? [s.choice.chosen.of.product.name] : [],
  );
  return [...new Set(others)];
}

import type { Towels } from './amounts.ts';
import type { Assessment } from './assessment.ts';
import { isSameMix, type Plan, type PlanAnswer, type PlanMix, type PlanShop, planWash } from './planWash.ts';
import type { Chosen, PlanProduct } from './recipeFor.ts';

// What the vehicles of a day take together: what is mixed once for all of them, what is loaded, and what runs out when.

/** A vehicle of the day with its plan; the day's are in the order of work. */
export type DayJob = {
  readonly id: number;
  readonly vehicle: string;
  /** The bay or van it is done at; null where nobody said. */
  readonly placeId: number | null;
  readonly said: Assessment;
  readonly plan: PlanAnswer;
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
  /** Vehicles whose plan has a step without a recipe. */
  readonly incomplete: readonly number[];
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
      ),
    ),
    short: shortOf(planned, shop),
    refused: jobs.filter((j) => !j.plan.ok).map((j) => j.id),
    incomplete: planned.filter((j) => j.plan.missing.length > 0).map((j) => j.id),
  };
}

type Planned = Omit<DayJob, 'plan'> & { readonly plan: Plan };

function loadOf(placeId: number | null, jobs: readonly Planned[]): DayLoad {
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
  };
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
            instead: insteadOf(product, from, shop),
          },
        ]
      : [],
  );
}

/** What a vehicle's plan would take where a product is gone: it is made again without it. */
function insteadOf({ id }: PlanProduct, { said, plan }: Planned, shop: PlanShop): string[] {
  const without = planWash(said, { ...shop, stockUl: new Map([...shop.stockUl, [id, 0]]) });
  if (!without.ok) return [];
  const steps = plan.steps.filter((s) => s.choice.chosen?.of.product.id === id).map((s) => s.id);
  const others = without.steps.flatMap((s) =>
    steps.includes(s.id) && s.choice.chosen ? [s.choice.chosen.of.product.name] : [],
  );
  return [...new Set(others)];
}

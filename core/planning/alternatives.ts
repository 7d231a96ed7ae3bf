import type { RuleFound } from '../safety/rules.ts';
import { takenBy, waitMin } from './amounts.ts';
import type { Assessment } from './assessment.ts';
import { costOfFill, newestPrice, type Priced } from './cost.ts';
import { type Plan, type PlanShop, type PlanStep, planWash } from './planWash.ts';
import type { Chosen } from './recipeFor.ts';
import { SCHOOL_IDS, type SchoolId, schoolOptions } from './schools.ts';

// What a step would be otherwise: by another recipe, or as a shop washes that does it the other way; with what that costs
// more or less in minutes, money, water and risk.

/** By how much something takes more; less where it is negative. */
export type More = {
  readonly minutes: number;
  /** In minor units; null where a price is not known. */
  readonly minor: number | null;
  readonly litres: number;
};

/** Another recipe for a step, and what it takes more. */
export type Instead = More & {
  readonly chosen: Chosen;
  /** What is to be minded with it and not with what is planned. */
  readonly risks: readonly RuleFound[];
};

/** The recipes a step could be done by besides the one planned. */
export function insteadOf(step: PlanStep, { seen }: Plan, prices: readonly Priced[]): Instead[] {
  const now = step.choice.chosen;
  if (!now) return [];
  const known = new Set(now.cautions.map((c) => c.id));
  const take = (chosen: Chosen) => {
    const taken = takenBy(step, chosen, seen);
    const price = newestPrice(chosen.of.product.id, prices);
    return {
      minutes: waitMin(step, chosen, step.hands),
      minor: taken && price ? costOfFill(price, taken.productUl) : null,
      litres: (taken?.waterUl ?? 0) / 1_000_000,
    };
  };
  return step.choice.others.map((chosen) => ({
    chosen,
    ...apart(take(chosen), take(now)),
    risks: chosen.cautions.filter((c) => !known.has(c.id)),
  }));
}

/** A house rule a plan follows, the other way round. */
export type OtherWay = More & { readonly school: SchoolId; readonly option: string };

/**
 * What the house rules a plan stands on would make of it the other way round; those under which the vehicle would be
 * refused are left out.
 */
export function otherWays(assessment: Assessment, shop: PlanShop): OtherWay[] {
  const now = planWash(assessment, shop);
  if (!now.ok) return [];
  const used = SCHOOL_IDS.filter((id) => now.steps.some((s) => s.school === id));
  return used.flatMap((school) =>
    schoolOptions(school)
      .filter((option) => option !== shop.schools[school])
      .flatMap((option) => {
        const then = planWash(assessment, { ...shop, schools: { ...shop.schools, [school]: option } });
        return then.ok ? [{ school, option, ...apart(whole(then), whole(now)) }] : [];
      }),
  );
}

const whole = ({ minutes, productMinor, litres }: Plan): More => ({
  minutes: minutes.elapsed,
  minor: productMinor,
  litres,
});

const apart = (then: More, now: More): More => ({
  minutes: then.minutes - now.minutes,
  minor: then.minor === null || now.minor === null ? null : then.minor - now.minor,
  litres: then.litres - now.litres,
});

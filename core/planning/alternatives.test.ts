import { describe, expect, it } from 'vitest';
import { insteadOf, otherWays } from './alternatives.ts';
import type { Assessment } from './assessment.ts';
import { costOfFill, newestPrice } from './cost.ts';
import { BOOK, SHOP } from './madeUpPlan.ts';
import { type PlanShop, planWash } from './planWash.ts';

const WAX: Assessment = { level: 2, protection: 'wax' };
const planned = (said: Assessment, shop: PlanShop = SHOP) => {
  const plan = planWash(said, shop);
  if (!plan.ok) throw new Error(plan.row);
  return plan;
};

describe('what a step would be otherwise', () => {
  it('another recipe: its minutes to work, its money, its water, and what has to be minded with it alone', () => {
    const plan = planned(WAX);
    const step = plan.steps.find((s) => s.kind === 'contact') as (typeof plan.steps)[number];
    const [other] = insteadOf(step, plan, SHOP.prices);
    expect(step.choice.chosen?.of).toBe(BOOK.shampoo);
    expect(other?.chosen.of).toBe(BOOK.protective);
    const minor = (of: (typeof BOOK)['shampoo'], ul: number) => {
      const price = newestPrice(of.product.id, SHOP.prices);
      return price ? costOfFill(price, ul) : null;
    };
    const now = minor(BOOK.shampoo, step.taken?.productUl ?? 0) as number;
    const bucketUl = step.taken?.mixUl ?? 0;
    const then = minor(BOOK.protective, Math.round(bucketUl * (other?.chosen.judged.bottle ?? 0))) as number;
    expect(other?.minor).toBeCloseTo(then - now, 6);
    expect([other?.minutes, other?.litres]).toEqual([0, 0]);
  });

  it('what is to be minded with the other alone is named', () => {
    const plan = planned({ ...WAX, specials: ['singleStage'] });
    for (const step of plan.steps) {
      for (const { chosen, risks } of insteadOf(step, plan, SHOP.prices)) {
        const known = step.choice.chosen?.cautions.map((c) => c.id) ?? [];
        expect(risks.map((r) => r.id)).toEqual(
          chosen.cautions.map((c) => c.id).filter((id) => !known.includes(id)),
        );
      }
    }
  });

  it('a house rule the other way round is what the shop would plan that has it so', () => {
    const ways = otherWays(WAX, SHOP);
    expect(ways.map((w) => w.school)).toEqual(['wheelsWhen', 'contactShampoo', 'drying']);
    for (const { school, option, minutes, litres, minor } of ways) {
      const [now, then] = [
        planned(WAX),
        planned(WAX, { ...SHOP, schools: { ...SHOP.schools, [school]: option } }),
      ];
      expect(minutes).toBeCloseTo(then.minutes.elapsed - now.minutes.elapsed, 9);
      expect(litres).toBeCloseTo(then.litres - now.litres, 9);
      expect(minor).toBeCloseTo((then.productMinor ?? 0) - (now.productMinor ?? 0), 9);
    }
    // Dried without an aid there is a mix less to be paid.
    const plain = ways.find((w) => w.school === 'drying');
    expect(plain?.minor).toBeLessThan(0);
    expect(otherWays({ level: 3, water: { kind: 'none' } }, SHOP)).toEqual([]);
  });
});

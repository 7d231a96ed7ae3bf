import { takenBy, waitMin } from '../planning/amounts.ts';
import { costOfFill, newestPrice } from '../planning/cost.ts';
import type { Plan, PlanShop, PlanStep } from '../planning/planWash.ts';
import { type Chosen, laidMixOf, laidOnOf } from '../planning/recipeFor.ts';
import { judgeCell } from '../recipes/judge.ts';
import { cellAt } from '../recipes/recipe.ts';
import { rulesFor } from '../safety/rules.ts';
import type { Sentence } from '../say.ts';
import { SOIL_LEVELS } from '../soil/soil.ts';
import { laidOf, type RunLaid } from './runLaid.ts';

/** What is done where a check fails: the same again, the next level's strength, another product; what that takes. */
export type Remedy = {
  readonly kind: 'repeat' | 'stronger' | 'other';
  /** With what; null where nothing is laid. */
  readonly laid: RunLaid | null;
  /** Of hands and waiting together. */
  readonly minutes: number;
  readonly productUl: number | null;
  /** In minor units; null where that is not known, 0 where nothing is laid. */
  readonly minor: number | null;
  /** What is minded with it and not with what was planned. */
  readonly risks: readonly Sentence[];
};

/**
 * What can be done about a step that failed its check, the mildest first. What takes something off is judged by what it took
 * off: that is laid again.
 */
export function remediesOf(step: PlanStep, plan: Plan, shop: PlanShop): Remedy[] {
  const laid = plan.steps.find((s) => s.id === step.takesOff) ?? step;
  const taker = plan.steps.find((s) => s.takesOff === laid.id);
  const hands = laid.hands + (taker?.hands ?? 0);
  const now = laid.choice.chosen;
  if (!now) return [{ kind: 'repeat', laid: null, minutes: hands, productUl: null, minor: 0, risks: [] }];
  const known = new Set(now.cautions.map((c) => c.id));
  const by = (kind: Remedy['kind'], chosen: Chosen): Remedy => {
    const taken = takenBy(laid, chosen, plan.seen);
    const price = newestPrice(chosen.of.product.id, shop.prices);
    return {
      kind,
      laid: laidOf(chosen),
      minutes: hands + waitMin(laid, chosen, laid.hands),
      productUl: taken?.productUl ?? null,
      minor: taken && price ? costOfFill(price, taken.productUl) : null,
      risks: chosen.cautions.filter((c) => !known.has(c.id)).map((c) => c.because),
    };
  };
  const stronger = strongerThan(now, laid, plan, shop);
  const [other] = laid.choice.others;
  return [
    by('repeat', now),
    ...(stronger ? [by('stronger', stronger)] : []),
    ...(other ? [by('other', other)] : []),
  ];
}

/**
 * The same recipe as it is for the next level that is stronger, where every rule allows it; null where there is none.
 */
function strongerThan(now: Chosen, step: PlanStep, { seen }: Plan, { signedOff }: PlanShop): Chosen | null {
  const { recipe, standards } = now.of;
  for (const level of SOIL_LEVELS.filter((l) => l > now.level)) {
    const cell = cellAt(recipe, level);
    if (cell?.kind !== 'mix') continue;
    const judged = judgeCell(cell, recipe.onPanel, standards);
    if (!judged.ok || judged.value.bottle <= now.judged.bottle) continue;
    const rules = rulesFor(laidMixOf(now.of, judged.value, signedOff), laidOnOf(step, seen));
    const barred = rules.some(
      (r) => r.verdict === 'stop' || (r.verdict === 'override' && !seen.words.includes(r.id)),
    );
    return barred ? null : { of: now.of, cell, judged: judged.value, level, cautions: rules, rate: now.rate };
  }
  return null;
}

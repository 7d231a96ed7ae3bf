import { PAINTED } from './levels.ts';
import type { Plan, PlanShop, PlanStep } from './planWash.ts';
import { type Soak, soakOf } from './soakOf.ts';
import { weatherWhere } from './weatherWhere.ts';

// What is laid on the paint and has to be off again in time: which window it has in the weather where the vehicle stands, in
// how many pieces it is done, and what opens one where there is none.

const SOAKING: readonly PlanStep['kind'][] = [
  'preWash',
  'foam',
  'spotSoak',
  'preSoak',
  'lime',
  'tar',
  'iron',
];

/** All that soaks on the paint, in the order of work. */
export function soaksOf(plan: Plan, shop: Pick<PlanShop, 'weather' | 'edgeShare' | 'filmFactors'>): Soak[] {
  const soaks: Soak[] = [];
  const done = new Set<string>();
  const there = { ...shop, weather: weatherWhere(plan.seen, shop.weather) };
  for (const [i, step] of plan.steps.entries()) {
    if (done.has(step.id) || !isSoak(step)) continue;
    const over = plan.steps[i + 1];
    const chain = step.kind === 'preWash' && over?.kind === 'foam' && isSoak(over) ? [step, over] : [step];
    for (const { id } of chain) done.add(id);
    soaks.push(soakOf(chain, plan, there));
  }
  return soaks;
}

const isSoak = (step: PlanStep): boolean =>
  SOAKING.includes(step.kind) &&
  step.choice.chosen?.cell.dwell != null &&
  step.zones.every((z) => PAINTED.includes(z));

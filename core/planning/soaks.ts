import { sheltered, type Weather } from '../dwell/weather.ts';
import type { Sized } from './assessment.ts';
import { PAINTED } from './levels.ts';
import type { Plan, PlanShop, PlanStep } from './planWash.ts';
import { type Soak, soakOf } from './soakOf.ts';

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

/** The weather where a vehicle stands: the kindest of the places it can. */
export function weatherWhere({ stands, closedC }: Sized, weather: Weather): Weather {
  if (stands.includes('closed'))
    return { ...weather, airC: closedC, sky: 'indoors', windMs: 0.1, raining: false };
  if (stands.includes('roof')) return sheltered(weather, 'roof');
  return stands.includes('shade') ? sheltered(weather, 'shade') : weather;
}

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

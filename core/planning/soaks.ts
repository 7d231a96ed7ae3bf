import type { AcrossVehicle, PanelWork } from '../dwell/acrossVehicle.ts';
import type { Remedy } from '../dwell/remedies.ts';
import { sheltered, type Weather } from '../dwell/weather.ts';
import type { Refusal } from '../outcome.ts';
import type { Sized } from './assessment.ts';
import { PAINTED } from './levels.ts';
import type { Plan, PlanShop, PlanStep } from './planWash.ts';
import { soakOf } from './soakOf.ts';

// What is laid on the paint and has to be off again in time: which window it has in the weather where the vehicle stands, in
// how many pieces it is done, and what opens one where there is none.

/** Something laid on paint, alone or over what lies there, until it is taken off. */
export type Soak = {
  /** The steps laid one over the other, the first laid first. */
  readonly steps: readonly string[];
  /** The step that takes it off: a rinse, or the same step where it is wiped. */
  readonly off: string;
  readonly panels: readonly SoakPanel[];
  /** In which pieces, and when each panel is laid and taken off; null where there is no window. */
  readonly across: AcrossVehicle | null;
  /** The panels are rinsed cool before: without it there is no window. */
  readonly cooled: boolean;
  /** Into how many stretches each panel is divided: 1 where it is done as a whole. */
  readonly stretches: number;
  /** So many seconds after it was laid more is laid over it, before it begins to dry; null where once is enough. */
  readonly againS: number | null;
  /** Why there is no window; null where there is one. */
  readonly refused: Refusal | null;
  /** What would open one. */
  readonly remedies: readonly Remedy[];
};

/** A panel, and from when on what lies there has worked as long as is recommended. */
export type SoakPanel = PanelWork & { readonly fromS: number };

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

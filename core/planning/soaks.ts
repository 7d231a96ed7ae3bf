import { type AcrossVehicle, acrossVehicle, type PanelWork } from '../dwell/acrossVehicle.ts';
import { askedOf, type LaidThen } from '../dwell/clock.ts';
import { type LaidAs, laidAs, ratesOf } from '../dwell/laidProduct.ts';
import { RATES, type Rates, type Remedy, remediesFor } from '../dwell/remedies.ts';
import { sheltered, type Weather } from '../dwell/weather.ts';
import {
  type PanelStart,
  TAP_C,
  type WindowAsked,
  type WorkingWindow,
  workingWindow,
} from '../dwell/workingWindow.ts';
import { type Outcome, type Refusal, refuse } from '../outcome.ts';
import type { Film } from '../products/uses.ts';
import { has } from '../safety/traits.ts';
import { panelM2, panelsOf } from '../soil/panels.ts';
import { isFlat } from '../soil/zones.ts';
import type { Sized } from './assessment.ts';
import { PAINTED, type WashZone } from './levels.ts';
import type { Plan, PlanShop, PlanStep } from './planWash.ts';
import { MIN_PER_M2 } from './seeds.ts';

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
  for (const [i, step] of plan.steps.entries()) {
    if (done.has(step.id) || !isSoak(step)) continue;
    const over = plan.steps[i + 1];
    const chain = step.kind === 'preWash' && over?.kind === 'foam' && isSoak(over) ? [step, over] : [step];
    for (const { id } of chain) done.add(id);
    soaks.push(soakOf(chain, plan, shop));
  }
  return soaks;
}

const isSoak = (step: PlanStep): boolean =>
  SOAKING.includes(step.kind) &&
  step.choice.chosen?.cell.dwell != null &&
  step.zones.every((z) => PAINTED.includes(z));

/** How a step is laid, as the recipe says, else the product. */
function asOf({ choice, use }: PlanStep): LaidAs {
  const of = (choice.chosen as NonNullable<typeof choice.chosen>).of;
  const { recipe, product, vessel, standards } = of;
  const told = {
    film: recipe.film,
    rateMlPerM2: recipe.rateMlPerM2,
    dwell: choice.chosen?.cell.dwell ?? null,
  };
  return laidAs(told, product.uses.find((u) => u.kind === use) ?? null, vessel.kind, standards.q);
}

const neverLonger = ({ choice }: PlanStep): boolean =>
  choice.chosen ? has(choice.chosen.of.product.traits, 'neverExceedDwell') : false;

/** Seconds to the square metre, wiped; null where it is rinsed off. */
function wipedS(kind: PlanStep['kind'], film: Film): number | null {
  if (kind === 'spotSoak') return 60 * (MIN_PER_M2.spotSoak as number) - 1 / ratesOf(film).apply;
  // Laid, wiped and dried are one work.
  if (kind === 'preSoak') return 60 * (MIN_PER_M2.rinseless as number) - 1 / ratesOf(film).apply;
  return null;
}

const CHANGE_S = 15;

function soakOf(
  chain: readonly PlanStep[],
  plan: Plan,
  shop: Pick<PlanShop, 'weather' | 'edgeShare' | 'filmFactors'>,
): Soak {
  const { seen } = plan;
  const last = chain.at(-1) as PlanStep;
  const off =
    plan.steps.find((s) => s.takesOff === last.id)?.id ??
    (last.kind === 'preSoak' ? plan.steps.find((s) => s.kind === 'rinseless')?.id : null) ??
    last.id;
  const laid = chain.map((step) => ({ step, as: asOf(step) }));
  const film = (laid.at(-1) as (typeof laid)[number]).as.film;
  const wiped = wipedS(last.kind, film);
  const rates: Rates = { apply: ratesOf(film).apply, rinse: wiped ? 1 / wiped : RATES.rinse };
  const weather = weatherWhere(seen, shop.weather);
  const under = chain.length > 1 ? (laid[0] as (typeof laid)[number]) : null;
  // What lies beneath was laid so long before.
  const beforeS = under ? areaOf(under.step, seen) / ratesOf(under.as.film).apply + CHANGE_S : 0;
  const layersOn = (zone: WashZone): LaidThen[] => {
    const over = laid.at(-1) as (typeof laid)[number];
    const factor = (of: typeof over) =>
      shop.filmFactors.find(
        (f) => f.productId === of.step.choice.chosen?.of.product.id && f.film === of.as.film,
      )?.k ?? 1;
    const top = { atS: 0, as: over.as, again: false, factor: factor(over) };
    if (!under?.step.zones.includes(zone)) return [top];
    const longer = neverLonger(under.step) ? 0 : beforeS;
    const { timing } = under.as;
    const beneath = {
      ...under.as,
      timing: { ...timing, toS: timing.toS + longer, longestS: timing.longestS + longer },
    };
    return [
      { atS: 0, as: beneath, again: false, factor: factor(under) },
      { ...top, atS: beforeS },
    ];
  };
  const asked =
    (start: PanelStart) =>
    (zone: WashZone): WindowAsked =>
      askedOf(
        { colour: seen.colour, material: seen.material, start },
        zone,
        layersOn(zone),
        [{ fromS: 0, weather }],
        shop.edgeShare,
      );
  const of = { last, under, beforeS, rates, seen, direction: directionOf(last) };
  const whole = across(asked({ kind: 'dry' }), of, 1);
  const running = plan.method === 'hose' || plan.method === 'touchless';
  for (const stretches of wiped ? WIPED_IN : RINSED_IN) {
    for (const cooled of running ? [false, true] : [false]) {
      const start = cooled ? ({ kind: 'rinsed', waterC: TAP_C } as const) : ({ kind: 'dry' } as const);
      const { found, panels } = stretches === 1 && !cooled ? whole : across(asked(start), of, stretches);
      if (!found.ok) continue;
      return {
        steps: ids(chain),
        off,
        panels,
        across: found.value,
        cooled,
        stretches,
        refused: null,
        remedies: [],
      };
    }
  }
  const remedies = remediesFor(asked({ kind: 'dry' })(tightest(whole.panels, last)), {
    ...rates,
    wholeM2: areaOf(last, seen),
  });
  return {
    steps: ids(chain),
    off,
    panels: whole.panels,
    across: null,
    cooled: false,
    stretches: 1,
    refused: whole.found.ok ? null : whole.found,
    remedies: remedies.filter((r) => r.opens),
  };
}

/** What is rinsed is done by whole panels or halves; what is wiped, as far as an arm reaches. */
const RINSED_IN = [1, 2];
const WIPED_IN = [1, 2, 3, 4, 6];

const ids = (chain: readonly PlanStep[]): string[] => chain.map((s) => s.id);
const directionOf = ({ choice }: PlanStep) => choice.chosen?.of.recipe.direction ?? 'any';

const areaOf = ({ zones, share }: PlanStep, { body }: Sized): number =>
  panelsOf(zones).reduce((sum, panel) => sum + panelM2(panel, body) * share, 0);

type Across = { found: Outcome<AcrossVehicle>; panels: SoakPanel[] };

/** The windows of all panels, each kind of panel once, and the best walk across them. */
function across(
  asked: (zone: WashZone) => WindowAsked,
  of: {
    last: PlanStep;
    under: { step: PlanStep } | null;
    beforeS: number;
    rates: Rates;
    seen: Sized;
    direction: ReturnType<typeof directionOf>;
  },
  stretches: number,
): Across {
  const windows = new Map<string, Outcome<WorkingWindow>>();
  const panels: SoakPanel[] = [];
  for (const zone of of.last.zones) {
    const beneath = of.under?.step.zones.includes(zone) ?? false;
    const key = `${isFlat(zone)} ${zone === 'glass'} ${beneath}`;
    const window = windows.get(key) ?? workingWindow(asked(zone));
    windows.set(key, window);
    if (!window.ok) return { found: window, panels };
    const before = beneath ? of.beforeS : 0;
    const { shortestS, fromS, toS, rinseByS } = window.value;
    for (const panel of panelsOf([zone])) {
      const work = {
        name: panel.name,
        tier: panel.tier,
        around: panel.around,
        m2: (panelM2(panel, of.seen.body) * of.last.share) / stretches,
        soil: of.seen.levels[zone],
        shortestS: Math.max(0, shortestS - before),
        fromS: Math.max(0, fromS - before),
        toS: toS - before,
        rinseByS: rinseByS - before,
      };
      for (let k = 0; k < stretches; k++)
        panels.push({ ...work, id: stretches === 1 ? panel.id : `${panel.id} ${k + 1}` });
    }
  }
  if (panels.length === 0) return { found: refuse('dwell.noPanels', {}), panels };
  return { found: acrossVehicle(panels, of.rates, of.direction), panels };
}

/** The zone whose window closes first. */
function tightest(panels: readonly SoakPanel[], { zones }: PlanStep): WashZone {
  const first = [...panels].sort((a, b) => a.rinseByS - a.shortestS - (b.rinseByS - b.shortestS))[0];
  return zones.find((z) => panelsOf([z]).some((p) => p.name === first?.name)) ?? (zones[0] as WashZone);
}

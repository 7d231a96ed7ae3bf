import { type AcrossVehicle, acrossVehicle, type PanelWork, type Pieces } from '../dwell/acrossVehicle.ts';
import { askedOf, type LaidThen } from '../dwell/clock.ts';
import { type LaidAs, laidAs, ratesOf } from '../dwell/laidProduct.ts';
import { RATES, type Rates, REMIST_AT, type Remedy, remediesFor } from '../dwell/remedies.ts';
import { TAP_C, type WindowAsked, type WorkingWindow, workingWindow } from '../dwell/workingWindow.ts';
import { type Outcome, type Refusal, refuse } from '../outcome.ts';
import type { Film } from '../products/uses.ts';
import { has } from '../safety/traits.ts';
import { panelM2, panelsOf } from '../soil/panels.ts';
import { isFlat } from '../soil/zones.ts';
import type { Sized } from './assessment.ts';
import type { WashZone } from './levels.ts';
import type { Plan, PlanShop, PlanStep } from './planWash.ts';
import { MIN_PER_M2 } from './seeds.ts';

// One thing that soaks: the mildest way of doing it that keeps to its window on every panel. The whole of it as it is; then
// cooled, in smaller pieces, in stretches of panels; then with more laid over it before it dries.

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

/** A way of doing it. */
type Way = {
  /** Into how many stretches each panel is divided. */
  readonly stretches: number;
  /** The panels are rinsed cool before. */
  readonly cooled: boolean;
  /** Where it lies over something: pieces are so small a part of the whole, so that what lies beneath waits no longer. */
  readonly part: number;
  /** More is laid over it. */
  readonly again: boolean;
};

/** What is rinsed is done by whole panels or halves; what is wiped, as far as an arm reaches. */
const RINSED_IN = [1, 2];
const WIPED_IN = [1, 2, 3, 4, 6];
const PARTS = [1, 0.5, 0.25, 0.125];

/** The ways there are, the one that changes least first. */
function waysOf(of: { wiped: boolean; running: boolean; over: boolean }): Way[] {
  const ways: Way[] = [];
  // What is wiped is wiped stretch by stretch: nothing is laid over it.
  for (const again of of.wiped ? [false] : [false, true])
    for (const stretches of of.wiped ? WIPED_IN : RINSED_IN)
      for (const cooled of of.running ? [false, true] : [false])
        for (const part of of.over ? PARTS : [1]) ways.push({ stretches, cooled, part, again });
  return ways;
}

/** Nothing is laid again sooner. */
const LEAST_AGAIN_S = 20;
const CHANGE_S = 15;

type Laid = { readonly step: PlanStep; readonly as: LaidAs };

/**
 * @param chain the steps laid one over the other, the first laid first
 * @param shop.weather where the vehicle stands
 */
export function soakOf(
  chain: readonly PlanStep[],
  plan: Plan,
  shop: Pick<PlanShop, 'weather' | 'edgeShare' | 'filmFactors'>,
): Soak {
  return new Trying(chain, plan, shop).soak();
}

class Trying {
  readonly #plan: Plan;
  readonly #shop: Pick<PlanShop, 'weather' | 'edgeShare' | 'filmFactors'>;
  readonly #chain: readonly PlanStep[];
  readonly #top: Laid;
  readonly #under: Laid | null;
  readonly #rates: Rates;
  readonly #wiped: boolean;

  constructor(
    chain: readonly PlanStep[],
    plan: Plan,
    shop: Pick<PlanShop, 'weather' | 'edgeShare' | 'filmFactors'>,
  ) {
    const laid = chain.map((step): Laid => ({ step, as: asOf(step) }));
    this.#plan = plan;
    this.#shop = shop;
    this.#chain = chain;
    this.#top = laid.at(-1) as Laid;
    this.#under = chain.length > 1 ? (laid[0] as Laid) : null;
    const { film } = this.#top.as;
    const wiped = wipedS(this.#top.step.kind, film);
    this.#wiped = wiped !== null;
    const taker = plan.steps.find((s) => s.takesOff === this.#top.step.id);
    this.#rates = {
      apply: ratesOf(film).apply / this.#top.step.pace.factor,
      rinse: wiped ? 1 / wiped : RATES.rinse / (taker?.pace.factor ?? 1),
    };
  }

  soak(): Soak {
    const { method, steps } = this.#plan;
    const top = this.#top.step;
    const none = {
      steps: this.#chain.map((s) => s.id),
      off:
        steps.find((s) => s.takesOff === top.id)?.id ??
        (top.kind === 'preSoak' ? steps.find((s) => s.kind === 'rinseless')?.id : null) ??
        top.id,
    };
    const running = method === 'hose' || method === 'touchless';
    const ways = waysOf({ wiped: this.#wiped, running, over: this.#under !== null });
    let whole: ReturnType<Trying['tried']> = null;
    for (const way of ways) {
      const tried = this.tried(way);
      whole ??= tried;
      if (!tried?.found.ok) continue;
      const { found, panels, againS } = tried;
      const { cooled, stretches } = way;
      return { ...none, panels, across: found.value, cooled, stretches, againS, refused: null, remedies: [] };
    }
    const { found, panels = [] } = whole ?? {};
    const asIs = ways[0] as Way;
    const remedies = remediesFor(this.#asked(tightest(panels, top), asIs, null), {
      ...this.#rates,
      wholeM2: areaOf(top, this.#plan.seen),
    });
    return {
      ...none,
      panels,
      across: null,
      cooled: false,
      stretches: 1,
      againS: null,
      refused: found && !found.ok ? found : null,
      remedies: remedies.filter((r) => r.opens),
    };
  }

  /** The windows of all panels, each kind of panel once, and the best walk across them; null where it is no way. */
  tried(way: Way): { found: Outcome<AcrossVehicle>; panels: SoakPanel[]; againS: number | null } | null {
    const againS = way.again ? this.#againAfter(way) : null;
    if (way.again && againS === null) return null;
    const { step } = this.#top;
    const { seen } = this.#plan;
    const windows = new Map<string, Outcome<WorkingWindow>>();
    const panels: SoakPanel[] = [];
    for (const zone of step.zones) {
      const over = this.#isOver(zone);
      const key = `${isFlat(zone)} ${zone === 'glass'} ${over}`;
      const window = windows.get(key) ?? workingWindow(this.#asked(zone, way, againS));
      windows.set(key, window);
      if (!window.ok) return { found: window, panels, againS };
      const before = over ? this.#beforeS(way) : 0;
      const { shortestS, fromS, toS, rinseByS } = window.value;
      for (const panel of panelsOf([zone])) {
        const work = {
          name: panel.name,
          tier: panel.tier,
          around: panel.around,
          m2: (panelM2(panel, seen.body) * step.share) / way.stretches,
          soil: seen.levels[zone],
          shortestS: Math.max(0, shortestS - before),
          fromS: Math.max(0, fromS - before),
          toS: toS - before,
          rinseByS: rinseByS - before,
        };
        for (let k = 0; k < way.stretches; k++)
          panels.push({ ...work, id: way.stretches === 1 ? panel.id : `${panel.id} ${k + 1}` });
      }
    }
    if (panels.length === 0) return { found: refuse('dwell.noPanels', {}), panels, againS };
    const pieces: Pieces = {
      againS,
      mostM2: way.part < 1 ? way.part * areaOf(step, seen) : Number.POSITIVE_INFINITY,
    };
    const direction = step.choice.chosen?.of.recipe.direction ?? 'any';
    return { found: acrossVehicle(panels, this.#rates, direction, pieces), panels, againS };
  }

  #isOver = (zone: WashZone): boolean => this.#under?.step.zones.includes(zone) ?? false;

  /** How long what lies beneath was laid before what is laid over it: piece by piece, only the piece's. */
  #beforeS({ part }: Way): number {
    if (!this.#under) return 0;
    const { step, as } = this.#under;
    return (areaOf(step, this.#plan.seen) * part * step.pace.factor) / ratesOf(as.film).apply + CHANGE_S;
  }

  #layersOn(zone: WashZone, way: Way, againS: number | null): LaidThen[] {
    const { as } = this.#top;
    const top = { atS: 0, as, again: false, factor: this.#factor(this.#top) };
    const misted = (over: LaidThen) =>
      againS === null ? [over] : [over, { ...over, atS: over.atS + againS, again: true }];
    if (!this.#under || !this.#isOver(zone)) return misted(top);
    const beforeS = this.#beforeS(way);
    const longer = neverLonger(this.#under.step) ? 0 : beforeS;
    const { timing } = this.#under.as;
    const beneath = {
      ...this.#under.as,
      timing: { ...timing, toS: timing.toS + longer, longestS: timing.longestS + longer },
    };
    return [
      { atS: 0, as: beneath, again: false, factor: this.#factor(this.#under) },
      ...misted({ ...top, atS: beforeS }),
    ];
  }

  #factor = ({ step, as }: Laid): number =>
    this.#shop.filmFactors.find(
      (f) => f.productId === step.choice.chosen?.of.product.id && f.film === as.film,
    )?.k ?? 1;

  #asked(zone: WashZone, way: Way, againS: number | null): WindowAsked {
    const { colour, material } = this.#plan.seen;
    return askedOf(
      { colour, material, start: way.cooled ? { kind: 'rinsed', waterC: TAP_C } : { kind: 'dry' } },
      zone,
      this.#layersOn(zone, way, againS),
      [{ fromS: 0, weather: this.#shop.weather }],
      this.#shop.edgeShare,
    );
  }

  /**
   * How long after laying more is laid over it, in seconds, before any of it begins to dry; null where it does not dry, is
   * dry too soon for that, or has no window at all.
   */
  #againAfter(way: Way): number | null {
    let least = Number.POSITIVE_INFINITY;
    for (const zone of this.#top.step.zones) {
      const asked = this.#asked(zone, way, null);
      const window = workingWindow(asked);
      if (!window.ok) return null;
      const { beginsS } = window.value;
      if (beginsS !== null) least = Math.min(least, beginsS - (asked.layers.at(-1)?.atS ?? 0));
    }
    const againS = REMIST_AT * least;
    return Number.isFinite(againS) && againS >= LEAST_AGAIN_S ? againS : null;
  }
}

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

const areaOf = ({ zones, share }: PlanStep, { body }: Sized): number =>
  panelsOf(zones).reduce((sum, panel) => sum + panelM2(panel, body) * share, 0);

/** The zone whose window closes first. */
function tightest(panels: readonly SoakPanel[], { zones }: PlanStep): WashZone {
  const first = [...panels].sort((a, b) => a.rinseByS - a.shortestS - (b.rinseByS - b.shortestS))[0];
  return zones.find((z) => panelsOf([z]).some((p) => p.name === first?.name)) ?? (zones[0] as WashZone);
}

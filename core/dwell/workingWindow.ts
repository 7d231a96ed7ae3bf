import { accept, type Outcome, refuse } from '../outcome.ts';
import type { Dwell } from '../products/uses.ts';
import type { Laid } from './application.ts';
import { dryingOf, type Spell } from './dryingFilm.ts';
import { dryEquilibriumC, type Panel, surroundingsOf } from './surroundings.ts';
import type { Weather } from './weather.ts';

/** Liquid laid, of a product with its own time from then on, or more of what lies there already. */
export type Layer = {
  readonly atS: number;
  readonly laid: Laid;
  /** Null for a re-mist: what lies there goes on counting. */
  readonly timing: Dwell | null;
};

/** How the panel is when the first layer is laid. */
export type PanelStart =
  | { readonly kind: 'dry' }
  | { readonly kind: 'rinsed'; readonly waterC: number }
  | { readonly kind: 'measured'; readonly panelC: number };

export const TAP_C = 15;
/** Share of the dry time after which a film begins to dry at its edges: the shop's own to set, 0.4 to 0.8. */
export const EDGE_SHARE = 0.6;
export const EDGE_SHARES = [0.4, 0.8] as const;
/** A panel hotter than this is cooled before anything is put on. */
export const HOT_PANEL_C = 40;

/** The weather from so many seconds after the start on. */
export type Outlook = readonly { readonly fromS: number; readonly weather: Weather }[];

export type WindowAsked = {
  readonly panel: Panel;
  readonly start: PanelStart;
  /** The first at 0. */
  readonly layers: readonly Layer[];
  /** In order of their times, the first from the start on. */
  readonly outlook: Outlook;
  readonly edgeShare: number;
  /** What a refusal is said in. */
};

/** How long a panel may be left and has to be, in seconds from the first layer. An estimate: the eye wins. */
export type WorkingWindow = {
  /** Until then it is too soon. */
  readonly shortestS: number;
  /** Recommended from and to. */
  readonly fromS: number;
  readonly toS: number;
  /** Rinse by then: the label's longest, or where it begins to dry. */
  readonly rinseByS: number;
  /** From then on it is said to rinse now. */
  readonly rinseNowS: number;
  readonly limit: 'label' | 'drying';
  /** Where the film begins to dry at its edges, and is dry; null: not within 90 minutes. */
  readonly beginsS: number | null;
  readonly dryS: number | null;
  /** Whether there is time to work at all. */
  readonly opens: boolean;
  /** A dry panel's temperature in this weather, and what this one started from. */
  readonly equilibriumC: number;
  readonly startC: number;
};

const LEAST_NOTICE_S = 20;
const NOTICE = 0.1;

/**
 * The working window: `begins = share x dry time` from the last wetting on, `rinseBy = min(label longest, begins)`, and
 * "rinse now" for the last 20 s or tenth of it, whichever is longer. A window that closes before the shortest useful time
 * does not open, nor does one over a film that was dry before more was laid.
 *
 * @returns a refusal where it freezes, where the model does not hold, or where the panel is over 40 C and not cooled
 */
export function workingWindow(asked: WindowAsked): Outcome<WorkingWindow> {
  const { panel, start, layers, outlook, edgeShare } = asked;
  const spells: Spell[] = [];
  for (const { fromS, weather } of outlook) {
    const around = surroundingsOf(weather);
    // What the weather comes to later stops nobody now: the film is followed for as long as the model holds.
    if (!around.ok && spells.length === 0) return around;
    if (around.ok) spells.push({ fromS, around: around.value });
  }
  const first = spells[0];
  if (!first) throw new Error('no weather to work a window out from');
  const equilibriumC = dryEquilibriumC(panel.colour, first.around);
  const startC = start.kind === 'dry' ? equilibriumC : start.kind === 'rinsed' ? start.waterC : start.panelC;
  if (startC > HOT_PANEL_C) {
    return refuse('dwell.hotPanel', {
      panelC: startC,
      measured: start.kind === 'measured',
      underC: HOT_PANEL_C,
    });
  }
  const waterC = start.kind === 'rinsed' ? start.waterC : TAP_C;
  const wettings = layers.map(({ atS, laid }) => ({ atS, laid: laid.laid, kept: laid.kept, waterC }));
  const dried = dryingOf(panel, startC, wettings, spells);
  // What was dry before more was laid over it has marked the panel, however wet it is now.
  const dryS = dried.driedBeforeS ?? dried.dryS;
  const wetS = layers.findLast((l) => l.atS <= (dried.driedBeforeS ?? Number.POSITIVE_INFINITY))?.atS ?? 0;
  const beginsS = dryS === null ? null : wetS + edgeShare * Math.max(0, dryS - wetS);
  const timed = layers.flatMap(({ atS, timing }) => (timing ? [{ atS, ...timing }] : []));
  const longestS = Math.min(...timed.map((l) => l.atS + l.longestS));
  const rinseByS = Math.min(longestS, beginsS ?? Number.POSITIVE_INFINITY);
  const shortestS = Math.max(...timed.map((l) => l.atS + l.shortestS));
  return accept({
    shortestS,
    fromS: Math.max(...timed.map((l) => l.atS + l.fromS)),
    toS: Math.min(...timed.map((l) => l.atS + l.toS)),
    rinseByS,
    rinseNowS: Math.max(shortestS, rinseByS - Math.max(LEAST_NOTICE_S, NOTICE * rinseByS)),
    limit: beginsS !== null && beginsS < longestS ? 'drying' : 'label',
    beginsS,
    dryS,
    opens: dried.driedBeforeS === null && rinseByS > shortestS,
    equilibriumC,
    startC,
  });
}

export const DWELL_STATES = ['tooSoon', 'working', 'rinseNow', 'overdue', 'drying'] as const;
export type DwellState = (typeof DWELL_STATES)[number];
export const DWELL_STATE_NAMES: Record<DwellState, string> = {
  tooSoon: 'too soon',
  working: 'working',
  rinseNow: 'rinse now',
  overdue: 'overdue',
  drying: 'drying',
};

/**
 * Where a panel is in its window: too soon, working, rinse now, then overdue (over its label's time) or drying, which is
 * the worse of the two and follows the other where both come.
 *
 * @param atS seconds from the first layer
 */
export function dwellStateAt(
  { shortestS, rinseNowS, rinseByS, beginsS, opens }: WorkingWindow,
  atS: number,
): DwellState {
  if (beginsS !== null && atS >= beginsS) return 'drying';
  if (atS >= rinseByS) return 'overdue';
  if (opens && atS < shortestS) return 'tooSoon';
  return opens && atS < rinseNowS ? 'working' : 'rinseNow';
}

import type { Clock } from '#contract/clocks.ts';
import {
  DWELL_STATE_NAMES,
  type DwellState,
  dwellStateAt,
  type WorkingWindow,
} from '#core/dwell/workingWindow.ts';
import { PANEL_NAMES, type PanelId } from '#core/soil/panels.ts';
import { BODY, ZONE_NAMES, type Zone } from '#core/soil/zones.ts';
import { t } from '../lib/speech.ts';

/** What runs: by its last layer, and what it lies over. */
export function clockName(clock: Clock): string {
  const laid = clock.layers.filter((l) => l.kind !== 'remist');
  return laid.map((l) => l.name).reduce((under, over) => t('{0} over {1}', over, under));
}

/** The bay, and which vehicle where someone said so. */
export const whereOf = (clock: Clock): string => [clock.placeName, clock.vehicle].filter(Boolean).join(', ');

/** Where on the vehicle. */
export const zonesInWords = (zones: readonly Zone[]): string =>
  BODY.every((z) => zones.includes(z)) ? t('all over') : zones.map((z) => t(ZONE_NAMES[z])).join(', ');

/** A part of the vehicle somebody walks past. */
export const panelInWords = (id: string): string => t(PANEL_NAMES[id as PanelId] ?? id);

/** `4:05`, or over an hour `1:04:05`. */
export function clockFigure(seconds: number): string {
  const s = Math.floor(Math.abs(seconds));
  const two = (n: number) => String(n).padStart(2, '0');
  const sign = seconds <= -1 ? '-' : '';
  if (s < 3_600) return `${sign}${Math.floor(s / 60)}:${two(s % 60)}`;
  return `${sign}${Math.floor(s / 3_600)}:${two(Math.floor(s / 60) % 60)}:${two(s % 60)}`;
}

/** Where a clock stands at a moment: its state, the figure to watch, and what that counts down or up to. */
export type Standing = { state: DwellState | null; figure: string; what: string };

/** Whether nothing but rinse water lies there: it is dried off, not rinsed. */
export const isWater = (clock: Clock): boolean => clock.layers.every((l) => l.productId === null);

/** Time that has run over: with its sign, so that nobody takes it for time that is left. */
const over = (seconds: number): string => `+${clockFigure(seconds)}`;

/**
 * The figure to watch is always the time to rinse by: before it, what is left of it; past it, how long ago that was.
 *
 * @param atS seconds since it was laid
 */
export function standingAt(window: WorkingWindow | null, atS: number): Standing {
  if (!window) return { state: null, figure: clockFigure(atS), what: t('since it was laid') };
  const state = dwellStateAt(window, atS);
  switch (state) {
    case 'tooSoon':
      return {
        state,
        figure: clockFigure(Math.ceil(window.rinseByS - atS)),
        what: t(
          'until it has to be rinsed; minimum dwell left {0}',
          clockFigure(Math.ceil(window.shortestS - atS)),
        ),
      };
    case 'working':
    case 'rinseNow':
      return {
        state,
        figure: clockFigure(Math.ceil(window.rinseByS - atS)),
        what: t('until it has to be rinsed'),
      };
    case 'overdue':
      return { state, figure: over(atS - window.rinseByS), what: t('over its time, counting up') };
    case 'drying':
      return {
        state,
        figure: over(atS - (window.beginsS ?? window.rinseByS)),
        what: t('since it began to dry, counting up'),
      };
  }
}

const WATER_NAMES: () => Record<DwellState, string> = () => ({
  tooSoon: t('wet'),
  working: t('wet'),
  rinseNow: t('dry it now'),
  overdue: t('spots'),
  drying: t('spots'),
});

/** A state of a clock in a word; rinse water is wet, and then it spots. */
export const stateName = (state: DwellState | null, clock: Clock): string =>
  state === null ? t('running') : isWater(clock) ? WATER_NAMES()[state] : t(DWELL_STATE_NAMES[state]);

/** It is too late: the figure itself says so. */
export const isLate = (state: DwellState | null): boolean => state === 'overdue' || state === 'drying';

/** Safe is plain, watch is hatched, stop is filled: never hue alone. */
export const LOOK_OF: Record<DwellState, 'plain' | 'watch' | 'stop'> = {
  tooSoon: 'plain',
  working: 'plain',
  rinseNow: 'watch',
  overdue: 'watch',
  drying: 'stop',
};

/** How a clock looks: over the time of what must never stay longer is a stop too. */
export function lookOf(clock: Clock, state: DwellState | null): 'plain' | 'watch' | 'stop' {
  if (!state) return 'plain';
  if (state === 'overdue' && clock.layers.some((l) => l.neverLonger)) return 'stop';
  return LOOK_OF[state];
}

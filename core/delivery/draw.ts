import type { Spread } from '../mixing/tolerance.ts';
import { accept, type Outcome, refuse } from '../outcome.ts';
import { type Fraction, sameStrength } from '../strength/strength.ts';
import { ONE_RUN } from './repeated.ts';

/**
 * The draw of a cannon or a hose-end gun: bottle liquid as a share of everything that leaves the nozzle, and how well it
 * is known.
 */
export type Draw = {
  readonly q: number;
  /** Measured in several runs, in one, or never: then it is what cannons usually draw. */
  readonly known: 'measured' | 'oneRun' | 'never';
  /** Relative standard uncertainty where it was measured. */
  readonly u: number;
  /** Where it lies: 95 % where measured in several runs, 90 % of cannons where never. */
  readonly from: number | null;
  readonly to: number | null;
};

/** A cannon nobody has measured: median 8 %, nine in ten between 4 and 14 %. */
export const UNMEASURED_DRAW: Draw = { q: 0.08, known: 'never', u: 0, from: 0.04, to: 0.14 };

const NINETY = 1.644854;

/** How a draw spreads in a simulation; of one never measured, lognormally to either side of its median. */
export function spreadOfDraw(draw: Draw): Spread {
  if (draw.known !== 'never') return { relative: draw.known === 'oneRun' ? ONE_RUN : draw.u };
  const { q, from, to } = draw;
  return { logBelow: Math.log(q / (from ?? q)) / NINETY, logAbove: Math.log((to ?? q) / q) / NINETY };
}

/**
 * How strong it is on the panel: `f_panel = f_bottle q`.
 *
 * @param q the draw, 0 < q <= 1; 1 for everything that delivers what is in it as it is
 * @example a bottle at 1:6 in parts and a draw of 9 %: 1.2857 % on the panel
 */
export const panelFraction = (bottle: Fraction, q: number): Fraction => (bottle * q) as Fraction;

/** Under this in the bottle, the dial can be closed and the bottle filled stronger and less often. */
const DIAL_CAN_CLOSE = 0.02;
export const dialCanClose = (bottle: Fraction, q: number): boolean => q < 1 && bottle < DIAL_CAN_CLOSE;

/**
 * How strong the bottle has to be for a strength on the panel: `f_bottle = f_panel / q`.
 *
 * @param others what other dial positions of the same cannon draw, as far as they were measured
 * @returns a refusal where even neat product would not reach it, with what would
 * @example 1.5 % on the panel at a draw of 9 %: 16.6667 %, 1:5
 */
export function bottleForPanel(
  panel: Fraction,
  q: number,
  others: readonly { readonly name: string; readonly q: number }[] = [],
): Outcome<Fraction> {
  const bottle = panel / q;
  if (bottle <= 1 || sameStrength(bottle as Fraction, 1 as Fraction)) {
    return accept(Math.min(1, bottle) as Fraction);
  }
  const enough = others.filter((o) => o.q >= panel).sort((a, b) => a.q - b.q)[0];
  return refuse('panel.impossible', { q, panel, enough: enough ? { name: enough.name, q: enough.q } : null });
}

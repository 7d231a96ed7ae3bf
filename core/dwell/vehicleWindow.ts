import { accept, type Outcome } from '../outcome.ts';
import type { Direction } from '../recipes/recipe.ts';
import { inEnglish, type Say } from '../say.ts';
import type { Body } from '../soil/bodies.ts';
import { panelM2, panelsOf } from '../soil/panels.ts';
import { SOIL_LEVELS, type SoilLevel } from '../soil/soil.ts';
import type { Zone } from '../soil/zones.ts';
import { type AcrossVehicle, acrossVehicle, type PanelWork } from './acrossVehicle.ts';
import { askedOf, type PanelsAsked, type WeatherAt } from './clock.ts';
import { type LaidAs, ratesOf } from './laidProduct.ts';
import { type Outlook, type WorkingWindow, workingWindow } from './workingWindow.ts';

/** A whole vehicle to be laid with one product: its zones, how dirty each is, and how it is laid there. */
export type VehicleAsked = Omit<PanelsAsked, 'zones'> & {
  readonly body: Body;
  readonly zones: readonly { readonly zone: Zone; readonly soil: SoilLevel; readonly as: LaidAs }[];
  readonly outlook: Outlook;
  readonly edgeShare: number;
  readonly factor: number;
  readonly direction: Direction;
};

/** The panels with their windows, and how they are done one after the other. */
export type VehicleAnswer = {
  readonly panels: readonly PanelWork[];
  readonly across: Outcome<AcrossVehicle>;
};

/** Lower sides and rear are usually a level dirtier than the rest. */
export const usualSoil = (zone: Zone, level: SoilLevel): SoilLevel =>
  zone === 'lowers' || zone === 'rear' ? (SOIL_LEVELS[Math.min(4, level + 1)] as SoilLevel) : level;

/** Every panel's window, and the best walk across them; a refusal where a panel may not be laid at all. */
export function vehicleWindow(asked: VehicleAsked): Outcome<VehicleAnswer> {
  const windows = new Map<Zone, WorkingWindow>();
  for (const { zone, as } of asked.zones) {
    const laid = [{ atS: 0, as, again: false, factor: asked.factor }];
    const found = workingWindow(askedOf(asked, zone, laid, asked.outlook, asked.edgeShare));
    if (!found.ok) return found;
    windows.set(zone, found.value);
  }
  const panels = asked.zones.flatMap(({ zone, soil }) => {
    const { shortestS, toS, rinseByS } = windows.get(zone) as WorkingWindow;
    return panelsOf([zone]).map((panel): PanelWork => {
      const { id, name, tier, around } = panel;
      return { id, name, tier, around, m2: panelM2(panel, asked.body), soil, shortestS, toS, rinseByS };
    });
  });
  const rates = ratesOf(asked.zones[0]?.as.film ?? 'foam');
  return accept({ panels, across: acrossVehicle(panels, rates, asked.direction) });
}

/** How many pieces a vehicle takes at an hour; null where it can't be done at all. */
export type HourPieces = { readonly at: string; readonly pieces: number | null };

/** What the coming hours allow, each by its own weather. */
export const piecesByHour = (
  asked: Omit<VehicleAsked, 'outlook'>,
  hours: readonly WeatherAt[],
): HourPieces[] =>
  hours.map(({ at, weather }) => {
    const answer = vehicleWindow({ ...asked, outlook: [{ fromS: 0, weather }] });
    return {
      at,
      pieces: answer.ok && answer.value.across.ok ? answer.value.across.value.sections.length : null,
    };
  });

export const PIECES_NAMES: Record<number, string> = {
  1: 'whole car',
  2: 'in two halves',
  3: 'in three pieces',
  4: 'in four pieces',
};
/** So many pieces, in words. */
export const piecesName = (pieces: number | null, say: Say = inEnglish): string => {
  if (pieces === null) return say('will dry too fast');
  return PIECES_NAMES[pieces] ? say(PIECES_NAMES[pieces]) : say('in {0} pieces', pieces);
};

/**
 * What the hours allow, in a line.
 *
 * @param clock how a time is written
 * @example 'whole car until 11:00, in two halves until 14:00, then will dry too fast'
 */
export function piecesInWords(
  hours: readonly HourPieces[],
  clock: (at: string) => string,
  say: Say = inEnglish,
): string {
  const spells: { pieces: number | null; until: string | null }[] = [];
  for (const { at, pieces } of hours) {
    const last = spells.at(-1);
    if (last && last.pieces === pieces) continue;
    if (last) last.until = at;
    spells.push({ pieces, until: null });
  }
  return spells
    .map(({ pieces, until }, i) => {
      const name = piecesName(pieces, say);
      if (until) return say('{0} until {1}', name, clock(until));
      return i === 0 ? say('{0} for as long as is known', name) : say('then {0}', name);
    })
    .join(', ');
}

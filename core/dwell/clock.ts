import type { Outcome } from '../outcome.ts';
import { isFlat, type Zone } from '../soil/zones.ts';
import { laidOn } from './application.ts';
import type { LaidAs } from './laidProduct.ts';
import type { Colour, Material } from './surroundings.ts';
import { type Shelter, sheltered, type Weather } from './weather.ts';
import {
  type Layer,
  type Outlook,
  type PanelStart,
  type WindowAsked,
  type WorkingWindow,
  workingWindow,
} from './workingWindow.ts';

/** The panels a window is for. */
export type PanelsAsked = {
  readonly zones: readonly Zone[];
  readonly colour: Colour;
  /** Of the painted panels; glass and wheels are what they are. */
  readonly material: Material;
  readonly start: PanelStart;
  /** What a refusal is said in. */
};

/** What was laid, so many seconds after the first of it; `again` is more of what lies there. */
export type LaidThen = {
  readonly atS: number;
  readonly as: LaidAs;
  readonly again: boolean;
  readonly factor: number;
};

const materialOf = (zone: Zone, painted: Material): Material =>
  zone === 'glass' ? 'glass' : zone === 'wheels' ? 'wheel' : painted;

/** What a zone's window is worked out from. */
export function askedOf(
  { colour, material, start }: Omit<PanelsAsked, 'zones'>,
  zone: Zone,
  laid: readonly LaidThen[],
  outlook: Outlook,
  edgeShare: number,
): WindowAsked {
  const layers = laid.map(
    ({ atS, as, again, factor }): Layer => ({
      atS,
      laid: laidOn(as.film, as.rateMlPerM2, as.q, zone, factor),
      timing: again ? null : as.timing,
    }),
  );
  return {
    panel: { colour, material: materialOf(zone, material) },
    start,
    layers,
    outlook,
    edgeShare,
  };
}

/** Zones that differ in how they dry: one of each kind stands for the others. */
export function kindsOfZones(zones: readonly Zone[], material: Material): Zone[] {
  const seen = new Map<string, Zone>();
  for (const zone of zones) {
    const key = `${isFlat(zone)} ${materialOf(zone, material)}`;
    if (!seen.has(key)) seen.set(key, zone);
  }
  return [...seen.values()];
}

/** The zone that is due first, and what its window is worked out from. */
export type Tightest = {
  readonly zone: Zone;
  readonly asked: WindowAsked;
  readonly window: Outcome<WorkingWindow>;
};

/** The window of several zones together: that of the one due first, or the first refusal. */
export function tightestOf(
  panels: PanelsAsked,
  laid: readonly LaidThen[],
  outlook: Outlook,
  edgeShare: number,
): Tightest {
  const all = kindsOfZones(panels.zones, panels.material).map((zone): Tightest => {
    const asked = askedOf(panels, zone, laid, outlook, edgeShare);
    return { zone, asked, window: workingWindow(asked) };
  });
  const due = ({ window: of }: Tightest) => (of.ok ? of.value.rinseByS : Number.NEGATIVE_INFINITY);
  return all.reduce((first, next) => (due(next) < due(first) ? next : first));
}

/** The weather at a time, by someone or something. */
export type WeatherAt = { readonly at: string; readonly weather: Weather };

/**
 * The weather a film has had and will have: what was read since it was laid, then the coming hours as they are forecast.
 * The last reading holds until the next forecast hour.
 *
 * @param startMs when the first of it was laid
 * @param read in order of time
 * @param ahead in order of time
 * @param shelter where the vehicle stands
 * @returns null where nobody knows the weather
 */
export function outlookFrom(
  startMs: number,
  read: readonly WeatherAt[],
  ahead: readonly WeatherAt[],
  shelter: Shelter = 'open',
): Outlook | null {
  const spells: { fromS: number; weather: Weather }[] = [];
  for (const { at, weather } of [...read, ...ahead]) {
    const fromS = Math.max(0, (Date.parse(at) - startMs) / 1_000);
    const last = spells.at(-1);
    if (last && last.fromS >= fromS) spells.pop();
    spells.push({ fromS, weather: sheltered(weather, shelter) });
  }
  return spells.length > 0 ? spells : null;
}

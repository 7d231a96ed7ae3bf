import { SOIL_LEVELS, type SoilLevel } from '../soil/soil.ts';
import { BODY, ZONES, type Zone } from '../soil/zones.ts';

/** The zones that are washed: all but the interior. */
export type WashZone = Exclude<Zone, 'interior'>;
export const WASH_ZONES = ZONES.filter((z): z is WashZone => z !== 'interior');
/** Painted zones and glass. */
export const PAINTED = BODY as readonly WashZone[];
export const UNDERSIDE: readonly WashZone[] = ['wheels', 'tyres', 'arches'];

const clamp = (level: number): SoilLevel => SOIL_LEVELS[Math.max(0, Math.min(4, level))] as SoilLevel;

/** How much dirtier or cleaner a zone usually is than sills and tail. */
function usually(zone: WashZone, level: SoilLevel): SoilLevel {
  if (zone === 'lowers' || zone === 'rear') return level;
  return clamp(UNDERSIDE.includes(zone) ? level + 1 : level - 1);
}

/**
 * The level of each zone from one level, that of sills and tail: these have it, upper zones one less, wheels, tyres and
 * arches one more. Zones that were entered keep theirs; the rest follow the highest of them.
 *
 * @param level null where nobody said: 1, unless a painted zone was entered
 * @example levelsOf(3, {}).levels.roof // 2
 */
export function levelsOf(
  level: SoilLevel | null,
  entered: Partial<Record<WashZone, SoilLevel>>,
): { level: SoilLevel; levels: Record<WashZone, SoilLevel>; dirtiest: SoilLevel } {
  const painted = PAINTED.flatMap((zone) => entered[zone] ?? []);
  const whole = clamp(Math.max(level ?? (painted.length > 0 ? 0 : 1), ...painted));
  const levels = Object.fromEntries(
    WASH_ZONES.map((zone) => [zone, entered[zone] ?? usually(zone, whole)]),
  ) as Record<WashZone, SoilLevel>;
  return { level: whole, levels, dirtiest: highest(levels, PAINTED) };
}

export const highest = (
  levels: Readonly<Record<WashZone, SoilLevel>>,
  zones: readonly WashZone[],
): SoilLevel => clamp(Math.max(...zones.map((zone) => levels[zone])));

/** The zones that are at least so dirty. */
export const zonesFrom = (
  levels: Readonly<Record<WashZone, SoilLevel>>,
  least: SoilLevel,
  among: readonly WashZone[] = PAINTED,
): WashZone[] => among.filter((zone) => levels[zone] >= least);
